import { z } from "zod";
import { unitById } from "../quantity/units";
import { Condition, Finite, Id, Ref, Text } from "./schema-base";
import { Renewed } from "./schema-shop";
import { natures } from "./schema-consequences";

const Named = z.strictObject({ id: Id, name: Text });

/** What is looked at, tried or measured while it can still be: bolts as found, lash, whether it turns. */
export const StripCheck = z.strictObject({
  id: Id,
  name: Text,
  how: Text,
  /** The step that makes it impossible for ever. */
  before: Id,
  /** Where each is looked at by itself: bolts, valves, cylinders. */
  places: z
    .array(Named.extend({ slots: z.array(Id).max(20).optional() }))
    .max(100)
    .default([]),
  /** The parts it speaks of, by slot, where its places do not say. */
  slots: z.array(Id).max(200).optional(),
  /** States to choose from; the first is as it should be. */
  states: z.array(Named).min(2).max(8).optional(),
  /** What is read from it, where there is a number. */
  figure: z
    .strictObject({
      unit: Id.refine((id) => unitById(id) !== undefined, "not a unit"),
      low: Finite.optional(),
      high: Finite.optional(),
    })
    .optional(),
  caution: Text.optional(),
  /** It is asked only so; while that cannot be told, it is. */
  onlyIf: Condition.optional(),
  ref: Ref,
});

export const StripStep = z.strictObject({
  id: Id,
  name: Text,
  /** Steps that have to be done first. */
  after: z.array(Id).max(30).default([]),
  /** Slots whose parts come out, with all that sits in them. */
  removes: z.array(Id).max(200).default([]),
  /** Timing or positions that are gone once it is done. */
  loses: z.array(Id).max(20).default([]),
  /** Timing or positions that it locks or marks. */
  secures: z.array(Id).max(20).default([]),
  minutes: z.number().positive().max(6000),
  /** What goes in new when it is put together again. */
  renew: z.array(Renewed).max(40).default([]),
  tools: Text.optional(),
  note: z.string().trim().min(1).max(600).optional(),
  caution: Text.optional(),
  /** It is done only so; while that cannot be told, it is. */
  onlyIf: Condition.optional(),
  ref: Ref,
});

export const Strip = z.strictObject({
  /** Timing and positions that can be lost, and what loses them costs. */
  positions: z
    .array(z.strictObject({ id: Id, name: Text, afterwards: Text }))
    .max(40)
    .default([]),
  steps: z.array(StripStep).min(1).max(300),
  checks: z.array(StripCheck).max(100).default([]),
});

/** Something that can be seen on a part. 'Looked, nothing there' belongs to each and is never listed. */
export const FindingKind = z.strictObject({
  id: Id,
  name: Text,
  values: z
    .array(z.strictObject({ id: Id, name: Text, grade: z.union([z.literal(1), z.literal(2), z.literal(3)]) }))
    .min(1)
    .max(12),
  /** Places of the part it can be at; the part as a whole where there are none. */
  places: z.array(Id).max(60).default([]),
  /** What it is: decides what follows from it where the pack says nothing more. */
  nature: z.enum(natures).default("surface"),
  /** Washed away, so it is looked for before. */
  lostByCleaning: z.boolean().default(false),
});

export const Material = z.strictObject({
  id: Id,
  name: Text,
  /** Drawn by a magnet. */
  magnetic: z.boolean(),
  /** What treatments do to it; one that is not named is not known to be safe. */
  treatments: z.array(z.strictObject({ treatment: Id, allowed: z.enum(["yes", "care", "no"]), why: Text })).max(40),
  ref: Ref,
});

export const Treatment = z.strictObject({ id: Id, name: Text, caution: Text.optional() });

/** What cleaning asks of one class, beyond what its material does. */
export const ClassCleaning = z.strictObject({
  treatments: z
    .array(z.strictObject({ treatment: Id, allowed: z.enum(["yes", "care", "no"]), why: Text }))
    .max(40)
    .default([]),
  /** What comes out before: plugs, sensors, seals. */
  first: z.array(Named).max(20).default([]),
  note: Text.optional(),
  ref: Ref,
});

export const CrackMethod = z.strictObject({
  id: Id,
  name: Text,
  sees: Text,
  /** Finds nothing in what a magnet does not draw. */
  magneticOnly: z.boolean(),
  caution: Text.optional(),
  ref: Ref,
});

const Corner = z.tuple([Finite, Finite]);

/** What a crack in a zone means. Rules are tried in order; the first whose conditions all hold is meant. */
export const CrackRule = z.strictObject({
  /** The crack stays within these zones. */
  within: z.array(Id).max(20).optional(),
  /** It touches one of these zones as well. */
  reaches: z.array(Id).max(20).optional(),
  longerThanMm: z.number().min(0).optional(),
  /** It runs along the zone's axis, or across it: within 45 degrees. */
  runs: z.enum(["along", "across"]).optional(),
  /** Holds in a shop that follows this school. */
  school: z.strictObject({ school: Id, option: Id }).optional(),
  verdict: z.enum(["harmless", "watch", "repairable", "scrap"]),
  repair: z.strictObject({ name: Text, cost: z.number().min(0) }).optional(),
  why: Text,
  ref: Ref,
});

export const Zone = z.strictObject({
  id: Id,
  name: Text,
  /** Corners in the map's millimetres. */
  polygon: z.array(Corner).min(3).max(60),
  /** Direction of its long axis, degrees from the map's x axis. */
  axis: Finite.optional(),
  rules: z.array(CrackRule).max(20),
  /** Threaded holes in it, and how many inserts are accepted there. */
  threads: z
    .strictObject({ holes: z.number().int().min(1).max(200), most: z.number().int().min(0), ref: Ref })
    .optional(),
  /** Studs in it of which a share breaks on removal. */
  studs: z
    .strictObject({
      count: z.number().int().min(1).max(200),
      breakShare: z.number().gt(0).lt(1),
      costEach: z.number().min(0),
      minutesEach: z.number().min(0),
      ref: Ref,
    })
    .optional(),
});

export const ZoneMap = z.strictObject({
  /** Size of the drawing in millimetres of the part. */
  width: z.number().positive(),
  height: z.number().positive(),
  view: Text,
  zones: z.array(Zone).min(1).max(60),
});

/** What flows, from where to where. Drawn as it lies on the map of the circuit. */
export const Circuit = z.strictObject({
  id: Id,
  name: Text,
  carries: z.enum(["oil", "coolant", "air", "fuel", "drive"]),
  /** Where it begins. */
  from: Id,
  nodes: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        label: z.string().min(1).max(12),
        x: Finite,
        y: Finite,
        /** Slots whose parts shed into it here. */
        slots: z.array(Id).max(60).default([]),
        /** Pieces do not pass it: a screen, a filter. */
        stops: z.boolean().default(false),
        /** Smaller ones do, below so many mm. */
        mesh: z.number().positive().optional(),
        /** Its bypass opens when it is cold or full, and lets all of them pass. */
        bypass: z.boolean().default(false),
        /** How one looks into it. */
        opens: Text,
      }),
    )
    .min(2)
    .max(300),
  passages: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        from: Id,
        to: Id,
        /** The slot of the part it is drilled or cast in: it is proven clear when that part is cleaned. */
        in: Id.optional(),
        /** Pieces travel against the flow as well: through a plenum, out of transfer ports. */
        backwards: z.boolean().default(false),
      }),
    )
    .min(1)
    .max(600),
  /** What sheds pieces into it, seen on a part from a grade on, and the size of most of them in mm. */
  sheds: z
    .array(
      z.strictObject({
        class: Id,
        finding: Id,
        from: z.union([z.literal(1), z.literal(2), z.literal(3)]),
        mm: z.number().positive(),
      }),
    )
    .max(60)
    .default([]),
});

/** A part in which pieces stay where nobody sees them: pumps, coolers, tappets, tensioners. */
export const Harbours = z.strictObject({
  /** How it is proven clean; none where it cannot be, and only a new one will do. */
  proven: z
    .array(
      z.strictObject({
        how: z.enum(["strip", "flush"]),
        name: Text,
        minutes: z.number().positive(),
        /** The school that takes this for proof. */
        school: z.strictObject({ school: Id, option: Id }).optional(),
      }),
    )
    .max(6)
    .default([]),
  /** How often one that pieces have reached holds some. */
  chance: z.number().gt(0).lt(1),
  /** Hours to get at it again once the engine is together. */
  accessHours: z.number().min(0),
  why: Text,
  ref: Ref,
});

export const Ledger = z.strictObject({
  /** The smallest piece that does harm, in grams: an account closer than that is closed. */
  smallestGrams: z.number().positive(),
  /** Uncertainty of the shop's balance, standard, in grams. */
  balanceGrams: z.number().positive(),
  ref: Ref,
});

export type StripStep = z.infer<typeof StripStep>;
export type StripCheck = z.infer<typeof StripCheck>;
export type Strip = z.infer<typeof Strip>;
export type FindingKind = z.infer<typeof FindingKind>;
export type Material = z.infer<typeof Material>;
export type Zone = z.infer<typeof Zone>;
export type ZoneMap = z.infer<typeof ZoneMap>;
export type CrackRule = z.infer<typeof CrackRule>;
export type Circuit = z.infer<typeof Circuit>;
export type Allowed = Material["treatments"][number]["allowed"];
