import { jStat } from "jstat";
import { TestBench, testGauge } from "../fixtures/bench";
import { judged } from "../fixtures/choices";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { standardUncertainty } from "../quantity/estimate";
import { coverageForRepeats, ownScatter } from "./own-scatter";

// Handbook, part 4, for 95.45 %: 13.97 (n = 2), 4.53 (n = 3), 2.87 (n = 5).
test.each([
  [2, 13.97],
  [3, 4.53],
  [5, 2.87],
])("for %p repeats the coverage factor is %p", (repeats, factor) =>
  expect(coverageForRepeats(repeats)).toBeCloseTo(factor, 2),
);

test.each([2, 3, 4, 6, 10, 30, 200])("for %p repeats it is the t-quantile of an independent library", (repeats) => {
  // jstat inverts an incomplete beta function; ten digits of agreement are more than either needs.
  expect(coverageForRepeats(repeats) / jStat.studentt.inv(0.97725, repeats - 1)).toBeCloseTo(1, 6);
});

test("with ever more repeats it comes down to 2", () => expect(coverageForRepeats(1e6)).toBeCloseTo(2, 3));

test("two repeats say little, and their U says so", () => {
  const two = ownScatter([70.001, 70.003], 0.0012)!;
  expect(two.deviation).toBeCloseTo(0.002 / Math.SQRT2, 12);
  expect(two.expanded).toBeCloseTo(13.97 * 0.001, 4);
  expect(two.exceedsPooled).toBe(false);
  expect(ownScatter([70], 0.0012)).toBeNull();
});

test("scatter far beyond the gauge's own is noticed", () =>
  expect(ownScatter([70.001, 70.012, 69.99], 0.0012)!.exceedsPooled).toBe(true));

describe("repeats that spread 0.12 mm under a gauge that repeats to 0.0012", () => {
  const spread = [70.94, 71, 71.06];
  // Their standard deviation is 0.06, their mean known to 0.06/sqrt(3), and by t with two degrees.
  const deviation = 0.06;
  const measured = (says: readonly ("form" | "gauge")[], values: readonly number[] = spread) => {
    const bench = new TestBench(orrinshaw);
    const gauge = { ...testGauge, method: "direct" as const, quantities: ["external-diameter"], range: [50, 75] as [number, number] }; // prettier-ignore
    const calm = { partC: 20, gaugeC: 20, masterC: 20, standardK: 0 };
    const occasion = bench.occasion({ gauge, master: null, temperatures: calm });
    const place = ["crankshaft", "big-end-j1", "front-throw"] as const;
    for (const value of values) bench.read(occasion, ...place, value);
    bench.read(occasion, "crankshaft", "big-end-j2", "front-throw", 70.98);
    for (const is of says)
      bench.add("scatter-said", { occasion, part: bench.partIn.get("crankshaft")!, feature: "big-end-j1", point: "front-throw", is }); // prettier-ignore
    const assessment = judged(bench);
    const at = (feature: string) =>
      assessment.rows.get(`crankshaft/${feature}`)!.points.find(({ point }) => point === "front-throw")!;
    return {
      here: at("big-end-j1"),
      there: standardUncertainty(at("big-end-j2").estimate!),
      holds: assessment.holds.filter(({ code }) => code === "scatter-unexplained").length,
    };
  };
  const plain = measured([], [71, 71, 71]);

  test("are in the uncertainty as what they are, and hold, until a person says what they come of", () => {
    const { here, there, holds } = measured([]);
    expect(Math.hypot(deviation / Math.sqrt(3), 0.001)).toBeCloseTo(standardUncertainty(here.estimate!), 6);
    expect(here.expanded!).toBeGreaterThan(4 * (deviation / Math.sqrt(3)));
    expect([there, holds]).toEqual([plain.there, 1]);
  });

  test("are the part's form where that is said: it does not average out, and no other place has it", () => {
    const { here, there, holds } = measured(["form"]);
    expect([there, holds]).toEqual([plain.there, 0]);
    expect(standardUncertainty(here.estimate!)).toBeCloseTo(Math.hypot(deviation, 0.0012 / Math.sqrt(3), 0.001), 6);
  });

  test("are the gauge's where that is said: then all that it read in that set-up is as bad", () => {
    const { here, there, holds } = measured(["gauge"]);
    expect(holds).toBe(0);
    expect(standardUncertainty(here.estimate!)).toBeCloseTo(Math.hypot(deviation / Math.sqrt(3), 0.001), 6);
    expect(there).toBeCloseTo(Math.hypot(deviation, 0.001), 6);
  });

  test("hold on where two people say different things; and are nothing any more once the slip among them is corrected", () => {
    expect(measured(["form", "gauge"]).holds).toBe(1);
    expect(measured(["form"], [71, 71.001, 71]).here).toEqual(expect.objectContaining({ scatter: null }));
  });
});
