import * as z from "../z";
import { lifeUnits } from "./life-units";
import { toCore, unitById } from "../quantity/units";
import { largestFit, zoneOf } from "../tables/limits-and-fits";
import { fits, type Fit } from "./fit-kinds";
import { thumbIds } from "./thumb-rules";
import { unionByKey } from "./union-by-key";
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
  short: z.string().check(z.minLength(1), z.maxLength(40)),
  edition: z.optional(Text),
  /** Whether the fact can be looked up, is common practice without a source, or is made up for a demonstration. */
  standing: z.enum(["published", "common-practice", "invented"]),
});

const unitId = Id.check(z.refine((id) => unitById(id) !== undefined, "not a unit"));

/** How a limit stands in its source, where that is not in core units: figures in a unit, or a tolerance zone about a size in mm. */
const Printed = z.union([
  z.strictObject({ min: z.optional(Finite), max: z.optional(Finite), unit: unitId }),
  z.strictObject({
    size: z.number().check(z.positive(), z.maximum(largestFit)),
    zone: z.string().check(z.maxLength(6)),
  }),
]);
type Printed = z.infer<typeof Printed>;

const isOrdered = ({ min, max }: { readonly min?: number | undefined; readonly max?: number | undefined }) =>
  min === undefined || max === undefined || min <= max;

/**
 * Bounds of which at least one is there; the bounds themselves are allowed values. In core units, mm for lengths and SI for
 * all else; or as they are printed, in a unit or as a tolerance zone (ISO 286) about a size in mm: then they are brought to
 * core units once, here, and what was printed is kept beside them.
 */
export const Limit = z.pipe(
  z
    .strictObject({
      min: z.optional(Finite),
      max: z.optional(Finite),
      unit: z.optional(unitId),
      size: z.optional(z.number().check(z.positive(), z.maximum(largestFit))),
      zone: z.optional(z.string().check(z.maxLength(6))),
      /** Filled in when it is read. */
      printed: z.optional(Printed),
      ref: Ref,
    })
    .check(
      z.refine(
        ({ size, zone }) => (size === undefined) === (zone === undefined),
        "a tolerance zone and the size it is about go together",
      ),
      z.refine(
        ({ size, zone }) => zone === undefined || zoneOf(size!, zone) !== null,
        "is no tolerance zone of the tables (H7, js6, p6) at this size",
      ),
      z.refine(
        ({ min, max, unit, zone }) => zone === undefined || (min ?? max ?? unit) === undefined,
        "a limit is figures or a tolerance zone, not both",
      ),
      z.refine(
        ({ min, max, zone }) => (min ?? max ?? zone) !== undefined,
        "a limit needs min, max or both, or a tolerance zone",
      ),
      z.refine(isOrdered, "min is above max"),
    ),
  z.transform(({ unit, size, zone, printed, ref, ...bounds }) => {
    const limit = (of: { readonly min?: number | undefined; readonly max?: number | undefined }, as?: Printed) => ({ ...of, ...(as ? { printed: as } : {}), ref }); // prettier-ignore
    if (zone !== undefined) return limit(zoneOf(size!, zone)!, { size: size!, zone });
    if (unit === undefined) return limit(bounds, printed);
    const core = Object.entries(bounds).map(([end, figure]) => [end, toCore(figure, unitById(unit)!)]);
    return limit(Object.fromEntries(core) as typeof bounds, { ...bounds, unit });
  }),
);

export const Limits = z.strictObject({
  /** The drawing band of a new part. */
  new: z.optional(Limit),
  /** May be built in again: this one decides at strip-down. */
  reassembly: z.optional(Limit),
  /** May run on until the next visit. */
  inService: z.optional(Limit),
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
export const Expr: z.ZodMiniType<Expr> = z.lazy(() =>
  unionByKey<Expr>([
    ["const", z.strictObject({ const: Finite, unit: z.optional(unitId) })],
    ["fact", z.strictObject({ fact: Id })],
    ["ref", z.strictObject({ ref: z.enum(["governing", "wear", "finished"]) })],
    /** What the part itself had of this feature when it was new, as somebody read it off its record or off a place that does not wear. */
    ["own", z.strictObject({ own: Id })],
    [
      "op",
      z.strictObject({
        op: z.enum(["add", "subtract", "multiply", "divide"]),
        args: z.array(Expr).check(z.minLength(2), z.maxLength(12)),
      }),
    ],
    ["fn", z.strictObject({ fn: z.enum(["circumference", "circle-area"]), args: z.array(Expr).check(z.length(1)) })],
    /** One of the program's figures: by its id, which of its results, and each of its inputs. */
    ["figure", z.strictObject({ figure: Id, gives: Id, with: z.record(Id, Expr) })],
    [
      "fit",
      z.strictObject({ fit: z.enum(fits), points: Selector, within: z.optional(z.number().check(z.positive())) }),
    ],
    ["over", z.strictObject({ over: Id, reduce: z.enum(["max", "min"]), each: Expr })],
    ["end", z.strictObject({ end: Id, each: Expr })],
    [
      "across",
      z.strictObject({
        across: z.array(Id).check(z.minLength(2), z.maxLength(24)),
        reduce: z.enum(["max", "min", "mean", "range"]),
        each: Expr,
      }),
    ],
    ["reduce", z.strictObject({ reduce: z.enum(["max", "min", "mean", "range"]), points: Selector })],
  ]),
);

export const Point = z.strictObject({
  id: Id,
  name: Text,
  /** Column heading. */
  short: z.string().check(z.minLength(1), z.maxLength(16)),
  /** Where the point lies along each axis of the feature: height, direction, place round a trochoid. */
  at: Selector,
  /** Where it lies for what is fitted to it: on a face or along a shaft in mm, round an axis in degrees. */
  place: z.optional(z.strictObject({ x: z.optional(Finite), y: z.optional(Finite), angle: z.optional(Finite) })),
  /** What a new part reads here, about: what a slip of the hand is told by where the limits are of something else. */
  nominal: z.optional(Finite),
  /** What to mind when the gauge goes there. */
  hint: z.optional(Text),
});

export const Characteristic = z.strictObject({
  id: Id,
  name: Text,
  short: z.string().check(z.minLength(1), z.maxLength(16)),
  /** What its value is shown in; lengths are shown in the job's own unit. */
  unit: z._default(unitId, "mm"),
  expr: Expr,
  /** A quantity that cannot be below zero is not normal near zero. */
  nonNegative: z._default(z.boolean(), false),
  limits: z._default(Limits, {}),
  /** Other limits, each where its condition holds: the first of them. While that cannot be told, the strictest of those that may. */
  limitsWhere: z._default(z.array(z.strictObject({ onlyIf: Condition, limits: Limits })).check(z.maxLength(20)), []),
  /** It is kept for the record alone, and why: past its limits it refuses nothing. */
  record: z.optional(Text),
  /** What it goes by where no limit for reassembly is known: a rule of thumb, some of which go by a diameter in mm. */
  thumb: z.optional(z.strictObject({ rule: z.enum(thumbIds), diameter: z.optional(z.number().check(z.positive())) })),
});

const Layer = z.strictObject({ depth: z.number().check(z.positive()), keep: z.number().check(z.positive()), ref: Ref });

/** A closed or open outline drawn with straight lines, arcs and curves; numbers and commands only, never markup. */
const PathData = z.string().check(z.maxLength(2000), z.regex(/^[MLHVCSQTAZmlhvcsqtaz0-9eE+\-., ]+$/u));

/** A sketch of a kind of part, on which a feature shows where the gauge goes. */
export const Drawing = z.strictObject({
  id: Id,
  width: z.number().check(z.positive(), z.maximum(1000)),
  height: z.number().check(z.positive(), z.maximum(1000)),
  /** Outlines; those that are filled are material. */
  paths: z
    .array(z.strictObject({ path: PathData, filled: z._default(z.boolean(), false) }))
    .check(z.minLength(1), z.maxLength(30)),
});

/** Machining that brings a worn place to a standard size: a journal to a smaller one, a bore to a larger one. */
export const Rework = z.strictObject({
  kind: z.enum(["undersize", "oversize"]),
  name: Text,
  ref: Ref,
  /** Sizes on offer, as how far they are from the new diameter; none where only its new size can be restored. */
  steps: z.array(z.strictObject({ id: Id, name: Text, amount: z.number().check(z.positive()) })).check(z.maxLength(20)),
  /** Damage and run-out that the finished diameter has to get under: factor times the related feature. */
  allowances: z
    .array(
      z.strictObject({
        feature: Id,
        factor: z.number().check(z.positive()),
        /** A total run-out, on diameter: the part is machined about another axis than it was hardened about. */
        shiftsAxis: z._default(z.boolean(), false),
      }),
    )
    .check(z.maxLength(10)),
  cleanUp: z.strictObject({ amount: z.number().check(z.minimum(0)), ref: Ref }),
  /** Depth of the hardened layer of a new part, and how much of it must be left. */
  hardenedCase: z.optional(Layer),
  /** Thickness of the wall behind a new bore, and how much of it must be left. */
  wall: z.optional(Layer),
  /**
   * How far the worn place leans away from its original axis, on diameter: where wear is one-sided, largest less unworn
   * diameter. Machining on the original axis takes it twice; on the worn axis not at all.
   */
  offset: z.optional(Expr),
  /** What brings a single place back to the new size where the others stay as they are: a sleeve, plating, welding and grinding. */
  restore: z.optional(
    z.strictObject({ id: Id, name: Text, /** How far from the new size it can fill, mm on diameter. */ upTo: z.number().check(z.positive()), ref: Ref }), // prettier-ignore
  ),
  /** All places of the part are brought to one size, or of all such parts of the engine. */
  oneSize: z.union([z.boolean(), z.literal("engine")]),
  /** What a size does to the engine: expressions in which `finished` is the finished diameter. */
  effects: z._default(
    z
      .array(
        z.strictObject({
          id: Id,
          name: Text,
          unit: z.union([z.literal("1"), Id]),
          decimals: z.int().check(z.minimum(0), z.maximum(4)),
          expr: Expr,
        }),
      )
      .check(z.maxLength(10)),
    [],
  ),
});

export const Feature = z.strictObject({
  id: Id,
  name: Text,
  /** Heading of its sheet at the bench. */
  title: Text,
  /** What a gauge has to be able to measure. */
  quantity: Id,
  /** Where the gauge goes: on which sketch, and for each point the lines along which it measures, from x, y to x, y. */
  drawing: z.optional(
    z.strictObject({
      id: Id,
      marks: z.record(Id, z.array(z.tuple([Finite, Finite, Finite, Finite])).check(z.minLength(1), z.maxLength(6))),
    }),
  ),
  /** What its readings are taken in where nobody types a unit; lengths are taken in the job's own. */
  unit: z._default(unitId, "mm"),
  /** The places of one part where the feature occurs; none when it occurs once. */
  places: z._default(
    z
      .array(z.strictObject({ id: Id, name: Text, label: z.string().check(z.minLength(1), z.maxLength(8)) }))
      .check(z.maxLength(200)),
    [],
  ),
  points: z.array(Point).check(z.minLength(1), z.maxLength(200)),
  /** The value that is held against the limit. */
  governing: Characteristic,
  wearsTowards: z.enum(["larger", "smaller"]),
  /** What lies between the points that are measured, standard: it is in no reading, and enters the value that decides. */
  sampling: z.optional(z.strictObject({ standardMm: z.number().check(z.positive()), ref: Ref })),
  /** It comes of an event, not of hours: a bend, a score. Hours behind say nothing of hours ahead. */
  byEvent: z._default(z.boolean(), false),
  /** Whether its wear is what ends the part: where nobody says, it mostly is. */
  ends: z.optional(z.boolean()),
  derived: z._default(z.array(Characteristic).check(z.maxLength(20)), []),
  /** A person chooses a disposition for each place of it. */
  decides: z.boolean(),
  /** Other features of the same part that speak for or against reuse: at the same place, or of the whole part. */
  restsOn: z._default(z.array(Id).check(z.maxLength(20)), []),
  rework: z.optional(Rework),
  /** What sets a value right that decides nothing by itself: a shim under a flange. Undone, being past its limit refuses the part. */
  setRight: z.optional(z.strictObject({ id: Id, name: Text, ref: Ref })),
  /** What saves a part that is past its limit, up to another one, without taking anything off it: a liner turned by a quarter. Only where its condition holds. */
  remedy: z.optional(z.strictObject({ id: Id, name: Text, within: Limit, onlyIf: z.optional(Condition), ref: Ref })),
});

const Life = z
  .strictObject({
    hours: z.optional(z.number().check(z.positive())),
    kilometres: z.optional(z.number().check(z.positive())),
    cycles: z.optional(z.number().check(z.positive())),
    scatter: z.optional(z.number().check(z.minimum(0), z.maximum(1))),
    ref: Ref,
  })
  .check(
    z.refine((life) => lifeUnits.some((unit) => life[unit] !== undefined), "a life is in hours, kilometres or cycles"),
  );
export type Life = z.infer<typeof Life>;

export const PartClass = z.strictObject({
  id: Id,
  name: Text,
  /** How its sheets are called where there is little room. */
  short: z.optional(z.string().check(z.minLength(1), z.maxLength(16))),
  /** What it is measured and decided together with: kinds of part of one group stand under one name. */
  group: z.optional(z.string().check(z.minLength(1), z.maxLength(16))),
  tag: z.string().check(z.regex(/^[A-Z]{1,4}$/u)),
  /** Linear thermal expansion, 1/K, and how well it is known: as a standard deviation, a tenth of it where it is left out. */
  expansionPerK: z.strictObject({ value: z.number().check(z.minimum(0), z.maximum(1e-4)), standard: z.optional(z.number().check(z.minimum(0), z.maximum(1e-4))), ref: Ref }), // prettier-ignore
  features: z.array(Feature).check(z.maxLength(100)),
  /** What it is made of: what cleans it and what a crack-check can see hang on it. */
  material: z.optional(Id),
  /** What a whole one weighs. */
  mass: z.optional(
    z.strictObject({ grams: z.number().check(z.positive()), standard: z.number().check(z.minimum(0)), ref: Ref }),
  ),
  /** The decision rule for it where the job's is less strict: parts whose failure hurts people. */
  rule: z.optional(z.strictObject({ atLeast: z.enum(["simple", "guarded-acceptance"]), ref: Ref })),
  /**
   * What it may run before it is not used again, whatever it measures: fatigue, or the maker's word. In hours, distance
   * or cycles; of the part itself. Where lives scatter, relative and standard: then what comes near it is asked about.
   */
  life: z.optional(Life),
  /** Other lives, each where its condition holds: the first of them. While that cannot be told, the shortest of those that may. */
  livesWhere: z._default(z.array(z.strictObject({ onlyIf: Condition, life: Life })).check(z.maxLength(20)), []),
  /** How it was built at different times: its limits, lives and what follows may differ. */
  series: z._default(
    z.array(z.strictObject({ id: Id, name: Text, note: z.optional(Text) })).check(z.maxLength(20)),
    [],
  ),
  /** Its revisions, oldest first, each with the numbers that stand on it or its box. */
  revisions: z._default(
    z
      .array(
        z.strictObject({
          id: Id,
          name: Text,
          series: z.optional(Id),
          numbers: z._default(
            z.array(z.string().check(z.trim(), z.minLength(1), z.maxLength(60))).check(z.maxLength(50)),
            [],
          ),
          /** Old stock that is not fitted any more. */
          refused: z.optional(z.strictObject({ why: Text, ref: Ref })),
        }),
      )
      .check(z.maxLength(50)),
    [],
  ),
  /** What is measured of new ones before any is fitted: all of a lot, or a sample of it. */
  incoming: z.optional(
    z.strictObject({
      features: z.array(Id).check(z.minLength(1), z.maxLength(20)),
      sample: z.union([z.literal("all"), z.int().check(z.minimum(1), z.maximum(1000))]),
      ref: Ref,
    }),
  ),
  /** A better part for the same place: a later revision, another material. `instead`: the old one is not to be had or is refused. */
  upgrade: z.optional(z.strictObject({ name: Text, why: Text, instead: z._default(z.boolean(), false), ref: Ref })),
  /** Where on it a finding can be, and which of its measured places that is. */
  places: z._default(
    z
      .array(z.strictObject({ id: Id, name: Text, on: z.optional(z.array(Id).check(z.maxLength(20))) }))
      .check(z.maxLength(60)),
    [],
  ),
  /** What can be seen on it. */
  findings: z._default(z.array(FindingKind).check(z.maxLength(60)), []),
  cleaning: z.optional(ClassCleaning),
  /** It is crack-checked before it is used again. */
  crackCheck: z.optional(z.strictObject({ methods: z.array(Id).check(z.minLength(1), z.maxLength(10)), ref: Ref })),
  zoneMap: z.optional(ZoneMap),
  /** Pieces that a circuit carries stay in it unseen. */
  harbours: z.optional(Harbours),
});

export const Slot = z.strictObject({
  id: Id,
  name: Text,
  label: z.string().check(z.minLength(1), z.maxLength(8)),
  class: Id,
  /**
   * Places that this one of several alike has: the seats of its own cylinders on a head. A place that some slot of the class
   * names is on those slots alone; one that none names is on all of them.
   */
  has: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(200))),
  /** The slot whose part it sits or is pressed in, and comes out with. */
  within: z.optional(Id),
  /** It is there only so; while that cannot be told, it is. */
  onlyIf: z.optional(Condition),
  /** Its place on the engine map, in any consistent unit, x to the right and y down; turned clockwise by degrees. */
  map: z.optional(
    z.strictObject({
      x: Finite,
      y: Finite,
      outline: Id,
      turn: z.optional(Finite),
      /** Drawn only where the map has room for it. */
      detail: z.optional(z.boolean()),
    }),
  ),
});

/**
 * Where features of several slots meet, and what matters is how they fit: a clearance, a crush, a protrusion.
 * Its characteristics are expressions over the points of its ends.
 */
export const Joint = z.strictObject({
  id: Id,
  name: Text,
  title: Text,
  ends: z.array(z.strictObject({ id: Id, name: Text })).check(z.minLength(2), z.maxLength(24)),
  places: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        label: z.string().check(z.minLength(1), z.maxLength(8)),
        /** By end: the slot, and the feature at one place as readings name it. */
        ends: z.record(Id, z.strictObject({ slot: Id, feature: Id })),
      }),
    )
    .check(z.minLength(1), z.maxLength(200)),
  governing: Characteristic,
  wearsTowards: z.enum(["larger", "smaller"]),
  derived: z._default(z.array(Characteristic).check(z.maxLength(20)), []),
  /** Ends that are not used again while the joint is outside its limits: the cheap ones. */
  givesWay: z._default(z.array(Id).check(z.maxLength(24)), []),
  /** What becomes of ends when another one is worked on or goes. */
  renews: z._default(
    z
      .array(
        z.strictObject({
          when: Id,
          becomes: z.array(z.enum(["rework", "replace"])).check(z.minLength(1), z.maxLength(2)),
          replace: z.array(Id).check(z.minLength(1), z.maxLength(8)),
          ref: Ref,
        }),
      )
      .check(z.maxLength(8)),
    [],
  ),
});

export const Caution = z.strictObject({
  id: Id,
  station: Id,
  /** Applications it concerns; everywhere when empty. */
  applications: z._default(z.array(Id).check(z.maxLength(20)), []),
  /** The part class it concerns; every one when absent. */
  class: z.optional(Id),
  text: z.string().check(z.trim(), z.minLength(1), z.maxLength(600)),
  ref: Ref,
});

const Variant = Id;
/** A probability that leaves room for the opposite: nothing seen at a bench is impossible. */
const Probability = z.number().check(z.gt(0), z.lt(1));

/** One part of a number, read from left to right. Rules are lists of these, never patterns. */
export const Segment = z.discriminatedUnion("is", [
  /** Fixed signs. */
  z.strictObject({
    is: z.literal("text"),
    text: z.string().check(z.regex(/^[A-Z0-9]{1,12}$/u)),
    means: z.optional(Text),
  }),
  /** A count of digits; `serial` is what ranges speak of. */
  z.strictObject({
    is: z.literal("digits"),
    as: z.enum(["serial", "other"]),
    min: z.int().check(z.minimum(1), z.maximum(12)),
    max: z.int().check(z.minimum(1), z.maximum(12)),
    means: z.optional(Text),
  }),
  /** A year of one, two or four digits, or a letter; of several years that end alike the one in the window is meant. */
  z.strictObject({
    is: z.literal("year"),
    digits: z.union([z.literal(1), z.literal(2), z.literal(4)]),
    window: z.tuple([z.int(), z.int()]),
  }),
  z.strictObject({
    is: z.literal("letter"),
    as: z.enum(["year", "month", "shift", "other"]),
    letters: z.record(z.string().check(z.regex(/^[A-Z]$/u)), z.union([z.int(), Text])),
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
  segments: z.array(Segment).check(z.minLength(1), z.maxLength(20)),
  /** What the serial says of the model: as it was built, and what it should be by now. Without ranges it says nothing. */
  ranges: z._default(
    z
      .array(
        z.strictObject({
          from: z.int().check(z.minimum(0)),
          to: z.int().check(z.minimum(0)),
          except: z._default(z.array(z.tuple([z.int(), z.int()])).check(z.maxLength(50)), []),
          built: Variant,
          now: z.optional(Variant),
          /** Said where a range is meant to overlap another. */
          overlaps: z._default(z.boolean(), false),
          note: z.optional(Text),
        }),
      )
      .check(z.maxLength(100)),
    [],
  ),
  /** Which revision of a part was fitted, from a serial or a date on; the last that applies is meant. */
  revisions: z._default(
    z
      .array(
        z.strictObject({
          part: Text,
          revision: Text,
          since: z.union([
            z.strictObject({ serial: z.int() }),
            z.strictObject({
              date: z.iso.date(),
              shift: z.optional(z.int().check(z.minimum(1), z.maximum(4))),
              time: z.optional(z.iso.time({ precision: -1 })),
            }),
          ]),
          note: z.optional(Text),
        }),
      )
      .check(z.maxLength(200)),
    [],
  ),
  ref: Ref,
});

/** Something about an engine that tells its variants apart. */
export const Tell = z.strictObject({
  id: Id,
  name: Text,
  question: Text,
  answers: z
    .array(z.strictObject({ id: Id, name: Text, given: z.record(Variant, Probability) }))
    .check(z.minLength(2), z.maxLength(12)),
  minutes: z.number().check(z.positive(), z.maximum(600)),
  /** What has to be open to see it. */
  open: z.nullable(Text),
  ref: Ref,
});

export const Identity = z.strictObject({
  /** How common each variant is among engines that come in as this family. */
  priors: z.record(Variant, Probability),
  places: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        where: Text,
        rules: z.array(NumberRule).check(z.minLength(1), z.maxLength(50)),
      }),
    )
    .check(z.maxLength(10)),
  tells: z.array(Tell).check(z.maxLength(200)),
  /** What may have happened to an engine so that a place or a tell no longer speaks of it. */
  stories: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        prior: Probability,
        frees: z.array(Id).check(z.minLength(1), z.maxLength(50)),
        /** What an altered tell then shows, by tell: made to look like the better variant. Any answer alike where it is not said. */
        shows: z.optional(z.record(Id, Id)),
      }),
    )
    .check(z.maxLength(50)),
});

const Choices = z
  .array(z.strictObject({ id: Id, name: Text, note: z.optional(Text) }))
  .check(z.minLength(1), z.maxLength(30));

/** An answer may say which kind of application it is, for cautions and conditions that hold there only. */
const ApplicationChoices = z
  .array(z.strictObject({ id: Id, name: Text, note: z.optional(Text), application: z.optional(Id) }))
  .check(z.minLength(1), z.maxLength(30));

export const Intake = z.strictObject({
  /** What it is going into, and what belongs to that. */
  questions: z
    .array(z.strictObject({ id: Id, text: Text, why: Text, options: ApplicationChoices }))
    .check(z.maxLength(50)),
  /** Where practitioners differ: options with their reasons. */
  schools: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        options: z.array(z.strictObject({ id: Id, name: Text, reason: Text })).check(z.minLength(2), z.maxLength(6)),
        ref: Ref,
      }),
    )
    .check(z.maxLength(30)),
  /** Lines of the ledger beyond the hours, which every engine has. */
  history: z.array(z.strictObject({ id: Id, name: Text, options: Choices })).check(z.maxLength(50)),
  symptoms: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        /** It names a failure: what failed first is asked for before anything is decided. */
        failure: z._default(z.boolean(), false),
      }),
    )
    .check(z.maxLength(100)),
  /** Done while it still runs or turns. */
  tests: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        how: Text,
        unit: Id,
        places: z.array(z.strictObject({ id: Id, name: Text })).check(z.maxLength(60)),
        low: z.optional(Finite),
        high: z.optional(Finite),
        caution: z.optional(Text),
        ref: Ref,
      }),
    )
    .check(z.maxLength(30)),
  weakPoints: z
    .array(
      z.strictObject({
        id: Id,
        title: Text,
        text: z.string().check(z.trim(), z.minLength(1), z.maxLength(600)),
        variants: z._default(z.array(Variant).check(z.maxLength(50)), []),
        ref: Ref,
      }),
    )
    .check(z.maxLength(100)),
  /** Campaigns of the maker that concern serials of a place. */
  bulletins: z
    .array(
      z.strictObject({
        id: Id,
        title: Text,
        text: z.string().check(z.trim(), z.minLength(1), z.maxLength(600)),
        serials: z.tuple([z.int(), z.int()]),
        ref: Ref,
      }),
    )
    .check(z.maxLength(100)),
});

export const Pack = z.strictObject({
  format: z.literal("ember-pack/1"),
  id: Id,
  revision: z.int().check(z.minimum(1)),
  family: Text,
  summary: Text,
  sources: z.array(Source).check(z.minLength(1), z.maxLength(200)),
  variants: z
    .array(z.strictObject({ id: Id, name: Text, note: z.optional(Text) }))
    .check(z.minLength(1), z.maxLength(50)),
  facts: z._default(
    z
      .array(z.strictObject({ id: Id, name: Text, value: Finite, unit: z.enum(["mm", "mm2", "mm3", "1"]), ref: Ref }))
      .check(z.maxLength(500)),
    [],
  ),
  /** Figures of the whole engine, for the report. */
  figures: z._default(
    z.array(z.strictObject({ id: Id, name: Text, expr: Expr, unit: unitId, ref: Ref })).check(z.maxLength(50)),
    [],
  ),
  outlines: z.array(z.strictObject({ id: Id, path: PathData })).check(z.maxLength(50)),
  drawings: z._default(z.array(Drawing).check(z.maxLength(60)), []),
  classes: z.array(PartClass).check(z.minLength(1), z.maxLength(300)),
  slots: z.array(Slot).check(z.minLength(1), z.maxLength(2000)),
  joints: z._default(z.array(Joint).check(z.maxLength(300)), []),
  cautions: z._default(z.array(Caution).check(z.maxLength(200)), []),
  identity: z.optional(Identity),
  intake: z.optional(Intake),
  worth: z.optional(Worth),
  /** The engine's own life: after so much it is overhauled, whatever it measures. */
  betweenOverhauls: z.optional(Life),
  /** How far the next hours may wear otherwise than those behind, relative, standard. */
  wear: z.optional(z.strictObject({ rateScatter: z.number().check(z.minimum(0), z.maximum(2)), ref: Ref })),
  materials: z._default(z.array(Material).check(z.maxLength(60)), []),
  treatments: z._default(z.array(Treatment).check(z.maxLength(40)), []),
  crackMethods: z._default(z.array(CrackMethod).check(z.maxLength(20)), []),
  /** What follows from what was seen, tested and is known. */
  consequences: z._default(z.array(Consequence).check(z.maxLength(2000)), []),
  /** What holds between parts: sets, mates, companions. */
  relations: z._default(z.array(Relation).check(z.maxLength(300)), []),
  /** What goes with what, and with what the engine goes into. */
  match: z.optional(Match),
  strip: z.optional(Strip),
  /** What is done in the machine shop, and in which order. */
  shop: z._default(z.array(ShopOperation).check(z.maxLength(100)), []),
  circuits: z._default(z.array(Circuit).check(z.maxLength(20)), []),
  ledger: z.optional(Ledger),
  /** What makes this engine fail, and by what that is known. */
  diagnosis: z.optional(Diagnosis),
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
