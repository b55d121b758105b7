import { jStat } from "jstat";
import { testGauge, testMaster } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { parseQuantity } from "@/core/quantity/parse-quantity";
import { unitById } from "@/core/quantity/units";
import { expandedUncertainty } from "@/core/measure/conformity";
import { readingEstimate } from "@/core/measure/reading-estimate";
import { questionReading } from "@/core/measure/question-reading";
import { hiddenEngines, hiddenSize } from "./hidden-engine";
import { biasOf, SimulatedGauge } from "./simulated-gauge";

const calm = { partC: 20, gaugeC: 20, masterC: 20, standardK: 0 };
const hand = { gauge: testGauge, master: testMaster, temperatures: calm };

test("scatters by its repeatability, and about a true size shifted by its bias and its setting", () => {
  const gauge = new SimulatedGauge({ ...hand, gauge: { ...testGauge, method: "direct" }, master: null }, 5);
  const readings = Array.from({ length: 400 }, () => gauge.read(108.05, 0));
  const mean = readings.reduce((sum, each) => sum + each, 0) / readings.length;
  // Drift walks away by about a fiftieth of the repeatability a reading: allowed for in both.
  expect(Math.abs(mean - (108.05 - biasOf(testGauge)))).toBeLessThan(0.0012);
  expect(jStat.stdev(readings, true) / testGauge.repeatability).toBeGreaterThan(0.8);
  expect(jStat.stdev(readings, true) / testGauge.repeatability).toBeLessThan(1.4);
});

test("types what a reading cell understands, rounded to its display", () => {
  const gauge = new SimulatedGauge({ ...hand, gauge: { ...testGauge, resolution: 0.005 } }, 9);
  const typed = gauge.typed(108.0431, 0);
  expect(typed).toMatch(/^108\.0[345][05]$/);
  expect(parseQuantity(typed, "length", unitById("mm")!)).toMatchObject({ ok: true });
});

test("reads a warm part larger, by plain expansion", () => {
  const read = (partC: number) =>
    new SimulatedGauge({ ...hand, temperatures: { ...calm, partC } }, 3).read(108, 10.5e-6);
  expect(read(30) - read(20)).toBeCloseTo(108 * 10.5e-6 * 10, 2);
});

test("keeps U's promise: of many gauges and settings about 95 in 100 values lie within U of the true size", () => {
  let inside = 0;
  const runs = 400;
  for (let run = 0; run < runs; run += 1) {
    const gauge = { ...testGauge, id: `gauge-${run}`, resolution: 0.0001 };
    const master = { ...testMaster, id: `ring-${run}` };
    const temperatures = { partC: 23, gaugeC: 22, masterC: 22, standardK: 0 };
    const value = new SimulatedGauge({ gauge, master, temperatures }, run).read(108.06, 10.5e-6);
    const found = readingEstimate(
      { id: "r", value, part: "p", feature: "bore", point: "top-thrust" },
      { occasion: "o", phase: "cleaned", gauge, master, temperatures, at: "2026-11-24T00:00:00Z" },
      { perK: 10.5e-6, standard: 0, source: "iron" },
    )!;
    if (Math.abs(found.value - 108.06) <= expandedUncertainty(found)) inside += 1;
  }
  // A binomial count of 400 at 0.9545 strays by 4.2; four of them.
  expect(Math.abs(inside - 0.9545 * runs)).toBeLessThan(17);
});

test.each([...hiddenEngines.keys()])(
  "engine %s has a plausible true size at every point of every part, always the same",
  (number) => {
    const engine = hiddenEngines.get(number)!;
    for (const row of orrinshaw.rows.values()) {
      for (const point of row.at.feature.points) {
        const size = hiddenSize(engine, row, point.id);
        expect([row.id, point.id, questionReading(size, row.at.feature, point.id)]).toEqual([row.id, point.id, null]);
        expect(hiddenSize(engine, row, point.id)).toBe(size);
      }
    }
  },
);
