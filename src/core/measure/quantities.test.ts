import { readFileSync } from "node:fs";
import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import reference from "../fixtures/reference/scipy.json";
import type { Gauge } from "../entry/schema";
import { readEntry } from "../entry/read-entry";
import { readPack } from "../lint/read-pack";
import { exprDimension, sayPowers } from "../pack/expr-dimension";
import { standardUncertainty } from "../quantity/estimate";
import { parseReading } from "../quantity/parse-quantity";
import { shownUnit, unitById } from "../quantity/units";
import { questionReading } from "./question-reading";

const asOf = "2026-11-24T00:00:00Z";
const unit = (id: string) => unitById(id)!;
const instrument = (of: Partial<Gauge>): Gauge => ({
  ...testGauge,
  method: "direct",
  resolution: 1e-9,
  repeatability: 0,
  calibration: { ...testGauge.calibration, expanded: 0 },
  scaleExpansionPerK: 0,
  ...of,
});
const feature = (sheet: string) => orrinshaw.sheets.find((each) => each.id === sheet)!.feature;

describe("what is no length", () => {
  const { loads, scatter, bias, rate, loss } = reference.spring;
  const tester = instrument({
    id: "tester",
    unit: "n",
    quantities: ["spring-load"],
    repeatability: scatter,
    calibration: { ...testGauge.calibration, expanded: 2 * bias },
  });
  const spring = (
    given: Partial<Parameters<TestBench["occasion"]>[0]> = {},
    [closed, open] = loads as [number, number],
  ) => {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion({ gauge: tester, master: null, ...given });
    bench.read(occasion, "spring-3e", "load", "closed", closed, { unit: "n" });
    bench.read(occasion, "spring-3e", "load", "open", open, { unit: "n" });
    return assess(orrinshaw, bench.entries, asOf).rows.get("spring-3e/load")!;
  };
  const derived = (row: ReturnType<typeof spring>, id: string) =>
    row.derived.find((each) => each.characteristic.id === id)!.estimate!;

  test("a spring's rate and loss of load, with what its tester is off by shared: as a million draws of scipy's have it", () => {
    const row = spring();
    expect(derived(row, "rate").value).toBeCloseTo((loads[1]! - loads[0]!) / 12, 9);
    // The bias of the tester cancels in the rate, and stays in the loss.
    expect(standardUncertainty(derived(row, "rate")) / rate.standard).toBeCloseTo(1, 2);
    expect(standardUncertainty(derived(row, "load-loss")) / loss.standard).toBeCloseTo(1, 2);
    expect([derived(row, "rate").value / rate.mean, derived(row, "load-loss").value / loss.mean]).toEqual([
      expect.closeTo(1, 3),
      expect.closeTo(1, 2),
    ]);
  });

  test("does not grow with the bench's warmth, known or not", () => {
    const cold = spring();
    for (const temperatures of [
      { partC: 5, gaugeC: 5, masterC: null, standardK: 0.5 },
      { partC: null, gaugeC: null, masterC: null, standardK: 0.5 },
    ]) {
      const row = spring({ temperatures });
      expect(row.governing.estimate!.value).toBe(cold.governing.estimate!.value);
      expect(row.governing.expanded).toBeCloseTo(cold.governing.expanded!, 9);
    }
  });

  test("a load below its limit is outside, in newtons, and a point alone stands to no limit of the other", () => {
    const row = spring({}, [320, 590]);
    expect([row.governing.accepted, row.governing.characteristic.unit, row.governing.conformity!.limit]).toEqual([
      false,
      "n",
      610,
    ]);
    expect(row.points.map((point) => point.conformity)).toEqual([null, null]);
  });

  test("a count is exact, a mass is typed in grams, a length of chain makes percent", () => {
    const bench = new TestBench(orrinshaw);
    bench.read(
      bench.occasion({
        gauge: instrument({ id: "eye", unit: "number", quantities: ["count"], resolution: 0 }),
        master: null,
      }),
      "oil-cooler",
      "plugged",
      "count",
      5,
      { unit: "number" },
    );
    const cooler = assess(orrinshaw, bench.entries, asOf).rows.get("oil-cooler/plugged")!.governing;
    expect([cooler.estimate!.value, cooler.expanded, cooler.accepted]).toEqual([5, 0, false]);
    const mass = parseReading("1245.6", "mass", unit("g"));
    expect(mass.ok && mass.value.value).toBeCloseTo(1.2456, 12);
    const chain = new TestBench(pellbrook);
    const occasion = chain.occasion({ gauge: instrument({ id: "stand", quantities: ["length"] }), master: null });
    for (const [at, length] of [
      ["a", 191.9],
      ["b", 192.6],
      ["c", 191.2],
    ] as const)
      chain.read(occasion, "timing-chain", "stretch", at, length);
    const stretch = assess(pellbrook, chain.entries, asOf).rows.get("timing-chain/stretch")!.governing;
    // 2.1 mm on 20 pitches of 9.525 mm.
    expect([stretch.estimate!.value, stretch.accepted]).toEqual([expect.closeTo(2.1 / 190.5, 9), false]);
    expect(shownUnit(stretch.characteristic.unit, unit("mm")).symbol).toBe("%");
  });

  test("is asked about by its own size: ten times a load, a tenth of a length of chain, never inches for newtons", () => {
    const load = feature("valve-spring-load");
    expect(questionReading(3300, load, "closed")).toMatchObject({
      code: "ten-times-too-large",
      params: { unit: "n", expected: 330 },
    });
    expect(questionReading(330 / 25.4, load, "closed")!.code).toBe("far-from-size");
    expect([questionReading(330, load, "closed"), questionReading(690, load, "open")]).toEqual([null, null]);
    expect(
      questionReading(19.05, pellbrook.sheets.find((each) => each.id === "timing-chain-stretch")!.feature, "a")!.code,
    ).toBe("ten-times-too-small");
  });
});

test("a reading of another kind than its feature's counts for nothing, and is held up as such", () => {
  const bench = new TestBench(orrinshaw);
  bench.read(bench.occasion(), "liner-1", "bore", "top-thrust", 108.04, { unit: "n", typed: "108.04 N" });
  const { rows, holds } = assess(orrinshaw, bench.entries, asOf);
  expect(rows.get("liner-1/bore")!.measured).toBe(0);
  expect(
    holds.flatMap((hold) =>
      hold.code === "reading-of-another-kind" ? [[hold.params.measures, hold.params.wanted]] : [],
    ),
  ).toEqual([["force", "length"]]);
});

describe("a gap between two blades", () => {
  const read = (text: string) => {
    const parsed = parseReading(text, "length", unit("mm"));
    return parsed.ok ? [parsed.value.value, parsed.value.half ?? null] : parsed.problems[0]!.code;
  };
  test.each([
    ["0.40|0.45", [0.425, 0.025]],
    ["0.40/0.45", [0.425, 0.025]],
    ["10|12 thou", [0.2794, 0.0254]],
    ["10 thou | 12", [0.2794, 0.0254]],
    ["0,40 / 0,45 mm", [0.425, 0.025]],
    ["0.016/0.018 in", [0.017 * 25.4, 0.001 * 25.4]],
    ["0.4", [0.4, null]],
  ])("%s", (text, expected) => {
    const found = read(text) as (number | null)[];
    found.forEach((value, at) =>
      value === null ? expect(expected[at]).toBeNull() : expect(value).toBeCloseTo(expected[at] as number, 9),
    );
  });
  test.each([
    ["0.45/0.40", "gap-backwards"],
    ["0.40/0.40", "gap-backwards"],
    ["0.40/", "unit-unknown"],
    ["0.40|", "stroke-unclear"],
    ["10/12", "stroke-unclear"],
    ["a/0.4", "not-a-number"],
    ["0.4/5 kg", "stroke-unclear"],
    ["0.4|5 kg", "unit-wrong-dimension"],
  ])("%s is refused: %s", (text, code) => expect(read(text)).toBe(code));

  test("lies anywhere between them with equal chance: half the step by the root of three", () => {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion({
      gauge: instrument({ id: "feelers", quantities: ["gap"], resolution: 0.05, feeler: true }),
      master: null,
    });
    bench.read(occasion, "top-ring-2", "gap", "gap", 0.875, { half: 0.025, typed: "0.85/0.90" });
    const { governing } = assess(orrinshaw, bench.entries, asOf).rows.get("top-ring-2/gap")!;
    // JCGM 100:2008, 4.3.7 (from memory): a rectangular distribution.
    expect(standardUncertainty(governing.estimate!)).toBeCloseTo(0.025 / Math.sqrt(3), 9);
    expect([governing.conformity!.mark, governing.accepted]).toEqual(["inside-within-u", true]);
  });
});

describe("across the ends of a joint", () => {
  const plate = instrument({
    id: "plate",
    quantities: ["height"],
    repeatability: 0.001,
    calibration: { ...testGauge.calibration, expanded: 0.02 },
  });
  const protrusions = (sizes: readonly number[]) => {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion({ gauge: plate, master: null });
    sizes.forEach((size, at) => bench.readAll(occasion, `liner-${at + 1}/protrusion`, [size, size, size, size]));
    return assess(orrinshaw, bench.entries, asOf).joints.get("protrusion-spread/front")!.governing;
  };
  test("a spread is greatest less least, and the plate's own error is in none of it", () => {
    const spread = protrusions([0.08, 0.121, 0.095]);
    expect(spread.estimate!.value).toBeCloseTo(0.041, 9);
    expect(standardUncertainty(spread.estimate!)).toBeCloseTo(Math.SQRT2 * (0.001 / 2), 6);
    expect(spread.accepted).toBe(true);
  });
  test("with one liner missing nobody can tell, though what is there can be said", () => {
    const spread = protrusions([0.08, 0.121]);
    expect([spread.accepted, spread.missing.length]).toEqual([null, 4]);
  });
});

test("an entry of the first version, which knew lengths only, reads as today's", () => {
  const lines = readFileSync("src/core/fixtures/entries-v1.ndjson", "utf8")
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as Parameters<typeof readEntry>[0]);
  const read = (type: string) => {
    const found = readEntry(lines.find((line) => line.type === type)!);
    if (!found.ok) throw new Error(JSON.stringify(found.problems));
    return found.value.payload as Record<string, unknown>;
  };
  expect(read("reading-taken")).toMatchObject({ value: 108.04, typed: "108.04", unit: "mm" });
  expect(read("occasion-opened").gauge).toMatchObject({
    unit: "mm",
    range: [0, 200],
    resolution: 0.001,
    repeatability: 0.0012,
    calibration: { expanded: 0.002 },
  });
  expect((read("decision-made").witness as { figures: unknown[] }).figures).toEqual([
    { id: "largest", value: 108.04, expanded: 0.004, mark: "inside" },
  ]);
  expect(read("gauge-registered").gauge).toMatchObject({ unit: "mm", calibration: { expanded: 0.002 } });
});

describe("a pack whose units do not agree is refused", () => {
  const broken = (
    mend: (pack: {
      classes: {
        id: string;
        features: {
          id: string;
          governing: { unit?: string; expr: unknown };
          drawing?: { marks: Record<string, unknown> };
        }[];
      }[];
    }) => void,
  ) => {
    const pack = JSON.parse(readFileSync("packs/orrinshaw-6m.json", "utf8")) as Parameters<typeof mend>[0];
    mend(pack);
    const read = readPack(pack);
    return read.ok ? [] : read.problems.map((found) => [found.code, ...Object.values(found.params)]);
  };
  const load = (pack: Parameters<Parameters<typeof broken>[0]>[0]) =>
    pack.classes.find(({ id }) => id === "valve-spring")!.features.find(({ id }) => id === "load")!;
  test("newtons called millimetres, newtons and millimetres added", () => {
    expect(
      broken((pack) => {
        load(pack).governing.unit = "mm";
      }),
    ).toEqual([["dimension-mismatch", "length", "force"]]);
    expect(
      broken((pack) => {
        load(pack).governing.expr = {
          op: "add",
          args: [
            { reduce: "max", points: {} },
            { const: 1, unit: "mm" },
          ],
        };
      }),
    ).toEqual([["dimension-mismatch", "force", "length"]]);
  });
  test("a point that the drawing does not show", () =>
    expect(
      broken((pack) => {
        delete load(pack).drawing!.marks.open;
      }),
    ).toEqual([["point-not-drawn", "open"]]));
  test("force by length is said as such", () => {
    const { powers } = exprDimension(
      {
        op: "divide",
        args: [
          { const: 1, unit: "n" },
          { const: 1, unit: "mm" },
        ],
      },
      { facts: new Map(), points: {}, governing: {}, ends: new Map() },
      [],
    );
    expect(sayPowers(powers!)).toBe("force length^-1");
  });
});
