/**
 * What one plan for all parts costs: dredger and ferry of the demo, prices drawn anew for each instance. Same seeds each time.
 *
 *   tsx scripts/bench/whole-plan.ts
 */
import loadHighs from "highs";
import { planOfDemo } from "@/core/fixtures/plan-cases";
import { seeded } from "@/core/numeric/seeded";
import type { PosedPlan } from "@/core/plan/pose-plan";
import { bestPlan, frontier, nothingDemanded as free, planOf, type Demands, type Solve } from "@/core/plan/whole-plan";
import { insteadOf } from "@/core/plan/why-plan";

const highs = await loadHighs();
const exactly = { mip_rel_gap: 0, mip_abs_gap: 0.5, time_limit: 60 };
const solve: Solve = async (program) => {
  const { Status, Columns } = highs.solve(program, exactly);
  if (Status !== "Optimal") return Status === "Infeasible" ? "impossible" : "failed";
  return { gap: 0, columns: new Map(Object.entries(Columns as Record<string, { Primal: number }>).map(([name, { Primal }]) => [name, Primal])) }; // prettier-ignore
};

/** The same plan with every price half as much to twice as much. */
function priced(posed: PosedPlan, seed: number): PosedPlan {
  const { next } = seeded(seed);
  const places = posed.places.map((place) => ({
    ...place,
    offers: place.offers.map((each) => {
      const now = Math.round(each.now * 2 ** (2 * next() - 1));
      return { ...each, now, total: now + each.total - each.now };
    }),
  }));
  const of = (figure: "now" | "total", before: PosedPlan["totals"]) => [...places.map(({ offers }) => offers.map((each) => each[figure])), ...before.slice(places.length)]; // prettier-ignore
  return { ...posed, places, nows: of("now", posed.nows), totals: of("total", posed.totals) };
}

const timed = async <T>(work: () => Promise<T> | T): Promise<readonly [T, number]> => {
  const began = performance.now();
  const done = await work();
  return [done, performance.now() - began];
};
const best = { plain: [] as number[], tight: [] as number[], pinned: [] as number[], frontier: [] as number[] };
let [ours, bare, same, points] = [0, 0, true, 0];
for (const [job, seeds] of [
  ["dredger-sallow", 8],
  ["ferry-2021", 8],
] as const)
  // prettier-ignore
  for (let seed = 1; seed <= seeds; seed += 1) {
    const posed = priced(planOfDemo(job), seed);
    const [plan, ms] = await timed(() => bestPlan(posed, "total", free, solve));
    best.plain.push(ms);
    if (typeof plan === "string") throw new Error(plan);
    const again = await bestPlan(posed, "total", free, solve);
    same &&= typeof again !== "string" && again.picks.join() === plan.picks.join();
    // So sure that hardly any plan is, for hardly more than the cheapest of those costs.
    const surest = await bestPlan(posed, "chance", free, solve);
    if (typeof surest === "string") throw new Error(surest);
    const chance = Math.exp(0.98 * Math.log(surest.chance) + 0.02 * Math.log(plan.chance));
    const least = await bestPlan(posed, "now", { chance, budget: null }, solve);
    if (typeof least === "string") throw new Error(least);
    const tight: Demands = { chance, budget: Math.ceil(least.now * 1.002) };
    best.tight.push((await timed(() => bestPlan(posed, "total", tight, solve)))[1]);
    const place = posed.places.findIndex(({ offers, isPinned }) => offers.length > 2 && !isPinned);
    const [instead, pinMs] = await timed(() => insteadOf(posed, planOf(posed, plan.picks), place, solve));
    if (instead.length > 0) best.pinned.push(pinMs / instead.length);
    if (seed <= 2) {
      // Each program is solved by itself too, now before and now after: both meet the same caches and the same heap.
      let [alone, turn] = [0, seed];
      const byItself = async (program: string) => {
        alone += (await timed(() => highs.solve(program, exactly)))[1];
      };
      const beside: Solve = async (program) => {
        const isFirst = (turn += 1) % 2 === 0;
        if (isFirst) await byItself(program);
        const solved = await solve(program);
        if (!isFirst) await byItself(program);
        return solved;
      };
      const [plans, both] = await timed(() => frontier(posed, beside));
      const frontierMs = both - alone;
      ours += frontierMs;
      bare += alone;
      best.frontier.push(frontierMs);
      points = Math.max(points, plans.length);
    }
  }
const quantile = (values: readonly number[], q: number) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(q * values.length))]!; // prettier-ignore
console.log(
  JSON.stringify({
    instances: best.plain.length,
    plain: { p50: quantile(best.plain, 0.5), p95: quantile(best.plain, 0.95) },
    tight: { p50: quantile(best.tight, 0.5), most: Math.max(...best.tight) },
    pinned: { p50: quantile(best.pinned, 0.5), p95: quantile(best.pinned, 0.95) },
    frontier: { most: Math.max(...best.frontier), points },
    againstBare: ours / bare,
    same,
  }),
);
