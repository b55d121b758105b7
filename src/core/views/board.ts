import { benchFrom, usualCalendar, type Calendar } from "../ordering/schedule";
import { dayAfter, daysBetween } from "../entry/clock";

/** A job as the board counts with it. */
export interface BoardJob {
  readonly id: string;
  /** A day; null where nobody said when. */
  readonly wantedBy: string | null;
  /** Who works on it; null for whoever is free. */
  readonly givenTo: string | null;
  readonly work: { readonly before: number; readonly assembly: number } | null;
  /** What was ordered is promised for this day. */
  readonly until: string | null;
}

/** Who may have an engine, or had one. */
export interface BoardPerson {
  readonly id: string;
  readonly name: string;
  /** Works at the bench, and comes in. */
  readonly isAtBench: boolean;
}

export interface BoardLine {
  readonly id: string;
  /** The day its last work at the bench ends; null where nobody knows how long it takes. */
  readonly ends: string | null;
}

/** One person's time at the bench. */
export interface Lane {
  /** By id; null for one of those the shop has and nobody was named for. */
  readonly person: string | null;
  readonly jobs: readonly string[];
  readonly minutes: number;
  /** The day the last of it ends; null where there is nothing to do. */
  readonly ends: string | null;
}

export interface Board {
  /** In the order they came in. */
  readonly lines: readonly BoardLine[];
  readonly lanes: readonly Lane[];
}

interface Task {
  readonly job: BoardJob;
  readonly minutes: number;
  /** Days from today at which it may begin. */
  readonly release: number;
  /** The one after it, which begins no sooner than it ends. */
  readonly next: Task | null;
}

const never = "9999-12-31";

/**
 * When the engines on the bench are done: whoever is free takes what is wanted soonest of what is theirs and can be begun.
 * Assembly waits for what was ordered; meanwhile the bench goes on with another engine. Nothing is put down half done.
 *
 * Where every job is released at once, earliest due date first makes the greatest lateness the least there can be on one
 * bench.
 *
 * @param jobs      in any order
 * @param calendar  hours of one person, how many people, closed days; the shop's own, or what is usual
 * @param today     a day, `2026-11-27`
 * @returns         a line for each job, and a lane for each person
 * @source  J. R. Jackson's rule, 1955 (from memory)
 * @example boardOf([{ id: "a", wantedBy: "2026-12-01", givenTo: null, work: { before: 60, assembly: 300 }, until: null }], { hours: 6, people: 1, closed: [] }, "2026-11-30").lines[0].ends // "2026-11-30"
 */
export function boardOf(jobs: readonly BoardJob[], calendar: Calendar | null, today: string): Board {
  const { hours, people, closed } = calendar ?? usualCalendar;
  const benchEnd = benchFrom(today, { hours, people: 1, closed });
  const named = [...new Set(jobs.flatMap(({ givenTo }) => givenTo ?? []))];
  const lanes = [...named, ...new Array<null>(Math.max(people - named.length, 0)).fill(null)].map((person) => ({
    person,
    at: 0,
    jobs: new Set<string>(),
    minutes: 0,
    ends: null as string | null,
  }));
  const inTurn = [...jobs].sort((a, b) => {
    const [one, other] = [`${a.wantedBy ?? never} ${a.id}`, `${b.wantedBy ?? never} ${b.id}`];
    return one < other ? -1 : one > other ? 1 : 0;
  });
  const turnOf = new Map(inTurn.map((job, at) => [job, at]));
  const waiting = inTurn.flatMap((job): Task[] => {
    if (!job.work) return [];
    const { before, assembly } = job.work;
    const release = job.until === null ? 0 : Math.max(0, daysBetween(today, job.until));
    return [{ job, minutes: before, release: 0, next: { job, minutes: assembly, release, next: null } }];
  });
  const ends = new Map<string, number>();
  // Whoever takes an engine first goes on with it.
  const takenBy = new Map(jobs.flatMap(({ id, givenTo }) => (givenTo === null ? [] : [[id, named.indexOf(givenTo)] as const]))); // prettier-ignore
  const isFor = (task: Task, lane: number) => (takenBy.get(task.job.id) ?? lane) === lane;
  while (waiting.length > 0) {
    // The first of all that can be begun by somebody; of two at one moment the one wanted sooner.
    const offers = lanes.flatMap((lane, at) => {
      const mine = waiting.filter((task) => isFor(task, at));
      if (mine.length === 0) return [];
      const begins = Math.max(lane.at, Math.min(...mine.map(({ release }) => release)));
      return [{ at, begins, task: mine.find(({ release }) => release <= begins)! }];
    });
    const { at, begins, task } = offers.reduce((first, each) => (each.begins < first.begins ? each : first));
    const lane = lanes[at]!;
    waiting.splice(waiting.indexOf(task), 1);
    takenBy.set(task.job.id, at);
    lane.at = benchEnd(begins, task.minutes);
    lane.minutes += task.minutes;
    lane.jobs.add(task.job.id);
    if (task.minutes > 0) lane.ends = dayOf(today, lane.at);
    ends.set(task.job.id, Math.max(ends.get(task.job.id) ?? 0, lane.at));
    if (task.next) {
      const next = { ...task.next, release: Math.max(task.next.release, lane.at) };
      // In its turn among the others.
      const after = waiting.findIndex((each) => turnOf.get(each.job)! > turnOf.get(task.job)!);
      waiting.splice(after < 0 ? waiting.length : after, 0, next);
    }
  }
  return {
    lines: jobs.map(({ id }) => {
      const end = ends.get(id);
      const day = end === undefined ? null : dayOf(today, end);
      return { id, ends: day };
    }),
    lanes: lanes.map(({ person, jobs: taken, minutes, ends: day }) => ({
      person,
      jobs: [...taken],
      minutes,
      ends: day,
    })),
  };
}

/** The day that something ends on: what ends at midnight ends on the day before. */
const dayOf = (today: string, at: number): string => dayAfter(today, Math.max(0, Math.ceil(at - 1e-9) - 1));

/** The days an engine is ready, half of the times and nine in ten, as far as its own work goes. */
interface Ready {
  readonly likely: string;
  readonly safe: string;
}

/**
 * When an engine is ready: its own days; the day that the others on the bench leave it, where that is later; and how many are
 * left to the day it is wanted by.
 *
 * @param ends  the day the bench is done with it, by the board
 * @returns     null where nobody can tell
 * @example readyAt({ ready: { likely: "2026-12-02", safe: "2026-12-09" }, wantedBy: "2026-12-04" }, "2026-12-07").spare // -3
 */
export function readyAt(
  { ready, wantedBy }: { readonly ready: Ready | null; readonly wantedBy: string | null },
  ends: string | null,
): (Ready & { readonly behind: string | null; readonly spare: number | null }) | null {
  if (ready === null) return null;
  const behind = ends !== null && ends > ready.likely ? ends : null;
  return { ...ready, behind, spare: wantedBy === null ? null : daysBetween(behind ?? ready.likely, wantedBy) };
}
