/**
 * What the plan is worth: worn engines whose parts truly last otherwise than the packs say, each rebuilt by the program's
 * plan, by the plan of one who knows the truth, and by rules that shops go by. Costs are what is paid now and what is done
 * over, as often as it truly fails.
 *
 *   tsx scripts/bench/plan-yardstick.ts [ENGINES]
 */
import { createAssess } from "@/core/assess";
import { TestBench } from "@/core/fixtures/bench";
import { highsSolve } from "@/core/fixtures/highs";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import { tarnwick } from "@/core/fixtures/packs/tarnwick";
import { windrow } from "@/core/fixtures/packs/windrow";
import { seeded } from "@/core/numeric/seeded";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { rowsOf } from "@/core/option/option";
import { planOfJob, type PosedPlan } from "@/core/whole-plan/pose-plan";
import { bestPlan, nothingDemanded as free } from "@/core/whole-plan/whole-plan";

const asOf = "2026-11-27T00:00:00Z";
const count = Number(process.argv[2] ?? 500);
const solve = await highsSolve();

/** Packs with the hours a rebuild is made for, and how the engines among all are shared out. */
const kinds: readonly { readonly pack: CompiledPack; readonly hours: number; readonly share: number }[] = [
  { pack: pellbrook, hours: 2500, share: 0.6 },
  { pack: windrow, hours: 500, share: 0.2 },
  { pack: tarnwick, hours: 120, share: 0.2 },
];
const judges = new Map(kinds.map(({ pack }) => [pack, createAssess(pack)]));

/** An engine as it is measured: every place worn by itself, about as far as the whole. */
function worn(pack: CompiledPack, hours: number, next: () => number): PosedPlan {
  const bench = new TestBench(pack, {
    hoursWanted: hours,
    engine: { number: null, variant: pack.pack.variants[0]!.id },
  });
  bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: Math.round(hours * (0.3 + 2.2 * next())) }); // prettier-ignore
  const whole = 0.15 + 0.6 * next();
  const byClass = new Map<string, number>();
  bench.readRestAsNew([], ({ partClass }) => {
    if (!byClass.has(partClass.id)) byClass.set(partClass.id, whole + 0.5 * (next() - 0.5));
    return Math.max(0, byClass.get(partClass.id)! + 0.2 * (next() - 0.5));
  });
  for (const part of bench.partIn.values())
    if (next() < 0.03) bench.add("part-scrapped", { part, why: "broken", made: "marked", certificate: null });
  return planOfJob(pack, judges.get(pack)!(bench.entries, asOf), hours);
}

/**
 * The same plan as it truly is: each class lasts up to twice as long as said or half of it, what is measured wears up to
 * twice as soon or half, and what is open or told is worth up to twice its odds or half.
 */
function truly(posed: PosedPlan, next: () => number): PosedPlan {
  const factor = () => 2 ** (2 * next() - 1);
  const byClass = new Map<string, readonly [lasts: number, odds: number]>();
  const atOdds = (chance: number, by: number) => (chance * by) / (1 - chance + chance * by);
  const places = posed.places.map((place) => {
    const { id } = place.choice.partClass;
    if (!byClass.has(id)) byClass.set(id, [factor(), factor()]);
    const [lasts, odds] = byClass.get(id)!;
    // Of Weibull's law a life f times as long takes the risk to the power of the shape; 2.5 is about what the packs say.
    const risk = lasts ** -2.5;
    return {
      ...place,
      offers: place.offers.map((priced) => {
        const chance = priced.shares.reduce((so, share) => so * (share.is === "age" ? share.chance ** risk : atOdds(share.chance, odds)), 1); // prettier-ignore
        return { ...priced, chance, total: priced.now + Math.round((1 - chance) * priced.redo) };
      }),
    };
  });
  const hubs = posed.totals.slice(places.length);
  return { ...posed, places, totals: [...places.map(({ offers }) => offers.map(({ total }) => total)), ...hubs] };
}

/** What shops go by: an option for each place by itself. What goes with what is spared them. */
const rules: Readonly<Record<string, (posed: PosedPlan) => readonly number[]>> = {
  "all new": (posed) => byPlace(posed, () => false),
  "reuse what is within limits": (posed) => byPlace(posed, () => true),
  "new where over half worn": (posed) =>
    byPlace(posed, ({ choice }) => rowsOf(choice).every(({ governing, points }) => Math.max(governing.wear?.value ?? 0, ...points.map(({ wear }) => wear?.value ?? 0)) <= 0.5)), // prettier-ignore
};
function byPlace({ places, variables }: PosedPlan, keeps: (place: PosedPlan["places"][number]) => boolean): number[] {
  return places.map((place, at) => {
    const may = place.offers.flatMap((priced, option) => (Number.isFinite(variables[at]!.costs[option]!) ? [{ priced, option }] : [])); // prettier-ignore
    const fresh = may.filter(({ priced }) => priced.option.disposition === "replace" || priced.option.disposition === "rework"); // prettier-ignore
    const kept = may.filter(({ priced }) => priced.option.disposition === "reuse" || priced.option.disposition === "clean"); // prettier-ignore
    const asked = keeps(place) && kept.length > 0 ? kept : fresh.length > 0 ? fresh : may;
    return asked.reduce((best, each) => (each.priced.now < best.priced.now ? each : best)).option;
  });
}

const costOf = ({ places }: PosedPlan, picks: readonly number[]): number =>
  places.reduce((sum, { offers }, at) => sum + offers[picks[at]!]!.total, 0);

const { next } = seeded(2026);
const ways = ["the program's plan", "a plan that knows the truth", ...Object.keys(rules)];
const costs = ways.map(() => [] as number[]);
for (const { pack, hours, share } of kinds)
  for (let engine = 0; engine < Math.round(count * share); engine += 1) {
    const posed = worn(pack, hours, next);
    const real = truly(posed, next);
    const mine = await bestPlan(posed, "total", free, solve);
    const best = await bestPlan(real, "total", free, solve);
    if (typeof mine === "string" || typeof best === "string") throw new Error(`${pack.pack.id} ${engine}: ${String(mine)} ${String(best)}`); // prettier-ignore
    // So that an engine that costs much does not speak for all: by what each costs whoever knows.
    const known = costOf(real, best.picks);
    [mine.picks, best.picks, ...Object.values(rules).map((rule) => rule(posed))].forEach((picks, way) => costs[way]!.push(costOf(real, picks) / known)); // prettier-ignore
  }

const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
console.log(
  JSON.stringify({
    engines: costs[0]!.length,
    ways: ways.map((way, at) => {
      const middle = mean(costs[at]!);
      const spread = Math.sqrt(mean(costs[at]!.map((each) => (each - middle) ** 2)) / costs[at]!.length);
      return { way, times: middle, plusMinus: 1.96 * spread };
    }),
  }),
);
