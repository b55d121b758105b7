import { z } from "zod";
import { Id } from "../pack/schema-base";
import { renewKinds } from "../pack/schema-relations";

/** A UUID of version 7, made by the client: it carries the moment it was made. */
export const EntryId = z.uuidv7();
export const Uuid = z.uuid();
export const Words = z.string().trim().min(1).max(2000);
export const Finite = z.number().refine(Number.isFinite);
export const Day = z.iso.date();

/** A correction names what it takes the place of. Several ids settle a conflict. */
export const supersedes = z.array(EntryId).min(1).max(20).optional();

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
  quantities: z.array(Id).min(1).max(20),
  /** What its figures are shown in, and of which kind they are. */
  unit: Id,
  range: z.tuple([Finite, Finite]),
  /** A comparator shows a difference from a setting master; a direct gauge reads by itself. */
  method: z.enum(["direct", "comparator"]),
  /** The step of its display; 0 where it counts. */
  resolution: z.number().min(0),
  /** Pooled standard deviation of repeats, over many parts and days; null where nobody knows it. */
  repeatability: z.number().min(0).nullable(),
  /** Degrees of freedom it is known with; many where this is left out. */
  repeatabilityDegrees: z.number().positive().optional(),
  /** Its certificate; null where there is none. */
  calibration: z.strictObject({ expanded: z.number().min(0), k: z.number().positive(), on: Day, due: Day }).nullable(),
  scaleExpansionPerK: z.number().min(0).max(1e-4),
  /** It only tells between which two of its steps a gap lies: feelers. */
  feeler: z.literal(true).optional(),
  /** A stand-in that ships with the program: its readings are of no real part. */
  simulated: z.literal(true).optional(),
});
export type Gauge = z.infer<typeof Gauge>;

/** The ring or block that a comparator was set on, or a micrometer locked at a size. */
export const SettingMaster = z.strictObject({
  id: Id,
  name: Words,
  lengthMm: z.number().positive(),
  expandedMm: z.number().min(0),
  k: z.number().positive(),
  /** Of a micrometer that was locked by hand: how well it was set, as a standard deviation. */
  settingMm: z.number().min(0).optional(),
  expansionPerK: z.number().min(0).max(1e-4),
  /** The gauge that served as master, and the calibration it had: what was measured with it shares its error. */
  gauge: z.strictObject({ id: Id, calibratedOn: Day, range: z.tuple([Finite, Finite]).optional() }).optional(),
});
export type SettingMaster = z.infer<typeof SettingMaster>;

/** Temperatures at the moment of measuring, in °C; null where nobody looked. */
export const Temperatures = z.strictObject({
  partC: Finite.nullable(),
  gaugeC: Finite.nullable(),
  masterC: Finite.nullable(),
  /** Standard uncertainty of each, in K. */
  standardK: z.number().min(0).max(10),
});

/** What stood on the screen when a person decided, so that it can be laid beside what a later version computes. */
export const Witness = z.strictObject({
  core: z.string().max(20),
  pack: z.string().regex(/^[0-9a-f]{64}$/u),
  entries: z.string().regex(/^[0-9a-f]{64}$/u),
  proposal: Disposition,
  /** By characteristic; of a whole part with the measured place before it: `big-end-j5/smallest`. */
  figures: z
    .array(
      z.strictObject({
        id: z
          .string()
          .max(130)
          .regex(/^[a-z][a-z0-9-]*(\/[a-z][a-z0-9-]*)?$/u),
        value: Finite,
        expanded: Finite,
        mark: z.string().max(40),
      }),
    )
    .max(300),
});

/** A row or a place of a joint, as the assessment names it: `slot/feature`. */
const RowId = z
  .string()
  .max(130)
  .regex(/^[a-z][a-z0-9-]*\/[a-z][a-z0-9-]*$/u);

/**
 * The whole assessment as it stood on the screen when the engine was handed over. Figures and choices are tuples,
 * so that the entry of a large engine keeps within the size of an entry.
 */
export const HandOverWitness = z.strictObject({
  core: z.string().max(20),
  pack: z.string().regex(/^[0-9a-f]{64}$/u),
  entries: z.string().regex(/^[0-9a-f]{64}$/u),
  /** Row, characteristic, value and U in mm, mark. */
  figures: z.array(z.tuple([RowId, Id, Finite, Finite, z.string().max(40)])).max(5000),
  /** Row, proposal with its step, decision with its step. */
  choices: z.array(z.tuple([RowId, Disposition, Id.nullable(), Disposition.nullable(), Id.nullable()])).max(2000),
  /** Codes of the holds and where they stood. */
  holds: z.array(z.tuple([Id, z.string().max(200)])).max(2000),
});

/** What a shop counts and works by. Money in its own currency. */
/** A shop's mark is at most so long: it travels with every job. */
export const mostMarkLetters = 24_000;

/** How a day is written where it is shown. */
export const dayStyles = ["year-first", "words", "dots", "day-first", "month-first"] as const;
export type DayStyle = (typeof dayStyles)[number];

export const ShopSettings = z.strictObject({
  /** By its three letters, ISO 4217. */
  currency: z.string().regex(/^[A-Z]{3}$/u),
  /** Of an hour at the bench; null where the packs' own is to be taken. */
  labourRate: z.number().min(0).max(100_000).nullable(),
  /** What is always renewed, whatever it measures. */
  alwaysNew: z.array(z.enum(renewKinds)).max(renewKinds.length),
  /** When the bench is worked at; where it is not said, what is usual. */
  calendar: z
    .strictObject({
      hours: z.number().gt(0).max(24),
      people: z.number().int().min(1).max(50),
      /** Days on which nobody works besides Saturdays and Sundays. */
      closed: z.array(Day).max(400),
    })
    .optional(),
  /** What a job is opened with: what lengths are shown and typed in, and how near a limit may be. */
  opens: z.strictObject({ unit: z.enum(["mm", "in"]), rule: DecisionRule }).optional(),
  /** As it stands on what goes out of the house. */
  shop: z
    .strictObject({
      name: z.string().trim().min(1).max(120),
      address: z.string().trim().max(300),
      /** Its mark: a small picture, PNG in base64. */
      mark: z
        .string()
        .max(mostMarkLetters)
        .regex(/^[A-Za-z0-9+/]+={0,2}$/u)
        .optional(),
    })
    .optional(),
  dates: z.enum(dayStyles).optional(),
  /** How it works where practitioners differ, by the pack that asks; a job may say otherwise. */
  schools: z
    .array(z.strictObject({ pack: Id, school: Id, option: Id }))
    .max(200)
    .optional(),
  /** What is added to a bill, by its name here. */
  tax: z.strictObject({ name: z.string().trim().min(1).max(40), percent: z.number().min(0).max(100) }).optional(),
});
export type ShopSettings = z.infer<typeof ShopSettings>;

export const Sha256 = z.string().regex(/^[0-9a-f]{64}$/u);
/** A figure as a person typed it, where that says more than the number that is kept. */
export const Typed = z.string().trim().min(1).max(200);
export const Grams = z.number().min(0).max(1e6);
export const Spot = z.tuple([Finite, Finite]);

/** Something drawn over a photo, in pixels of the photo at its full size. */
export const PhotoMark = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("ring"), at: Spot, radius: z.number().positive() }),
  z.strictObject({ kind: z.literal("arrow"), from: Spot, to: Spot }),
  z.strictObject({ kind: z.literal("words"), at: Spot, text: z.string().trim().min(1).max(200) }),
  /** Two points that are a known length apart, and how far the part was from square to the camera, at most. */
  z.strictObject({
    kind: z.literal("scale"),
    from: Spot,
    to: Spot,
    lengthMm: z.number().positive(),
    typed: Typed.optional(),
    standardMm: z.number().min(0),
    tiltDegrees: z.number().min(0).max(60),
  }),
  z.strictObject({ kind: z.literal("length"), from: Spot, to: Spot }),
  z.strictObject({ kind: z.literal("area"), corners: z.array(Spot).min(3).max(200) }),
]);
export type PhotoMark = z.infer<typeof PhotoMark>;

/** So many entries a part carries along at most: an entry has a size of its own. */
export const mostCarried = 200;

/** An entry about a part as it was made elsewhere. */
export const Carried = z.strictObject({
  id: Uuid,
  type: z.string().min(1).max(40),
  v: z.number().int().min(1).max(1000),
  author: z.string().min(1).max(120),
  at: z.iso.datetime(),
  payload: z.record(z.string(), z.unknown()),
});
export type Carried = z.infer<typeof Carried>;

/** Something that spoke against a part where it was: its code, and how it was said then. */
export const Against = z.strictObject({ code: Id, said: z.string().trim().min(1).max(600) });
export type Against = z.infer<typeof Against>;
