import { variantOf, type Assessment } from "../assessment";
import type { MachineShop } from "../ordering/machine-shop";
import { orderOfJob } from "../ordering/order-of-job";
import { benchWork, type BenchWork } from "../ordering/bench-work";
import { dayAfter, daysBetween } from "../entry/clock";
import { declarations, isKnownType } from "../entry/declarations";
import type { Envelope } from "../entry/schema";
import { standingHandOver } from "../entry/visit";
import { countByKind } from "../holds";
import { nextStep } from "./next-step";
import type { CompiledPack } from "../pack/compile-pack";
import { slotStates, type SlotState } from "./slot-state";
import type { HoldKind } from "../problem/problem-codes";
import type { Problem } from "../problem/problem";
import { stations, type Station } from "../stations";

/**
 * What the list of jobs shows of one: worked out from a whole assessment, kept so that the list need not make one for
 * every job. Nothing is ever decided, held or printed by it.
 */
export interface JobCard {
  readonly name: string;
  readonly number: string | null;
  readonly family: string;
  readonly variant: string | null;
  readonly hoursWanted: number | null;
  readonly application: string | null;
  /** A day, as the order has it. */
  readonly wantedBy: string | null;
  /** Lines of orders that are not there on the day they were promised for. */
  readonly late: number;
  /** Handed over: nobody works on it any more. */
  readonly isOver: boolean;
  /** Put away, and where; null while it is on the bench. What was worked on is never a mistake. */
  readonly putAway: "archive" | "mistakes" | null;
  /** Opened, and nothing done since. */
  readonly isBlank: boolean;
  /** Whose engine it is, by the list of owners. */
  readonly owner: string | null;
  /** Who works on it, by id; null for whoever is free. */
  readonly givenTo: string | null;
  /** What is left to do at the bench; null where the pack says nothing of labour. */
  readonly work: Pick<BenchWork, "before" | "assembly"> | null;
  /**
   * Lines of orders still to come and parts that go to the machine shop or are there, and the day the last of all that is back
   * as it was told; null where one was told none, or that day is past.
   */
  readonly waits: { readonly lines: number; readonly machined: number; readonly until: string | null } | null;
  /** The days it is ready by itself, half of the times and nine in ten, as Order says; null where nobody can tell, and once it is gone. */
  readonly ready: { readonly likely: string; readonly safe: string } | null;
  readonly unit: string;
  readonly station: Station;
  readonly next: Problem;
  readonly holds: Readonly<Record<HoldKind, number>>;
  /** The pack's fingerprint, by which its map is found. */
  readonly pack: string;
  /** What is known of what is in each of the pack's slots, in their order: a letter each, to keep many cards small. */
  readonly slots: string;
}

/** On the bench; handed over; in the archive. What was opened by mistake is in no list. */
export const shows = ["bench", "over", "archive"] as const;

/** Wanted soonest; came last; most held; by name. */
export const sorts = ["due", "came", "held", "name"] as const;

/** Which jobs are listed, and in what order. */
export interface Listing {
  /** Words of the name, number, family, owner or a tag; all of them have to be there. */
  readonly words: string;
  readonly show: (typeof shows)[number];
  readonly sort: (typeof sorts)[number];
}

/** A job that cannot be judged, and why. */
export interface BrokenCard {
  readonly name: string | null;
  readonly trouble: Problem;
}

/** A job as it is listed. A cache and no projection: what is shown of a job may be behind it, and says so. */
export interface CardLine {
  readonly id: string;
  readonly name: string | null;
  /** Whose engine it is, where that is known and not erased. */
  readonly owner: string | null;
  /** Null while it is made for the first time. */
  readonly card: JobCard | BrokenCard | null;
  /** Made of all entries that are here, by this program. */
  readonly isFresh: boolean;
}

/** A stretch of the list of jobs, and how many there are in all. */
export interface CardPage {
  readonly lines: readonly CardLine[];
  readonly total: number;
  /** So many jobs of the shop are still to be read: a search may miss one of them. Not counted where nothing is searched for. */
  readonly unread: number;
}

const letters = { open: "o", partly: "p", sound: "s", refused: "r", none: "-" } as const;
const states = ["open", "partly", "sound", "refused"] as const satisfies readonly SlotState[];

/** By which a job is found besides what the card shows: each tag once. */
export const wordsOf = ({ job }: Pick<Assessment, "job">): string =>
  [...new Set([...job.parts.values()].map(({ tag }) => tag.toLowerCase()))].join(" ");

/** What is still to come, of what was ordered and of what goes out. */
function waitsOf({ buying, day }: Assessment, shop: MachineShop): JobCard["waits"] {
  const open = buying.ordered.filter((line) => line.open > 0);
  const away = shop.lines.filter(({ state }) => state === "here" || state === "out");
  if (open.length + away.length === 0) return null;
  const told = [
    ...open.map(({ purchase }) => purchase.due),
    ...away.map(({ out, days }) => out?.due ?? (days === null ? null : dayAfter(day, Math.ceil(days)))),
  ];
  // What is late already comes nobody knows when.
  const days = told.map((each) => (each !== null && daysBetween(day, each) >= 0 ? each : null));
  const until = days.includes(null) ? null : (days as string[]).sort().at(-1)!;
  return { lines: open.length, machined: away.length, until };
}

/**
 * Whether more work may still come of a job than is known: it is not all looked at and decided, something stands in the way, or
 * nobody knows when what it waits for is there.
 */
export const mayGrow = ({ station, holds, waits }: JobCard): boolean =>
  stations.indexOf(station) < stations.indexOf("order") ||
  Object.values(holds).some((count) => count > 0) ||
  (waits !== null && waits.until === null);

/** The card of a job, of its entries as they were judged. */
export function cardOf(pack: CompiledPack, assessment: Assessment, entries: readonly Envelope[]): JobCard {
  const { job, order, holds } = assessment;
  const isBlank = entries.every(({ type }) => isKnownType(type) && !declarations[type].ofEngine);
  const put = job.putAways.at(-1)?.to ?? "bench";
  const { station, what } = nextStep(pack, assessment);
  const found = slotStates(assessment);
  const { shop, schedule } = orderOfJob(pack, assessment);
  const isOver = standingHandOver(job) !== null;
  const work = benchWork(pack, assessment, shop.lines.length);
  return {
    name: job.header?.name ?? "",
    number: job.header?.engine.number ?? null,
    family: pack.pack.family,
    variant: variantOf(pack, assessment)?.name ?? null,
    hoursWanted: order.hoursWanted,
    application: order.application.name,
    wantedBy: order.wantedBy,
    late: assessment.buying.ordered.filter(({ isOverdue }) => isOverdue).length,
    isOver,
    putAway: put === "bench" ? null : put === "mistakes" && !isBlank ? "archive" : put,
    isBlank,
    owner: job.ownersNamed.at(-1)?.owner ?? null,
    givenTo: job.givens.at(-1)?.to ?? null,
    work: work && { before: work.before, assembly: work.assembly },
    waits: waitsOf(assessment, shop),
    ready: schedule && !isOver ? { likely: schedule.likely, safe: schedule.safe } : null,
    unit: job.header?.unit ?? "mm",
    station,
    next: what,
    holds: countByKind(holds),
    pack: pack.sha256,
    slots: pack.pack.slots.map(({ id }) => letters[found.get(id) ?? "none"]).join(""),
  };
}

/**
 * The states of a pack's slots, as the map wants them.
 *
 * @example statesOn({ slots: "s-" }, { slots: [{ id: "a" }, { id: "b" }] }).get("a") // "sound"
 */
export const statesOn = (
  { slots }: Pick<JobCard, "slots">,
  pack: { readonly slots: readonly { readonly id: string }[] },
): ReadonlyMap<string, SlotState> =>
  new Map(
    pack.slots.flatMap(({ id }, at) => {
      const state = states.find((each) => letters[each] === slots[at]);
      return state ? [[id, state] as const] : [];
    }),
  );
