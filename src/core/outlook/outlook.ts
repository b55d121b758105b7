import { groupBy } from "../group";
import type { Age } from "../measure/endurance";
import { agesOf, courseOf, fateOf, renewals, type Course, type Fate, type WornShare } from "./fate";
import type { Lasts } from "./survival";

/** How long parts of a kind last when new, and how well that is known. */
export interface Law extends Lasts {
  /** Standard scatter of the logarithm of its median, shared by all of the engine that are taken by what is usual; 0 where it is said. */
  readonly spread: number;
  /** The same of what is said of this kind alone: how far it may be off, for all of the kind. */
  readonly own: number;
}

/** What is known of a part that is in the engine. */
export interface KnownPart {
  /** Parts of one kind are off alike. */
  readonly kind: string;
  readonly law: Law;
  /** It lives on the oil that reaches it. */
  readonly isFed: boolean;
  /** What it has run; "engine" where it is as old as an engine of which nobody knows how old it is. */
  readonly age: Age | "engine";
  readonly read: WornShare | null;
  /** After so many hours it is not used, whatever it measures; null where nobody says so. */
  readonly most: number | null;
  /** That it runs the hours by the line through what earlier visits measured of it; it says more than one reading. */
  readonly byRate: number | null;
}

/** What is to be expected of a part one way. */
export interface Prospect {
  /** That it runs the hours wanted. */
  readonly chance: number;
  /** How often it has to be done over to be expected. */
  readonly failures: number;
  /** The chance in each state that the engine may be in. */
  readonly inState: readonly number[];
}

/**
 * What all parts of an engine share: how hard it is worked, which shortens or lengthens all lives; and the oil, which where it was bad
 * shortens those it feeds to a share. Common practice, no source; the share and the scatter by trial.
 */
export const sharedBy = { duty: 0.35, badOil: { chance: 0.1, times: 0.4 } } as const;

/** An engine of unknown hours may have run any share of those wanted between these, by the logarithm. Common practice, no source. */
const [leastRun, mostRun] = [0.15, 5];

/** Standard deviations at which what is normal is taken, each by its density: fewer where much else is unknown too. */
const fine = [-2.25, -1.5, -0.75, 0, 0.75, 1.5, 2.25];
const coarse = [-1.8, -0.6, 0.6, 1.8];
const ofKind = [-2, -1, 0, 1, 2];
const hourNodes = 8;

/** One state that an engine may be in. */
interface State {
  readonly duty: number;
  readonly isBadOil: boolean;
  /** Standard deviations that what is usual is off. */
  readonly level: number;
  readonly engineHours: number | null;
  readonly weight: number;
}

function statesOf(parts: readonly KnownPart[], ahead: number): readonly State[] {
  const isGuessed = parts.some(({ law }) => law.spread > 0);
  const isAged = parts.some(({ age }) => age === "engine");
  const duties = isGuessed || isAged ? coarse : fine;
  const levels = isGuessed ? fine : [0];
  const oils = parts.some(({ isFed }) => isFed) ? [false, true] : [false];
  const run = isAged
    ? Array.from({ length: hourNodes }, (_, at) => ahead * leastRun * (mostRun / leastRun) ** ((at + 0.5) / hourNodes))
    : [null];
  const { chance } = sharedBy.badOil;
  return duties.flatMap((duty) =>
    levels.flatMap((level) =>
      oils.flatMap((isBadOil) =>
        run.map((engineHours): State => ({
          duty,
          isBadOil,
          level,
          engineHours,
          weight: Math.exp(-(duty * duty + level * level) / 2) * (isBadOil ? chance : 1 - chance),
        })),
      ),
    ),
  );
}

/** Of an engine that has run so many hours: likely all of them. */
const asOldAs = (hours: number): Age => ({ from: 0, to: hours, whole: 0.9 });

/** Standard deviations that what is said of a kind is off. */
const nodesOfKind = ({ own }: Law): readonly number[] => (own > 0 ? ofKind : [0]);

/** How likely each is, from their logarithms up to a factor; and that factor's logarithm. */
function shared(logs: readonly number[]): { readonly shares: readonly number[]; readonly log: number } {
  const most = Math.max(...logs);
  const raw = logs.map((log) => Math.exp(log - most));
  const all = raw.reduce((sum, each) => sum + each, 0);
  return { shares: raw.map((each) => each / all), log: most + Math.log(all) };
}

/**
 * What is to be expected of all parts of one engine over the hours wanted. What they share is learned from what was read of them:
 * where all are worn more than their kind at their age, those that nobody measured are expected to be too; and where those of one
 * kind are, what is said of that kind is off.
 *
 * @source  Vaupel, Manton and Stallard, heterogeneity in frailty (1979), by a grid over what is shared; Bayes' theorem
 */
export class Outlook {
  /** How likely each state is after all that was read. */
  readonly weights: readonly number[];
  readonly #states: readonly State[];
  readonly #ahead: number;
  readonly #kept: readonly Prospect[];
  /** By kind, in each state, how likely it is off by how much. */
  readonly #off = new Map<string, readonly (readonly number[])[]>();
  readonly #courses = new Map<string, { readonly course: Course; readonly unread: Fate }>();
  readonly #others = new Map<string, Prospect>();

  /** @param ahead  hours wanted of the engine, above 0 */
  constructor(parts: readonly KnownPart[], ahead: number) {
    this.#ahead = ahead;
    this.#states = statesOf(parts, ahead);
    const fates = new Map(parts.map((part) => [part, this.#fates(part)]));
    const logs = this.#states.map(({ weight }) => Math.log(weight));
    for (const [kind, of] of groupBy(parts, (part) => part.kind)) {
      const read = of.filter((part) => part.read !== null);
      const off = this.#states.map((_, state) => {
        const found = shared(
          nodesOfKind(of[0]!.law).map(
            (node, at) =>
            read.reduce((sum, part) => sum + Math.log(Math.max(Number.MIN_VALUE, fates.get(part)![state]![at]!.likelihood)), (-node * node) / 2), // prettier-ignore
          ),
        );
        logs[state]! += found.log;
        return found.shares;
      });
      this.#off.set(kind, off);
    }
    this.weights = shared(logs).shares;
    this.#kept = parts.map((part) => this.#over(part, fates.get(part)!));
  }

  /** Of the part that is in, by its number. */
  kept(part: number): Prospect {
    return this.#kept[part]!;
  }

  /** Of one of a kind that has this behind it, and is put in: nothing, for a new one. */
  putIn(of: Pick<KnownPart, "kind" | "law" | "isFed">, age: Age = { from: 0, to: 0 }): Prospect {
    const { kind, law, isFed } = of;
    const key = [kind, law.hours, law.shape, isFed, age.from, age.to, age.whole].join(" ");
    const known = this.#others.get(key);
    if (known) return known;
    const part: KnownPart = { ...of, age, read: null, most: null, byRate: null };
    const found = this.#over(part, this.#fates(part));
    this.#others.set(key, found);
    return found;
  }

  /** In each state and for each way its kind may be off; what comes to the same is worked out once. */
  #fates({ law, isFed, age, read, most, byRate }: KnownPart): readonly (readonly Fate[])[] {
    const known = new Map<string, Fate>();
    return this.#states.map(({ duty, isBadOil, level, engineHours }) =>
      nodesOfKind(law).map((off) => {
        const oil = isFed && isBadOil ? sharedBy.badOil.times : 1;
        const lasts: Lasts = { shape: law.shape, hours: law.hours * Math.exp(law.spread * level + law.own * off - sharedBy.duty * duty) * oil }; // prettier-ignore
        const run = age === "engine" ? engineHours : null;
        const key = `${lasts.hours} ${run}`;
        const before = known.get(key);
        if (before) return before;
        const { course, unread } = this.#courseOf(
          lasts,
          age === "engine" ? asOldAs(run!) : age,
          law,
          most,
          read !== null,
        );
        const found = byRate === null ? (read ? fateOf(course, read) : unread) : slowedBy(unread, byRate);
        known.set(key, found);
        return found;
      }),
    );
  }

  #courseOf(
    lasts: Lasts,
    age: Age,
    law: Law,
    most: number | null,
    isRead: boolean,
  ): { readonly course: Course; readonly unread: Fate } {
    const key = [lasts.hours, lasts.shape, age.from, age.to, age.whole, most, isRead].join(" ");
    const known = this.#courses.get(key);
    if (known) return known;
    const course = courseOf(lasts, agesOf(age, law, lasts, isRead), this.#ahead, renewals(lasts, this.#ahead), most);
    const found = { course, unread: fateOf(course, null) };
    this.#courses.set(key, found);
    return found;
  }

  #over({ kind, law }: KnownPart, fates: readonly (readonly Fate[])[]): Prospect {
    const off = this.#off.get(kind);
    const unread = shared(nodesOfKind(law).map((node) => (-node * node) / 2)).shares;
    const inState = (figure: (fate: Fate) => number) =>
      fates.map((of, state) => of.reduce((sum, fate, at) => sum + (off?.[state] ?? unread)[at]! * figure(fate), 0));
    const mean = (of: readonly number[]) => of.reduce((sum, each, at) => sum + this.weights[at]! * each, 0);
    // What is certain is not more than that for rounding.
    const lasts = inState((fate) => fate.lasts).map((chance) => Math.min(1, chance));
    return { chance: Math.min(1, mean(lasts)), failures: mean(inState(({ failures }) => failures)), inState: lasts };
  }
}

const slowedBy = ({ lasts, failures }: Fate, byRate: number): Fate => ({
  lasts: lasts * byRate,
  failures: failures + lasts * (1 - byRate),
  likelihood: 1,
});

/**
 * How likely all of it runs the hours: parts of one engine are independent in each state that it may be in.
 *
 * @param chosen  by part, its chance in each state
 */
export const together = (weights: readonly number[], chosen: readonly (readonly number[])[]): number =>
  weights.reduce((sum, weight, state) => sum + weight * chosen.reduce((so, inState) => so * inState[state]!, 1), 0);
