import type { Choice } from "./option";
import { keptBeside } from "../same";
import { linearProgram, pickOf, relationRows, type Row } from "./linear-program";
import type { Chooser, Relation } from "./pick";
import { minorUnits } from "./price-option";
import { Pricing, type Priced, type PricedGround } from "./priced";
import type { Whole } from "./whole";

/** A place of the plan, with what may become of it and what each would cost and give. */
export interface PlanPlace {
  readonly choice: Choice;
  readonly offers: readonly Priced[];
  /** Somebody decided it. */
  readonly isPinned: boolean;
}

/** What the plan is chosen from. */
export interface PosedPlan {
  /** That the engine is to run. */
  readonly hours: number;
  readonly places: readonly PlanPlace[];
  readonly choosers: readonly Chooser[];
  readonly relations: readonly Relation[];
  /** By place and option. */
  readonly totals: readonly (readonly number[])[];
  readonly nows: readonly (readonly number[])[];
  readonly risks: readonly (readonly number[])[];
}

/** What is asked of a plan besides that everything in it may be and goes together. */
export interface Demands {
  /** To run the hours wanted. */
  readonly chance: number | null;
  /** To be paid now, in minor units. */
  readonly budget: number | null;
  /** This option in that place, both by their numbers. */
  readonly pin?: readonly [place: number, option: number];
}

/** One choice for every place, and what it comes to. Money in minor units. */
export interface Plan {
  /** By place, the number of its option. */
  readonly picks: readonly number[];
  readonly chance: number;
  readonly now: number;
  readonly redo: number;
  readonly total: number;
  /** Until all of it is there; null where nobody knows of some. */
  readonly days: number | null;
  /** Places whose price nobody knows, and what stands in for them in the sums. */
  readonly unpriced: number;
  readonly standIn: number;
  /** Places of which nobody says how long they last. */
  readonly usual: number;
}

/** Risks are summed as logarithms: a chance of nothing has none. */
const leastChance = 1e-9;
/** Rows are kept to so much: what a solver takes for equal. */
const near = 1e-7;

/** Of a chance, as it is summed over places. */
export const riskOf = (chance: number): number => -Math.log(Math.max(chance, leastChance));

/**
 * The plan of a job as it stands: every place with its options priced, and what may not be chosen together. Of parts whose
 * failure hurts people only what has the floor's chance is chosen from, or the best there is; no money buys less.
 *
 * @param hours  that the engine is to run
 */
export function posePlan(whole: Whole, choices: readonly Choice[], ground: PricedGround, hours: number): PosedPlan {
  const pricing = new Pricing(ground, hours);
  const at = new Map(choices.map((choice) => [choice.slot.id, choice]));
  const floor = ground.pack.pack.worth?.floor?.chance ?? null;
  const places = whole.places.map(({ slot, offers, isPinned }): PlanPlace => {
    const choice = at.get(slot)!;
    return { choice, isPinned, offers: offers.map((option) => pricing.price(choice, option)) };
  });
  const mayBe = ({ choice, offers, isPinned }: PlanPlace): readonly boolean[] => {
    const allowed = offers.map(({ option }) => isPinned || option.allowed !== false);
    if (floor === null || isPinned || choice.partClass.rule === undefined) return allowed;
    const best = Math.max(...offers.flatMap(({ chance }, option) => (allowed[option] ? chance : [])));
    return offers.map(({ chance }, option) => allowed[option]! && chance >= Math.min(floor, best));
  };
  const may = places.map(mayBe);
  const hubs = whole.hubs.map((values) => Array<number>(values).fill(0));
  const of = (figure: (priced: Priced) => number) => [...places.map(({ offers }) => offers.map(figure)), ...hubs];
  const totals = of(({ total }) => total);
  return {
    hours,
    places,
    choosers: totals.map((costs, place) => ({ costs: costs.map((cost, option) => (may[place]?.[option] === false ? Infinity : cost)) })), // prettier-ignore
    relations: whole.relations,
    totals,
    nows: of(({ now }) => now),
    risks: of(({ chance }) => Math.round(riskOf(chance) / near) * near),
  };
}

/** What relations leave, written out once for all that is asked of one plan. */
const keptRows = keptBeside<PosedPlan["relations"], readonly string[] | null>();

export type Aim = "total" | "now" | "chance";

/** The plan as a linear program: the least of what is aimed at, under what is demanded. Null where it has too many combinations. */
export function planProgram(posed: PosedPlan, aim: Aim, { chance, budget, pin }: Demands): string | null {
  const weights = { total: posed.totals, now: posed.nows, chance: posed.risks }[aim];
  const choosers = posed.choosers.map(({ costs }, place) => ({
    costs: costs.map((cost, option) => (Number.isFinite(cost) ? weights[place]![option]! : Infinity)),
  }));
  const sums: Row[] = [
    ...(chance === null ? [] : [{ of: posed.risks, atMost: riskOf(chance) + near * posed.places.length }]),
    ...(budget === null ? [] : [{ of: posed.nows, atMost: budget }]),
  ];
  if (pin) {
    const [place, option] = pin;
    const others = posed.totals.map((costs, at) => costs.map((_, each) => (at === place && each !== option ? 1 : 0)));
    sums.push({ of: others, atMost: 0 });
  }
  return linearProgram(choosers, posed.relations, sums, keptRows(posed.relations, [], () => relationRows(posed.choosers, posed.relations))); // prettier-ignore
}

/** What a choice of an option for every place comes to. */
export function planOf({ places }: PosedPlan, picks: readonly number[]): Plan {
  const chosen = places.map(({ offers }, place) => offers[picks[place]!]!);
  const sum = (figure: (priced: Priced) => number) => chosen.reduce((so, each) => so + figure(each), 0);
  const days = chosen.map((each) => each.days);
  return {
    picks: picks.slice(0, places.length),
    chance: chosen.reduce((product, each) => product * each.chance, 1),
    now: sum(({ now }) => now),
    redo: sum(({ total, now }) => total - now),
    total: sum(({ total }) => total),
    days: days.includes(null) ? null : Math.max(0, ...(days as number[])),
    unpriced: chosen.filter(({ isUnpriced }) => isUnpriced).length,
    standIn: sum(({ isUnpriced, now }) => (isUnpriced ? now : 0)),
    usual: chosen.filter(({ isUsual }) => isUsual).length,
  };
}

/** The plan that a solver's columns stand for. */
export const planFrom = (posed: PosedPlan, value: (column: string) => number): Plan =>
  planOf(posed, pickOf(posed.choosers, value));

/** What a solver says of a program: what its columns come to, that nothing satisfies it, or that it came to no end. */
export type Solve = (program: string) => Promise<ReadonlyMap<string, number> | "impossible" | "failed">;

export type Planned = Plan | "impossible" | "failed" | "too-large";

/** The best plan by an aim under what is demanded. */
export async function bestPlan(posed: PosedPlan, aim: Aim, demands: Demands, solve: Solve): Promise<Planned> {
  const program = planProgram(posed, aim, demands);
  if (program === null) return "too-large";
  const solved = await solve(program);
  return typeof solved === "string" ? solved : planFrom(posed, (column) => solved.get(column) ?? 0);
}

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
): Promise<readonly Plan[]> {
  const free: Demands = { chance: null, budget: null };
  const plans: Plan[] = [];
  const take = (plan: Planned): Plan | null => {
    if (typeof plan === "string") return null;
    plans.push(plan);
    found(undominated(plans));
    return plan;
  };
  const least = take(await bestPlan(posed, "total", free, solve));
  if (!least) return [];
  const cheapest = take(await bestPlan(posed, "now", free, solve)) ?? least;
  const surest = take(await bestPlan(posed, "chance", free, solve)) ?? least;
  // Nobody who thinks twice pays less than the least in all: one step to it is enough, the others lead on from there.
  const [low, from, to] = [cheapest, least, surest].map(({ chance }) => riskOf(chance)) as [number, number, number];
  const risks = [(low + from) / 2, ...Array.from({ length: steps - 1 }, (_, at) => from + ((to - from) * (at + 1)) / steps)]; // prettier-ignore
  for (const risk of risks) take(await bestPlan(posed, "total", { chance: Math.exp(-risk), budget: null }, solve));
  return undominated(plans);
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
    }
  | { readonly kind: "failed" };

const orNull = (plan: Planned): Plan | null => (typeof plan === "string" ? null : plan);

export async function answerOrder(posed: PosedPlan, demands: Demands, solve: Solve): Promise<Answer> {
  const plan = await bestPlan(posed, "total", demands, solve);
  if (typeof plan !== "string") return { kind: "met", plan };
  if (plan !== "impossible") return { kind: "failed" };
  const within = orNull(await bestPlan(posed, "chance", { ...demands, chance: null }, solve));
  const sure = orNull(await bestPlan(posed, "now", { ...demands, budget: null }, solve));
  return { kind: "unmet", within, sure };
}

/** What it would come to if one option were taken instead: the best plan with it that is as sure. */
export interface Instead {
  readonly option: number;
  /** Null where no plan as sure has it. */
  readonly plan: Plan | null;
  /** Places besides its own that would go another way. */
  readonly moved: readonly number[];
}

/** For each other option of a place that may be: the best plan as sure as this one that takes it. Worked out anew, exactly. */
export async function insteadOf(
  posed: PosedPlan,
  plan: Plan,
  place: number,
  solve: Solve,
): Promise<readonly Instead[]> {
  const found: Instead[] = [];
  for (const [option, cost] of posed.choosers[place]!.costs.entries()) {
    if (!Number.isFinite(cost) || option === plan.picks[place]) continue;
    const other = orNull(await bestPlan(posed, "total", { chance: plan.chance, budget: null, pin: [place, option] }, solve)); // prettier-ignore
    const moved = other?.picks.flatMap((pick, at) => (at !== place && pick !== plan.picks[at] ? [at] : [])) ?? [];
    found.push({ option, plan: other, moved });
  }
  return found;
}

/** What is demanded, from the order: its chance where it has one, its budget in minor units. */
export const demandsOf = ({
  chanceWanted,
  budget,
}: {
  readonly chanceWanted: number | null;
  readonly budget: number | null;
}): Demands => ({
  chance: chanceWanted,
  budget: budget === null ? null : Math.round(budget * minorUnits),
});
