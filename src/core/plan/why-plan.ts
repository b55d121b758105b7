import type { PosedPlan } from "./pose-plan";
import { riskOf } from "./pose-plan";
import { bestPlan, nothingDemanded, orNull, type Demands, type Plan, type Solve } from "./whole-plan";

/** What it would come to if one option were taken instead: the best plan with it that is as sure. */
export interface Instead {
  readonly option: number;
  /** Null where no plan as sure has it. */
  readonly plan: Plan | null;
  /** Places besides its own that would go another way. */
  readonly moved: readonly number[];
  /**
   * What would turn the plan to it: so much less to pay for it, in minor units; or, at the price it has, so much chance to run
   * the hours. Null where nothing of the kind would.
   */
  readonly turns: { readonly now: number | null; readonly chance: number | null } | null;
}

/** Places but one that go another way in one plan than in another. */
export const movedBetween = (one: Plan, other: Plan, but: number | null = null): readonly number[] =>
  other.picks.flatMap((pick, at) => (at !== but && pick !== one.picks[at] ? [at] : []));

/** For each other option of a place that may be: the best plan as sure as this one that takes it. Worked out anew, exactly. */
export async function insteadOf(
  posed: PosedPlan,
  plan: Plan,
  place: number,
  solve: Solve,
  base: Demands = nothingDemanded,
): Promise<readonly Instead[]> {
  const found: Instead[] = [];
  const { offers } = posed.places[place]!;
  for (const [option, cost] of posed.choosers[place]!.costs.entries()) {
    if (!Number.isFinite(cost) || option === plan.picks[place]) continue;
    const pins = [...(base.pins ?? []).filter(([at]) => at !== place), [place, option] as const];
    const other = orNull(await bestPlan(posed, "total", { ...base, chance: plan.chance, pins }, solve));
    // Its price counts once in the total: so much cheaper, and that plan costs as much as this one.
    const more = other && other.total - plan.total;
    const { now, redo, chance } = offers[option]!;
    const turns =
      more === null || more <= 0
        ? null
        : {
            now: now >= more ? now - more : null,
            chance: redo > 0 && chance + more / redo < 1 ? chance + more / redo : null,
          };
    found.push({ option, plan: other, moved: other ? movedBetween(plan, other, place) : [], turns });
  }
  return found;
}

/** Something that nobody knows yet, and what it is worth to know it before anything is decided: minor units, at most. */
export interface Unknown {
  readonly place: number;
  /** How likely it is to turn out well. */
  readonly good: number;
  readonly worth: number;
}

/** More of them are not weighed: those that cost most if they turn out badly come first. */
const mostUnknowns = 24;

/** The plan as it were if what is open of a part turned out well, or badly. */
function inWorld(posed: PosedPlan, place: number, isGood: boolean): PosedPlan {
  const offers = posed.places[place]!.offers.map((priced) => {
    const open = priced.shares.find(({ is }) => is === "open");
    // What is chosen of another part knows nothing of this one.
    if (!open || priced.option.disposition === "replace" || priced.option.disposition === "upgrade") return priced;
    const chance = isGood ? priced.chance / open.chance : 0;
    return { ...priced, chance, total: priced.now + Math.round((1 - chance) * priced.redo) };
  });
  const instead = <T>(of: readonly T[], own: T) => of.map((each, at) => (at === place ? own : each));
  const costs = posed.choosers[place]!.costs.map((cost, option) => (Number.isFinite(cost) ? offers[option]!.total : cost)); // prettier-ignore
  return {
    ...posed,
    places: instead(posed.places, { ...posed.places[place]!, offers }),
    choosers: instead(posed.choosers, { costs }),
    totals: instead(posed.totals, offers.map(({ total }) => total)), // prettier-ignore
    risks: instead(posed.risks, offers.map(({ chance }) => riskOf(chance))), // prettier-ignore
  };
}

/**
 * What is worth knowing of what is still open: by how much the least to be expected in all would fall if it were known before
 * anything is decided. Nothing is demanded of the plans: under demands knowing may cost.
 *
 * @source  Raiffa and Schlaifer, Applied Statistical Decision Theory (1961): expected value of perfect information
 * @returns the best first, those that are worth something; never less than nothing
 */
export async function worthKnowing(posed: PosedPlan, solve: Solve): Promise<readonly Unknown[]> {
  const least = orNull(await bestPlan(posed, "total", nothingDemanded, solve));
  if (!least) return [];
  const open = posed.places.flatMap(({ offers, isPinned }, place) => {
    const own = offers.filter(({ option }) => option.disposition !== "replace" && option.disposition !== "upgrade");
    const good = own.flatMap(({ shares }) => shares.filter(({ is }) => is === "open"))[0]?.chance;
    return good === undefined || isPinned ? [] : [{ place, good, most: (1 - good) * Math.max(...own.map(({ redo }) => redo)) }]; // prettier-ignore
  });
  open.sort((a, b) => b.most - a.most || a.place - b.place);
  const found: Unknown[] = [];
  for (const { place, good } of open.slice(0, mostUnknowns)) {
    const well = orNull(await bestPlan(inWorld(posed, place, true), "total", nothingDemanded, solve));
    const badly = orNull(await bestPlan(inWorld(posed, place, false), "total", nothingDemanded, solve));
    if (well && badly) found.push({ place, good, worth: Math.round(least.total - good * well.total - (1 - good) * badly.total) }); // prettier-ignore
  }
  return found.filter(({ worth }) => worth > 0).sort((a, b) => b.worth - a.worth || a.place - b.place);
}
