import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { demoJob } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { condemned } from "../plan/standing";
import { measuringPlan, planOrders, type PlanOrder } from "./measuring-plan";

const asOf = "2026-11-24T00:00:00Z";
const planOf = (bench: Pick<TestBench, "entries">, order: PlanOrder) =>
  measuringPlan(orrinshaw, assess(orrinshaw, bench.entries, asOf), order);
const settings = (steps: ReturnType<typeof planOf>) => steps.filter((step) => step.setsUp).length;

test("every order holds the same work: all that is open, once", () => {
  const bench = { entries: [...demoJob("ferry-marigold")] };
  const ids = planOrders.map((order) =>
    planOf(bench, order)
      .map((step) => step.row.row.id)
      .sort(),
  );
  expect(ids[1]).toEqual(ids[0]);
  expect(ids[2]).toEqual(ids[0]);
  expect(new Set(ids[0]).size).toBe(ids[0]!.length);
  const { rows, choices } = assess(orrinshaw, bench.entries, asOf);
  // Nobody measures what something else has condemned.
  const gone = condemned(choices);
  expect(gone.size).toBeGreaterThan(3);
  expect(ids[0]).toEqual(
    [...rows.values()]
      .filter((row) => row.measured < row.points.length && !gone.has(row.part!.id))
      .map((row) => row.row.id)
      .sort(),
  );
});

test("by gauge needs no more settings than any other order: one for each kind and size", () => {
  const bench = new TestBench(orrinshaw);
  const byGauge = planOf(bench, "gauge");
  for (const order of ["part", "telling"] as const)
    expect(settings(planOf(bench, order))).toBeGreaterThanOrEqual(settings(byGauge));
  const kinds = new Set(
    byGauge.map(
      ({ row }) => `${row.row.at.feature.quantity} ${Math.round(row.row.at.feature.governing.limits.new?.min ?? 0)}`,
    ),
  );
  expect(settings(byGauge)).toBeLessThanOrEqual(kinds.size + 2);
  expect(byGauge.reduce((sum, step) => sum + step.minutes, 0)).toBeLessThan(
    planOf(bench, "part").reduce((sum, step) => sum + step.minutes, 0),
  );
});

test("most telling first: the dear crankshaft before cheap shells, what looks bad before what looks well, and worn fellows make it likelier", () => {
  const bench = new TestBench(orrinshaw);
  const at = (id: string) => planOf(bench, "telling").findIndex((step) => step.row.row.id === id);
  expect(at("crankshaft/big-end-j1")).toBeLessThan(at("pin-1/diameter"));
  const chance = (id: string) => planOf(bench, "telling").find((step) => step.row.row.id === id)!.chance!;
  const before = chance("piston-2/skirt");
  bench.add("finding-made", {
    part: bench.partIn.get("piston-2")!,
    finding: "scoring",
    place: "skirt-thrust",
    value: "trace",
    phase: "before-cleaning",
    words: null,
  });
  bench.add("finding-made", {
    part: bench.partIn.get("piston-3")!,
    finding: "scoring",
    place: "skirt-thrust",
    value: "none",
    phase: "before-cleaning",
    words: null,
  });
  expect([chance("piston-2/skirt") >= before, chance("piston-3/skirt") < before]).toEqual([true, true]);
  expect(at("piston-2/skirt")).toBeLessThan(at("piston-3/skirt"));
  const liner = chance("liner-6/bore");
  const occasion = bench.occasion();
  for (const cylinder of [1, 2, 3])
    bench.readAll(occasion, `liner-${cylinder}/bore`, [108.16, 108.15, 108.15, 108.15, 108.15, 108.15]);
  expect(chance("liner-6/bore")).toBeGreaterThan(liner);
});

test("what is scrapped, measured through, or not there is no work", () => {
  const bench = new TestBench(orrinshaw);
  const all = planOf(bench, "part").length;
  const ofLiners = orrinshaw.classes.get("liner")!.features.length;
  bench.add("part-scrapped", { part: bench.partIn.get("liner-1")!, why: "cracked", made: "marked", certificate: null });
  bench.add("part-removed", { part: bench.partIn.get("liner-2")! });
  bench.readAll(bench.occasion(), "liner-3/bore", [108.02, 108.02, 108.02, 108.02, 108.02, 108.02]);
  expect(planOf(bench, "part")).toHaveLength(all - ofLiners * 2 - 1);
});
