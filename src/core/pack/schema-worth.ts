import { z } from "zod";
import { Id, Ref, Text } from "./schema-base";
import { Parts } from "./schema-relations";

/** A price: as one figure, or between two with the likely one. */
const Price = z.union([
  z.number().min(0),
  z
    .strictObject({ low: z.number().min(0), likely: z.number().min(0), high: z.number().min(0) })
    .refine(({ low, likely, high }) => low <= likely && likely <= high, "low, likely and high are not in order"),
]);

/**
 * How long parts last by experience, besides what is measured of them: half of new ones run so many hours, and the others
 * are scattered about that by Weibull's law. A shape of 1 is chance alone; the larger, the more they end together.
 */
const Lasts = z.strictObject({ hours: z.number().positive(), shape: z.number().min(0.5).max(10), ref: Ref });

const Days = z.number().int().min(0).max(1000);

/** Money, in the shop's own currency, for the question whether a rebuild is sensible. */
export const Worth = z.strictObject({
  labourHours: z.number().positive(),
  labourRate: z.number().positive(),
  /** The day that its prices are of; without one they are taken for old. */
  pricedOn: z.iso.date().optional(),
  /** What a part costs to replace or to rework, and how often it has to be replaced where nobody has looked yet. */
  classes: z
    .array(
      z.strictObject({
        class: Id,
        replace: Price,
        rework: Price,
        upgrade: Price.optional(),
        likely: z.number().min(0).max(1),
        /** Work at the bench or in the machine shop. */
        minutes: z
          .strictObject({
            replace: z.number().min(0).optional(),
            rework: z.number().min(0).optional(),
            clean: z.number().min(0).optional(),
          })
          .optional(),
        lasts: Lasts.optional(),
        /** What share of a new one's life it has once it was made good. */
        reworked: z.number().min(0.05).max(2).optional(),
        /** What it takes with it when it fails while running, and how often. */
        takes: z
          .array(z.strictObject({ parts: Parts, share: z.number().gt(0).max(1) }))
          .max(20)
          .default([]),
        /** Minutes to get at it and to put it all together again, where the steps of the strip do not say. */
        access: z.number().min(0).max(100_000).optional(),
        /** Paid beside a new one, and back once the old one is sent in. */
        deposit: z.number().min(0).optional(),
        /** Until it is there. */
        days: z
          .strictObject({ replace: Days.optional(), rework: Days.optional(), upgrade: Days.optional() })
          .optional(),
      }),
    )
    .max(300),
  /** Sets at one price: what they hold, for all places of an engine. */
  kits: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        number: z.string().trim().min(1).max(60).optional(),
        parts: Parts,
        price: Price,
        days: Days.optional(),
      }),
    )
    .max(20)
    .default([]),
  /** The same of parts of which nothing of it is said. */
  lasts: Lasts.optional(),
  /** What a part whose failure hurts people has at least, whatever it costs: the chance to reach the hours wanted. */
  floor: z.strictObject({ chance: z.number().gt(0).lt(1), ref: Ref }).optional(),
  /** Castings without which there is nothing to rebuild. */
  castings: z.array(Id).max(20),
  otherEngine: z.number().positive().nullable(),
  donor: z.number().positive().nullable(),
  partsValue: z.number().min(0),
  /** Share of another engine's price beyond which it is bought instead. */
  ceiling: z.strictObject({ share: z.number().positive().max(2), ref: Ref }),
  /** What making one good engine of two takes beside the labour of a rebuild: telling, cleaning and measuring twice as many parts. */
  merge: z.strictObject({ labourHours: z.number().positive(), ref: Ref }).optional(),
  ref: Ref,
});

export type Worth = z.infer<typeof Worth>;
