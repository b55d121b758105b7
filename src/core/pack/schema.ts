import { z } from "zod";
import { toCore, unitById } from "../quantity/units";
import { largestFit, zoneOf } from "../tables/limits-and-fits";
import { fits, type Fit } from "./fit-kinds";
import { thumbIds } from "./thumb-rules";
import { Condition, Finite, Id, Ref, Text } from "./schema-base";
import { Consequence } from "./schema-consequences";
import { Diagnosis } from "./schema-diagnosis";
import { Match } from "./schema-match";
import { Relation } from "./schema-relations";
import { ShopOperation } from "./schema-shop";
import { Worth } from "./schema-worth";
import {
  Circuit,
  ClassCleaning,
  FindingKind,
  Harbours,
  Ledger,
  Material,
  Strip,
  Treatment,
  CrackMethod,
  ZoneMap,
} from "./schema-teardown";

export const Source = z.strictObject({
  id: Id,
  document: Text,
  /** How it is called where there is little room. */
  short: z.string().min(1).max(40),
  edition: Text.optional(),
  /** Whether the fact can be looked up, is common practice without a source, or is made up for a demonstration. */
  standing: z.enum(["published", "common-practice", "invented"]),
});

const unitId = Id.refine((id) => unitById(id) !== undefined, "not a unit");

/** How a limit stands in its source, where that is not in core units: figures in a unit, or a tolerance zone about a size in mm. */
const Printed = z.union([
  z.strictObject({ min: Finite.optional(), max: Finite.optional(), unit: unitId }),
  z.strictObject({ size: z.number().positive().max(largestFit), zone: z.string().max(6) }),
]);
type Printed = z.infer<typeof Printed>;

const isOrdered = ({ min, max }: { readonly min?: number | undefined; readonly max?: number | undefined }) =>
  min === undefined || max === undefined || min <= max;

/**
 * Bounds of which at least one is there; the bounds themselves are allowed values. In core units, mm for lengths and SI for
 * all else; or as they are printed, in a unit or as a tolerance zone (ISO 286) about a size in mm: then they are brought to
 * core units once, here, and what was printed is kept beside them.
 */
export const Limit = z
  .strictObject({
    min: Finite.optional(),
    max: Finite.optional(),
    unit: unitId.optional(),
    size: z.number().positive().max(largestFit).optional(),
    zone: z.string().max(6).optional(),
    /** Filled in when it is read. */
    printed: Printed.optional(),
    ref: Ref,
  })
  .refine(
    ({ size, zone }) => (size === undefined) === (zone === undefined),
    "a tolerance zone and the size it is about go together",
  ) // prettier-ignore
  .refine(
    ({ size, zone }) => zone === undefined || zoneOf(size!, zone) !== null,
    "is no tolerance zone of the tables (H7, js6, p6) at this size",
  ) // prettier-ignore
  .refine(
    ({ min, max, unit, zone }) => zone === undefined || (min ?? max ?? unit) === undefined,
    "a limit is figures or a tolerance zone, not both",
  ) // prettier-ignore
  .refine(
    ({ min, max, zone }) => (min ?? max ?? zone) !== undefined,
    "a limit needs min, max or both, or a tolerance zone",
  )
  .refine(isOrdered, "min is above max")
  .transform(({ unit, size, zone, printed, ref, ...bounds }) => {
    const limit = (of: { readonly min?: number | undefined; readonly max?: number | undefined }, as?: Printed) => ({ ...of, ...(as ? { printed: as } : {}), ref }); // prettier-ignore
    if (zone !== undefined) return limit(zoneOf(size!, zone)!, { size: size!, zone });
    if (unit === undefined) return limit(bounds, printed);
    const core = Object.entries(bounds).map(([end, figure]) => [end, toCore(figure, unitById(unit)!)]);
    return limit(Object.fromEntries(core) as typeof bounds, { ...bounds, unit });
  });

export const Limits = z.strictObject({
  /** The drawing band of a new part. */
  new: Limit.optional(),
  /** May be built in again: this one decides at strip-down. */
  reassembly: Limit.optional(),
  /** May run on until the next visit. */
  inService: Limit.optional(),
});

/** Which points of a feature: those whose coordinates agree with all that are named. */
const Selector = z.record(Id, Id);

export type Expr =
  | { const: number; unit?: string | undefined }
  | { fact: string }
  | { ref: "governing" | "wear" | "finished" }
  | { own: string }
  | { op: "add" | "subtract" | "multiply" | "divide"; args: Expr[] }
  | { fn: "circumference" | "circle-area"; args: Expr[] }
  | { figure: string; gives: string; with: Record<string, Expr> }
  | { reduce: "max" | "min" | "mean" | "range"; points: Record<string, string> }
  | { fit: Fit; points: Record<string, string>; within?: number | undefined }
  | { over: string; reduce: "max" | "min"; each: Expr }
  | { end: string; each: Expr }
  | { across: string[]; reduce: "max" | "min" | "mean" | "range"; each: Expr };

/** A small typed expression tree over measured points, those of a joint's ends, facts of the engine and exact numbers. */
export const Expr: z.ZodType<Expr> = z.lazy(() =>
  z.union([
    z.strictObject({ const: Finite, unit: unitId.optional() }),
    z.strictObject({ fact: Id }),
    z.strictObject({ ref: z.enum(["governing", "wear", "finished"]) }),
    /** What the part itself had of this feature when it was new, as somebody read it off its record or off a place that does not wear. */
    z.strictObject({ own: Id }),
    z.strictObject({ op: z.enum(["add", "subtract", "multiply", "divide"]), args: z.array(Expr).min(2).max(12) }),
    z.strictObject({ fn: z.enum(["circumference", "circle-area"]), args: z.array(Expr).length(1) }),
    /** One of the program's figures: by its id, which of its results, and each of its inputs. */
    z.strictObject({ figure: Id, gives: Id, with: z.record(Id, Expr) }),
    z.strictObject({ reduce: z.enum(["max", "min", "mean", "range"]), points: Selector }),
    z.strictObject({ fit: z.enum(fits), points: Selector, within: z.number().positive().optional() }),
    z.strictObject({ over: Id, reduce: z.enum(["max", "min"]), each: Expr }),
    z.strictObject({ end: Id, each: Expr }),
    z.strictObject({ across: z.array(Id).min(2).max(24), reduce: z.enum(["max", "min", "mean", "range"]), each: Expr }),
  ]),
);

export const Point = z.strictObject({
  id: Id,
  name: Text,
  /** Column heading. */
  short: z.string().min(1).max(16),
  /** Where the point lies along each axis of the feature: height, direction, place round a trochoid. */
  at: Selector,
  /** Where it lies for what is fitted to it: on a face or along a shaft in mm, round an axis in degrees. */
  place: z.strictObject({ x: Finite.optional(), y: Finite.optional(), angle: Finite.optional() }).optional(),
  /** What a new part reads here, about: what a slip of the hand is told by where the limits are of something else. */
  nominal: Finite.optional(),
  /** What to mind when the gauge goes there. */
  hint: Text.optional(),
});

export const Characteristic = z.strictObject({
  id: Id,
  name: Text,
  short: z.string().min(1).max(16),
  /** What its value is shown in; lengths are shown in the job's own unit. */
  unit: unitId.default("mm"),
  expr: Expr,
  /** A quantity that cannot be below zero is not normal near zero. */
  nonNegative: z.boolean().default(false),
  limits: Limits.default({}),
  /** Other limits, each where its condition holds: the first of them. While that cannot be told, the strictest of those that may. */
  limitsWhere: z
    .array(z.strictObject({ onlyIf: Condition, limits: Limits }))
    .max(20)
    .default([]),
  /** What it goes by where no limit for reassembly is known: a rule of thumb, some of which go by a diameter in mm. */
  thumb: z.strictObject({ rule: z.enum(thumbIds), diameter: z.number().positive().optional() }).optional(),
});

const Layer = z.strictObject({ depth: z.number().positive(), keep: z.number().positive(), ref: Ref });

/** A closed or open outline drawn with straight lines, arcs and curves; numbers and commands only, never markup. */
const PathData = z
  .string()
  .max(2000)
  .regex(/^[MLHVCSQTAZmlhvcsqtaz0-9eE+\-., ]+$/u);

/** A sketch of a kind of part, on which a feature shows where the gauge goes. */
export const Drawing = z.strictObject({
  id: Id,
  width: z.number().positive().max(1000),
  height: z.number().positive().max(1000),
  /** Outlines; those that are filled are material. */
  paths: z
    .array(z.strictObject({ path: PathData, filled: z.boolean().default(false) }))
    .min(1)
    .max(30),
});

/** Machining that brings a worn place to a standard size: a journal to a smaller one, a bore to a larger one. */
export const Rework = z.strictObject({
  kind: z.enum(["undersize", "oversize"]),
  name: Text,
  ref: Ref,
  /** Sizes on offer, as how far they are from the new diameter; none where only its new size can be restored. */
  steps: z.array(z.strictObject({ id: Id, name: Text, amount: z.number().positive() })).max(20),
  /** Damage and run-out that the finished diameter has to get under: factor times the related feature. */
  allowances: z
    .array(
      z.strictObject({
        feature: Id,
        factor: z.number().positive(),
        /** A total run-out, on diameter: the part is machined about another axis than it was hardened about. */
        shiftsAxis: z.boolean().default(false),
      }),
    )
    .max(10),
  cleanUp: z.strictObject({ amount: z.number().min(0), ref: Ref }),
  /** Depth of the hardened layer of a new part, and how much of it must be left. */
  hardenedCase: Layer.optional(),
  /** Thickness of the wall behind a new bore, and how much of it must be left. */
  wall: Layer.optional(),
  /**
   * How far the worn place leans away from its original axis, on diameter: where wear is one-sided, largest less unworn
   * diameter. Machining on the original axis takes it twice; on the worn axis not at all.
   */
  offset: Expr.optional(),
  /** What brings a single place back to the new size where the others stay as they are: a sleeve, plating, welding and grinding. */
  restore: z.strictObject({ id: Id, name: Text, ref: Ref }).optional(),
  /** All places of the part are brought to one size, or of all such parts of the engine. */
  oneSize: z.union([z.boolean(), z.literal("engine")]),
  /** What a size does to the engine: expressions in which `finished` is the finished diameter. */
  effects: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        unit: z.union([z.literal("1"), Id]),
        decimals: z.number().int().min(0).max(4),
        expr: Expr,
      }),
    )
    .max(10)
    .default([]),
});

export const Feature = z.strictObject({
  id: Id,
  name: Text,
  /** Heading of its sheet at the bench. */
  title: Text,
  /** What a gauge has to be able to measure. */
  quantity: Id,
  /** Where the gauge goes: on which sketch, and for each point the lines along which it measures, from x, y to x, y. */
  drawing: z
    .strictObject({
      id: Id,
      marks: z.record(
        Id,
        z
          .array(z.tuple([Finite, Finite, Finite, Finite]))
          .min(1)
          .max(6),
      ),
    })
    .optional(),
  /** What its readings are taken in where nobody types a unit; lengths are taken in the job's own. */
  unit: unitId.default("mm"),
  /** The places of one part where the feature occurs; none when it occurs once. */
  places: z
    .array(z.strictObject({ id: Id, name: Text, label: z.string().min(1).max(8) }))
    .max(200)
    .default([]),
  points: z.array(Point).min(1).max(200),
  /** The value that is held against the limit. */
  governing: Characteristic,
  wearsTowards: z.enum(["larger", "smaller"]),
  /** What lies between the points that are measured, standard: it is in no reading, and enters the value that decides. */
  sampling: z.strictObject({ standardMm: z.number().positive(), ref: Ref }).optional(),
  /** It comes of an event, not of hours: a bend, a score. Hours behind say nothing of hours ahead. */
  byEvent: z.boolean().default(false),
  derived: z.array(Characteristic).max(20).default([]),
  /** A person chooses a disposition for each place of it. */
  decides: z.boolean(),
  /** Other features of the same part that speak for or against reuse: at the same place, or of the whole part. */
  restsOn: z.array(Id).max(20).default([]),
  rework: Rework.optional(),
  /** What saves a part that is past its limit, up to another one, without taking anything off it: a liner turned by a quarter. Only where its condition holds. */
  remedy: z.strictObject({ id: Id, name: Text, within: Limit, onlyIf: Condition.optional(), ref: Ref }).optional(),
});

/** What a life is counted in. */
export const lifeUnits = ["hours", "kilometres", "cycles"] as const;

const Life = z
  .strictObject({
    hours: z.number().positive().optional(),
    kilometres: z.number().positive().optional(),
    cycles: z.number().positive().optional(),
    scatter: z.number().min(0).max(1).optional(),
    ref: Ref,
  })
  .refine((life) => lifeUnits.some((unit) => life[unit] !== undefined), "a life is in hours, kilometres or cycles");
export type Life = z.infer<typeof Life>;

export const PartClass = z.strictObject({
  id: Id,
  name: Text,
  /** How its sheets are called where there is little room. */
  short: z.string().min(1).max(16).optional(),
  /** What it is measured and decided together with: kinds of part of one group stand under one name. */
  group: z.string().min(1).max(16).optional(),
  tag: z.string().regex(/^[A-Z]{1,4}$/u),
  /** Linear thermal expansion, 1/K, and how well it is known: as a standard deviation, a tenth of it where it is left out. */
  expansionPerK: z.strictObject({ value: z.number().min(0).max(1e-4), standard: z.number().min(0).max(1e-4).optional(), ref: Ref }), // prettier-ignore
  features: z.array(Feature).max(100),
  /** What it is made of: what cleans it and what a crack-check can see hang on it. */
  material: Id.optional(),
  /** What a whole one weighs. */
  mass: z.strictObject({ grams: z.number().positive(), standard: z.number().min(0), ref: Ref }).optional(),
  /** The decision rule for it where the job's is less strict: parts whose failure hurts people. */
  rule: z.strictObject({ atLeast: z.enum(["simple", "guarded-acceptance"]), ref: Ref }).optional(),
  /**
   * What it may run before it is not used again, whatever it measures: fatigue, or the maker's word. In hours, distance
   * or cycles; of the part itself. Where lives scatter, relative and standard: then what comes near it is asked about.
   */
  life: Life.optional(),
  /** Other lives, each where its condition holds: the first of them. While that cannot be told, the shortest of those that may. */
  livesWhere: z
    .array(z.strictObject({ onlyIf: Condition, life: Life }))
    .max(20)
    .default([]),
  /** How it was built at different times: its limits, lives and what follows may differ. */
  series: z
    .array(z.strictObject({ id: Id, name: Text, note: Text.optional() }))
    .max(20)
    .default([]),
  /** Its revisions, oldest first, each with the numbers that stand on it or its box. */
  revisions: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        series: Id.optional(),
        numbers: z.array(z.string().trim().min(1).max(60)).max(50).default([]),
        /** Old stock that is not fitted any more. */
        refused: z.strictObject({ why: Text, ref: Ref }).optional(),
      }),
    )
    .max(50)
    .default([]),
  /** What is measured of new ones before any is fitted: all of a lot, or a sample of it. */
  incoming: z
    .strictObject({
      features: z.array(Id).min(1).max(20),
      sample: z.union([z.literal("all"), z.number().int().min(1).max(1000)]),
      ref: Ref,
    })
    .optional(),
  /** A better part for the same place: a later revision, another material. `instead`: the old one is not to be had or is refused. */
  upgrade: z.strictObject({ name: Text, why: Text, instead: z.boolean().default(false), ref: Ref }).optional(),
  /** Where on it a finding can be, and which of its measured places that is. */
  places: z
    .array(z.strictObject({ id: Id, name: Text, on: z.array(Id).max(20).optional() }))
    .max(60)
    .default([]),
  /** What can be seen on it. */
  findings: z.array(FindingKind).max(60).default([]),
  cleaning: ClassCleaning.optional(),
  /** It is crack-checked before it is used again. */
  crackCheck: z.strictObject({ methods: z.array(Id).min(1).max(10), ref: Ref }).optional(),
  zoneMap: ZoneMap.optional(),
  /** Pieces that a circuit carries stay in it unseen. */
  harbours: Harbours.optional(),
});

export const Slot = z.strictObject({
  id: Id,
  name: Text,
  label: z.string().min(1).max(8),
  class: Id,
  /** The slot whose part it sits or is pressed in, and comes out with. */
  within: Id.optional(),
  /** It is there only so; while that cannot be told, it is. */
  onlyIf: Condition.optional(),
  /** Its place on the engine map, in any consistent unit, x to the right and y down; turned clockwise by degrees. */
  map: z
    .strictObject({
      x: Finite,
      y: Finite,
      outline: Id,
      turn: Finite.optional(),
      /** Drawn only where the map has room for it. */
      detail: z.boolean().optional(),
    })
    .optional(),
});

/**
 * Where features of several slots meet, and what matters is how they fit: a clearance, a crush, a protrusion.
 * Its characteristics are expressions over the points of its ends.
 */
export const Joint = z.strictObject({
  id: Id,
  name: Text,
  title: Text,
  ends: z
    .array(z.strictObject({ id: Id, name: Text }))
    .min(2)
    .max(24),
  places: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        label: z.string().min(1).max(8),
        /** By end: the slot, and the feature at one place as readings name it. */
        ends: z.record(Id, z.strictObject({ slot: Id, feature: Id })),
      }),
    )
    .min(1)
    .max(200),
  governing: Characteristic,
  wearsTowards: z.enum(["larger", "smaller"]),
  derived: z.array(Characteristic).max(20).default([]),
  /** Ends that are not used again while the joint is outside its limits: the cheap ones. */
  givesWay: z.array(Id).max(24).default([]),
  /** What becomes of ends when another one is worked on or goes. */
  renews: z
    .array(
      z.strictObject({
        when: Id,
        becomes: z
          .array(z.enum(["rework", "replace"]))
          .min(1)
          .max(2),
        replace: z.array(Id).min(1).max(8),
        ref: Ref,
      }),
    )
    .max(8)
    .default([]),
});

export const Caution = z.strictObject({
  id: Id,
  station: Id,
  /** Applications it concerns; everywhere when empty. */
  applications: z.array(Id).max(20).default([]),
  /** The part class it concerns; every one when absent. */
  class: Id.optional(),
  text: z.string().trim().min(1).max(600),
  ref: Ref,
});

const Variant = Id;
/** A probability that leaves room for the opposite: nothing seen at a bench is impossible. */
const Probability = z.number().gt(0).lt(1);

/** One part of a number, read from left to right. Rules are lists of these, never patterns. */
export const Segment = z.discriminatedUnion("is", [
  /** Fixed signs. */
  z.strictObject({ is: z.literal("text"), text: z.string().regex(/^[A-Z0-9]{1,12}$/u), means: Text.optional() }),
  /** A count of digits; `serial` is what ranges speak of. */
  z.strictObject({
    is: z.literal("digits"),
    as: z.enum(["serial", "other"]),
    min: z.number().int().min(1).max(12),
    max: z.number().int().min(1).max(12),
    means: Text.optional(),
  }),
  /** A year of one, two or four digits, or a letter; of several years that end alike the one in the window is meant. */
  z.strictObject({
    is: z.literal("year"),
    digits: z.union([z.literal(1), z.literal(2), z.literal(4)]),
    window: z.tuple([z.number().int(), z.number().int()]),
  }),
  z.strictObject({
    is: z.literal("letter"),
    as: z.enum(["year", "month", "shift", "other"]),
    letters: z.record(z.string().regex(/^[A-Z]$/u), z.union([z.number().int(), Text])),
  }),
  /** Two digits each. */
  z.strictObject({ is: z.literal("month") }),
  z.strictObject({ is: z.literal("day") }),
  z.strictObject({ is: z.literal("hour") }),
  z.strictObject({ is: z.literal("minute") }),
  /** A week by ISO 8601. */
  z.strictObject({ is: z.literal("week") }),
]);

export const NumberRule = z.strictObject({
  id: Id,
  name: Text,
  segments: z.array(Segment).min(1).max(20),
  /** What the serial says of the model: as it was built, and what it should be by now. Without ranges it says nothing. */
  ranges: z
    .array(
      z.strictObject({
        from: z.number().int().min(0),
        to: z.number().int().min(0),
        except: z
          .array(z.tuple([z.number().int(), z.number().int()]))
          .max(50)
          .default([]),
        built: Variant,
        now: Variant.optional(),
        /** Said where a range is meant to overlap another. */
        overlaps: z.boolean().default(false),
        note: Text.optional(),
      }),
    )
    .max(100)
    .default([]),
  /** Which revision of a part was fitted, from a serial or a date on; the last that applies is meant. */
  revisions: z
    .array(
      z.strictObject({
        part: Text,
        revision: Text,
        since: z.union([
          z.strictObject({ serial: z.number().int() }),
          z.strictObject({
            date: z.iso.date(),
            shift: z.number().int().min(1).max(4).optional(),
            time: z.iso.time({ precision: -1 }).optional(),
          }),
        ]),
        note: Text.optional(),
      }),
    )
    .max(200)
    .default([]),
  ref: Ref,
});

/** Something about an engine that tells its variants apart. */
export const Tell = z.strictObject({
  id: Id,
  name: Text,
  question: Text,
  answers: z
    .array(z.strictObject({ id: Id, name: Text, given: z.record(Variant, Probability) }))
    .min(2)
    .max(12),
  minutes: z.number().positive().max(600),
  /** What has to be open to see it. */
  open: Text.nullable(),
  ref: Ref,
});

export const Identity = z.strictObject({
  /** How common each variant is among engines that come in as this family. */
  priors: z.record(Variant, Probability),
  places: z
    .array(z.strictObject({ id: Id, name: Text, where: Text, rules: z.array(NumberRule).min(1).max(50) }))
    .max(10),
  tells: z.array(Tell).max(200),
  /** What may have happened to an engine so that a place or a tell no longer speaks of it. */
  stories: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        prior: Probability,
        frees: z.array(Id).min(1).max(50),
        /** What an altered tell then shows, by tell: made to look like the better variant. Any answer alike where it is not said. */
        shows: z.record(Id, Id).optional(),
      }),
    )
    .max(50),
});

const Choices = z
  .array(z.strictObject({ id: Id, name: Text, note: Text.optional() }))
  .min(1)
  .max(30);

/** An answer may say which kind of application it is, for cautions and conditions that hold there only. */
const ApplicationChoices = z
  .array(z.strictObject({ id: Id, name: Text, note: Text.optional(), application: Id.optional() }))
  .min(1)
  .max(30);

export const Intake = z.strictObject({
  /** What it is going into, and what belongs to that. */
  questions: z.array(z.strictObject({ id: Id, text: Text, why: Text, options: ApplicationChoices })).max(50),
  /** Where practitioners differ: options with their reasons. */
  schools: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        options: z
          .array(z.strictObject({ id: Id, name: Text, reason: Text }))
          .min(2)
          .max(6),
        ref: Ref,
      }),
    )
    .max(30),
  /** Lines of the ledger beyond the hours, which every engine has. */
  history: z.array(z.strictObject({ id: Id, name: Text, options: Choices })).max(50),
  symptoms: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        /** It names a failure: what failed first is asked for before anything is decided. */
        failure: z.boolean().default(false),
      }),
    )
    .max(100),
  /** Done while it still runs or turns. */
  tests: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        how: Text,
        unit: Id,
        places: z.array(z.strictObject({ id: Id, name: Text })).max(60),
        low: Finite.optional(),
        high: Finite.optional(),
        caution: Text.optional(),
        ref: Ref,
      }),
    )
    .max(30),
  weakPoints: z
    .array(
      z.strictObject({
        id: Id,
        title: Text,
        text: z.string().trim().min(1).max(600),
        variants: z.array(Variant).max(50).default([]),
        ref: Ref,
      }),
    )
    .max(100),
  /** Campaigns of the maker that concern serials of a place. */
  bulletins: z
    .array(
      z.strictObject({
        id: Id,
        title: Text,
        text: z.string().trim().min(1).max(600),
        serials: z.tuple([z.number().int(), z.number().int()]),
        ref: Ref,
      }),
    )
    .max(100),
});

export const Pack = z.strictObject({
  format: z.literal("ember-pack/1"),
  id: Id,
  revision: z.number().int().min(1),
  family: Text,
  summary: Text,
  sources: z.array(Source).min(1).max(200),
  variants: z
    .array(z.strictObject({ id: Id, name: Text, note: Text.optional() }))
    .min(1)
    .max(50),
  facts: z
    .array(z.strictObject({ id: Id, name: Text, value: Finite, unit: z.enum(["mm", "mm2", "mm3", "1"]), ref: Ref }))
    .max(500)
    .default([]),
  /** Figures of the whole engine, for the report. */
  figures: z
    .array(z.strictObject({ id: Id, name: Text, expr: Expr, unit: unitId, ref: Ref }))
    .max(50)
    .default([]),
  outlines: z.array(z.strictObject({ id: Id, path: PathData })).max(50),
  drawings: z.array(Drawing).max(60).default([]),
  classes: z.array(PartClass).min(1).max(300),
  slots: z.array(Slot).min(1).max(2000),
  joints: z.array(Joint).max(300).default([]),
  cautions: z.array(Caution).max(200).default([]),
  identity: Identity.optional(),
  intake: Intake.optional(),
  worth: Worth.optional(),
  /** How far the next hours may wear otherwise than those behind, relative, standard. */
  wear: z.strictObject({ rateScatter: z.number().min(0).max(2), ref: Ref }).optional(),
  materials: z.array(Material).max(60).default([]),
  treatments: z.array(Treatment).max(40).default([]),
  crackMethods: z.array(CrackMethod).max(20).default([]),
  /** What follows from what was seen, tested and is known. */
  consequences: z.array(Consequence).max(2000).default([]),
  /** What holds between parts: sets, mates, companions. */
  relations: z.array(Relation).max(300).default([]),
  /** What goes with what, and with what the engine goes into. */
  match: Match.optional(),
  strip: Strip.optional(),
  /** What is done in the machine shop, and in which order. */
  shop: z.array(ShopOperation).max(100).default([]),
  circuits: z.array(Circuit).max(20).default([]),
  ledger: Ledger.optional(),
  /** What makes this engine fail, and by what that is known. */
  diagnosis: Diagnosis.optional(),
});

export type Pack = z.infer<typeof Pack>;
export type PartClass = z.infer<typeof PartClass>;
export type Feature = z.infer<typeof Feature>;
export type Point = z.infer<typeof Point>;
export type Drawing = z.infer<typeof Drawing>;
export type Characteristic = z.infer<typeof Characteristic>;
export type Limit = z.infer<typeof Limit>;
export type Limits = z.infer<typeof Limits>;
export type Rework = z.infer<typeof Rework>;
export type Slot = z.infer<typeof Slot>;
export type Segment = z.infer<typeof Segment>;
export type NumberRule = z.infer<typeof NumberRule>;
export type Identity = z.infer<typeof Identity>;
export type Tell = z.infer<typeof Tell>;
export type Intake = z.infer<typeof Intake>;
export type Joint = z.infer<typeof Joint>;
export type Ref = z.infer<typeof Ref>;
export type Caution = z.infer<typeof Caution>;
