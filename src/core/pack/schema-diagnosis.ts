import * as z from "../z";
import { Condition, Finite, Id, Ref, Text } from "./schema-base";

/** A chance that leaves room for its opposite: nothing that runs is certain, and nothing is impossible. */
export const Chance = z.number().check(z.gt(0), z.lt(1));

/**
 * What occurs several times in an engine and is written down once: journals, cylinders, chambers. A node on a plate stands
 * at each of its places; places of different plates that bear one id belong together.
 */
export const Plate = z.strictObject({
  id: Id,
  name: Text,
  places: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        slots: z.array(Id).check(z.minLength(1), z.maxLength(60)),
        /** Of parts that several places share what is theirs: a crank's own pin, as its places and measured places are called. */
        on: z._default(z.array(Id).check(z.maxLength(40)), []),
        /** Where it lies in circuits, where its slots do not say. */
        at: z._default(z.array(z.strictObject({ circuit: Id, node: Id })).check(z.maxLength(10)), []),
      }),
    )
    .check(z.minLength(1), z.maxLength(60)),
});

/**
 * Which places of one plate belong to which of another, pair by pair: the mains beside a crankpin, two rods on one pin. Many may
 * belong to one; a place without a pair has no neighbour.
 */
export const PlaceTable = z.strictObject({
  id: Id,
  name: Text,
  /** Plates, the first of each pair's place and the other's. */
  one: Id,
  other: Id,
  pairs: z.array(z.tuple([Id, Id])).check(z.minLength(1), z.maxLength(400)),
});

/**
 * Of which places a cause counts at one place: the same, those before or after it in the plate's order, both, all others,
 * all; what a table pairs it with; or what lies up- or downstream of it in a circuit. Of the engine as a whole it counts everywhere, and for the
 * engine as a whole all places count.
 */
export const Reach = z.union([
  z.enum(["same", "before", "after", "neighbours", "sisters", "all"]),
  z.strictObject({ table: Id }),
  z.strictObject({ circuit: Id, way: z.enum(["upstream", "downstream"]) }),
]);

const Link = z.strictObject({
  of: Id,
  reach: z._default(Reach, "same"),
  /** How often it brings this about by itself; by grades, what share of them comes to each, the worst last. */
  p: z.union([Chance, z.array(Chance).check(z.minLength(2), z.maxLength(3))]),
});
const Links = z._default(z.array(Link).check(z.maxLength(60)), []);

/** What makes a cause likelier or less likely in one engine than in another. */
const Shift = z.strictObject({
  when: z.discriminatedUnion("is", [
    z.strictObject({ is: z.literal("history"), item: Id, values: z.array(z.union([Text, Finite, z.boolean()])).check(z.minLength(1), z.maxLength(12)) }), // prettier-ignore
    z.strictObject({ is: z.literal("symptom"), symptom: Id }),
    /** It came back after it was rebuilt here. */
    z.strictObject({ is: z.literal("came-back") }),
    /** A part of the class that came new from its maker, or a used one, is at the place. */
    z.strictObject({ is: z.literal("fitted"), class: Id, origin: z.enum(["supplier", "donor", "shelf", "engine"]) }),
    /** A lot of such parts did not pass when it was measured. */
    z.strictObject({ is: z.literal("lot-out"), class: Id }),
  ]),
  /** By how much it multiplies the odds. */
  times: z.number().check(z.positive(), z.maximum(1000)),
});

export const Cause = z.strictObject({
  id: Id,
  name: Text,
  /** What it is in a sentence for the owner. */
  tells: Text,
  plate: z.optional(Id),
  /** How often a failed engine of this family has it, at one place. */
  base: Chance,
  shifts: z._default(z.array(Shift).check(z.maxLength(20)), []),
  onlyIf: z.optional(Condition),
  /** Findings that settle it where they are recorded. */
  confirm: z.array(Id).check(z.minLength(1), z.maxLength(10)),
  /** What has to be done about it, besides what it has damaged. */
  actions: z
    .array(
      z.strictObject({
        id: Id,
        text: Text,
        does: z.enum(["repair", "replace", "check", "advise"]),
        /** The parts that it is done to. */
        class: z.optional(Id),
        /** It is done where every part of the class was crack-checked: nobody says so twice. */
        by: z.optional(z.literal("crack-check")),
      }),
    )
    .check(z.minLength(1), z.maxLength(12)),
  ref: Ref,
});

export const Event = z.strictObject({
  id: Id,
  name: Text,
  plate: z.optional(Id),
  /** How often it happens by none of its causes. */
  leak: Chance,
  causes: Links,
  /** Where causes do not add up one by one: a chance for each combination of them, the last one's changing fastest. */
  table: z.optional(
    z.strictObject({
      of: z.array(Id).check(z.minLength(1), z.maxLength(4)),
      rows: z.array(Chance).check(z.minLength(2), z.maxLength(16)),
    }),
  ),
  ref: Ref,
});

const reads = {
  finding: z.strictObject({
    is: z.literal("finding"),
    classes: z.array(Id).check(z.minLength(1), z.maxLength(12)),
    finding: Id,
    places: z.optional(z.array(Id).check(z.maxLength(60))),
    /** It is there from this grade on; where it has grades of its own, by them. */
    from: z._default(z.union([z.literal(1), z.literal(2), z.literal(3)]), 1),
    values: z.optional(z.array(Id).check(z.maxLength(12))),
  }),
  value: z.strictObject({
    is: z.literal("value"),
    class: Id,
    feature: Id,
    /** Past the limit it is used again by, or past a figure. */
    past: z.union([z.literal("limit"), z.strictObject({ above: Finite }), z.strictObject({ below: Finite })]),
  }),
  fit: z.strictObject({ is: z.literal("fit"), joint: Id, past: z.enum(["limit", "above", "below"]) }),
  check: z.strictObject({ is: z.literal("check"), check: Id, states: z.optional(z.array(Id).check(z.maxLength(8))) }),
  test: z.strictObject({ is: z.literal("test"), test: Id, past: z.enum(["low", "high"]) }),
  symptom: z.strictObject({ is: z.literal("symptom"), symptom: Id }),
  crack: z.strictObject({ is: z.literal("crack"), class: Id, zones: z.optional(z.array(Id).check(z.maxLength(60))) }),
  /** A part lost mass: broken off, torn out. */
  broken: z.strictObject({ is: z.literal("broken"), classes: z.array(Id).check(z.minLength(1), z.maxLength(12)) }),
  /** Pieces that were not found. */
  account: z.strictObject({ is: z.literal("account"), classes: z.array(Id).check(z.minLength(1), z.maxLength(12)) }),
  identity: z.strictObject({ is: z.literal("identity") }),
  revision: z.strictObject({
    is: z.literal("revision"),
    class: Id,
    revisions: z.array(Id).check(z.minLength(1), z.maxLength(50)),
  }),
};

/** What it is read off that other stations record. */
export const Reads = z.discriminatedUnion("is", [
  reads.finding,
  reads.value,
  reads.fit,
  reads.check,
  reads.test,
  reads.symptom,
  reads.crack,
  reads.broken,
  reads.account,
  reads.identity,
  reads.revision,
]);

export const CauseFinding = z.strictObject({
  id: Id,
  name: Text,
  plate: z.optional(Id),
  /** It does not go unexplained: a failure is not settled while no cause accounts for it. */
  severe: z._default(z.boolean(), false),
  /** How often it is there with none of its causes. */
  leak: z.union([Chance, z.array(Chance).check(z.minLength(2), z.maxLength(3))]),
  causes: Links,
  /** Whatever of these is there; all of them looked at and none there is 'looked, not there'. */
  reads: z._default(z.array(Reads).check(z.maxLength(8)), []),
  /** The question where it is answered at Diagnose itself: what no other station records. */
  ask: z.optional(Text),
  /** How often a look misses it, where that is not as usual. */
  miss: z.optional(Chance),
  minutes: z.number().check(z.positive(), z.maximum(6000)),
  /** What it destroys or costs to look. */
  costs: z.optional(Text),
  ref: Ref,
});

export const Diagnosis = z.strictObject({
  plates: z._default(z.array(Plate).check(z.maxLength(20)), []),
  tables: z._default(z.array(PlaceTable).check(z.maxLength(40)), []),
  causes: z.array(Cause).check(z.minLength(1), z.maxLength(120)),
  events: z._default(z.array(Event).check(z.maxLength(200)), []),
  findings: z.array(CauseFinding).check(z.minLength(1), z.maxLength(400)),
  /** From what probability on a cause counts as settled. */
  settled: z.strictObject({ probability: Chance, ref: Ref }),
  /** How often a look misses a trace that is there: over many at once, before cleaning, after it, by a test or a gauge. */
  misses: z.strictObject({ together: Chance, before: Chance, after: Chance, tested: Chance, ref: Ref }),
  /** How many failed engines the base rates weigh, beside those of the shop. */
  priorWeight: z.strictObject({ engines: z.number().check(z.positive(), z.maximum(10_000)), ref: Ref }),
  /** What is harmless at a first start, and passes. */
  harmless: z._default(z.array(z.strictObject({ id: Id, name: Text, why: Text, ref: Ref })).check(z.maxLength(40)), []),
});

export type Diagnosis = z.infer<typeof Diagnosis>;
export type Plate = z.infer<typeof Plate>;
export type PlaceTable = z.infer<typeof PlaceTable>;
export type PlatePlace = Plate["places"][number];
export type Cause = z.infer<typeof Cause>;
export type CauseEvent = z.infer<typeof Event>;
export type CauseFinding = z.infer<typeof CauseFinding>;
export type Reach = z.infer<typeof Reach>;
export type Reads = z.infer<typeof Reads>;
export type ReadsOf<K extends Reads["is"]> = Extract<Reads, { is: K }>;
export type Shift = z.infer<typeof Shift>;
