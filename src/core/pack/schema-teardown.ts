import * as z from "../z";
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
  places: z._default(
    z.array(z.extend(Named, { slots: z.optional(z.array(Id).check(z.maxLength(20))) })).check(z.maxLength(100)),
    [],
  ),
  /** The parts it speaks of, by slot, where its places do not say. */
  slots: z.optional(z.array(Id).check(z.maxLength(200))),
  /** States to choose from; the first is as it should be. */
  states: z.optional(z.array(Named).check(z.minLength(2), z.maxLength(8))),
  /** What is read from it, where there is a number. */
  figure: z.optional(
    z.strictObject({
      unit: Id.check(z.refine((id) => unitById(id) !== undefined, "not a unit")),
      low: z.optional(Finite),
      high: z.optional(Finite),
    }),
  ),
  caution: z.optional(Text),
  /** It is asked only so; while that cannot be told, it is. */
  onlyIf: z.optional(Condition),
  ref: Ref,
});

export const StripStep = z.strictObject({
  id: Id,
  name: Text,
  /** Steps that have to be done first. */
  after: z._default(z.array(Id).check(z.maxLength(30)), []),
  /** Slots whose parts come out, with all that sits in them. */
  removes: z._default(z.array(Id).check(z.maxLength(200)), []),
  /** Timing or positions that are gone once it is done. */
  loses: z._default(z.array(Id).check(z.maxLength(20)), []),
  /** Timing or positions that it locks or marks. */
  secures: z._default(z.array(Id).check(z.maxLength(20)), []),
  minutes: z.number().check(z.positive(), z.maximum(6000)),
  /** What goes in new when it is put together again. */
  renew: z._default(z.array(Renewed).check(z.maxLength(40)), []),
  tools: z.optional(Text),
  note: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(600))),
  caution: z.optional(Text),
  /** It is done only so; while that cannot be told, it is. */
  onlyIf: z.optional(Condition),
  ref: Ref,
});

export const Strip = z.strictObject({
  /** Timing and positions that can be lost, and what loses them costs. */
  positions: z._default(z.array(z.strictObject({ id: Id, name: Text, afterwards: Text })).check(z.maxLength(40)), []),
  steps: z.array(StripStep).check(z.minLength(1), z.maxLength(300)),
  checks: z._default(z.array(StripCheck).check(z.maxLength(100)), []),
});

/** Something that can be seen on a part. 'Looked, nothing there' belongs to each and is never listed. */
export const FindingKind = z.strictObject({
  id: Id,
  name: Text,
  values: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        grade: z.union([z.literal(1), z.literal(2), z.literal(3)]),
        /** Pieces of it came off. Where nothing is said they did of what is broken at its gravest, and of nothing else. */
        pieces: z.optional(z.boolean()),
      }),
    )
    .check(z.minLength(1), z.maxLength(12)),
  /** Places of the part it can be at; the part as a whole where there are none. */
  places: z._default(z.array(Id).check(z.maxLength(60)), []),
  /** What it is: decides what follows from it where the pack says nothing more. */
  nature: z._default(z.enum(natures), "surface"),
  /** Washed away, so it is looked for before. */
  lostByCleaning: z._default(z.boolean(), false),
});

export const Material = z.strictObject({
  id: Id,
  name: Text,
  /** Drawn by a magnet. */
  magnetic: z.boolean(),
  /** What treatments do to it; one that is not named is not known to be safe. */
  treatments: z
    .array(z.strictObject({ treatment: Id, allowed: z.enum(["yes", "care", "no"]), why: Text }))
    .check(z.maxLength(40)),
  ref: Ref,
});

export const Treatment = z.strictObject({ id: Id, name: Text, caution: z.optional(Text) });

/** What cleaning asks of one class, beyond what its material does. */
export const ClassCleaning = z.strictObject({
  treatments: z._default(
    z
      .array(z.strictObject({ treatment: Id, allowed: z.enum(["yes", "care", "no"]), why: Text }))
      .check(z.maxLength(40)),
    [],
  ),
  /** What comes out before: plugs, sensors, seals. */
  first: z._default(z.array(Named).check(z.maxLength(20)), []),
  note: z.optional(Text),
  ref: Ref,
});

export const CrackMethod = z.strictObject({
  id: Id,
  name: Text,
  sees: Text,
  /** Finds nothing in what a magnet does not draw. */
  magneticOnly: z.boolean(),
  caution: z.optional(Text),
  ref: Ref,
});

const Corner = z.tuple([Finite, Finite]);

/** What a crack in a zone means. Rules are tried in order; the first whose conditions all hold is meant. */
export const CrackRule = z.strictObject({
  /** The crack stays within these zones. */
  within: z.optional(z.array(Id).check(z.maxLength(20))),
  /** It touches one of these zones as well. */
  reaches: z.optional(z.array(Id).check(z.maxLength(20))),
  longerThanMm: z.optional(z.number().check(z.minimum(0))),
  /** It runs along the zone's axis, or across it: within 45 degrees. */
  runs: z.optional(z.enum(["along", "across"])),
  /** Holds in a shop that follows this school. */
  school: z.optional(z.strictObject({ school: Id, option: Id })),
  verdict: z.enum(["harmless", "watch", "repairable", "scrap"]),
  /** What repairs it; and why it is looked at again later, where a repair is not the end of it. */
  repair: z.optional(z.strictObject({ name: Text, cost: z.number().check(z.minimum(0)), watch: z.optional(Text) })),
  why: Text,
  ref: Ref,
});

export const Zone = z.strictObject({
  id: Id,
  name: Text,
  /** Corners in the map's millimetres. */
  polygon: z.array(Corner).check(z.minLength(3), z.maxLength(60)),
  /** Direction of its long axis, degrees from the map's x axis. */
  axis: z.optional(Finite),
  rules: z.array(CrackRule).check(z.maxLength(20)),
  /** Threaded holes in it, and how many inserts are accepted there. */
  threads: z.optional(
    z.strictObject({ holes: z.int().check(z.minimum(1), z.maximum(200)), most: z.int().check(z.minimum(0)), ref: Ref }),
  ),
  /** Studs in it of which a share breaks on removal. */
  studs: z.optional(
    z.strictObject({
      count: z.int().check(z.minimum(1), z.maximum(200)),
      breakShare: z.number().check(z.gt(0), z.lt(1)),
      costEach: z.number().check(z.minimum(0)),
      minutesEach: z.number().check(z.minimum(0)),
      ref: Ref,
    }),
  ),
});

export const ZoneMap = z.strictObject({
  /** Size of the drawing in millimetres of the part. */
  width: z.number().check(z.positive()),
  height: z.number().check(z.positive()),
  view: Text,
  zones: z.array(Zone).check(z.minLength(1), z.maxLength(60)),
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
        label: z.string().check(z.minLength(1), z.maxLength(12)),
        x: Finite,
        y: Finite,
        /** Slots whose parts shed into it here. */
        slots: z._default(z.array(Id).check(z.maxLength(400)), []),
        /** Pieces do not pass it: a screen, a filter. */
        stops: z._default(z.boolean(), false),
        /** Smaller ones do, below so many mm. */
        mesh: z.optional(z.number().check(z.positive())),
        /** Its bypass opens when it is cold or full, and lets all of them pass. */
        bypass: z._default(z.boolean(), false),
        /** How one looks into it. */
        opens: Text,
      }),
    )
    .check(z.minLength(2), z.maxLength(300)),
  passages: z
    .array(
      z.strictObject({
        id: Id,
        name: Text,
        from: Id,
        to: Id,
        /** The slot of the part it is drilled or cast in: it is proven clear when that part is cleaned. */
        in: z.optional(Id),
        /** Pieces travel against the flow as well: through a plenum, out of transfer ports. */
        backwards: z._default(z.boolean(), false),
      }),
    )
    .check(z.minLength(1), z.maxLength(600)),
  /** What sheds pieces into it, seen on a part from a grade on, and the size of most of them in mm. */
  sheds: z._default(
    z
      .array(
        z.strictObject({
          class: Id,
          finding: Id,
          from: z.union([z.literal(1), z.literal(2), z.literal(3)]),
          mm: z.number().check(z.positive()),
        }),
      )
      .check(z.maxLength(60)),
    [],
  ),
});

/** A part in which pieces stay where nobody sees them: pumps, coolers, tappets, tensioners. */
export const Harbours = z.strictObject({
  /** How it is proven clean; none where it cannot be, and only a new one will do. */
  proven: z._default(
    z
      .array(
        z.strictObject({
          how: z.enum(["strip", "flush"]),
          name: Text,
          minutes: z.number().check(z.positive()),
          /** The school that takes this for proof. */
          school: z.optional(z.strictObject({ school: Id, option: Id })),
        }),
      )
      .check(z.maxLength(6)),
    [],
  ),
  /** How often one that pieces have reached holds some. */
  chance: z.number().check(z.gt(0), z.lt(1)),
  /** Hours to get at it again once the engine is together. */
  accessHours: z.number().check(z.minimum(0)),
  why: Text,
  ref: Ref,
});

export const Ledger = z.strictObject({
  /** The smallest piece that does harm, in grams: an account closer than that is closed. */
  smallestGrams: z.number().check(z.positive()),
  /** Uncertainty of the shop's balance, standard, in grams. */
  balanceGrams: z.number().check(z.positive()),
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
