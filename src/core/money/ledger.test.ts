import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { decide } from "../fixtures/choices";
import { demoJob, demoJobs, packOf } from "../fixtures/load";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { buysOfJob } from "../ordering/order-of-job";
import { sumOf } from "../ordering/to-order";
import { estimateOf } from "./estimate";
import { ledgerOf, moneyKinds, moneyOfLines, moneyStates } from "./ledger";

// One sum of money, whoever shows it. Common practice, no source; figures invented.

const asOf = "2026-11-24T08:00:00Z";
const ledgerAt = (bench: TestBench) => {
  const assessment = assess(bench.pack, bench.entries, asOf);
  return ledgerOf(bench.pack, assessment, buysOfJob(bench.pack, assessment));
};

test.each(demoJobs)("the money of %s is one sum, to the minor unit, by whatever it is sorted", (name) => {
  const pack = packOf(name);
  const assessment = assess(pack, demoJob(name), asOf);
  const buys = buysOfJob(pack, assessment);
  const { lines, total, unpriced, undecided } = ledgerOf(pack, assessment, buys);
  const by = [
    moneyKinds.map((kind) => moneyOfLines(lines.filter(({ is }) => is === kind))),
    moneyStates.map((state) => moneyOfLines(lines.filter((line) => line.state === state))),
  ];
  for (const sums of by) expect(sumOf(sums)).toEqual(total);
  for (const { amount } of lines)
    if (amount) {
      expect(Object.values(amount).every((minor: number) => Number.isInteger(minor) && minor >= 0)).toBe(true);
      expect([amount.low <= amount.likely, amount.likely <= amount.high]).toEqual([true, true]);
    }
  // What is shown as still to buy and as ordered is in it, at the very price it is shown at.
  const ids = new Map(lines.map((line) => [line.id, line.amount]));
  for (const { id, price } of buys.toBuy.lines) expect(ids.get(id)).toEqual(price);
  for (const { purchase, line } of assessment.buying.ordered)
    expect(ids.get(`${purchase.id} ${line.line}`)?.likely ?? null).toBe(line.price);
  expect([unpriced, undecided]).toEqual([lines.filter(({ amount }) => amount === null).length, buys.toBuy.undecided]);
});

test("an estimate is the same ledger with what is proposed in it, and grows no dearer by deciding as proposed", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const estimate = () => estimateOf(pellbrook, assess(pellbrook, bench.entries, asOf));
  const before = estimate();
  expect([before.undecided, before.lines.some(({ is }) => is === "parts")]).toEqual([0, true]);
  const { choices } = assess(pellbrook, bench.entries, asOf);
  for (const { slot, proposal } of choices) decide(bench, slot.id, proposal.disposition, { ways: proposal.ways.map(({ feature, step }) => ({ feature, step })) }); // prettier-ignore
  expect(ledgerAt(bench).total).toEqual(before.total);
  expect(estimate()).toEqual(ledgerAt(bench));
});

test("what is decided costs something once, committed once it is ordered, its deposit until the old one is back", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const before = ledgerAt(bench);
  expect(before.lines.filter(({ is }) => is !== "labour")).toEqual([]);
  decide(bench, "top-ring-1", "replace");
  decide(bench, "cylinder-3", "rework", { ways: [{ feature: "bore", step: "o-50" }], reason: "All to one size" });
  const decided = ledgerAt(bench);
  expect(decided.lines.flatMap(({ is, state, slots }) => (is === "labour" ? [] : [[is, state, slots]]))).toEqual([
    ["parts", "to-come", ["top-ring-1"]],
    ["machine-shop", "to-come", ["cylinder-3"]],
  ]);
  const line = { line: "1", name: "top ring", class: "top-ring", number: null, revisions: [], slots: ["top-ring-1"], quantity: 2, price: 2500, deposit: 800 }; // prettier-ignore
  const { id } = bench.add("purchase-made", { supplier: "Lock Street", due: null, words: null, lines: [line] });
  bench.add("sent-out", { parts: [bench.partIn.get("cylinder-3")!], to: "Weir Street", due: null });
  const ordered = ledgerAt(bench);
  expect(ordered.lines.flatMap(({ is, state, amount }) => (is === "labour" ? [] : [[is, state, is === "machine-shop" || amount?.likely]]))).toEqual([
    ["parts", "committed", 2500],
    ["deposit", "committed", 800],
    ["machine-shop", "committed", true],
  ]); // prettier-ignore
  bench.add("core-returned", { purchase: id, line: "1", quantity: 1, words: null });
  expect(ledgerAt(bench).lines.find(({ is }) => is === "deposit")?.amount?.likely).toBe(400);
});

test("what is likely beyond what the owner agreed to is said, the work included", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const { total, beyond } = ledgerAt(bench);
  const asked = bench.add("estimate-made", { kind: "estimate", amount: 100, words: "top end" });
  expect([beyond, ledgerAt(bench).agreed]).toEqual([0, 0]);
  bench.add("approval-given", { estimate: asked.id, by: "the tramway", on: "2026-11-20", how: "phone", agreed: true });
  bench.add("intake-noted", { section: "order", item: "ask-above", part: null, place: null, value: 50 });
  expect([ledgerAt(bench).agreed, ledgerAt(bench).beyond]).toEqual([10_000, total.likely - 15_000]);
});
