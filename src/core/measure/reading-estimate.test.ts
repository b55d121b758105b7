import { testGauge, testMaster } from "../fixtures/bench";
import { standardUncertainty, subtract } from "../quantity/estimate";
import { readingEstimate, type Expansion } from "./reading-estimate";
import { lockedAt } from "./locked-at";
import { comparedAtTwenty, directAtTwenty } from "./to-twenty-degrees";
import { sizeWhenNew, wearShare } from "./wear";
import { questionReading } from "./question-reading";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { estimate, exact } from "../quantity/estimate";

/** A material whose coefficient is known as well as is said; exactly where nothing is. */
const steel = (perK: number, standard = 0): Expansion => ({ perK, standard, source: "steel" });
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
    const reading = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20), steel(10.5e-6))!;
    expect(Object.fromEntries(reading.contributions)).toEqual({
      "repeat:r": 0.0012,
      "zero:o": 0.0012,
      "calibration:gauge-1:2026-01-05": 0.001,
      "master:ring-1": 0.0005,
    });
  });

  test("takes the larger of resolution and repeatability, and a coarse display does not average out", () => {
    const coarse = occasion(20, 20, { gauge: { ...testGauge, resolution: 0.01 } });
    const reading = readingEstimate({ id: "r", value: 108.04, ...ids }, coarse, steel(10.5e-6))!;
    expect(reading.contributions.get("resolution:o:p:bore:top")).toBeCloseTo(0.01 / Math.sqrt(12), 12);
    expect(reading.contributions.has("repeat:r")).toBe(false);
  });

  test("two readings of one setting differ by their repeatability alone", () => {
    const at = occasion(21, 20, { temperatures: { partC: 21, gaugeC: 20, masterC: 20, standardK: 0.5 } });
    const [a, b] = ["a", "b"].map((id) => readingEstimate({ id, value: 108.04, ...ids }, at, steel(10.5e-6))!);
    expect(standardUncertainty(subtract(a!, b!))).toBeCloseTo(0.0012 * Math.SQRT2, 9);
  });

  test("an unknown temperature is uncertainty, not 20 °C", () => {
    const known = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20), steel(23e-6))!;
    const unknown = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(null, null), steel(23e-6))!;
    // 108 mm x (23 - 11.5)e-6/K x 10 K / sqrt 3 = 0.0072 mm: master and part were equally warm, whatever that was
    expect(Math.sqrt(standardUncertainty(unknown) ** 2 - standardUncertainty(known) ** 2)).toBeCloseTo(
      // And the ring's coefficient, known to a tenth, over as much warmth.
      Math.hypot(108.04 * 23e-6 - 108 * 11.5e-6, 108 * 11.5e-6 * 0.1) * (10 / Math.sqrt(3)),
      6,
    );
  });

  // 120 mm × 15 K × 2e-6/K is 0.0036 mm, and U twice that: it was shown as 0.0034 while coefficients were exact.
  test("120 mm of aluminium at 35 °C is no better known than its coefficient", () => {
    const bare = { ...testGauge, method: "direct" as const, scaleExpansionPerK: 0 };
    const at = occasion(35, 20, { gauge: bare, master: null });
    const found = readingEstimate({ id: "r", value: 120, ...ids }, at, steel(23e-6, 2e-6))!;
    expect(found.contributions.get("part-expansion:steel")).toBeCloseTo(-0.0036, 9);
    expect(2 * standardUncertainty(found)).toBeGreaterThan(0.0072);
  });

  // JCGM 100:2008, H.1 (from memory): l = 50 mm, u(δα) = 0.58e-6/K, θ = -0.1 °C with u = 0.41 °C: 2.9 nm by the first order and 11.7 nm by the second.
  test("GUM H.1: what the difference of two coefficients makes of an end gauge, both orders together", () => {
    const at = occasion(19.9, 20, { temperatures: { partC: 19.9, gaugeC: 20, masterC: 20, standardK: 0.41 } });
    const found = readingEstimate({ id: "r", value: 50.000838, ...ids }, at, steel(11.5e-6, 0.58e-6))!;
    const nanometres = Math.abs(found.contributions.get("part-expansion:steel")!) * 1e6;
    expect(Math.abs(nanometres - Math.hypot(2.9, 11.7))).toBeLessThan(0.3);
  });

  test("parts of one material share what nobody knows of it: a difference of two alike keeps little", () => {
    const at = occasion(35, 20, { gauge: { ...testGauge, method: "direct" as const }, master: null });
    const [a, b] = [120, 119].map((value, n) =>
      readingEstimate({ id: `r${n}`, value, ...ids }, at, steel(23e-6, 2e-6))!,
    );
    expect(Math.abs(subtract(a!, b!).contributions.get("part-expansion:steel")!)).toBeCloseTo(15 * 2e-6, 9);
  });

  // Common practice, no source: a blade that goes in is the least the gap can be; nobody tried the next.
  test("one blade alone is the least that a gap can be, not its middle", () => {
    const feelers = { ...testGauge, method: "direct" as const, feeler: true as const, resolution: 0.05 };
    const at = occasion(20, 20, { gauge: feelers, master: null });
    const alone = readingEstimate({ id: "r", value: 0.4, ...ids }, at, steel(0))!;
    const pair = readingEstimate({ id: "r", value: 0.425, half: 0.025, ...ids }, at, steel(0))!;
    expect(alone).toEqual({ ...pair, value: expect.closeTo(0.425, 12) as number });
  });

  test("a micrometer locked by hand brings how well it was set", () => {
    const master = lockedAt({ ...testGauge, id: "m", resolution: 0.01, repeatability: 0.002 }, 108);
    const found = readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20, { master }), steel(0))!;
    expect(found.contributions.get("master-setting:o")).toBeCloseTo(0.01 / Math.sqrt(12), 12);
  });

  test("a comparator without a master is tied to no size", () => {
    expect(
      readingEstimate({ id: "r", value: 108.04, ...ids }, occasion(20, 20, { master: null }), steel(0)),
    ).toBeNull();
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

  // New ones take 25 to 90 s and worn ones 15 at least: half of the middle was held as a slip.
  test.each([
    [28, null],
    [16, null],
    [6.5, "far-from-size"],
  ])("what lies within the limits is no slip: %p s", (value, expected) =>
    expect(code(value, "tappet-leak-down")).toBe(expected),
  );
});
