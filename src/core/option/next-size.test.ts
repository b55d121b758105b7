import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { needAt } from "../fixtures/choices";
import { demoJob } from "../fixtures/load";
import { pellbrook } from "../fixtures/packs/pellbrook";
import type { Rework } from "../pack/schema";
import { exact } from "../quantity/estimate";
import { nextSize } from "./next-size";

const asOf = "2026-11-24T00:00:00Z";
const rework = pellbrook.sheets.find((sheet) => sheet.id === "cylinder-bore")!.feature.rework!;
const at = (largest: number, offset: number | null, damage: number | null, of: Rework = rework) =>
  nextSize(
    exact(largest),
    [
      { estimate: damage === null ? null : exact(damage), factor: 2 },
      { estimate: offset === null ? null : exact(offset), factor: 2 },
    ],
    of,
    76,
    "simple",
  );

describe("next oversize of a bore", () => {
  // Handbook, part 4: the smallest oversize not below (largest diameter + 2 x offset + 2 x damage depth + hone stock), hone stock 0.05; one-sided wear: 2 x offset = largest - unworn.
  test("76.121 over an unworn 76.011 with scores 0.041 deep asks for 76.363, so +0.25 does not clean up and +0.50 does", () => {
    const found = at(76.121, (76.121 - 76.011) / 2, 0.041);
    expect(found.bound!.value).toBeCloseTo(76.121 + 0.11 + 0.082 + 0.05, 9);
    expect(found.steps.map((step) => step.possible)).toEqual([false, true, true, false]);
    expect(found.next!.name).toBe("+0.50");
  });
  test("on the worn axis the lean is not taken: the same bore cleans up at +0.50, a plainer one at +0.25", () => {
    expect(at(76.121, 0, 0.041).bound!.value).toBeCloseTo(76.253, 9);
    expect([at(76.1, 0.05, 0).next!.name, at(76.16, 0.08, 0).next!.name, at(76.16, 0, 0).next!.name]).toEqual([
      "+0.25",
      "+0.50",
      "+0.25",
    ]);
  });
  test.each([
    [76.2, "+0.25"],
    [76.2001, "+0.50"],
    [76.7, "+0.75"],
    [76.7001, undefined],
  ])("a straight bore of %d goes to %s: the wall allows no more than +0.75", (largest, name) =>
    expect(at(largest, 0, 0).next?.name).toBe(name),
  );
  test("the wall loses half of what is bored: 5.0 less 0.50 is 4.5, and 4.6 must be left", () =>
    expect(at(76.05, 0, 0).steps.map((step) => [step.layerLeftMm, step.layerEnough])).toEqual([
      [4.875, true],
      [4.75, true],
      [4.625, true],
      [4.5, false],
    ]));
  test("an unknown score or lean is unknown, never none", () => {
    expect(at(76.1, 0, null)).toMatchObject({ bound: null, next: null });
    expect(at(76.1, null, 0).steps.map((step) => step.possible)).toEqual([null, null, null, false]);
  });
});

describe("a layer is thinnest where the axis moved to", () => {
  // By hand: half the step off the layer, and half a total run-out more on one side; on a worn axis the whole lean.
  const journal: Rework = { ...rework, kind: "undersize", wall: undefined, hardenedCase: { depth: 2, keep: 1.7, ref: { source: "practice" } } }; // prettier-ignore
  const ground = (tir: number | null) =>
    nextSize(exact(75.9), [{ estimate: tir === null ? null : exact(tir), factor: 1, axisShift: 0.5 }], journal, 76, "simple"); // prettier-ignore
  test("a crank that runs out by 0.16 has 0.08 less under a journal: -0.50 leaves 1.67 of 2, and 1.7 must be left", () => {
    expect(ground(0).steps.map((step) => step.layerLeftMm)).toEqual([1.875, 1.75, 1.625, 1.5]);
    expect(ground(0).next!.name).toBe("+0.25");
    const bent = ground(0.16).steps;
    expect(bent.map(({ layerLeftMm }) => layerLeftMm!)).toEqual([1.795, 1.67, 1.545, 1.42].map((each) => expect.closeTo(each, 9))); // prettier-ignore
    expect(bent.map(({ layerEnough }) => layerEnough)).toEqual([true, false, false, false]);
  });
  test("of a run-out that nobody measured it cannot be told; what is too thin without one is too thin", () =>
    expect(ground(null).steps.map(({ layerEnough, possible }) => [layerEnough, possible])).toEqual([
      [null, null],
      [null, null],
      [false, false],
      [false, false],
    ]));
  test("a bore machined on its worn axis keeps its lean, and the wall is thinner by it on one side", () => {
    const worn = nextSize(exact(76.05), [{ estimate: exact(0.1), factor: 0, axisShift: 1 }], rework, 76, "simple");
    expect(worn.bound!.value).toBeCloseTo(76.1, 9);
    expect(worn.steps.map(({ layerEnough }) => layerEnough)).toEqual([true, true, false, false]);
  });
});

test("the tram's bores: all four are bored to the size of the worst, and what that does to the engine is told", () => {
  const { choices } = assess(pellbrook, demoJob("hill-tram-2"), asOf);
  const bores = choices.filter(({ partClass }) => partClass.id === "cylinder");
  expect(bores.map((choice) => [choice.proposal.disposition, choice.proposal.ways[0]?.step])).toEqual(
    Array.from({ length: 4 }, () => ["rework", "o-50"]),
  );
  expect(bores[3]!.proposal.reasons.map((reason) => reason.code)).toContain("one-size-for-all");
  const effect = (id: string) =>
    bores[2]!.proposal.reasons.flatMap((reason) =>
      reason.code === "size-effect" && reason.path[1] === id ? [reason.params.value] : [],
    )[0]!;
  // Plain geometry: four cylinders of 76.5 mm by 74 mm, over a clearance of 40.9 cm³ each.
  const swept = (Math.PI / 4) * 76.5 ** 2 * 74;
  expect(effect("swept")).toBeCloseTo(4 * swept, 3);
  expect(effect("ratio")).toBeCloseTo((swept + 40_900) / 40_900, 9);
  expect(
    bores[0]!.options.find((option) => option.ways[0]?.step === "o-100")!.reasons.map((reason) => reason.code),
  ).toEqual(["wall-too-thin", "one-size-for-all"]);
});

// Under guarded rejection a size cleaned up that did so in one case of six; a class's own stricter rule was not asked.
test("a size cleans up more likely than not whatever the job's rule, and surely where its class asks for that", () => {
  const wayAt = (largest: number, rule: "simple" | "guarded-rejection", strict = false) => {
    const cylinder = pellbrook.classes.get("cylinder")!;
    const own = { ...cylinder, rule: { atLeast: "guarded-acceptance" as const, ref: { source: "practice" } } };
    const rows = new Map([...pellbrook.rows].map(([id, row]) => [id, row.partClass.id === "cylinder" ? { ...row, partClass: own } : row])); // prettier-ignore
    const pack = strict ? { ...pellbrook, rows, sheets: pellbrook.sheets.map((sheet) => ({ ...sheet, rows: sheet.rows.map(({ id }) => rows.get(id)!) })) } : pellbrook; // prettier-ignore
    const bench = new TestBench(pack, { decisionRule: rule });
    bench.readRestAsNew(["cylinder-bore"]);
    const occasion = bench.occasion();
    for (const row of pack.rows.values())
      if (row.partClass.id === "cylinder" && row.at.feature.id === "bore")
        bench.readAll(occasion, row.id, row.at.feature.points.map(() => largest)); // prettier-ignore
    const need = needAt(assess(pack, bench.entries, asOf), "cylinder-1/bore");
    return need.ways.find(({ id }) => id === "o-25")!.allowed;
  };
  // 76.250 is finished, 0.050 is honed off and 0.002 is a new one's scores: 76.1985 asks for half a micrometre more than there is.
  expect([wayAt(76.1985, "simple"), wayAt(76.1985, "guarded-rejection")]).toEqual([false, false]);
  expect([wayAt(76.1975, "simple"), wayAt(76.1975, "guarded-rejection")]).toEqual([true, true]);
  expect([wayAt(76.1975, "simple", true), wayAt(76.15, "simple", true)]).toEqual([false, true]);
});
