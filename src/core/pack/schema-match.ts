import * as z from "../z";
import { unitById } from "../quantity/units";
import { Condition, Finite, Id, Ref, Text } from "./schema-base";
import { Parts } from "./schema-relations";

/** Something about a part, or about what the engine goes into, that has to suit its mate: a word of a list, or a figure. */
export const Attribute = z
  .strictObject({
    id: Id,
    name: Text,
    /** The unit of a figure; words have none. */
    unit: z.optional(Id.check(z.refine((id) => unitById(id) !== undefined, "not a unit"))),
    values: z._default(z
      .array(z.strictObject({ id: Id, name: Text })).check(z.maxLength(40)), []),
    /** A figure that is measured at Measure: the feature of each class that it is the size of. */
    measured: z._default(z
      .array(z.strictObject({ class: Id, feature: Id })).check(z.maxLength(20)), []),
    /** The quickest way to tell. */
    check: z.strictObject({ text: Text, minutes: z.number().check(z.positive(), z.maximum(600)) }),
  }).check(z.refine(({ unit, measured }) => measured.length === 0 || unit !== undefined, "is measured and has no unit"), z.refine(({ unit, values }) => (unit === undefined) === values.length > 0, "is a figure with a unit, or one of several words")); // prettier-ignore

/** A word, a figure, or all figures between two. */
export const AttributeValue = z.union([
  Id,
  Finite,
  z.strictObject({ min: Finite, max: Finite }).check(z.refine(({ min, max }) => min <= max, "min is above max")),
]);

/** What the book says of some parts, of an answer to what the engine goes into, or of what it was built with by its number. */
const KnownValues = z.strictObject({
  of: z.union([
    Parts,
    z.strictObject({ question: Id, options: z.array(Id).check(z.minLength(1), z.maxLength(20)) }),
    z.strictObject({ built: Text, revision: Text }),
  ]),
  onlyIf: z.optional(Condition),
  values: z.record(Id, AttributeValue),
  ref: Ref,
});

/** What is no part and yet an end of a mating: what the engine goes into, and the engine as its number says it was built. */
export const outsides = ["application", "built"] as const;
export type Outside = (typeof outsides)[number];

/** One side of a mating: some parts, or what is outside of them. */
const End = z.union([z.enum(outsides), Parts]);

export const remedyKinds = [
  "bridging",
  "modification",
  "transfer",
  "blanking",
  "extension",
  "spacing",
  "relocation",
  /** A lash, a preload, a shim: it is set again whatever it was, and is nothing that wears. */
  "setting",
] as const;

/** What makes a pair go together that does not by itself, and what that then asks for. */
const Remedy = z.strictObject({
  id: Id,
  kind: z.enum(remedyKinds),
  name: Text,
  price: z.optional(z.number().check(z.minimum(0))),
  minutes: z.number().check(z.minimum(0), z.maximum(10_000)),
  reversible: z.boolean(),
  requires: z._default(z.array(Text).check(z.maxLength(8)), []),
  /** It defeats something that the law asks for: where it may not be used, and what is to be said. */
  unlawful: z.optional(
    z.strictObject({ applications: z._default(z.array(Id).check(z.maxLength(20)), []), text: Text }),
  ),
});

const common = {
  id: Id,
  name: Text,
  onlyIf: z.optional(Condition),
  /** What it will look like when it runs; what shows of it, and the cause whose odds it multiplies so many times. */
  wrong: z.strictObject({
    looks: Text,
    findings: z._default(z.array(Id).check(z.maxLength(10)), []),
    cause: z.optional(z.strictObject({ id: Id, times: z.number().check(z.minimum(1), z.maximum(1000)) })),
  }),
  remedies: z._default(z.array(Remedy).check(z.maxLength(12)), []),
  ref: Ref,
};
const ends = { one: End, other: End };
const attribute = Id;
/** The same attribute of the other end, unless it is called otherwise there. */
const otherAttribute = z.optional(Id);
const pairs = z.array(z.tuple([Id, Id])).check(z.minLength(1));

/** What two ends of a mating have to be to each other. A closed set of kinds: from each follow the same judgement and the same choice. */
export const Mating = z.discriminatedUnion("is", [
  z.strictObject({ is: z.literal("equal"), ...common, ...ends, attribute, otherAttribute }),
  /** Only what the table has goes together. */
  z.strictObject({
    is: z.literal("table"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    pairs: pairs.check(z.maxLength(400)),
  }),
  /** Male and female, left and right: one of each. */
  z.strictObject({
    is: z.literal("complement"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    pairs: pairs.check(z.maxLength(20)),
  }),
  /** The figure of the first less that of the other lies within: a clearance, or an interference below nought. */
  z.strictObject({
    is: z.literal("fit"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    within: z.strictObject({ min: Finite, max: Finite }).check(z.refine(({ min, max }) => min <= max)),
  }),
  /** A designation of the first by a standard, and what the standard gives the other: it is looked up, never counted. */
  z.strictObject({
    is: z.literal("size"),
    ...common,
    ...ends,
    attribute,
    otherAttribute: Id,
    sizes: z.array(z.strictObject({ size: Id, is: Finite })).check(z.minLength(1), z.maxLength(200)), // prettier-ignore
  }),
  /** Planes, offsets, belt lines: no further apart than this. */
  z.strictObject({
    is: z.literal("aligned"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    within: z.number().check(z.minimum(0)),
  }),
  /** All of them together come to what is asked for: imbalance that has to cancel. */
  z.strictObject({
    is: z.literal("sum"),
    ...common,
    of: Parts,
    attribute,
    target: Finite,
    within: z.number().check(z.minimum(0)),
  }),
  /** The same on all of them, whichever it is: weights, makes, heights of a set. */
  z.strictObject({ is: z.literal("same"), ...common, of: Parts, attribute }),
  /** The first takes several of the other, and says which: two patterns of bolts in one flange. */
  z.strictObject({
    is: z.literal("accepts"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    accepts: z
      .array(z.strictObject({ value: Id, takes: z.array(Id).check(z.minLength(1), z.maxLength(40)) }))
      .check(z.minLength(1), z.maxLength(60)),
  }),
  /** A pattern that both have, and that can be read with everything fitted where somebody has to read it. */
  z.strictObject({
    is: z.literal("pattern"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    seen: z.optional(
      z.strictObject({ of: End, attribute: Id, values: z.array(Id).check(z.minLength(1), z.maxLength(20)) }),
    ),
  }),
  /**
   * Teeth of the driving first and the driven other, in this ratio (driven to driving); how many teeth of the driven one it
   * stands off, and whether an adjuster of so many degrees takes that up.
   */
  z.strictObject({
    is: z.literal("clocking"),
    ...common,
    ...ends,
    attribute,
    otherAttribute: Id,
    ratio: z.number().check(z.positive()),
    off: Id,
    range: z.optional(Id),
  }),
  /** What the first can bear is at least what the other asks of it. */
  z.strictObject({
    is: z.literal("capacity"),
    ...common,
    ...ends,
    attribute,
    otherAttribute,
    reserve: z._default(z.number().check(z.minimum(0)), 0),
  }),
  /** Parts of look-alike families: free, each one tested first, only where said, or never, and by whose word. */
  z.strictObject({
    is: z.literal("interchange"),
    ...common,
    of: Parts,
    attribute,
    rules: z
      .array(
        z.strictObject({
          value: Id,
          variants: z._default(z.array(Id).check(z.maxLength(50)), []),
          then: z.enum(["free", "tested", "only", "never"]),
          /** What says that one was tested and may be used: the attribute and the word it has then. */
          tested: z.optional(z.strictObject({ attribute: Id, value: Id })),
          applications: z._default(z.array(Id).check(z.maxLength(20)), []),
          why: Text,
        }),
      )
      .check(z.minLength(1), z.maxLength(60)),
  }),
]);

/** What goes with what. */
export const Match = z.strictObject({
  attributes: z.array(Attribute).check(z.minLength(1), z.maxLength(400)),
  known: z._default(z.array(KnownValues).check(z.maxLength(2000)), []),
  matings: z._default(z.array(Mating).check(z.maxLength(300)), []),
  /** What is seen of the finished engine: what it was made with stays there, for whoever wants its original look. */
  looks: z.optional(Parts),
  /** Quantities as built, for a label on the engine. */
  quantities: z._default(
    z
      .array(z.strictObject({ id: Id, name: Text, onlyIf: z.optional(Condition), amount: Text, ref: Ref }))
      .check(z.maxLength(60)),
    [],
  ),
});

export type Match = z.infer<typeof Match>;
export type Attribute = z.infer<typeof Attribute>;
export type AttributeValue = z.infer<typeof AttributeValue>;
export type Mating = z.infer<typeof Mating>;
export type MatingOf<K extends Mating["is"]> = Extract<Mating, { is: K }>;
export type MatingEnd = z.infer<typeof End>;
export type Remedy = z.infer<typeof Remedy>;
