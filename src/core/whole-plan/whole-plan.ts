import { daysBetween } from "../entry/clock";
import type { Order } from "../order/order";
import { keptBeside } from "../same";
import { together } from "../outlook/outlook";
import { layOut, linearProgram, pickOf, type Layout, type Row } from "../numeric/linear-program";
import { daysOf, discountFor, near, riskOf, type PosedPlan } from "./pose-plan";
import { minorUnits } from "../option/price-option";
import type { Priced } from "../plan/priced";

/** What is asked of a plan besides that everything in it may be and goes together. */
export interface Demands {
  /** To run the hours wanted. */
  readonly chance: number | null;
  /** To be paid now, in minor units. */
  readonly budget: number | null;
  /** To be expected in all, in minor units. */
  readonly total?: number | null;
  /** Until all of it is there. What nobody knows counts as long as the longest that is known. */
  readonly days?: number | null;
  /** These options in those places, all by their numbers. */
  readonly pins?: readonly (readonly [place: number, option: number])[];
}

/** What is demanded of no plan. */
export const nothingDemanded: Demands = { chance: null, budget: null };

/** One choice for every place, and what it comes to. Money in minor units. */
export interface Plan {
  /** By place, the number of its option. */
  readonly picks: readonly number[];
  readonly chance: number;
  readonly now: number;
  /** Doing over what fails, as often as it does. */
  readonly redo: number;
  /** What the engine costs while it waits for all of it. */
  readonly idle: number;
  readonly total: number;
  /** What comes off what is paid now for what is bought together, by discount; those that it gets. */
  readonly discounts: readonly { readonly name: string; readonly off: number }[];
  /** Causes of failure that it leaves as they are, by their numbers. */
  readonly causes: readonly number[];
  /** Paid beside it, and back once the old ones are sent in. */
  readonly deposit: number;
  /** Until all of it is there; null where nobody knows of some. */
  readonly days: number | null;
  /** Places whose price nobody knows, and what stands in for them in the sums. */
  readonly unpriced: number;
  readonly standIn: number;
  /** Places of which nobody says how long they last. */
  readonly usual: number;
  /** Prices that are so old that they are taken wider than they stand. */
  readonly stale: number;
  /** How much better another one might be, as a share of it: 0 where it is proven the best. */
  readonly gap: number;
}

/** Laid out once for all that is asked of one plan. */
const keptLayouts = keptBeside<PosedPlan["constraints"], Layout | null>();

export type Aim = "total" | "now" | "chance";

/** The plan as a linear program: the least of what is aimed at, under what is demanded. Null where it has too many combinations. */
export function planProgram(posed: PosedPlan, aim: Aim, { chance, budget, total, days, pins }: Demands): string | null {
  const weights = { total: posed.totals, now: posed.nows, chance: posed.risks }[aim];
  const variables = posed.variables.map(({ costs }, place) => ({
    costs: costs.map((cost, option) => (Number.isFinite(cost) ? weights[place]![option]! : Infinity)),
  }));
  const late = days ?? null;
  const sums: Row[] = [
    ...posed.rows,
    ...(chance === null ? [] : [{ of: posed.risks, atMost: riskOf(chance) + near * posed.risks.length }]),
    ...(budget === null ? [] : [{ of: posed.nows, atMost: budget }]),
    ...(total == null ? [] : [{ of: posed.totals, atMost: total }]),
    ...(late === null
      ? []
      : [{ of: posed.places.map(({ offers }) => offers.map((each) => (daysOf(posed, each) > late ? 1 : 0))), atMost: 0 }]), // prettier-ignore
    ...(pins ?? []).map(([place, option]) => ({
      of: posed.totals.map((costs, at) => costs.map((_, each) => (at === place && each !== option ? 1 : 0))),
      atMost: 0,
    })),
  ];
  return linearProgram(variables, posed.constraints, sums, keptLayouts(posed.constraints, [], () => layOut(posed.variables, posed.constraints))); // prettier-ignore
}

/** What a choice of an option for every place comes to. */
export function planOf(posed: PosedPlan, picks: readonly number[], gap = 0): Plan {
  const { places, dayCost, causes } = posed;
  const chosen = places.map(({ offers }, place) => offers[picks[place]!]!);
  const sum = (figure: (priced: Priced) => number) => chosen.reduce((so, each) => so + figure(each), 0);
  const days = chosen.map((each) => each.days);
  const idle = dayCost * Math.max(0, ...chosen.map((each) => daysOf(posed, each)));
  const left = causes.flatMap(({ corrects }, at) =>
    corrects.size > 0 && [...corrects].every(([place, by]) => by.has(picks[place]!)) ? [] : at,
  );
  const again = left.reduce((so, at) => so + causes[at]!.cost, 0);
  const discounts = posed.discounts.flatMap((each) => {
    const off = discountFor(each, picks);
    return off > 0 ? [{ name: each.name, off }] : [];
  });
  const now = sum((each) => each.now) - discounts.reduce((so, { off }) => so + off, 0);
  const redo = sum(({ total, now: paid }) => total - paid) + again;
  return {
    picks: picks.slice(0, places.length),
    chance: left.reduce((so, at) => so * (1 - causes[at]!.left.again), together(posed.weights, chosen.map(({ inState }) => inState))), // prettier-ignore
    now,
    redo,
    idle,
    total: now + redo + idle,
    discounts,
    causes: left,
    deposit: sum((each) => each.deposit),
    days: days.includes(null) ? null : Math.max(0, ...(days as number[])),
    unpriced: chosen.filter(({ isUnpriced }) => isUnpriced).length,
    standIn: sum(({ isUnpriced, now: paid }) => (isUnpriced ? paid : 0)),
    usual: chosen.filter(({ isUsual }) => isUsual).length,
    stale: chosen.filter(({ isStale }) => isStale).length,
    gap,
  };
}

/** What a solver found: the columns, and how much better another might be, as a share: 0 where it is proven. */
export interface Solution {
  readonly columns: ReadonlyMap<string, number>;
  readonly gap: number;
}

/** What a solver says of a program: what it found, that nothing satisfies it, or that it came to no end. */
export type Solve = (program: string) => Promise<Solution | "impossible" | "failed">;

export type Planned = Plan | "impossible" | "failed" | "too-large";

/** The best plan by an aim under what is demanded, parts taken as independent of each other: with what they share they are surer. */
export async function solvePlan(posed: PosedPlan, aim: Aim, demands: Demands, solve: Solve): Promise<Planned> {
  const program = planProgram(posed, aim, demands);
  if (program === null) return "too-large";
  const solved = await solve(program);
  if (typeof solved === "string") return solved;
  return planOf(
    posed,
    pickOf(posed.variables, (column) => solved.columns.get(column) ?? 0),
    solved.gap,
  );
}

/** The chance of a plan were its parts independent of each other: what the sums of the program go by. */
export const productOf = (posed: PosedPlan, { picks, causes }: Pick<Plan, "picks" | "causes">): number =>
  Math.exp(
    -picks.reduce((so, pick, at) => so + posed.risks[at]![pick]!, 0) -
      causes.reduce((so, at) => so + riskOf(1 - posed.causes[at]!.left.again), 0),
  );

/** A chance is met within so many turns, and no surer than this share above what is demanded where less would cost less. */
const [turns, above] = [3, 1.01];
const looser = [0.97, 0.93, 0.88, 0.8, 0.7, 0.55];

/**
 * The best plan by an aim under what is demanded. The program sums risks part by part; what all parts share makes them run or fail
 * together, so that the whole is surer than their product. By so much less is demanded of the sum, until the plan has what is wanted.
 */
export async function bestPlan(posed: PosedPlan, aim: Aim, demands: Demands, solve: Solve): Promise<Planned> {
  const { chance } = demands;
  const first = await solvePlan(posed, aim, demands, solve);
  if (chance === null || posed.weights.length === 1 || first === "failed" || first === "too-large") return first;
  let best: Planned = first;
  if (first === "impossible") {
    const surest = await solvePlan(posed, "chance", { ...demands, chance: null }, solve);
    if (typeof surest === "string") return first;
    if (surest.chance >= chance) best = surest;
    // The surest by the sum is not always the surest: what is left of the demand is let go step by step.
    for (const share of looser) {
      if (best !== first) break;
      const tried = await solvePlan(posed, aim, { ...demands, chance: chance * share }, solve);
      if (typeof tried !== "string" && tried.chance >= chance) best = tried;
    }
    if (best === first) return first;
  }
  for (let turn = 0; turn < turns && typeof best !== "string" && best.chance > chance * above; turn += 1) {
    const next: Planned = await solvePlan(
      posed,
      aim,
      { ...demands, chance: (chance * productOf(posed, best)) / best.chance },
      solve,
    );
    if (typeof next === "string" || next.chance < chance || next.picks.join() === best.picks.join()) break;
    best = next;
  }
  return best;
}

/** A plan is shown as the cheapest now while it comes to no more in all than so many times the least. */
const dearest = 1.5;

/** So many plans between the cheapest and the surest are looked for. */
const steps = 8;

/** Whether one plan is no worse than another in what is paid now, in chance and in all it costs. */
const dominates = (a: Plan, b: Plan): boolean => a.now <= b.now && a.chance >= b.chance && a.total <= b.total;

/** Plans of which none is worse than another in everything, the least sure first. */
export function undominated(plans: readonly Plan[]): readonly Plan[] {
  const byPicks = [...new Map(plans.map((plan) => [plan.picks.join(), plan])).values()];
  const kept = byPicks.filter((plan, at) => !byPicks.some((other, index) => dominates(other, plan) && (!dominates(plan, other) || index < at))); // prettier-ignore
  return kept.sort((a, b) => a.chance - b.chance || a.now - b.now);
}

/**
 * Plans from the cheapest to the surest: the least to pay now, the best chance, and between them the least in all for so
 * much chance, in even steps of risk.
 *
 * @param found  told after each that is found, all of them so far
 */
export async function frontier(
  posed: PosedPlan,
  solve: Solve,
  found: (plans: readonly Plan[]) => void = () => {},
  base: Demands = nothingDemanded,
): Promise<readonly Plan[]> {
  const plans: Plan[] = [];
  const take = (plan: Planned): Plan | null => {
    if (typeof plan === "string") return null;
    plans.push(plan);
    found(undominated(plans));
    return plan;
  };
  const least = take(await bestPlan(posed, "total", base, solve));
  if (!least) return [];
  // What is hardly paid for now and fails for certain is no plan of anybody who knows it.
  const cheapest = take(await bestPlan(posed, "now", { ...base, total: Math.round(least.total * dearest) }, solve)) ?? least; // prettier-ignore
  const surest = take(await bestPlan(posed, "chance", base, solve)) ?? least;
  // Nobody who thinks twice pays less than the least in all: one step to it is enough, the others lead on from there.
  const [low, from, to] = [cheapest, least, surest].map(({ chance }) => riskOf(chance)) as [number, number, number];
  const risks = [(low + from) / 2, ...Array.from({ length: steps - 1 }, (_, at) => from + ((to - from) * (at + 1)) / steps)]; // prettier-ignore
  for (const risk of risks) take(await bestPlan(posed, "total", { ...base, chance: Math.exp(-risk) }, solve));
  return undominated(plans);
}

/**
 * Plans from the soonest to the cheapest: for each number of days that some option takes, the least in all that is there by
 * then. None of them is slower than another and dearer too.
 *
 * @param found  told after each that is found, all of them so far
 */
export async function soonest(
  posed: PosedPlan,
  solve: Solve,
  found: (plans: readonly Plan[]) => void = () => {},
  base: Demands = nothingDemanded,
): Promise<readonly Plan[]> {
  const levels = [...new Set(posed.places.flatMap(({ offers }) => offers.map((each) => daysOf(posed, each))))].sort((a, b) => b - a); // prettier-ignore
  const plans: Plan[] = [];
  const takes = ({ picks }: Plan) => Math.max(0, ...posed.places.map(({ offers }, place) => daysOf(posed, offers[picks[place]!]!))); // prettier-ignore
  let limit = Infinity;
  for (const days of levels) {
    // What took no longer anyway is not asked for twice.
    if (days >= limit) continue;
    const plan = orNull(await bestPlan(posed, "total", { ...base, days }, solve));
    if (!plan) break;
    limit = takes(plan);
    while (plans.length > 0 && plans.at(-1)!.total >= plan.total) plans.pop();
    plans.push(plan);
    found([...plans].reverse());
  }
  return [...plans].reverse();
}

/** What the order gets: the least in all that meets it; or, where nothing does, what it would have to give way in. */
export type Answer =
  | { readonly kind: "met"; readonly plan: Plan }
  | {
      readonly kind: "unmet";
      /** The best chance within the budget; null where nothing is within it. */
      readonly within: Plan | null;
      /** The least to pay for the chance; null where nothing has it. */
      readonly sure: Plan | null;
      /** The soonest that is as sure and within the budget, where it is too late for what is asked; null where that is not it. */
      readonly later: Plan | null;
    }
  | { readonly kind: "failed" };

/**
 * For how many hours the chance wanted can be had, where it cannot for those that are: the most that a plan within the budget
 * runs so surely, to a twentieth of them; null where not even a tenth of them.
 *
 * @param pose  the plan for so many hours
 */
export async function fewerHours(
  pose: (hours: number) => Promise<PosedPlan>,
  hours: number,
  demands: Demands,
  solve: Solve,
): Promise<number | null> {
  let [least, most] = [hours / 10, hours];
  const isMet = async (of: number) => typeof (await bestPlan(await pose(of), "total", demands, solve)) !== "string";
  if (!(await isMet(least))) return null;
  while (most - least > hours / 20) {
    const middle = (least + most) / 2;
    if (await isMet(middle)) least = middle;
    else most = middle;
  }
  return Math.floor(least) || null;
}

export const orNull = (plan: Planned): Plan | null => (typeof plan === "string" ? null : plan);

export async function answerOrder(posed: PosedPlan, demands: Demands, solve: Solve): Promise<Answer> {
  const plan = await bestPlan(posed, "total", demands, solve);
  if (typeof plan !== "string") return { kind: "met", plan };
  if (plan !== "impossible") return { kind: "failed" };
  const asked = demands.days ?? null;
  const within = orNull(await bestPlan(posed, "chance", { ...demands, chance: null }, solve));
  const sure = orNull(await bestPlan(posed, "now", { ...demands, budget: null }, solve));
  const [later = null] = asked === null ? [] : await soonest(posed, solve, undefined, { ...demands, days: null });
  return { kind: "unmet", within, sure, later };
}

/** What is demanded, from the order: its chance where it has one, its budget in minor units, days from a moment to its date. */
export const demandsOf = (
  { chanceWanted, budget, wantedBy }: Pick<Order, "chanceWanted" | "budget" | "wantedBy">,
  asOf: string,
): Demands => ({
  chance: chanceWanted,
  budget: budget === null ? null : Math.round(budget * minorUnits),
  days: wantedBy === null ? null : Math.max(0, daysBetween(asOf, wantedBy)),
});
