import { fold } from "../entry/fold";
import { TestBench, testGauge } from "../fixtures/bench";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { rotary } from "../fixtures/packs/rotary";
import { occasionFor, suits } from "./occasion-for";

const feature = (sheet: string) => orrinshaw.sheets.find((each) => each.id === sheet)!.feature;

test("a gauge suits what it can measure, at the size it has when new", () => {
  expect(suits(testGauge, feature("liner-bore"))).toBe(true);
  expect(suits({ ...testGauge, range: [50, 107] }, feature("liner-bore"))).toBe(false);
  expect(suits(testGauge, feature("crankshaft-big-end"))).toBe(false);
  expect(suits({ ...testGauge, quantities: ["external-width"] }, rotary.sheets[0]!.feature)).toBe(true);
});

test("new readings belong to the occasion opened last with a gauge that suits", () => {
  const bench = new TestBench(orrinshaw);
  bench.occasion();
  const newest = bench.occasion({ phase: "reworked" });
  bench.occasion({ gauge: { ...testGauge, quantities: ["depth"] } });
  expect(occasionFor(fold(bench.entries), feature("liner-bore"))?.occasion).toBe(newest);
  expect(occasionFor(fold(bench.entries), feature("crankshaft-run-out"))).toBeNull();
});
