import { groupBy } from "../group";
import { hashText, seeded } from "../numeric/seeded";
import type { PosedPlan } from "./pose-plan";
import type { Priced } from "../plan/priced";
import { bestPlan, nothingDemanded, orNull, planOf, productOf, solvePlan, type Demands, type Plan, type Solve } from "./whole-plan"; // prettier-ignore

const isNew = ({ option: { disposition } }: Priced) => disposition === "replace" || disposition === "upgrade";

/** Why a line of a plan is not what whoever looks at the part would expect; null where it is. */
export type Surprise =
  /** It goes though it is likely good: so many minutes now, so many later. */
  | { readonly is: "new-though-good"; readonly chance: number; readonly minutes: number; readonly later: number }
  /** It stays though it may well fail: it is dear now, and not so dear to do over. */
  | { readonly is: "kept-though-doubtful"; readonly chance: number; readonly fresh: number; readonly redo: number };

/** A part so likely to run the hours is good to whoever looks at it, and one that is less likely doubtful. */
const [good, doubtful] = [0.9, 0.6];

export function surpriseOf(
  { places }: Pick<PosedPlan, "places">,
  { picks }: Pick<Plan, "picks">,
  place: number,
): Surprise | null {
  const { offers } = places[place]!;
  const chosen = offers[picks[place]!]!;
  const kept = offers.find(({ option: { disposition, allowed } }) => disposition === "reuse" && allowed !== false);
  if (isNew(chosen) && kept && kept.option.allowed === true && kept.chance >= good)
    return { is: "new-though-good", chance: kept.chance, minutes: chosen.option.minutes ?? 0, later: chosen.getting };
  const fresh = offers.find(isNew);
  if (chosen === kept && kept.chance < doubtful && fresh)
    return { is: "kept-though-doubtful", chance: kept.chance, fresh: fresh.now, redo: kept.redo };
  return null;
}

/** What the work that an owner declined at a place would make of the plan: how sure, and what it costs more now; null where none was. */
export function declinedAt(
  posed: PosedPlan,
  plan: Plan,
  place: number,
): { readonly chance: number; readonly more: number } | null {
  const [option] = posed.places[place]!.declined;
  if (option === undefined) return null;
  const done = planOf(posed, plan.picks.map((pick, at) => (at === place ? option : pick))); // prettier-ignore
  return { chance: done.chance, more: done.now - plan.now };
}

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
  for (const [option, cost] of posed.variables[place]!.costs.entries()) {
    if (!Number.isFinite(cost) || option === plan.picks[place]) continue;
    const pins = [...(base.pins ?? []).filter(([at]) => at !== place), [place, option] as const];
    const other = orNull(await solvePlan(posed, "total", { ...base, chance: productOf(posed, plan), pins }, solve));
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

/** Parts of one kind of which something is open, and what it is worth to know it of all of them before anything is decided. */
export interface Unknown {
  readonly places: readonly number[];
  /** How likely each of them is to turn out well, at worst. */
  readonly good: number;
  /** In minor units; what it takes to look comes off it. */
  readonly worth: number;
}

/** What turns out badly in one world, and how likely that world is. */
interface World {
  readonly weight: number;
  readonly bad: ReadonlySet<number>;
}

/** More kinds are not weighed: those that cost most if they turn out badly come first. Of several parts so many worlds are drawn. */
const [mostUnknowns, drawn] = [12, 7];

/** How likely what is not known of a part is to turn out well. */
function openOf({ shares }: Priced): number | undefined {
  const open = shares.filter(({ is }) => is === "open" || is === "suspect");
  return open.length === 0 ? undefined : open.reduce((product, { chance }) => product * chance, 1);
}

/** The same of what is open of a part: what is chosen instead of it knows nothing of it. */
function turnedOut(priced: Priced, good: number): Priced {
  const open = openOf(priced);
  if (open === undefined || isNew(priced)) return priced;
  const chance = (priced.chance / open) * good;
  const failures = priced.failures + priced.chance - chance;
  const inState = priced.inState.map((each) => (each / open) * good);
  return { ...priced, chance, failures, inState, total: priced.now + Math.round(failures * priced.redo) };
}

/** The plan as it were if what is open of some parts turned out well by so much: 1 for sure, 0 not at all. */
function inWorld(posed: PosedPlan, known: ReadonlyMap<number, number>): PosedPlan {
  const places = posed.places.map((place, at) => {
    const good = known.get(at);
    return good === undefined ? place : { ...place, offers: place.offers.map((each) => turnedOut(each, good)) };
  });
  const totals = posed.totals.map((costs, at) => (known.has(at) ? places[at]!.offers.map(({ total }) => total) : costs)); // prettier-ignore
  return {
    ...posed,
    places,
    variables: posed.variables.map(({ costs }, at) => ({ costs: costs.map((cost, option) => (Number.isFinite(cost) ? totals[at]![option]! : cost)) })), // prettier-ignore
    totals,
  };
}

/** How it may turn out: each way where there is but one part; of several all well, and some of the others, the same each time. */
function worldsOf(goods: ReadonlyMap<number, number>, seed: string): readonly World[] {
  const all = [...goods.values()].reduce((product, good) => product * good, 1);
  const well: World = { weight: all, bad: new Set() };
  if (goods.size === 1) return [well, { weight: 1 - all, bad: new Set(goods.keys()) }];
  const { next } = seeded(hashText(seed));
  const others = Array.from({ length: drawn }, (): World => {
    for (let tries = 0; tries < 200; tries += 1) {
      const bad = new Set([...goods].flatMap(([place, good]) => (next() < good ? [] : place)));
      if (bad.size > 0) return { weight: (1 - all) / drawn, bad };
    }
    return { weight: (1 - all) / drawn, bad: new Set(goods.keys()) };
  });
  return [well, ...others];
}

/**
 * What is worth knowing of what is still open: by how much the least to be expected in all would fall if it were known of all
 * parts of a kind before anything is decided. Nothing is demanded of the plans: under demands knowing may cost. What is to be
 * expected without knowing is reckoned over the same worlds, so that it is never worth less than nothing.
 *
 * @source  Raiffa and Schlaifer, Applied Statistical Decision Theory (1961): expected value of perfect information
 * @returns the best first, those that are worth something
 */
export async function worthKnowing(posed: PosedPlan, solve: Solve): Promise<readonly Unknown[]> {
  const least = async (of: PosedPlan) => orNull(await bestPlan(of, "total", nothingDemanded, solve))?.total ?? null;
  const open = posed.places.flatMap(({ choice, offers, isPinned }, place) => {
    const good = offers.flatMap((each) => (isNew(each) ? [] : (openOf(each) ?? [])))[0];
    return good === undefined || isPinned ? [] : [{ place, good, kind: choice.partClass.id, most: (1 - good) * Math.max(...offers.map(({ redo }) => redo)) }]; // prettier-ignore
  });
  const kinds = [...groupBy(open, ({ kind }) => kind)].map(([kind, of]) => ({ kind, of, most: of.reduce((sum, each) => sum + each.most, 0) })); // prettier-ignore
  kinds.sort((a, b) => b.most - a.most || (a.kind < b.kind ? -1 : 1));
  const found: Unknown[] = [];
  for (const { kind, of } of kinds.slice(0, mostUnknowns)) {
    const goods = new Map(of.map(({ place, good }) => [place, good]));
    const worlds = worldsOf(goods, kind);
    const isGood = (place: number, { bad }: World) => (bad.has(place) ? 0 : 1);
    const mean = new Map([...goods.keys()].map((place) => [place, worlds.reduce((sum, world) => sum + world.weight * isGood(place, world), 0)])); // prettier-ignore
    let worth = await least(inWorld(posed, mean));
    for (const world of worlds) {
      const known = await least(inWorld(posed, new Map([...goods.keys()].map((place) => [place, isGood(place, world)])))); // prettier-ignore
      worth = worth === null || known === null ? null : worth - world.weight * known;
    }
    if (worth !== null) found.push({ places: [...goods.keys()], good: Math.min(...goods.values()), worth: Math.round(worth) }); // prettier-ignore
  }
  return found.filter(({ worth }) => worth > 0).sort((a, b) => b.worth - a.worth || a.places[0]! - b.places[0]!);
}
