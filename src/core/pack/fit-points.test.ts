import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { estimate, standardUncertainty, type Estimate } from "../quantity/estimate";
import { readPack } from "../lint/read-pack";
import { fitPoints } from "./fit-points";
import type { Fit } from "./fit-kinds";

type Placed = { place: { x?: number; y?: number; angle?: number }; value: number };
const scatter = 0.002;
const fit = (kind: Fit, points: readonly Placed[], within: number | null = null) =>
  fitPoints(
    kind,
    points.map(({ place, value }, at) => ({
      place,
      estimate: estimate(value, [
        [`repeat:${at}`, scatter],
        ["calibration:dial", 0.004],
      ]),
    })),
    within,
  );
const value = (of: Estimate | null) => of!.value;

const face = (z: (x: number, y: number) => number): Placed[] =>
  [0, 50, 100, 150, 200].flatMap((x) => [0, 50, 100].map((y) => ({ place: { x, y }, value: z(x, y) })));
const angles = Array.from({ length: 8 }, (_, at) => at * 45);
const turn = (shift: number, toward: number, x = 0): Placed[] =>
  angles.map((angle) => ({
    place: { angle, x },
    value: 1 + shift * Math.cos(((angle - toward) * Math.PI) / 180) + 0.006 * Math.cos((3 * angle * Math.PI) / 180),
  }));

describe("what is fitted", () => {
  test("a hollow face: whole by both definitions, and the worst square of it", () => {
    // 0.04 deep over 200 mm: a parabola along x. Least squares: residuals of x² at five even places are (2, -1, -2, -1, 2)/4 of the depth's quarter.
    const hollow = face((x) => 0.04 * ((x - 100) / 100) ** 2);
    expect(value(fit("minimum-zone", hollow))).toBeCloseTo(0.04, 9);
    expect(value(fit("flatness", hollow))).toBeCloseTo(0.04, 9);
    // Within 100 mm the same parabola is a quarter as deep.
    expect(value(fit("minimum-zone", hollow, 100))).toBeCloseTo(0.01, 9);
    expect(
      value(
        fit(
          "minimum-zone",
          face((x, y) => (x === 100 && y === 50 ? 0.05 : 0)),
          100,
        ),
      ),
    ).toBeGreaterThan(0.02);
  });
  test("a journal off its axis, and its form apart from that", () => {
    expect(value(fit("eccentricity", turn(0.05, 70)))).toBeCloseTo(0.05, 9);
    expect(value(fit("roundness", turn(0.05, 70)))).toBeCloseTo(0.012, 9);
  });
  test("a bent shaft: TIR at the middle is twice the bow; ends that sit off centre together do not bend it", () => {
    const shaft = (middle: number, ends: number) => [
      ...turn(ends, 0, 0),
      ...turn(middle, 0, 400),
      ...turn(ends, 0, 800),
    ];
    expect(value(fit("bow", shaft(0.03, 0)))).toBeCloseTo(0.03, 9);
    expect(value(fit("bow", shaft(0.02, 0.02)))).toBeCloseTo(0, 9);
    // Handbook, part 3: bow = TIR/2; the dial at the middle shows the whole of it twice.
    const shown = turn(0.03, 0, 400).map(
      (point) => point.value - 0.006 * Math.cos((3 * point.place.angle! * Math.PI) / 180),
    );
    expect((Math.max(...shown) - Math.min(...shown)) / 2).toBeCloseTo(0.03, 9);
  });
  // A face that reads alike everywhere, or a journal that turns true, had U = 0: as if nothing could be off that nobody saw.
  test("of what reads alike everywhere is nothing, and known no better than it was read", () => {
    for (const [kind, points] of [
      ["flatness", face(() => 0)],
      ["minimum-zone", face(() => 0)],
      ["roundness", angles.map((angle) => ({ place: { angle }, value: 1 }))],
      ["eccentricity", angles.map((angle) => ({ place: { angle }, value: 0 }))],
    ] as const) {
      const found = fit(kind, points as Placed[])!;
      expect([kind, Math.abs(found.value) < 1e-12, standardUncertainty(found) > 0]).toEqual([kind, true, true]);
    }
  });
  test("too few points, or all in one line, say nothing", () => {
    expect(fit("flatness", face(() => 0).slice(0, 3))).toBeNull();
    expect(
      fit(
        "minimum-zone",
        face(() => 0).filter(({ place }) => place.y === 0),
      ),
    ).toBeNull();
    expect(fit("roundness", turn(0, 0).slice(0, 3))).toBeNull();
    expect(fit("bow", [...turn(0, 0, 0), ...turn(0.1, 0, 400)])).toBeNull();
  });
});

describe("its uncertainty", () => {
  /** Spread of a fit over readings that scatter, out of a generator that has nothing of ours in it. */
  function spreadOf(kind: Fit, points: readonly Placed[]): number {
    const generator = xoroshiro128plus(11);
    const uniform = () => uniformFloat64(generator);
    const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
    const drawn = Array.from({ length: 1500 }, () =>
      value(
        fit(
          kind,
          points.map((point) => ({ ...point, value: point.value + scatter * normal() })),
        ),
      ),
    );
    const mean = drawn.reduce((sum, each) => sum + each, 0) / drawn.length;
    return Math.sqrt(drawn.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (drawn.length - 1));
  }
  // Where the form stands well above the scatter, so that the same points decide: there first order is what it claims.
  test.each<[Fit, Placed[]]>([
    ["eccentricity", turn(0.05, 70)],
    ["roundness", angles.map((angle) => ({ place: { angle }, value: angle === 0 ? 0.1 : angle === 135 ? -0.1 : 0 }))],
    ["bow", [...turn(0.01, 10, 0), ...turn(0.06, 50, 400), ...turn(0.02, 200, 800)]],
    ["flatness", face((x, y) => (x === 200 && y === 100 ? 0.2 : x === 100 && y === 0 ? -0.2 : 0))],
    [
      "minimum-zone",
      face((x, y) =>
        x === 100 && y === 50 ? 0.3 : (x === 0 || x === 200) && y === 0 ? -0.2 : x === 100 && y === 100 ? -0.25 : 0,
      ),
    ],
  ])("of %s is the spread of a Monte-Carlo run", (kind, points) => {
    const scattered = Math.hypot(
      ...[...fit(kind, points)!.contributions]
        .filter(([source]) => source.startsWith("repeat"))
        .map(([, part]) => part),
    );
    expect(scattered / spreadOf(kind, points)).toBeGreaterThan(0.9);
    expect(scattered / spreadOf(kind, points)).toBeLessThan(1.1);
  });
  test("what all readings share is not in a form: a dial that shows too much everywhere shows the same face", () => {
    for (const [kind, points] of [
      ["flatness", face((x, y) => 1e-4 * x * y)],
      ["minimum-zone", face((x, y) => 1e-4 * x * y)],
      ["roundness", turn(0.1, 0)],
    ] as const)
      expect(fit(kind, points)!.contributions.get("calibration:dial") ?? 0).toBeCloseTo(0, 9);
    expect(standardUncertainty(fit("eccentricity", turn(0.05, 70))!)).toBeCloseTo(scatter * Math.sqrt(2 / 8), 9);
  });
});

test("a head is judged by its face: flat, hollow, or measured at too few points to say", () => {
  const at = (z: (x: number, y: number) => number, skip = 0) => {
    const bench = new TestBench(orrinshaw);
    const { points } = orrinshaw.rows.get("head-front/flatness")!.at.feature;
    const occasion = bench.occasion({
      gauge: { ...testGauge, method: "direct", quantities: ["height"] },
      master: null,
    });
    points
      .slice(skip)
      .forEach((point) =>
        bench.read(occasion, "head-front", "flatness", point.id, z(point.place!.x!, point.place!.y!)),
      );
    return assess(orrinshaw, bench.entries, "2026-11-24T00:00:00Z").rows.get("head-front/flatness")!;
  };
  expect(at((x, y) => 0.3 + 0.001 * x - 0.0004 * y)).toMatchObject({
    accepted: true,
    governing: { conformity: { mark: "inside" } },
  });
  const hollow = at((x) => 0.16 * ((x - 220) / 200) ** 2);
  expect(hollow).toMatchObject({ accepted: false, governing: { accepted: false } });
  expect(
    hollow.derived.find((each) => each.characteristic.id === "by-squares")!.estimate!.value,
  ).toBeGreaterThanOrEqual(hollow.governing.estimate!.value);
  // A zone can only grow with more points: one past its limit stays past it.
  expect(at((x) => 0.3 * ((x - 220) / 200) ** 2, 3).governing.accepted).toBe(false);
  expect(at(() => 0, 12)).toMatchObject({ accepted: null, governing: { estimate: null } });
});

test("the linter wants a place for every point of a fit, and a face for a square", () => {
  const change = (act: (feature: { points: { place?: unknown }[]; governing: { expr: object } }) => void) => {
    const pack = json("packs/orrinshaw-6m.json") as { classes: { id: string; features: never[] }[] };
    act(pack.classes.find((each) => each.id === "cylinder-head")!.features[0]!);
    const read = readPack(pack);
    return read.ok ? [] : read.problems.map((found) => found.code);
  };
  expect(change((feature) => delete feature.points[4]!.place)).toContain("fit-without-place");
  expect(change((feature) => (feature.governing.expr = { fit: "roundness", points: {}, within: 100 }))).toEqual(
    expect.arrayContaining(["fit-without-place", "fit-without-face"]),
  );
});

test("every kind of fit follows its readings as its contributions say, and of a perfect part is known no better than they are", () => {
  const shaft = (z: (x: number, angle: number) => number) =>
    [0, 60, 130, 200].flatMap((x) => angles.map((angle) => ({ place: { x, angle, y: 0 }, value: z(x, angle) })));
  const wavy = (x: number, angle: number) =>
    0.02 * Math.sin(x / 31) * Math.cos(((angle - x) * Math.PI) / 180) + 0.004 * Math.cos((3 * angle * Math.PI) / 180) + 0.003 * Math.sin(x * 7 + angle * 3); // prettier-ignore
  const round = (z: typeof wavy) => angles.map((angle) => ({ place: { angle }, value: z(40, angle) }));
  const along = (z: typeof wavy) => [0, 35, 80, 120, 200].map((x) => ({ place: { x, y: 0 }, value: z(x, x) }));
  const tried: readonly [Fit, (z: typeof wavy) => readonly Placed[]][] = [
    ["straight-edge", (z) => face((x, y) => z(x, 3 * y))],
    ["straightness", along],
    ["straightness-zone", along],
    ["roundness-zone", round],
    ["roundness-inscribed", round],
    ["roundness-circumscribed", round],
    ["coaxiality", shaft],
    ["neighbour-step", shaft],
  ];
  for (const [kind, of] of tried) {
    const points = of(wavy);
    const found = fit(kind, points)!;
    // Each reading moved a little by itself moves the result by its share.
    points.forEach((point, at) => {
      const moved = points.map((each, index) => (index === at ? { ...point, value: point.value + 1e-7 } : each));
      const slope = (value(fit(kind, moved)) - found.value) / 1e-7;
      expect([kind, at, (found.contributions.get(`repeat:${at}`) ?? 0) / scatter]).toEqual([kind, at, expect.closeTo(slope, 4)]); // prettier-ignore
    });
    const perfect = fit(
      kind,
      of((x, angle) => (kind.startsWith("round") ? 0.01 * Math.cos((angle * Math.PI) / 180) : 1e-4 * x)),
    )!;
    expect([kind, perfect.value]).toEqual([kind, expect.closeTo(0, 9)]);
    expect(standardUncertainty(perfect)).toBeGreaterThan(0);
    // A calibration that all readings share is no form.
    expect(Math.abs(found.contributions.get("calibration:dial") ?? 0)).toBeLessThan(1e-9);
  }
});

describe("a main tunnel under an alignment bar", () => {
  /** The tunnels turned round with a dial, each as far off as told, and sloped as a bar that does not lie along the block. */
  function lined(off: (tunnel: number) => number) {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion({
      gauge: { ...testGauge, id: "dial", method: "direct", quantities: ["dial"] },
      master: null,
    });
    const round = [0, 90, 180, 270].map((angle) => Math.cos((angle * Math.PI) / 180));
    bench.readAll(
      occasion,
      "block/tunnel-line",
      [1, 2, 3, 4, 5, 6, 7].flatMap((tunnel) => round.map((cos) => (0.02 * tunnel + off(tunnel)) * cos)),
    );
    const assessment = assess(bench.pack, bench.entries, "2026-11-24T00:00:00Z");
    const { governing, derived } = assessment.rows.get("block/tunnel-line")!;
    const seen = assessment.diagnosis.sightings.find(({ node }) => node === "tunnel-measured");
    return { coaxial: governing, step: derived[0]!, seen };
  }
  test("one that stands low among straight ones is out of line, and a bar laid aslant is not", () => {
    const [low, straight] = [lined((tunnel) => (tunnel === 4 ? 0.04 : 0)), lined(() => 0)];
    // By hand: at the middle of seven the line that fits best moves by a seventh of it, so 2 × 6/7 × 0.04 across, and 0.04 to either side.
    expect([low.coaxial.estimate!.value, low.step.estimate!.value]).toEqual([
      expect.closeTo((2 * 6 * 0.04) / 7, 6),
      expect.closeTo(0.04, 6),
    ]);
    expect(straight.coaxial.estimate!.value).toBeLessThan(0.001);
    expect([low, straight].map(({ coaxial, step }) => [coaxial.accepted, step.accepted])).toEqual([
      [false, false],
      [true, true],
    ]);
    // Out of line it is a finding; in line says nothing against one while no tunnel's size was read.
    expect([low.seen?.grade, straight.seen]).toEqual([1, undefined]);
  });
});
