import * as z from "../z";
import { Id, Ref, Text } from "./schema-base";
import { Parts } from "./schema-relations";

/** A price: as one figure, or between two with the likely one. */
const Price = z.union([
  z.number().check(z.minimum(0)),
  z
    .strictObject({
      low: z.number().check(z.minimum(0)),
      likely: z.number().check(z.minimum(0)),
      high: z.number().check(z.minimum(0)),
    })
    .check(
      z.refine(({ low, likely, high }) => low <= likely && likely <= high, "low, likely and high are not in order"),
    ),
]);

/**
 * How long parts last by experience, besides what is measured of them: half of new ones run so many hours, and the others
 * are scattered about that by Weibull's law. A shape of 1 is chance alone; the larger, the more they end together.
 */
const Lasts = z.strictObject({
  hours: z.number().check(z.positive()),
  shape: z.number().check(z.minimum(0.5), z.maximum(10)),
  ref: Ref,
});

const Days = z.int().check(z.minimum(0), z.maximum(1000));

/** Money, in the shop's own currency, for the question whether a rebuild is sensible. */
export const Worth = z.strictObject({
  labourHours: z.number().check(z.positive()),
  labourRate: z.number().check(z.positive()),
  /** The day that its prices are of; without one they are taken for old. */
  pricedOn: z.optional(z.iso.date()),
  /** What a part costs to replace or to rework, and how often it has to be replaced where nobody has looked yet. */
  classes: z
    .array(
      z.strictObject({
        class: Id,
        replace: Price,
        rework: Price,
        upgrade: z.optional(Price),
        likely: z.number().check(z.minimum(0), z.maximum(1)),
        /** Work at the bench or in the machine shop. */
        minutes: z.optional(
          z.strictObject({
            replace: z.optional(z.number().check(z.minimum(0))),
            rework: z.optional(z.number().check(z.minimum(0))),
            clean: z.optional(z.number().check(z.minimum(0))),
          }),
        ),
        lasts: z.optional(Lasts),
        /** What share of a new one's life it has once it was made good. */
        reworked: z.optional(z.number().check(z.minimum(0.05), z.maximum(2))),
        /** What it takes with it when it fails while running, and how often. */
        takes: z._default(
          z
            .array(z.strictObject({ parts: Parts, share: z.number().check(z.gt(0), z.maximum(1)) }))
            .check(z.maxLength(20)),
          [],
        ),
        /** Minutes to get at it and to put it all together again, where the steps of the strip do not say. */
        access: z.optional(z.number().check(z.minimum(0), z.maximum(100_000))),
        /** Paid beside a new one, and back once the old one is sent in. */
        deposit: z.optional(z.number().check(z.minimum(0))),
        /** Until it is there. */
        days: z.optional(
          z.strictObject({ replace: z.optional(Days), rework: z.optional(Days), upgrade: z.optional(Days) }),
        ),
      }),
    )
    .check(z.maxLength(300)),
  /** Sets at one price: what they hold, for all places of an engine. */
  kits: z._default(
    z
      .array(
        z.strictObject({
          id: Id,
          name: Text,
          number: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(60))),
          parts: Parts,
          price: Price,
          days: z.optional(Days),
        }),
      )
      .check(z.maxLength(20)),
    [],
  ),
  /** So much less is paid for each of a group, in the shop's currency, once so many of it are bought together; several add up. */
  discounts: z._default(
    z
      .array(
        z.strictObject({
          id: Id,
          name: Text,
          parts: Parts,
          from: z.int().check(z.minimum(2), z.maximum(200)),
          off: z.number().check(z.positive()),
          ref: Ref,
        }),
      )
      .check(z.maxLength(20)),
    [],
  ),
  /** How long parts last of which nothing is said. */
  lasts: z.optional(Lasts),
  /** What a part whose failure hurts people has at least, whatever it costs: the chance to reach the hours wanted. */
  floor: z.optional(z.strictObject({ chance: z.number().check(z.gt(0), z.lt(1)), ref: Ref })),
  /** Castings without which there is nothing to rebuild. */
  castings: z.array(Id).check(z.maxLength(20)),
  otherEngine: z.nullable(z.number().check(z.positive())),
  donor: z.nullable(z.number().check(z.positive())),
  partsValue: z.number().check(z.minimum(0)),
  /** Share of another engine's price beyond which it is bought instead. */
  ceiling: z.strictObject({ share: z.number().check(z.positive(), z.maximum(2)), ref: Ref }),
  /** What making one good engine of two takes beside the labour of a rebuild: telling, cleaning and measuring twice as many parts. */
  merge: z.optional(z.strictObject({ labourHours: z.number().check(z.positive()), ref: Ref })),
  ref: Ref,
});

export type Worth = z.infer<typeof Worth>;
