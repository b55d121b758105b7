import fc from "fast-check";
import jstat from "jstat";
import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { extremeBias } from "../numeric/extreme-bias";
import { readPack } from "../lint/read-pack";
import { json } from "../fixtures/load";
import { add, effectiveDegrees, estimate, mean, standardUncertainty, subtract } from "../quantity/estimate";
import { conformity, coverageOf, expandedUncertainty, stricter } from "./conformity";
import { whatWouldSettle } from "./settle";

const asOf = "2026-11-24T00:00:00Z";
const scattered = (id: string, u: number, degrees: number, pool = id) =>
  estimate(10, [[id, u]], new Map([[id, { pool, degrees }]]));

describe("coverage where something is known from few readings", () => {
  // Handbook, part 4: for 95.45 % it is 13.97 (n = 2), 4.53 (n = 3), 2.87 (n = 5) when repeatability dominates.
  test.each([
    [2, 13.97],
    [3, 4.53],
    [5, 2.87],
  ])("of %d repeats, k = %d", (n, k) => expect(coverageOf(scattered("a", 1, n - 1))).toBeCloseTo(k, 2));

  test("is Student's t of the effective degrees of freedom, as jstat has it", () => {
    for (const degrees of [3, 7.5, 22])
      expect(coverageOf(scattered("a", 1, degrees))).toBeCloseTo(
        (jstat as unknown as { studentt: { inv: (p: number, d: number) => number } }).studentt.inv(0.97725, degrees),
        3,
      );
  });

  // JCGM 100:2008, G.4.1: nu_eff = u^4 / sum(u_i^4 / nu_i), by hand for u = (1, 2), nu = (4, 9).
  test("Welch-Satterthwaite by hand", () => {
    const both = add(scattered("a", 1, 4), scattered("b", 2, 9));
    expect(effectiveDegrees(both)).toBeCloseTo(25 / (1 / 4 + 16 / 9), 9);
    expect(effectiveDegrees(add(both, estimate(0, [["calibration", 3]])))).toBeCloseTo(14 ** 2 / (1 / 4 + 16 / 9), 9);
    expect(coverageOf(add(both, estimate(0, [["calibration", 300]])))).toBeCloseTo(2, 3);
  });

  test("readings of one gauge know of its scatter together: more of them make the mean better, not the scatter better known", () => {
    const of = Array.from({ length: 6 }, (_, at) => scattered(`reading ${at}`, 1, 4, "gauge 1"));
    expect(standardUncertainty(mean(of))).toBeCloseTo(1 / Math.sqrt(6), 9);
    expect(effectiveDegrees(mean(of))).toBeCloseTo(4, 9);
    expect(effectiveDegrees(subtract(of[0]!, of[1]!))).toBeCloseTo(4, 9);
  });

  test("a gauge whose scatter is known from five readings makes U larger by its t, and a well known one does not", () => {
    const at = (rest: object) => {
      const bench = new TestBench(orrinshaw);
      const occasion = bench.occasion({
        gauge: {
          ...testGauge,
          method: "direct",
          repeatability: 0.01,
          calibration: { ...testGauge.calibration, expanded: 0 },
          ...rest,
        },
        master: null,
      });
      bench.readAll(occasion, "liner-1/bore", [108.02, 108.02, 108.02, 108.02, 108.02, 108.03]);
      return assess(orrinshaw, bench.entries, asOf).rows.get("liner-1/bore")!.governing;
    };
    expect(at({}).expanded).toBeCloseTo(0.02, 6);
    expect(at({ repeatabilityDegrees: 4 }).expanded).toBeCloseTo(0.01 * 2.87, 4);
  });
});

describe("the greatest of several readings", () => {
  // Expected greatest of n standard normal readings, half of Tippett's range constants d2 (2: 1.128, 3: 1.693, 5: 2.326, 10: 3.078), control-chart tables, from memory.
  test.each([
    [2, 1.128],
    [3, 1.693],
    [5, 2.326],
    [10, 3.078],
  ])("of %d alike lies half of %d deviations high", (n, d2) =>
    expect(
      extremeBias(
        Array.from({ length: n }, () => 7),
        1,
      ),
    ).toBeCloseTo(d2 / 2, 3),
  );
  test("is the less by chance the further it stands out, and scales with the scatter", () => {
    expect(extremeBias([0, -10], 1)).toBeCloseTo(0, 6);
    expect(extremeBias([0, -1], 1)).toBeLessThan(extremeBias([0, 0], 1));
    expect(extremeBias([5, 5, 5], 0.002)).toBeCloseTo(0.002 * extremeBias([5, 5, 5], 1), 9);
    expect([extremeBias([5], 1), extremeBias([5, 5], 0)]).toEqual([0, 0]);
  });
});

describe("what would settle it", () => {
  const read = (margin: number, parts: Record<string, number>, repeats = 1) => {
    const of = estimate(100 - margin, Object.entries(parts));
    return whatWouldSettle(of, conformity(of, { max: 100 }), repeats, "mm").map((way) => [
      way.code,
      ...Object.values(way.params)
        .filter((value) => typeof value === "number")
        .map((value) => Math.round(Number(value) * 1e4) / 1e4),
    ]);
  };
  test("a clear answer asks for nothing", () => expect(read(5, { "repeat:a": 1 })).toEqual([]));
  test("so many repeats: 1 of scatter alone, 1.1 away, needs U of 1.1 or u of 0.55, which four readings have", () =>
    expect(read(1.1, { "repeat:a": 1 })[0]).toEqual(["settle-repeats", 3, 4]));
  test("a gauge so good, where repeats leave its calibration", () =>
    expect(read(1.1, { "repeat:a": 0.3, "calibration:g:1": 0.8 })).toEqual([["settle-gauge", 1.1, 1.7088]]));
  test("one temperature, where that is all that is in the way", () =>
    expect(read(1, { "part-temperature:o": 0.9, "repeat:a": 0.3 })[0]![0]).toBe("settle-temperature"));
  test("nothing, on the limit itself or where the part's own form is in the way", () => {
    expect(read(0, { "repeat:a": 1 })).toEqual([["settle-on-limit", 0]]);
    expect(read(0.5, { "form:p:f": 1 })).toEqual([["settle-nothing", 0.5]]);
  });
  test("what it names does settle it: with so many repeats, or so good a gauge, the answer is clear", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 3, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (margin, scatter, calibration) => {
          for (const way of whatWouldSettle(
            estimate(100 - margin, [
              ["repeat:a", scatter],
              ["calibration:g:1", calibration],
            ]),
            conformity(
              estimate(100 - margin, [
                ["repeat:a", scatter],
                ["calibration:g:1", calibration],
              ]),
              { max: 100 },
            ),
            1,
            "mm",
          )) {
            const better =
              way.code === "settle-repeats"
                ? estimate(100 - margin, [
                    ["repeat:a", scatter / Math.sqrt(Number(way.params.repeats))],
                    ["calibration:g:1", calibration],
                  ])
                : way.code === "settle-gauge"
                  ? estimate(100 - margin, [["repeat:a", (Number(way.params.expanded) / 2) * (1 - 1e-9)]])
                  : null;
            if (better) expect(conformity(better, { max: 100 }).mark).toBe("inside");
          }
        },
      ),
      { numRuns: 100 },
    );
  });
});

test("a class may be judged more strictly than the job, never less", () => {
  expect([
    stricter("simple", "guarded-acceptance"),
    stricter("guarded-acceptance", "simple"),
    stricter("guarded-rejection", "simple"),
    stricter("simple", undefined),
  ]).toEqual(["guarded-acceptance", "guarded-acceptance", "simple", "simple"]);
  const strict = json("packs/orrinshaw-6m.json") as {
    classes: { id: string; rule?: unknown; features: { id: string; sampling?: unknown }[] }[];
  };
  const liner = strict.classes.find((each) => each.id === "liner")!;
  const at = (change: () => void) => {
    change();
    const pack = readPack(strict);
    if (!pack.ok) throw new Error(JSON.stringify(pack.problems));
    const bench = new TestBench(pack.value);
    bench.readAll(bench.occasion(), "liner-1/bore", [108.098, 108.02, 108.02, 108.02, 108.02, 108.02]);
    return assess(pack.value, bench.entries, asOf).rows.get("liner-1/bore")!.governing;
  };
  expect(at(() => {})).toMatchObject({ accepted: true, conformity: { mark: "inside-within-u" } });
  expect(at(() => (liner.rule = { atLeast: "guarded-acceptance", ref: { source: "practice" } })).accepted).toBe(false);
  // Form between the points is in the value that decides, whatever the gauge.
  const before = at(() => {}).expanded!;
  expect(
    at(() => (liner.features[0]!.sampling = { standardMm: 0.003, ref: { source: "practice" } })).expanded,
  ).toBeCloseTo(Math.hypot(before, 0.006), 9);
});

test("a tighter gauge never makes a clear answer unclear for the same value", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 99, max: 101, noNaN: true }),
      fc.double({ min: 0.01, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (value, u, share) => {
        const [wide, tight] = [u, u * share].map(
          (each) => conformity(estimate(value, [["a", each]]), { max: 100 }).mark,
        );
        if (wide === "inside" || wide === "outside") expect(tight).toBe(wide);
        expect(expandedUncertainty(estimate(value, [["a", u * share]]))).toBeLessThanOrEqual(
          expandedUncertainty(estimate(value, [["a", u]])),
        );
      },
    ),
    { numRuns: 100 },
  );
});
