import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { jStat } from "jstat";
import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt } from "../fixtures/choices";
import { demoJob } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import type { Payload } from "../entry/schema";
import { standardUncertainty } from "../quantity/estimate";
import { hoursToLimit } from "./endurance";

const asOf = "2026-11-24T00:00:00Z";
type History = Readonly<Partial<Record<"hours-since-new" | "hours-since-overhaul", number | null>>>;

/** A journal of a crankshaft that was checked and measured through, with a history and hours wanted. */
function journal(
  sizeMm: number,
  hoursWanted: number | null,
  history: History,
  { own = undefined as number | null | undefined, row = "crankshaft/big-end-j1" } = {},
) {
  const bench = new TestBench(orrinshaw, { hoursWanted });
  bench.checkForCracks();
  const note = (item: string, value: Payload<"intake-noted">["value"], part: string | null = null) =>
    bench.add("intake-noted", { section: "history", item, part, place: null, value });
  for (const [item, value] of Object.entries(history)) note(item, value);
  const [slot, feature] = row.split("/") as [string, string];
  if (own !== undefined) note("hours-since-new", own, bench.partIn.get(slot)!);
  const fine = bench.occasion({
    gauge: { ...testGauge, method: "direct", quantities: ["external-diameter"] },
    master: null,
  });
  const at = orrinshaw.rows.get(row)!;
  bench.readAll(
    fine,
    row,
    at.at.feature.points.map(() => sizeMm),
  );
  if (slot === "crankshaft") {
    bench.readAll(fine, `crankshaft/damage-${feature.slice(-2)}`, [0]);
    bench.readAll(fine, "crankshaft/run-out", [0.01]);
  }
  const assessment = assess(orrinshaw, bench.entries, asOf);
  return {
    assessment,
    endurance: assessment.endurance.get(row)!,
    choice: choiceAt(assessment, row),
    estimate: assessment.rows.get(row)!.governing.estimate!,
  };
}

/** The same question by drawing lots: sizes, rates and ages out of pure-rand's generator, which has nothing of ours in it. */
function drawn(size: number, u: number, hours: number, ages: readonly [number, number]): number {
  const generator = xoroshiro128plus(7);
  const uniform = () => uniformFloat64(generator);
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const runs = 60_000;
  let reached = 0;
  for (let run = 0; run < runs; run += 1) {
    const value = size + u * normal();
    const fresh = 70.98 + 0.02 * uniform();
    const rate = Math.max(0, fresh - value) / (ages[0] + (ages[1] - ages[0]) * uniform());
    if (value - rate * (1 + 0.25 * normal()) * hours >= 70.95) reached += 1;
  }
  return reached / runs;
}

describe("probability of reaching the hours wanted", () => {
  // Drawing band 70.980 to 71.000, limit 70.950 (handbook table of the made-up family).
  test.each<[number, number, readonly [number, number]]>([
    [70.97, 6000, [8000, 8000]],
    [70.968, 4000, [9300, 21400]],
    [70.96, 3000, [5000, 20000]],
    [70.975, 12000, [6000, 6000]],
  ])("of %d mm for %d h at an age of %j is what drawing lots gives", (size, hours, [from, to]) => {
    const { endurance, estimate } = journal(size, hours, { "hours-since-new": to, "hours-since-overhaul": from });
    expect(endurance.age).toEqual({ from, to });
    expect(
      Math.abs(endurance.probability! - drawn(size, standardUncertainty(estimate), hours, [from, to])),
    ).toBeLessThan(0.035);
    expect(endurance.low).toBeLessThanOrEqual(endurance.probability!);
    expect(endurance.high).toBeGreaterThanOrEqual(endurance.probability!);
  });

  test("more hours wanted, or more wear so far, never make it likelier", () => {
    const at = (size: number, hours: number) =>
      journal(size, hours, { "hours-since-new": 12_000, "hours-since-overhaul": 6000 }).endurance.probability!;
    for (const size of [70.985, 70.97, 70.96]) expect(at(size, 6000)).toBeLessThanOrEqual(at(size, 3000));
    for (const hours of [3000, 9000]) expect(at(70.96, hours)).toBeLessThanOrEqual(at(70.975, hours));
  });
});

describe("an unknown history widens it", () => {
  const spread = (history: History, rest = {}) => {
    const { endurance } = journal(70.968, 6000, history, rest);
    return { age: endurance.age, width: endurance.high - endurance.low, probability: endurance.probability };
  };
  test("known to the hour it is one figure, less known it is wider, unknown it is anything that the size alone allows", () => {
    const exact = spread({ "hours-since-new": 12_000, "hours-since-overhaul": 12_000 });
    const overhauled = spread({ "hours-since-new": 12_000, "hours-since-overhaul": 6000 });
    const unasked = spread({ "hours-since-new": 12_000, "hours-since-overhaul": null });
    expect([exact.width, exact.age]).toEqual([0, { from: 12_000, to: 12_000 }]);
    expect(overhauled.width).toBeGreaterThan(0.1);
    expect(unasked.width).toBeGreaterThan(overhauled.width);
    expect(spread({ "hours-since-new": null, "hours-since-overhaul": 6000 })).toMatchObject({
      age: { from: 6000, to: null },
      probability: null,
    });
    expect(spread({ "hours-since-new": null })).toMatchObject({ age: null, probability: null });
    expect(spread({ "hours-since-new": null }).width).toBeGreaterThan(0.99);
    expect(spread({})).toEqual(spread({ "hours-since-new": null }));
  });
  test("of an engine of which nobody speaks of an overhaul a part is likely the one it was built with; of one that may have had one it is not", () => {
    const history = { "hours-since-new": 12_000 };
    const [first, exact, either] = [spread(history), spread({ ...history, "hours-since-overhaul": 12_000 }), spread({ ...history, "hours-since-overhaul": null })]; // prettier-ignore
    expect(first.age).toEqual({ from: 0, to: 12_000, whole: 0.9 });
    expect(either.age).toEqual({ from: 0, to: 12_000 });
    // Nine in ten of the one and one in ten of the other: not knowing widens it as before.
    expect(first.probability).toBeCloseTo(0.9 * exact.probability! + 0.1 * either.probability!, 9);
    expect(first.width).toBe(either.width);
  });
  test("a part's own hours come before the engine's, and its own unknown is unknown", () => {
    expect(spread({ "hours-since-new": 12_000, "hours-since-overhaul": 6000 }, { own: 4000 }).age).toEqual({
      from: 4000,
      to: 4000,
    });
    expect(spread({ "hours-since-new": 12_000, "hours-since-overhaul": 6000 }, { own: null }).age).toBeNull();
  });
  test("nothing is said where no hours are wanted, points are missing, or hours have no part in it", () => {
    expect(journal(70.97, null, { "hours-since-new": 9000 }).endurance).toBeUndefined();
    const { assessment } = journal(70.97, 6000, { "hours-since-new": 9000 });
    expect([
      assessment.endurance.has("crankshaft/damage-j1"),
      assessment.endurance.has("crankshaft/run-out"),
      assessment.endurance.has("crankshaft/big-end-j2"),
    ]).toEqual([false, false, false]);
  });
});

describe("what it means for the choice", () => {
  test("told where it lasts; where it will not, the way that does is proposed", () => {
    const lasting = journal(70.985, 3000, { "hours-since-new": 9000, "hours-since-overhaul": 9000 });
    expect(lasting.choice.options[0]!.reasons.map((reason) => reason.code)).toContain("reaches-hours");
    const short = journal(70.953, 9000, { "hours-since-new": 9000, "hours-since-overhaul": 9000 });
    // Not so used again but with a reason; nobody measured the mains, so that the crankshaft as a whole waits for them.
    expect(short.choice.options[0]!.allowed).toBe(false);
    expect(short.choice.options[0]!.reasons.map(({ code }) => code)).toContain("short-of-hours");
    expect(short.choice.options.find(({ ways }) => ways[0]?.feature === "big-end")!.disposition).toBe("rework");
  });
  test("a life that is over ends it, one that may be over waits for the part's own hours", () => {
    const skirt = (history: History, own?: number | null) =>
      journal(107.878, 6000, history, { row: "piston-1/skirt", ...(own === undefined ? {} : { own }) });
    const reuse = (of: ReturnType<typeof journal>) => [
      of.choice.options[0]!.allowed,
      of.choice.options[0]!.reasons[0]!.code,
    ];
    // The pistons' life is 18,000 h.
    expect(skirt({ "hours-since-new": 21_000, "hours-since-overhaul": 9000 }).endurance).toMatchObject({
      life: 18_000,
      low: 0,
    });
    const joints = skirt({ "hours-since-new": 21_000, "hours-since-overhaul": 21_000 });
    expect(joints.endurance.high).toBe(0);
    expect(reuse(joints)[0]).not.toBe(true);
    expect(skirt({ "hours-since-new": 21_000 }, 4000).endurance.low).toBeGreaterThan(0.5);
  });
});

test("the ferry's journals: fine ones reach 6000 h, the starved one does not", () => {
  const { endurance } = assess(orrinshaw, demoJob("ferry-marigold"), asOf);
  expect(endurance.get("crankshaft/big-end-j1")!.probability).toBeGreaterThan(0.95);
  expect(endurance.get("crankshaft/big-end-j5")!.high).toBeLessThan(0.05);
});

describe("by earlier visits of the same part", () => {
  const visits = [
    { name: "first", on: "2016-03-01", hours: 4000, value: 70.99, standard: 0.002 },
    { name: "second", on: "2021-03-01", hours: 12_000, value: 70.98, standard: 0.002 },
  ];
  const withVisits = (...said: readonly (readonly (typeof visits)[number][])[]) => {
    const bench = new TestBench(orrinshaw, { hoursWanted: 6000 });
    bench.checkForCracks();
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 20_000 });
    const row = orrinshaw.rows.get("crankshaft/big-end-j1")!;
    const gauge = { ...testGauge, method: "direct" as const, quantities: ["external-diameter"] };
    bench.readAll(bench.occasion({ gauge, master: null }), row.id, row.at.feature.points.map(() => 70.97)); // prettier-ignore
    const part = bench.partIn.get("crankshaft")!;
    for (const taken of said)
      if (taken.length > 0) bench.add("visits-taken", { part, feature: "big-end-j1", visits: [...taken] });
    const assessment = assess(orrinshaw, bench.entries, asOf);
    return { assessment, row: assessment.rows.get(row.id)!, endurance: assessment.endurance.get(row.id)! };
  };

  test("the rate is that of the line through them, and the chance that of the line's own spread", () => {
    const { endurance, row } = withVisits(visits);
    // 0.010 mm in each 8,000 h: 70.9625 after 6,000 more, 0.0125 from the limit.
    expect(endurance.rate).toMatchObject({
      visits: 3,
      perHour: expect.closeTo(-1.25e-6, 8) as number,
      degrees: Infinity,
    });
    const u = standardUncertainty(row.governing.estimate!);
    // Weighted least squares by hand about the last visit: x is -16,000, -8,000 and 0.
    const [w, v] = [1 / 0.002 ** 2, 1 / u ** 2];
    const [sw, sx, sxx] = [2 * w + v, -24_000 * w, (16_000 ** 2 + 8000 ** 2) * w];
    const determinant = sw * sxx - sx * sx;
    const at = 6000;
    const line = (sxx - 2 * at * sx + at * at * sw) / determinant;
    const spread = Math.hypot(Math.sqrt(line), 0.25 * 1.25e-6 * at);
    expect(endurance.probability).toBeCloseTo(jStat.normal.cdf(0.0125 / spread, 0, 1), 3);
  });

  test("without them it goes by its age, and visits that are not before this one say nothing", () => {
    const plain = withVisits([]).endurance;
    expect(plain.rate).toBeNull();
    const later = withVisits([{ ...visits[0]!, hours: 30_000 }]).endurance;
    expect([later.rate, later.probability]).toEqual([null, plain.probability]);
  });

  test("a part that seems to grow back, and two people who took other visits, promise nothing: it goes by its age", () => {
    const plain = withVisits([]).endurance;
    const grown = withVisits([{ ...visits[0]!, value: 70.95 }]).endurance;
    expect([grown.rate, grown.probability]).toEqual([null, plain.probability]);
    const other = { ...visits[0]!, value: 71 };
    expect(withVisits(visits, [other]).endurance.rate).toBeNull();
    expect(withVisits(visits, visits).endurance.rate).not.toBeNull();
  });

  test("hours to its limit are those at which the chance comes down to a half, and no more sure than that", () => {
    const { row, assessment } = withVisits(visits);
    const ahead = hoursToLimit(orrinshaw, row, assessment.order, visits)!;
    // 0.020 mm left at 1.25 µm a thousand hours.
    expect(ahead.likely! / 16_000).toBeCloseTo(1, 1);
    expect([ahead.least < ahead.likely!, (ahead.most ?? Infinity) > ahead.likely!]).toEqual([true, true]);
  });
});
