/**
 * What one plan for all parts costs: dredger and ferry of the demo, prices drawn anew for each instance. Same seeds each time.
 *
 *   tsx scripts/bench/whole-plan.ts
 */
import loadHighs from "highs";
import { highsSolve } from "@/core/fixtures/highs";
import { assess } from "@/core/assess";
import { demoJob, packOf } from "@/core/fixtures/load";
import { planOfDemo } from "@/core/fixtures/plan-cases";
import { seeded } from "@/core/numeric/seeded";
import { compilePack } from "@/core/pack/compile-pack";
import { planOfJob, type PosedPlan } from "@/core/whole-plan/pose-plan";
import {
  bestPlan,
  frontier,
  nothingDemanded as free,
  planOf,
  type Demands,
  type Solve,
} from "@/core/whole-plan/whole-plan";
import { insteadOf } from "@/core/whole-plan/why-plan";
import { solveProgram } from "@/workers/solve-program";

const highs = await loadHighs();
const longest = 60;
const exactly = { mip_rel_gap: 0, mip_abs_gap: 0.5, time_limit: longest };
/** As the program's worker does it. */
const solve: Solve = async (program) => {
  const solved = solveProgram(highs, program, longest);
  return typeof solved === "string" ? solved : { gap: solved.gap, columns: new Map(Object.entries(solved.columns)) };
};

/** The plan of a job whose suppliers take something off each kind for one more than its best plan buys, or for all of it. */
async function discounted(job: Parameters<typeof packOf>[0], seed: number): Promise<PosedPlan> {
  const pack = packOf(job);
  const { next } = seeded(seed);
  const entries = demoJob(job);
  const posedBy = (by: typeof pack) => {
    const assessment = assess(by, entries, "2026-11-27T00:00:00Z");
    return planOfJob(by, assessment, assessment.order.hoursWanted!);
  };
  const plain = posedBy(pack);
  const plan = await bestPlan(plain, "total", free, solve);
  if (typeof plan === "string") throw new Error(plan);
  const ref = { source: pack.pack.sources[0]!.id };
  const discounts = pack.pack.worth!.classes.flatMap(({ class: of, replace }) => {
    const places = plain.places.flatMap(({ choice }, place) => (choice.partClass.id === of ? place : []));
    const bought = places.filter((place) => plain.places[place]!.offers[plan.picks[place]!]!.isListed).length;
    const price = typeof replace === "number" ? replace : replace.low;
    const off = Math.round(price * (10 + 30 * next())) / 100;
    return places.length < 3 || off <= 0 ? [] : [{ id: `of-${of}`, name: of, parts: { classes: [of], slots: [] }, from: Math.min(places.length, Math.max(2, bought + 1)), off, ref }]; // prettier-ignore
  });
  return posedBy(compilePack({ ...pack.pack, worth: { ...pack.pack.worth!, discounts } }, pack.sha256));
}

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
const posing: number[] = [];
const best = { plain: [] as number[], tight: [] as number[], pinned: [] as number[], frontier: [] as number[] };
let [ours, bare, same, points] = [0, 0, true, 0];
for (const [job, seeds] of [
  ["dredger-sallow", 8],
  ["ferry-2021", 8],
] as const)
  // prettier-ignore
  for (let seed = 1; seed <= seeds; seed += 1) {
    const assessment = assess(packOf(job), demoJob(job), "2026-11-27T00:00:00Z");
    posing.push((await timed(() => planOfJob(packOf(job), assessment, assessment.order.hoursWanted!)))[1]);
    const posed = priced(planOfDemo(job), seed);
    const [plan, ms] = await timed(() => bestPlan(posed, "total", free, solve));
    best.plain.push(ms);
    if (typeof plan === "string") throw new Error(plan);
    // Posed anew, and solved by a solver that has solved nothing yet.
    const again = await bestPlan(priced(planOfDemo(job), seed), "total", free, await highsSolve());
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
      // Each program is solved by itself before and after too: the second time it meets caches that are warm, and a heap that grew.
      // The quicker of the two is what it is held against.
      let [alone, quicker] = [0, 0];
      const byItself = async (program: string) => (await timed(() => highs.solve(program, exactly)))[1];
      const beside: Solve = async (program) => {
        const before = await byItself(program);
        const solved = await solve(program);
        const after = await byItself(program);
        alone += before + after;
        quicker += Math.min(before, after);
        return solved;
      };
      const [plans, both] = await timed(() => frontier(posed, beside));
      const frontierMs = both - alone;
      ours += frontierMs;
      bare += quicker;
      best.frontier.push(frontierMs);
      points = Math.max(points, plans.length);
    }
  }
// As many discounts as there are kinds, each just out of reach, and hardly more to spend than it takes.
const together = { took: [] as number[], gaps: [] as number[], failed: 0, discounts: 0 };
for (const job of ["dredger-sallow", "ferry-2021"] as const)
  for (let seed = 1; seed <= 3; seed += 1) {
    const posed = priced(await discounted(job, seed), seed);
    together.discounts = Math.max(together.discounts, posed.discounts.length);
    const surest = await bestPlan(posed, "chance", free, solve);
    const least = typeof surest === "string" ? surest : await bestPlan(posed, "now", { chance: surest.chance ** 1.02, budget: null }, solve); // prettier-ignore
    if (typeof surest === "string" || typeof least === "string") {
      together.failed += 1;
      continue;
    }
    const [plan, ms] = await timed(() => bestPlan(posed, "total", { chance: surest.chance ** 1.02, budget: Math.ceil(least.now * 1.002) }, solve)); // prettier-ignore
    together.took.push(ms);
    if (typeof plan === "string") together.failed += 1;
    else together.gaps.push(plan.gap);
  }
const quantile = (values: readonly number[], q: number) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(q * values.length))]!; // prettier-ignore
console.log(
  JSON.stringify({
    instances: best.plain.length,
    posing: { p50: quantile(posing, 0.5), most: Math.max(...posing) },
    plain: { p50: quantile(best.plain, 0.5), most: Math.max(...best.plain) },
    tight: { p50: quantile(best.tight, 0.5), most: Math.max(...best.tight) },
    pinned: { p50: quantile(best.pinned, 0.5), most: Math.max(...best.pinned) },
    frontier: { most: Math.max(...best.frontier), points },
    together: {
      discounts: together.discounts,
      instances: together.took.length,
      p50: quantile(together.took, 0.5),
      most: Math.max(...together.took),
      open: together.gaps.filter((gap) => gap > 0).length,
      gap: Math.max(0, ...together.gaps),
      failed: together.failed,
    },
    againstBare: ours / bare,
    same,
  }),
);
