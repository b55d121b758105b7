import { TestBench, testGauge, testMaster } from "../fixtures/bench";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { foldShop } from "./fold-shop";

test("a shop has each gauge and master as last registered, whatever the order of entries", () => {
  const bench = new TestBench(orrinshaw);
  const recalibrated = { ...testGauge, calibration: { ...testGauge.calibration, on: "2026-06-01", due: "2027-06-01" } };
  bench.add("gauge-registered", { gauge: testGauge });
  bench.add("master-registered", { master: testMaster });
  const settings = { currency: "NOK", labourRate: 650, alwaysNew: ["shells" as const] };
  bench.add("settings-changed", { settings: { ...settings, currency: "EUR" } });
  bench.add("settings-changed", { settings });
  bench.add("gauge-registered", { gauge: recalibrated });
  const wrong = bench.add("gauge-registered", { gauge: { ...testGauge, id: "gauge-9" } });
  bench.add("entry-struck", { strikes: [wrong.id] });
  const job = bench.newId();
  for (const causes of [["pump-worn"], ["jet-cracked"]])
    bench.add("cause-counted", { job, pack: "orrinshaw-6m", causes });
  for (const entries of [bench.entries, [...bench.entries].reverse()])
    expect(foldShop(entries)).toEqual({
      stream: bench.maker.stream,
      gauges: [recalibrated],
      masters: [testMaster],
      settings,
      // Each job once, as it was counted last.
      failures: new Map([["orrinshaw-6m", [{ job, pack: "orrinshaw-6m", causes: ["jet-cracked"] }]]]),
      lifetimes: new Map(),
    });
});
