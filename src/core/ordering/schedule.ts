import type { Assessment } from "../assessment";
import { groupBy } from "../group";
import type { Choice } from "../option/option";
import { dayAfter, daysBetween } from "../entry/clock";
import { seeded } from "../numeric/seeded";
import type { CompiledPack } from "../pack/compile-pack";
import { benchWork } from "./bench-work";
import type { MachineShop, ShopLine } from "./machine-shop";
import { settledOption } from "./settled-option";
import type { BuyLine } from "./to-order";

/** When the bench is worked at. */
export interface Calendar {
  /** At the bench, of one person on a working day. */
  readonly hours: number;
  readonly people: number;
  /** Days on which nobody works besides Saturdays and Sundays. */
  readonly closed: readonly string[];
}

/** What a shop that said nothing is taken to work: less than it would say. Common practice, no source. */
export const usualCalendar: Calendar = { hours: 6, people: 1, closed: [] };

/** Something that assembly waits for, and how often it is what it waits for last. */
export interface Awaited {
  readonly id: string;
  readonly name: string;
  readonly what: "bench" | "bought" | "ordered" | "machine-shop" | "undecided";
  /** As it is told; null where nobody knows, and the longest that is known stands in for it. */
  readonly days: number | null;
  /** From 0 to 1. */
  readonly critical: number;
}

export interface Schedule {
  /** Half of the times it is ready by then; and nine times in ten. */
  readonly likely: string;
  readonly safe: string;
  /** The chance that it is ready by the day it is wanted; null where nobody said when. */
  readonly inTime: number | null;
  /** Hours at the bench until all is measured, and to put it together. */
  readonly before: number;
  readonly assembly: number;
  /** What is waited for, what decides most often first. */
  readonly awaited: readonly Awaited[];
  /** Parts that nobody decided: what is proposed for them counts, and where nothing can be, new ones as often as such parts are replaced. */
  readonly undecided: number;
  readonly calendar: Calendar;
}

/**
 * How far what was told is kept: at best, likely and at worst, as shares of it. Suppliers and machine shops are late more often
 * than early, and by more. Common practice, no source.
 */
const spreads = {
  bench: [0.85, 1, 1.5],
  waited: [0.8, 1, 1.8],
  promised: [1, 1, 1.4],
} as const;
/** The same of work at the bench, for whoever prices it. */
export const benchSpread = spreads.bench;

const draws = 2000;

/** @source  inverse of the triangular distribution's function */
function triangular([low, mode, high]: readonly [number, number, number], u: number): number {
  if (high === low) return mode;
  const at = (mode - low) / (high - low);
  return u < at
    ? low + Math.sqrt(u * (high - low) * (mode - low))
    : high - Math.sqrt((1 - u) * (high - low) * (high - mode));
}

/**
 * The bench by its calendar.
 *
 * @param from  the day that counts as the first
 * @returns     the days from it at which so much work ends that begins at some; both in days, a whole one is a midnight
 * @example benchFrom("2026-11-27", { hours: 6, people: 1, closed: [] })(0, 540) // 3.5
 */
export function benchFrom(
  from: string,
  { hours, people, closed }: Calendar,
): (start: number, minutes: number) => number {
  const capacity = hours * 60 * people;
  const shut = new Set(closed);
  // Asked for thousands of times: each day is looked up once.
  const known: boolean[] = [];
  const isOpen = (whole: number) => {
    const day = dayAfter(from, whole);
    const weekday = new Date(`${day}T00:00:00Z`).getUTCDay();
    return weekday !== 0 && weekday !== 6 && !shut.has(day);
  };
  return (start, minutes) => {
    let [at, left] = [start, minutes];
    // A shop that is shut for a year works at nothing: that is bounded too.
    for (let guard = 0; left > 1e-9 && guard < 5000; guard += 1) {
      const whole = Math.floor(at + 1e-9);
      const room = (known[whole] ??= isOpen(whole)) ? (whole + 1 - at) * capacity : 0;
      if (left <= room) return at + left / capacity;
      left -= room;
      at = whole + 1;
    }
    return at;
  };
}

interface Task {
  readonly id: string;
  readonly name: string;
  readonly what: Awaited["what"];
  readonly days: number | null;
  /** As it counts: low, likely, high. */
  readonly span: readonly [number, number, number];
  /** It begins once all is measured; else now. */
  readonly isAfterBench: boolean;
  /** Others that end before it begins, by their numbers. */
  readonly after: readonly number[];
  /** How likely it is needed at all. */
  readonly chance: number;
}

const spanOf = (days: number, by: readonly [number, number, number]) => by.map((share) => share * days) as unknown as Task["span"]; // prettier-ignore

/** Visits to the machine shop, each behind those whose operations come before its own. */
function shopTasks({ lines }: MachineShop, longest: number): Task[] {
  const waiting = lines.filter(({ state }) => state === "here" || state === "out");
  const comesBefore = (one: ShopLine, other: ShopLine) =>
    one !== other && other.operations.some(({ after }) => one.operations.some(({ id }) => after.includes(id) && !other.operations.some((own) => own.id === id))); // prettier-ignore
  const tasks = waiting.map((line): Task => {
    const days = line.days;
    return {
      id: line.id,
      name: line.name,
      what: "machine-shop",
      days,
      span: spanOf(days ?? longest, spreads.waited),
      isAfterBench: line.state === "here",
      // Two that wait for each other wait for neither: the pack's order of operations has no circle, the parts' might.
      after: waiting.flatMap((other, at) => (comesBefore(other, line) && !comesBefore(line, other) ? at : [])),
      chance: 1,
    };
  });
  return tasks;
}

/** What parts may take that nobody decided, by kind: as it is proposed; where nothing can be, as often as such parts are replaced. */
function openTasks({ worth }: CompiledPack["pack"], open: readonly Choice[], longest: number): Task[] {
  const known = new Map(worth?.classes.map((each) => [each.class, each]));
  const byKind = groupBy(open, ({ partClass, proposal }) => `${partClass.id} ${proposal.disposition === "hold"}`);
  return [...byKind].flatMap(([kind, of]): Task[] => {
    const { partClass, slot } = of[0]!;
    const own = known.get(partClass.id);
    const isHeld = of[0]!.proposal.disposition === "hold";
    const all = of.flatMap(({ proposal: { disposition } }): (number | null)[] => {
      if (disposition === "reuse" || disposition === "clean" || disposition === "keep") return [];
      if (disposition !== "hold") return [own?.days?.[disposition] ?? null];
      return [own ? Math.max(0, own.days?.replace ?? 0, own.days?.rework ?? 0) : null];
    });
    if (all.length === 0) return [];
    const days = all.includes(null) ? null : Math.max(...(all as number[]));
    const name = of.length === 1 ? slot.name : `${of.length} × ${partClass.name}`;
    // Of several it is enough that one is.
    const chance = isHeld ? 1 - (1 - (own?.likely ?? 1)) ** of.length : 1;
    return [{ id: `open: ${kind}`, name, what: "undecided", days, span: spanOf(days ?? longest, spreads.waited), isAfterBench: true, after: [], chance }]; // prettier-ignore
  });
}

/** Tasks in an order in which none comes before what it waits for; what waits in a circle is let go. */
function inOrder(tasks: readonly Task[]): readonly number[] {
  const order: number[] = [];
  const done = new Set<number>();
  while (order.length < tasks.length) {
    const next = tasks.findIndex((task, at) => !done.has(at) && task.after.every((early) => done.has(early)));
    const at = next >= 0 ? next : tasks.findIndex((_, each) => !done.has(each));
    done.add(at);
    order.push(at);
  }
  return order;
}

/**
 * From now to the hand-over: what is left to take apart and to measure at the one bench, what is waited for from suppliers and
 * the machine shop, and putting it together. Each takes as long as was told, earlier or later by what is usual; all of it is
 * played through many times, the same each time.
 *
 * @returns  null where the pack says nothing of labour
 */
export function scheduleOf(
  own: CompiledPack,
  assessment: Pick<Assessment, "strip" | "choices" | "buying" | "order" | "measured" | "job" | "day">,
  toBuy: readonly BuyLine[],
  shop: MachineShop,
): Schedule | null {
  const { pack } = own;
  const { choices, buying, order, day: today } = assessment;
  const work = benchWork(own, assessment, shop.lines.length);
  if (!work) return null;
  const { before, assembly } = work;
  const calendar = { ...usualCalendar, ...order.settings?.calendar };

  const undecided = choices.filter((choice) => settledOption(choice) === null && !buying.covered.has(choice.slot.id));
  const told = [...toBuy.map(({ days }) => days), ...shop.lines.map(({ days }) => days)].flatMap((days) => days ?? []);
  const longest = Math.max(7, ...told);
  const tasks: Task[] = [
    ...shopTasks(shop, longest),
    ...toBuy.map((line): Task => ({ id: line.id, name: line.name, what: "bought", days: line.days, span: spanOf(line.days ?? longest, spreads.waited), isAfterBench: false, after: [], chance: 1 })), // prettier-ignore
    ...openTasks(pack, undecided, longest),
    ...buying.ordered
      .filter((line) => line.open > 0)
      .map(({ purchase, line }): Task => {
        const left = purchase.due === null ? null : daysBetween(today, purchase.due);
        // What is late already comes nobody knows when.
        const isKnown = left !== null && left >= 0;
        return { id: `${purchase.id} ${line.line}`, name: line.name, what: "ordered", days: isKnown ? left : null, span: isKnown ? spanOf(left, spreads.promised) : spanOf(longest / 2, spreads.waited), isAfterBench: false, after: [], chance: 1 }; // prettier-ignore
      }),
  ];
  const sequence = inOrder(tasks);
  const benchEnd = benchFrom(today, calendar);
  const { next } = seeded(20_261);
  const counts = tasks.map(() => 0);
  let onBench = 0;
  const ends: number[] = [];
  const pace = () => triangular(spreads.bench, next());
  for (let draw = 0; draw < draws; draw += 1) {
    const measuredBy = benchEnd(0, before * pace());
    const finished = tasks.map(() => 0);
    for (const at of sequence) {
      const { span, isAfterBench, after, chance } = tasks[at]!;
      const start = Math.max(isAfterBench ? measuredBy : 0, ...after.map((early) => finished[early]!));
      finished[at] = next() < chance ? start + triangular(span, next()) : 0;
    }
    const last = Math.max(measuredBy, ...finished);
    if (last === measuredBy) onBench += 1;
    else counts[finished.indexOf(last)]! += 1;
    ends.push(benchEnd(last, assembly * pace()));
  }
  ends.sort((a, b) => a - b);
  const dayAt = (share: number) =>
    dayAfter(today, Math.ceil(ends[Math.min(draws - 1, Math.floor(share * draws))]!) - 1);
  const wanted = order.wantedBy === null ? null : daysBetween(today, order.wantedBy) + 1;
  const awaited: Awaited[] = [
    ...(before > 0 ? [{ id: "bench", name: "", what: "bench" as const, days: null, critical: onBench / draws }] : []),
    ...tasks.map(({ id, name, what, days }, at) => ({ id, name, what, days, critical: counts[at]! / draws })),
  ];
  return {
    likely: dayAt(0.5),
    safe: dayAt(0.9),
    inTime: wanted === null ? null : ends.filter((end) => end <= wanted).length / draws,
    before: before / 60,
    assembly: assembly / 60,
    awaited: awaited.sort((a, b) => b.critical - a.critical || (a.id < b.id ? -1 : 1)),
    undecided: undecided.length,
    calendar,
  };
}
