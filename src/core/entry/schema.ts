import { z } from "zod";
import { Id } from "../pack/schema-base";

/** A UUID of version 7, made by the client: it carries the moment it was made. */
export const EntryId = z.uuidv7();
const Uuid = z.uuid();
const Words = z.string().trim().min(1).max(2000);
const Finite = z.number().refine(Number.isFinite);
const Day = z.iso.date();

/** A correction names what it takes the place of. Several ids settle a conflict. */
const supersedes = z.array(EntryId).min(1).max(20).optional();

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
  /** Pooled standard deviation of repeats, over many parts and days. */
  repeatability: z.number().min(0),
  /** Degrees of freedom it is known with; many where this is left out. */
  repeatabilityDegrees: z.number().positive().optional(),
  calibration: z.strictObject({ expanded: z.number().min(0), k: z.number().positive(), on: Day, due: Day }),
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
  expansionPerK: z.number().min(0).max(1e-4),
  /** The gauge that served as master, and the calibration it had: what was measured with it shares its error. */
  gauge: z.strictObject({ id: Id, calibratedOn: Day }).optional(),
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
  figures: z.array(z.strictObject({ id: Id, value: Finite, expanded: Finite, mark: z.string().max(40) })).max(50),
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

const Sha256 = z.string().regex(/^[0-9a-f]{64}$/u);
const Grams = z.number().min(0).max(1e6);
const Spot = z.tuple([Finite, Finite]);

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
    standardMm: z.number().min(0),
    tiltDegrees: z.number().min(0).max(60),
  }),
  z.strictObject({ kind: z.literal("length"), from: Spot, to: Spot }),
  z.strictObject({ kind: z.literal("area"), corners: z.array(Spot).min(3).max(200) }),
]);
export type PhotoMark = z.infer<typeof PhotoMark>;

/** The vocabulary: what each type of entry carries in its newest version. */
export const payloads = {
  "job-opened": z.strictObject({
    name: Words,
    engine: z.strictObject({ number: z.string().max(300).nullable(), variant: Id.nullable() }),
    pack: z.strictObject({ id: Id, revision: z.number().int().min(1), sha256: z.string().regex(/^[0-9a-f]{64}$/u) }),
    application: z.strictObject({ kind: Id.nullable(), words: Words.nullable() }),
    hoursWanted: z.number().positive().nullable(),
    budget: z.number().positive().nullable(),
    wantedBy: Day.nullable(),
    unit: z.enum(["mm", "in"]),
    decisionRule: DecisionRule,
    supersedes,
  }),
  "part-tagged": z.strictObject({
    part: Uuid,
    class: Id,
    tag: z.string().trim().min(1).max(24),
    origin: z.enum(["engine", "donor", "shelf", "supplier"]),
    supersedes,
  }),
  "part-installed": z.strictObject({ part: Uuid, slot: Id, supersedes }),
  "part-removed": z.strictObject({ part: Uuid, supersedes }),
  "occasion-opened": z.strictObject({
    occasion: Uuid,
    phase: Phase,
    gauge: Gauge,
    master: SettingMaster.nullable(),
    temperatures: Temperatures,
    supersedes,
  }),
  "reading-taken": z.strictObject({
    occasion: Uuid,
    part: Uuid,
    feature: Id,
    point: Id,
    /** In core units: mm for lengths, otherwise SI. */
    value: Finite,
    /** Half the way between go and no-go, where the gauge only tells between which two it lies; `value` is the middle. */
    half: z.number().positive().optional(),
    typed: z.string().min(1).max(40),
    unit: Id,
    /** The question that was put to the person and answered with 'keep'. */
    kept: Id.optional(),
    supersedes,
  }),
  /** Takes entries out as though they had never been made; striking a strike puts them back. */
  "entry-struck": z.strictObject({
    strikes: z.array(EntryId).min(1).max(500),
    /** The last act taken back at once by the one who made it: that owes no reason. */
    undo: z.literal(true).optional(),
  }),
  /** The reason for a correction or a strike, given when there is a hand free. */
  "reason-given": z.strictObject({ for: EntryId, why: Words, supersedes }),
  "decision-made": z.strictObject({
    part: Uuid,
    feature: Id,
    disposition: Disposition,
    /** Which size of the rework. */
    step: Id.nullable(),
    /** Needed where the choice is not the proposal. */
    reason: Words.nullable(),
    witness: Witness,
    supersedes,
  }),
  /**
   * One answer at Intake: what it goes into, what is ordered, its history, how the shop works, what was seen and tested
   * before it came apart. A value of null is an answer too: nobody knows.
   */
  "intake-noted": z.strictObject({
    section: z.enum(["application", "order", "history", "school", "symptom", "test"]),
    item: Id,
    /** The part it is about, where it is not the whole engine. */
    part: Uuid.nullable(),
    /** The cylinder or other place of a test. */
    place: Id.nullable(),
    value: z.union([z.string().max(2000), Finite, z.boolean()]).nullable(),
    supersedes,
  }),
  /** A number as it stands on the engine, as the person read it. */
  "number-read": z.strictObject({ place: Id, text: z.string().trim().min(1).max(60), supersedes }),
  /** What was seen of a tell; null where it cannot be seen. */
  "tell-answered": z.strictObject({ tell: Id, answer: Id.nullable(), supersedes }),
  /** Why work goes on though number and tells disagree. */
  "contradiction-signed": z.strictObject({ why: Words, variant: Id, supersedes }),
  /** What the work will cost, or what a change adds to it. */
  "estimate-made": z.strictObject({ kind: z.enum(["estimate", "change"]), amount: Finite, words: Words, supersedes }),
  /** The owner's word on an estimate or a change: whose, when, how. */
  "approval-given": z.strictObject({
    estimate: EntryId,
    by: Words,
    on: Day,
    how: z.enum(["in-person", "phone", "letter", "mail"]),
    agreed: z.boolean(),
    supersedes,
  }),
  /** What is to become of the engine as a whole. */
  "course-chosen": z.strictObject({
    course: z.enum(["rebuild", "merge", "other-engine", "part-out"]),
    why: Words,
    proposal: z.string().max(40),
    supersedes,
  }),
  /** A step of the strip list is behind: done here, or so already when the engine came. */
  "step-ticked": z.strictObject({ step: Id, how: z.enum(["done", "found-so"]), words: Words.nullable(), supersedes }),
  /** A part is out of the engine and in a bag. It is still the part of its slot until another takes its place. */
  "part-came-out": z.strictObject({
    part: Uuid,
    slot: Id,
    step: Id.nullable(),
    orientation: Words.nullable(),
    bag: z.string().trim().min(1).max(40).nullable(),
    supersedes,
  }),
  /** What a check showed that is lost with a later step; or that it was skipped, and why. */
  "check-noted": z.strictObject({
    check: Id,
    place: Id.nullable(),
    state: Id.nullable(),
    value: Finite.nullable(),
    skipped: Words.nullable(),
    supersedes,
  }),
  /** What was seen on a part; the value `none` is 'looked, nothing there'. */
  "finding-made": z.strictObject({
    part: Uuid,
    place: Id.nullable(),
    finding: Id,
    value: Id,
    phase: z.enum(["before-cleaning", "after-cleaning"]),
    words: Words.nullable(),
    supersedes,
  }),
  /** A photo that the store holds, by the sha256 of its file. */
  "photo-added": z.strictObject({
    photo: Sha256,
    width: z.number().int().positive(),
    height: z.number().int().positive(),
    part: Uuid.nullable(),
    place: Id.nullable(),
    station: Id,
    words: Words.nullable(),
    supersedes,
  }),
  "photo-marked": z.strictObject({ photo: EntryId, mark: PhotoMark, supersedes }),
  /** Whether the owner's link shows it. */
  "photo-chosen": z.strictObject({ photo: EntryId, forOwner: z.boolean(), supersedes }),
  /** What a broken part weighed when whole, and what is left of it in one piece. Standard uncertainties. */
  "broken-weighed": z.strictObject({
    part: Uuid,
    wholeGrams: Grams,
    wholeStandard: Grams,
    wholeFrom: z.enum(["sister", "pack", "drawing"]),
    leftGrams: Grams,
    leftStandard: Grams,
    supersedes,
  }),
  /** A loose piece: what of, where it lay, and of which part it is. */
  "fragment-found": z.strictObject({
    fragment: Uuid,
    grams: Grams,
    standard: Grams,
    material: Id.nullable(),
    where: Id.nullable(),
    parent: Uuid.nullable(),
    words: Words.nullable(),
    photo: EntryId.nullable(),
    supersedes,
  }),
  /** What oil, filter or screen held that is too fine for pieces, and the share of it that a magnet draws. */
  "residue-found": z.strictObject({
    where: Id.nullable(),
    grams: Grams,
    standard: Grams,
    magneticShare: z.number().min(0).max(1).nullable(),
    shareStandard: z.number().min(0).max(1),
    words: Words.nullable(),
    supersedes,
  }),
  "place-searched": z.strictObject({ circuit: Id, node: Id, words: Words.nullable(), supersedes }),
  "part-cleaned": z.strictObject({ part: Uuid, treatment: Id, first: z.array(Id).max(20), supersedes }),
  "passage-proven": z.strictObject({
    circuit: Id,
    passage: Id,
    how: z.enum(["rod", "air", "fluid", "light"]),
    clear: z.boolean(),
    words: Words.nullable(),
    supersedes,
  }),
  /** A part was crack-checked: all of it where no zones are named. */
  "crack-checked": z.strictObject({
    part: Uuid,
    method: Id,
    zones: z.array(Id).max(60),
    when: z.enum(["before-machining", "after-grinding"]),
    supersedes,
  }),
  /** A crack as a line on the zone map, in its millimetres; its length as it was measured, where it was. */
  "crack-found": z.strictObject({
    part: Uuid,
    line: z.array(Spot).min(2).max(40),
    lengthMm: z.number().positive().nullable(),
    method: Id.nullable(),
    words: Words.nullable(),
    supersedes,
  }),
  "thread-found": z.strictObject({
    part: Uuid,
    zone: Id,
    hole: z.number().int().min(1).max(200),
    state: z.enum(["sound", "damaged", "stud-broken", "insert"]),
    supersedes,
  }),
  /** What was done with a part that nobody may fit again. */
  "part-scrapped": z.strictObject({
    part: Uuid,
    why: Words,
    made: z.enum(["destroyed", "marked", "held"]),
    certificate: Words.nullable(),
    supersedes,
  }),
  /** Why work goes on past a hold. */
  "hold-lifted": z.strictObject({ hold: Id, about: z.string().min(1).max(200), why: Words, supersedes }),
  /** The engine leaves the shop, or a donor its parts: to whom, and what was shown then. */
  "handed-over": z.strictObject({ to: Words, note: Words.nullable(), witness: HandOverWitness, supersedes }),
  /** A gauge of the shop as it is from now on: a new calibration is a new entry. */
  "gauge-registered": z.strictObject({ gauge: Gauge, supersedes }),
  "master-registered": z.strictObject({ master: SettingMaster, supersedes }),
} as const;

export type EntryType = keyof typeof payloads;
export type Payload<T extends EntryType> = z.infer<(typeof payloads)[T]>;

/** What travels and is kept: the payload stays as it was received. */
export const Envelope = z.strictObject({
  id: EntryId,
  stream: Uuid,
  type: Id,
  v: z.number().int().min(1).max(1000),
  /** Id of the person, set by the server from the session; a label on imported entries. */
  author: z.string().min(1).max(120),
  /** The client's clock. */
  at: z.iso.datetime({ offset: true }),
  payload: z.record(z.string(), z.unknown()),
});
export type Envelope = z.infer<typeof Envelope>;

/** An entry in today's vocabulary. */
export type Entry = {
  [T in EntryType]: Omit<Envelope, "type" | "payload"> & { readonly type: T; readonly payload: Payload<T> };
}[EntryType];
export type EntryOf<T extends EntryType> = Extract<Entry, { type: T }>;
