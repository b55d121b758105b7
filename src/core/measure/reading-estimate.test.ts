import { testGauge, testMaster } from "../fixtures/bench";
import { standardUncertainty, subtract } from "../quantity/estimate";
import { readingEstimate } from "./reading-estimate";
import { comparedAtTwenty, directAtTwenty } from "./to-twenty-degrees";
import { sizeWhenNew, wearShare } from "./wear";
import { questionReading } from "./question-reading";
import { orrinshaw } from "../fixtures/load";
import { estimate, exact } from "../quantity/estimate";

const ids = { occasion: "o", part: "p", feature: "bore", point: "top" };
const occasion = (partC: number | null, gaugeC: number | null, rest = {}) => ({
  occasion: "o",
  phase: "cleaned" as const,
  at: "2026-11-20T08:00:00Z",
  gauge: testGauge,
  master: testMaster,
  temperatures: { partC, gaugeC, masterC: gaugeC, standardK: 0 },
  ...rest,
});

describe("to 20 °C", () => {
  test("a part and a scale of one material at one temperature need no correction", () => {
    expect(
      directAtTwenty(71, { expansionPerK: 11.5e-6, temperatureC: 31 }, { expansionPerK: 11.5e-6, temperatureC: 31 }),
    ).toBe(71);
  });

  test("a warm aluminium part reads large by its expansion: plain physics", () => {
    // 100 mm x 23e-6/K x 10 K = 0.023 mm
    expect(
      directAtTwenty(100.023, { expansionPerK: 0, temperatureC: 20 }, { expansionPerK: 23e-6, temperatureC: 30 }),
    ).toBeCloseTo(100, 9);
  });

  test("a comparator takes its size from the master and its correction from both", () => {
    // Ring 108 of steel and liner of iron, both at 30 °C: 108 x (11.5 - 10.5)e-6 x 10 = 0.00108 more at 20 °C
    const warm = { expansionPerK: 11.5e-6, temperatureC: 30 };
    expect(comparedAtTwenty(108, 0.04, warm, { expansionPerK: 10.5e-6, temperatureC: 30 }) - 108.04).toBeCloseTo(
      0.00108,
      5,
    );
  });
});

describe("one reading", () => {
  test("adds up repeatability, zero, calibration and master by contribution", () => {
    const reading = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20), 10.5e-6)!;
    expect(Object.fromEntries(reading.contributions)).toEqual({
      "repeat:r": 0.0012,
      "zero:o": 0.0012,
      "calibration:gauge-1:2026-01-05": 0.001,
      "master:ring-1": 0.0005,
    });
  });

  test("takes the larger of resolution and repeatability, and a coarse display does not average out", () => {
    const coarse = occasion(20, 20, { gauge: { ...testGauge, resolution: 0.01 } });
    const reading = readingEstimate({ id: "r", value: 108.04, ...ids }, coarse, 10.5e-6)!;
    expect(reading.contributions.get("resolution:o:p:bore:top")).toBeCloseTo(0.01 / Math.sqrt(12), 12);
    expect(reading.contributions.has("repeat:r")).toBe(false);
  });

  test("two readings of one setting differ by their repeatability alone", () => {
    const at = occasion(21, 20, { temperatures: { partC: 21, gaugeC: 20, masterC: 20, standardK: 0.5 } });
    const [a, b] = ["a", "b"].map((id) => readingEstimate({ id, value: 108.04, ...ids }, at, 10.5e-6)!);
    expect(standardUncertainty(subtract(a!, b!))).toBeCloseTo(0.0012 * Math.SQRT2, 9);
  });

  test("an unknown temperature is uncertainty, not 20 °C", () => {
    const known = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20), 23e-6)!;
    const unknown = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(null, null), 23e-6)!;
    // 108 mm x (23 - 11.5)e-6/K x 10 K / sqrt 3 = 0.0072 mm: master and part were equally warm, whatever that was
    expect(Math.sqrt(standardUncertainty(unknown) ** 2 - standardUncertainty(known) ** 2)).toBeCloseTo(
      (108.04 * 23e-6 - 108 * 11.5e-6) * (10 / Math.sqrt(3)),
      6,
    );
  });

  test("a comparator without a master is tied to no size", () => {
    expect(readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20, { master: null }), 0)).toBeNull();
  });
});

describe("wear", () => {
  const fresh = sizeWhenNew({ min: 108, max: 108.022, ref: { source: "x" } }, false, "new")!;

  test("is 0 at the middle of the new band, 1 at the limit, negative for a tight part", () => {
    expect(wearShare(exact(108.011), fresh, 108.1)!.value).toBe(0);
    expect(wearShare(exact(108.1), fresh, 108.1)!.value).toBeCloseTo(1, 12);
    expect(wearShare(exact(108.002), fresh, 108.1)!.value).toBeLessThan(0);
  });

  test("the unknown size when new matters in the middle of the way and not at the limit", () => {
    expect(standardUncertainty(wearShare(exact(108.1), fresh, 108.1)!)).toBeCloseTo(0, 12);
    // By hand: d(share)/d(new) = (value - limit)/(limit - new)^2 at value = new: -1/0.089, times 0.011/sqrt 3
    expect(standardUncertainty(wearShare(exact(108.011), fresh, 108.1)!)).toBeCloseTo(0.011 / Math.sqrt(3) / 0.089, 9);
  });

  test("has no answer without both ends of the new band", () => {
    expect(sizeWhenNew({ max: 0.05, ref: { source: "x" } }, false, "new")).toBeNull();
    expect(sizeWhenNew({ max: 0.05, ref: { source: "x" } }, true, "new")!.value).toBe(0.025);
    expect(wearShare(estimate(1, []), exact(2), 2)).toBeNull();
  });
});

describe("a reading is questioned", () => {
  const feature = (sheet: string) => orrinshaw.sheets.find((each) => each.id === sheet)!.feature;
  const code = (value: number, sheet = "liner-bore") =>
    questionReading(value, feature(sheet), feature(sheet).points[0]!.id)?.code ?? null;

  test.each([
    [108.041, null],
    [109.5, null],
    [1080.41, "ten-times-too-large"],
    [10.804, "ten-times-too-small"],
    [1.08, "hundred-times-too-small"],
    [4.2536, "inches-taken-for-mm"],
    [2744.2, "mm-taken-for-inches"],
    [180.41, "far-from-size"],
    [0, "far-from-size"],
  ])("a bore of %p mm: %s", (value, expected) => expect(code(value)).toBe(expected));

  test.each([
    [0.03, null],
    [0.9, null],
    [1.1, "far-from-size"],
    [-0.01, "negative"],
  ])("a run-out of %p mm: %s", (value, expected) => expect(code(value, "crankshaft-run-out")).toBe(expected));
});
