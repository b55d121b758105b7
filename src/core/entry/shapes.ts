import * as z from "../z";
import { Id } from "../pack/schema-base";
import { renewKinds } from "../pack/schema-relations";

/** A UUID of version 7, made by the client: it carries the moment it was made. */
export const EntryId = z.uuidv7();
export const Uuid = z.uuid();
export const Words = z.string().check(z.trim(), z.minLength(1), z.maxLength(2000));
export const Finite = z.number().check(z.refine(Number.isFinite));
export const Day = z.iso.date();

/** A correction names what it takes the place of. Several ids settle a conflict. */
export const supersedes = z.optional(z.array(EntryId).check(z.minLength(1), z.maxLength(20)));

export const phases = ["as-received", "as-found", "cleaned", "reworked", "as-assembled"] as const;
export const Phase = z.enum(phases);
export type Phase = z.infer<typeof Phase>;

export const decisionRules = ["simple", "guarded-acceptance", "guarded-rejection"] as const;
export const DecisionRule = z.enum(decisionRules);
export type DecisionRule = z.infer<typeof DecisionRule>;

export const dispositions = ["reuse", "clean", "rework", "upgrade", "replace", "keep", "hold"] as const;
export const Disposition = z.enum(dispositions);
export type Disposition = z.infer<typeof Disposition>;

/** A gauge as it was when it was used: a copy, so that a later calibration changes nothing here. Figures in core units: mm for lengths, otherwise SI. */
export const Gauge = z.strictObject({
  id: Id,
  name: Words,
  quantities: z.array(Id).check(z.minLength(1), z.maxLength(20)),
  /** What its figures are shown in, and of which kind they are. */
  unit: Id,
  range: z.tuple([Finite, Finite]),
  /** A comparator shows a difference from a setting master; a direct gauge reads by itself. */
  method: z.enum(["direct", "comparator"]),
  /** The step of its display; 0 where it counts. */
  resolution: z.number().check(z.minimum(0)),
  /** Pooled standard deviation of repeats, over many parts and days; null where nobody knows it. */
  repeatability: z.nullable(z.number().check(z.minimum(0))),
  /** Degrees of freedom it is known with; many where this is left out. */
  repeatabilityDegrees: z.optional(z.number().check(z.positive())),
  /** Its certificate; null where there is none. */
  calibration: z.nullable(
    z.strictObject({ expanded: z.number().check(z.minimum(0)), k: z.number().check(z.positive()), on: Day, due: Day }),
  ),
  scaleExpansionPerK: z.number().check(z.minimum(0), z.maximum(1e-4)),
  /** It only tells between which two of its steps a gap lies: feelers. */
  feeler: z.optional(z.literal(true)),
  /** A stand-in that ships with the program: its readings are of no real part. */
  simulated: z.optional(z.literal(true)),
});
export type Gauge = z.infer<typeof Gauge>;

/** The ring or block that a comparator was set on, or a micrometer locked at a size. */
export const SettingMaster = z.strictObject({
  id: Id,
  name: Words,
  lengthMm: z.number().check(z.positive()),
  expandedMm: z.number().check(z.minimum(0)),
  k: z.number().check(z.positive()),
  /** Of a micrometer that was locked by hand: how well it was set, as a standard deviation. */
  settingMm: z.optional(z.number().check(z.minimum(0))),
  expansionPerK: z.number().check(z.minimum(0), z.maximum(1e-4)),
  /** The gauge that served as master, and the calibration it had: what was measured with it shares its error. */
  gauge: z.optional(z.strictObject({ id: Id, calibratedOn: Day, range: z.optional(z.tuple([Finite, Finite])) })),
});
export type SettingMaster = z.infer<typeof SettingMaster>;

/** Temperatures at the moment of measuring, in °C; null where nobody looked. */
export const Temperatures = z.strictObject({
  partC: z.nullable(Finite),
  gaugeC: z.nullable(Finite),
  masterC: z.nullable(Finite),
  /** Standard uncertainty of each, in K. */
  standardK: z.number().check(z.minimum(0), z.maximum(10)),
});

/** What stood on the screen when a person decided, so that it can be laid beside what a later version computes. */
export const Witness = z.strictObject({
  core: z.string().check(z.maxLength(20)),
  pack: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
  entries: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
  proposal: Disposition,
  /** By characteristic; of a whole part with the measured place before it: `big-end-j5/smallest`. */
  figures: z
    .array(
      z.strictObject({
        id: z.string().check(z.maxLength(130), z.regex(/^[a-z][a-z0-9-]*(\/[a-z][a-z0-9-]*)?$/u)),
        value: Finite,
        expanded: Finite,
        mark: z.string().check(z.maxLength(40)),
      }),
    )
    .check(z.maxLength(300)),
});

/** A row or a place of a joint, as the assessment names it: `slot/feature`. */
const RowId = z.string().check(z.maxLength(130), z.regex(/^[a-z][a-z0-9-]*\/[a-z][a-z0-9-]*$/u));

/**
 * The whole assessment as it stood on the screen when the engine was handed over. Figures and choices are tuples,
 * so that the entry of a large engine keeps within the size of an entry.
 */
export const HandOverWitness = z.strictObject({
  core: z.string().check(z.maxLength(20)),
  pack: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
  entries: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
  /** Row, characteristic, value and U in mm, mark. */
  figures: z.array(z.tuple([RowId, Id, Finite, Finite, z.string().check(z.maxLength(40))])).check(z.maxLength(5000)),
  /** Row, proposal with its step, decision with its step. */
  choices: z
    .array(z.tuple([RowId, Disposition, z.nullable(Id), z.nullable(Disposition), z.nullable(Id)]))
    .check(z.maxLength(2000)),
  /** Codes of the holds and where they stood. */
  holds: z.array(z.tuple([Id, z.string().check(z.maxLength(200))])).check(z.maxLength(2000)),
});

/** What a shop counts and works by. Money in its own currency. */
/** A shop's mark is at most so long: it travels with every job. */
export const mostMarkLetters = 24_000;

/** How a day is written where it is shown. */
export const dayStyles = ["year-first", "words", "dots", "day-first", "month-first"] as const;
export type DayStyle = (typeof dayStyles)[number];

export const ShopSettings = z.strictObject({
  /** By its three letters, ISO 4217. */
  currency: z.string().check(z.regex(/^[A-Z]{3}$/u)),
  /** Of an hour at the bench; null where the packs' own is to be taken. */
  labourRate: z.nullable(z.number().check(z.minimum(0), z.maximum(100_000))),
  /** What is always renewed, whatever it measures. */
  alwaysNew: z.array(z.enum(renewKinds)).check(z.maxLength(renewKinds.length)),
  /** When the bench is worked at; where it is not said, what is usual. */
  calendar: z.optional(
    z.strictObject({
      hours: z.number().check(z.gt(0), z.maximum(24)),
      people: z.int().check(z.minimum(1), z.maximum(50)),
      /** Days on which nobody works besides Saturdays and Sundays. */
      closed: z.array(Day).check(z.maxLength(400)),
    }),
  ),
  /** What a job is opened with: what lengths are shown and typed in, and how near a limit may be. */
  opens: z.optional(z.strictObject({ unit: z.enum(["mm", "in"]), rule: DecisionRule })),
  /** As it stands on what goes out of the house. */
  shop: z.optional(
    z.strictObject({
      name: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
      address: z.string().check(z.trim(), z.maxLength(300)),
      /** Its mark: a small picture, PNG in base64. */
      mark: z.optional(z.string().check(z.maxLength(mostMarkLetters), z.regex(/^[A-Za-z0-9+/]+={0,2}$/u))),
    }),
  ),
  dates: z.optional(z.enum(dayStyles)),
  /** Where the shop stands, by the name of its time zone: its days are days there; UTC where it is not said. */
  zone: z.optional(z.string().check(z.regex(/^[A-Za-z][A-Za-z0-9_+-]*(?:\/[A-Za-z0-9_+-]+){0,2}$/u), z.maxLength(60))),
  /** How it works where practitioners differ, by the pack that asks; a job may say otherwise. */
  schools: z.optional(z.array(z.strictObject({ pack: Id, school: Id, option: Id })).check(z.maxLength(200))),
  /** What is added to a bill, by its name here. */
  tax: z.optional(
    z.strictObject({
      name: z.string().check(z.trim(), z.minLength(1), z.maxLength(40)),
      percent: z.number().check(z.minimum(0), z.maximum(100)),
    }),
  ),
});
export type ShopSettings = z.infer<typeof ShopSettings>;

export const Sha256 = z.string().check(z.regex(/^[0-9a-f]{64}$/u));
/** A figure as a person typed it, where that says more than the number that is kept. */
export const Typed = z.string().check(z.trim(), z.minLength(1), z.maxLength(200));
export const Grams = z.number().check(z.minimum(0), z.maximum(1e6));
export const Spot = z.tuple([Finite, Finite]);

/** Something drawn over a photo, in pixels of the photo at its full size. */
export const PhotoMark = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("ring"), at: Spot, radius: z.number().check(z.positive()) }),
  z.strictObject({ kind: z.literal("arrow"), from: Spot, to: Spot }),
  z.strictObject({
    kind: z.literal("words"),
    at: Spot,
    text: z.string().check(z.trim(), z.minLength(1), z.maxLength(200)),
  }),
  /** Two points that are a known length apart, and how far the part was from square to the camera, at most. */
  z.strictObject({
    kind: z.literal("scale"),
    from: Spot,
    to: Spot,
    lengthMm: z.number().check(z.positive()),
    typed: z.optional(Typed),
    standardMm: z.number().check(z.minimum(0)),
    tiltDegrees: z.number().check(z.minimum(0), z.maximum(60)),
  }),
  z.strictObject({ kind: z.literal("length"), from: Spot, to: Spot }),
  z.strictObject({ kind: z.literal("area"), corners: z.array(Spot).check(z.minLength(3), z.maxLength(200)) }),
]);
export type PhotoMark = z.infer<typeof PhotoMark>;

/** So many entries a part carries along at most: an entry has a size of its own. */
export const mostCarried = 200;

/** An entry about a part as it was made elsewhere. */
export const Carried = z.strictObject({
  id: Uuid,
  type: z.string().check(z.minLength(1), z.maxLength(40)),
  v: z.int().check(z.minimum(1), z.maximum(1000)),
  author: z.string().check(z.minLength(1), z.maxLength(120)),
  at: z.iso.datetime(),
  payload: z.record(z.string(), z.unknown()),
});
export type Carried = z.infer<typeof Carried>;

/** Something that spoke against a part where it was: its code, and how it was said then. */
export const Against = z.strictObject({ code: Id, said: z.string().check(z.trim(), z.minLength(1), z.maxLength(600)) });
export type Against = z.infer<typeof Against>;
