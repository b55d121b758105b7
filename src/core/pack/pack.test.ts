import { exact, standardUncertainty, estimate, type Estimate } from "../quantity/estimate";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { rotary } from "../fixtures/packs/rotary";
import type { CompiledPack } from "./compile-pack";
import { readPack } from "../lint/read-pack";
import { evaluateExpr } from "./evaluate-expr";
import { exprDimension } from "./expr-dimension";
import { Limit, type Expr, type Point } from "./schema";
import { trend } from "./walk-expr";

const point = (id: string, height: string, direction: string): Point => ({
  id,
  name: id,
  short: id,
  at: { height, direction },
});
const grid = [
  point("tt", "top", "thrust"),
  point("ta", "top", "axial"),
  point("lt", "low", "thrust"),
  point("la", "low", "axial"),
];
const context = (values: Record<string, number | Estimate>, refs: Record<string, Estimate> = {}) => ({
  points: grid,
  facts: orrinshaw.facts,
  refs: new Map(Object.entries(refs)),
  measured: new Map(
    Object.entries(values).map(([id, value]) => [id, typeof value === "number" ? exact(value) : value]),
  ),
});
const valueOf = (expr: Expr, values: Record<string, number>, refs = {}) =>
  evaluateExpr(expr, context(values, refs)).estimate?.value ?? null;
const spread = (over: string): Expr => ({ over, reduce: "max", each: { reduce: "range", points: {} } });

describe("expressions", () => {
  const values = { tt: 108.05, ta: 108.03, lt: 108.02, la: 108.025 };

  test("taper is the difference in one direction between heights, out-of-round that at one height", () => {
    expect(valueOf(spread("direction"), values)).toBeCloseTo(0.03, 9);
    expect(valueOf(spread("height"), values)).toBeCloseTo(0.02, 9);
  });

  test("a missing point is named, and what can still be said is said", () => {
    const { tt, ta } = values;
    expect(evaluateExpr(spread("height"), context({ tt, ta }))).toMatchObject({ missing: ["lt", "la"] });
    expect(valueOf(spread("height"), { tt, ta })).toBeCloseTo(0.02, 9);
    expect(valueOf(spread("direction"), { tt, ta })).toBeNull();
    expect(valueOf({ reduce: "max", points: { height: "low" } }, { tt, ta })).toBeNull();
  });

  test("the greatest of several readings has the contributions of the reading it is", () => {
    const result = evaluateExpr(
      { reduce: "max", points: {} },
      context({ tt: estimate(2, [["a", 0.1]]), ta: estimate(1, [["b", 0.5]]) }),
    );
    expect([...result.estimate!.contributions]).toEqual([["a", 0.1]]);
  });

  test("growth of the ring gap is pi times growth of the bore: plain geometry", () => {
    const growth = evaluateExpr(
      { fn: "circumference", args: [{ ref: "wear" }] },
      context({}, { wear: estimate(0.1, [["w", 0.003]]) }),
    ).estimate!;
    expect(growth.value).toBeCloseTo(2 * Math.PI * (0.1 / 2), 12);
    expect(standardUncertainty(growth)).toBeCloseTo(Math.PI * 0.003, 12);
  });

  // One threw the whole assessment.
  test("a divisor that measures zero leaves the figure open", () => {
    const expr = { op: "divide" as const, args: [{ const: 1 }, { reduce: "max" as const, points: {} }] };
    const read = (of: number) => evaluateExpr(expr, { ...context({}), points: [{ id: "a", name: "a", short: "a", at: {} }] as never, measured: new Map([["a", exact(of)]]) }); // prettier-ignore
    expect([read(4).estimate?.value, read(0)]).toEqual([0.25, { estimate: null, missing: [] }]);
  });

  test("swept volume is cylinders x pi r² x stroke: plain geometry", () => {
    const litres = evaluateExpr(orrinshaw.pack.figures[0]!.expr, context({})).estimate!.value / 1e6;
    expect(litres).toBeCloseTo((6 * Math.PI * 54 ** 2 * 127) / 1e6, 12);
  });

  test("only a greatest value is sure to rise as more is measured, only a smallest to fall", () => {
    expect([
      trend({ reduce: "max", points: {} }),
      trend({ reduce: "range", points: {} }),
      trend(spread("height")),
    ]).toEqual(["rises", "rises", "rises"]);
    expect(trend({ reduce: "min", points: {} })).toBe("falls");
    expect(trend({ reduce: "mean", points: {} })).toBe("open");
    expect(trend({ over: "height", reduce: "min", each: { reduce: "range", points: {} } })).toBe("open");
  });
});

describe("a pack", () => {
  test("lays out one row for each liner, each place of the crankshaft and each half of a bearing", () => {
    expect(Object.fromEntries(orrinshaw.sheets.map((sheet) => [sheet.id, sheet.rows.length]))).toMatchObject({
      "liner-bore": 6,
      "crankshaft-main": 7,
      "crankshaft-big-end": 6,
      "crankshaft-damage": 6,
      "crankshaft-run-out": 1,
      "main-shell-wall": 14,
      "rod-shell-wall": 12,
      "block-tunnel": 7,
    });
    expect(orrinshaw.rows.get("crankshaft/big-end-j5")).toMatchObject({ label: "5", name: "big-end journal 5" });
    expect(rotary.sheets[0]!.rows.map((row) => row.label)).toEqual(["F", "R"]);
  });

  test("is known by a fingerprint that does not depend on the order of its keys", () => {
    const turned = JSON.parse(JSON.stringify(json("packs/orrinshaw-6m.json")), (_, value) =>
      value && typeof value === "object" && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).reverse())
        : value,
    ) as unknown;
    const read = readPack(turned);
    expect(read.ok && read.value.sha256).toBe(orrinshaw.sha256);
  });

  type Change = (pack: ReturnType<typeof copy>) => void;
  const copy = () => structuredClone(orrinshaw.pack);
  const crank = (pack: ReturnType<typeof copy>) => pack.classes.find((each) => each.id === "crankshaft")!;
  const bigEnd = (pack: ReturnType<typeof copy>) => crank(pack).features.find((each) => each.id === "big-end")!;
  const fit = (pack: ReturnType<typeof copy>) => pack.joints.find((each) => each.id === "big-end-clearance")!;
  const wrong: [string, Change][] = [
    ["id-twice", (pack) => pack.slots.push(pack.slots[0]!)],
    ["unknown-source", (pack) => (pack.facts[0]!.ref.source = "nowhere")],
    ["unknown-class", (pack) => (pack.slots[0]!.class = "nothing")],
    ["unknown-outline", (pack) => (pack.slots[0]!.map!.outline = "nothing")],
    ["unknown-station", (pack) => (pack.cautions[0]!.station = "lunch")],
    ["unknown-fact", (pack) => (pack.figures[0]!.expr = { fact: "nothing" })],
    ["unknown-feature", (pack) => bigEnd(pack).restsOn.push("nothing")],
    [
      "places-differ",
      (pack) =>
        crank(pack)
          .features.find((each) => each.id === "damage")!
          .places.pop(),
    ],
    ["unknown-axis", (pack) => (bigEnd(pack).derived[0]!.expr = spread("depth"))],
    ["no-such-points", (pack) => (bigEnd(pack).governing.expr = { reduce: "min", points: { station: "middle" } })],
    [
      "dimension-mismatch",
      (pack) => (bigEnd(pack).governing.expr = { fn: "circle-area", args: [{ reduce: "min", points: {} }] }),
    ],
    [
      "dimension-mismatch",
      (pack) => (pack.figures[0]!.expr = { op: "add", args: [{ fact: "bore" }, { fact: "cylinders" }] }),
    ],
    ["new-outside-reassembly", (pack) => (bigEnd(pack).governing.limits.reassembly!.min = 70.99)],
    [
      "reassembly-outside-in-service",
      (pack) => (pack.classes[0]!.features[0]!.governing.limits.inService!.max = 108.05),
    ],
    ["rework-needs-new-size", (pack) => delete bigEnd(pack).governing.limits.new],
    ["unknown-end", (pack) => (fit(pack).governing.expr = { end: "nothing", each: { reduce: "max", points: {} } })],
    ["unknown-end", (pack) => fit(pack).givesWay.push("nothing")],
    ["end-missing", (pack) => delete fit(pack).places[0]!.ends.journal],
    ["unknown-slot", (pack) => (fit(pack).places[0]!.ends.journal!.slot = "nothing")],
    ["unknown-feature", (pack) => (fit(pack).places[0]!.ends.journal!.feature = "big-end")],
    [
      "no-such-points",
      (pack) =>
        (fit(pack).governing.expr = { end: "journal", each: { reduce: "max", points: { direction: "crown" } } }),
    ],
    [
      "too-deep",
      (pack) =>
        (bigEnd(pack).governing.expr = Array.from({ length: 40 }).reduce<Expr>(
          (each) => ({ over: "station", reduce: "max", each }),
          { reduce: "min", points: {} },
        )),
    ],
    ["thumb-without-diameter", (pack) => (fit(pack).governing.thumb = { rule: "journal-oil-clearance" })],
    ["thumb-with-diameter", (pack) => (fit(pack).governing.thumb = { rule: "rotor-housing-difference", diameter: 71 })],
    [
      "thumb-of-no-length",
      (pack) =>
        (pack.classes.flatMap((each) => each.features).find((each) => each.id === "load")!.governing.thumb = {
          rule: "rotor-housing-difference",
        }),
    ],
    ["discount-out-of-reach", (pack) => (pack.worth!.discounts[0]!.from = 7)],
    ["discount-past-price", (pack) => (pack.worth!.discounts[0]!.off = 164)],
    [
      "discount-past-price",
      (pack) => pack.worth!.discounts.push({ ...pack.worth!.discounts[0]!, id: "more", off: 150 }),
    ],
    ["id-twice", (pack) => pack.worth!.discounts.push(pack.worth!.discounts[0]!)],
    ["schema", (pack) => (pack.outlines[0]!.path = "<script>")],
    ["schema", (pack) => (pack.classes[0]!.id = "__proto__")],
  ];

  test.each(wrong)("with %s wrong is refused for that reason", (code, change) => {
    const pack = copy();
    change(pack);
    const read = readPack(pack);
    expect(read.ok ? [] : read.problems.map((found) => found.code)).toContain(code);
  });
});

describe("a figure in an expression", () => {
  const swept: Extract<Expr, { figure: string }> = {
    figure: "swept-volume",
    gives: "engine",
    with: { bore: { reduce: "mean", points: {} }, stroke: { const: 98, unit: "mm" }, cylinders: { const: 6 } },
  };
  test("is worked out from what was measured, with its uncertainty, and waits for what was not", () => {
    // All four readings share a gauge: 2 u/d of the volume.
    const read = (value: number) => estimate(value, [["gauge", 0.01]]);
    const at = { tt: read(108), ta: read(108), lt: read(108), la: read(108) };
    const { estimate: volume } = evaluateExpr(swept, context(at));
    expect(volume!.value).toBeCloseTo(((6 * Math.PI) / 4) * 108 ** 2 * 98, 3);
    expect(standardUncertainty(volume!) / volume!.value).toBeCloseTo((2 * 0.01) / 108, 6);
    expect(evaluateExpr(swept, context({ tt: 108 })).missing).toEqual(["ta", "lt", "la"]);
  });
  test("is checked: its name, each of its inputs, and what they measure", () => {
    const kinds = { facts: new Map(), points: { length: 1 }, governing: { length: 1 }, ends: new Map() };
    const codes = (expr: Expr) => exprDimension(expr, kinds, []).problems.map(({ code }) => code);
    expect(exprDimension(swept, kinds, [])).toEqual({ powers: { length: 3 }, problems: [] });
    expect(codes({ ...swept, figure: "swept" })).toEqual(["unknown-figure"]);
    expect(codes({ ...swept, with: { ...swept.with, pistons: { const: 6 } } })).toEqual(["unknown-figure"]);
    expect(codes({ ...swept, with: { ...swept.with, cylinders: { const: 6, unit: "mm" } } })).toEqual([
      "dimension-mismatch",
    ]);
    expect(codes({ ...swept, with: { bore: swept.with.bore!, stroke: swept.with.stroke! } })).toEqual([
      "figure-input-missing",
    ]);
  });
});

describe("a limit as it is printed", () => {
  const ref = { source: "manual" };
  const read = (limit: object) => Limit.safeParse({ ref, ...limit });

  test("in inches or as a tolerance zone is brought to millimetres once, and says what was printed", () => {
    expect(read({ max: 0.003, unit: "in" }).data).toEqual({ max: expect.closeTo(0.0762, 12), printed: { max: 0.003, unit: "in" }, ref }); // prettier-ignore
    expect(read({ size: 60, zone: "H7" }).data).toEqual({
      min: 60,
      max: 60.03,
      printed: { size: 60, zone: "H7" },
      ref,
    });
    expect(read({ min: 1, max: 2 }).data).toEqual({ min: 1, max: 2, ref });
    // Read again it is what it was: nothing is converted twice.
    for (const limit of [
      { max: 0.003, unit: "in" },
      { size: 60, zone: "H7" },
    ]) {
      const once = read(limit).data;
      expect(Limit.parse(once)).toEqual(once);
    }
  });

  test("is refused where it says two things, nothing, or what no table has", () => {
    for (const limit of [
      {},
      { unit: "in" },
      { min: 2, max: 1, unit: "in" },
      { size: 60 },
      { zone: "H7" },
      { size: 60, zone: "H7", max: 61 },
      { size: 60, zone: "Q7" },
      { max: 1, unit: "furlong" },
    ])
      // prettier-ignore
      expect([limit, read(limit).success]).toEqual([limit, false]);
  });

  test("of another kind than its value is said to be", () => {
    const pack = json("packs/windrow-r2.json") as CompiledPack["pack"];
    const broken = readPack({
      ...pack,
      classes: pack.classes.map((each) => ({
        ...each,
        features: each.features.map((feature) =>
          each.id === "rotor-housing" && feature.id === "width"
            ? { ...feature, governing: { ...feature.governing, limits: { reassembly: { max: 3, unit: "n", ref: { source: "practice" } } } } } // prettier-ignore
            : feature,
        ),
      })),
    });
    expect(broken.ok ? [] : broken.problems.map(({ code }) => code)).toEqual(["limit-of-another-kind"]);
  });
});
