import { assess } from "../assess";
import { TestBench } from "../fixtures/bench";
import { decide } from "../fixtures/choices";
import { demoJob, pellbrook } from "../fixtures/load";
import { tickedOf } from "../match/assess-match";
import { ownVerdicts } from "../match/own-verdict";
import { toOrder } from "./to-order";

const asOf = "2026-11-27T00:00:00Z";
const ordered = (bench: TestBench) => {
  const { choices, match, inHand, order, job } = assess(bench.pack, bench.entries, asOf);
  return toOrder(bench.pack, choices, { match, own: ownVerdicts(choices, inHand, order) }, tickedOf(job));
};
const tram = () => TestBench.of(pellbrook, demoJob("hill-tram-1"));

test("nothing is bought that nobody decided, and nothing by a decision that was refused since", () => {
  const bench = tram();
  expect(ordered(bench)).toMatchObject({ buy: [], shop: [], undecided: 22 });
  decide(bench, "governor-hub", "reuse");
  decide(bench, "carburettor", "hold");
  expect(ordered(bench)).toMatchObject({ buy: [], shop: [], undecided: 21 });
  bench.add("part-scrapped", {
    part: bench.partIn.get("governor-hub")!,
    why: "split",
    made: "marked",
    certificate: null,
  });
  expect(ordered(bench).undecided).toBe(22);
});

test("parts of one kind are one line; one that was picked by its number is another, at its own price; a tick is for that line alone", () => {
  const bench = tram();
  for (const n of [1, 2, 3, 4]) decide(bench, `top-ring-${n}`, "replace");
  decide(bench, "carburettor", "replace");
  const sold = {
    number: "PB-2210", name: "carburettor, two studs", class: "carburettor", pack: "pellbrook-v4", revision: "C", aliases: [], nicknames: [],
    supersededBy: null, price: 71.5, currency: "EUR", deposit: 12, leadDays: 6, supplier: "Lock Street Spares", attributes: {},
  }; // prettier-ignore
  const offer = bench.add("candidate-taken", { slot: "carburettor", sold, edition: bench.newId(), takenAt: asOf }); // prettier-ignore
  bench.add("part-picked", { slot: "carburettor", part: null, offer: offer.id, why: null });
  const { buy } = ordered(bench);
  expect(buy.map(({ name, number, revision, slots, price, deposit, days }) => [name, number, revision, slots.length, price?.likely, deposit, days])).toEqual([
    ["top ring", null, null, 4, 4400, 0, 3],
    ["carburettor, two studs", "PB-2210", "C", 1, 7150, 1200, 6],
  ]); // prettier-ignore
  bench.add("line-ticked", { line: buy[1]!.id, done: true });
  expect(ordered(bench).buy.map(({ isOrdered }) => isOrdered)).toEqual([false, true]);
  // One ring more is another order than the one that was made.
  bench.add("line-ticked", { line: buy[0]!.id, done: true });
  decide(bench, "top-ring-4", "reuse", { reason: "It was new last year" });
  expect(ordered(bench).buy.map(({ slots, isOrdered }) => [slots.length, isOrdered])).toEqual([[3, false], [1, true]]); // prettier-ignore
});

test("a part off the shelf is not bought, until it is seen to be broken", () => {
  const bench = tram();
  decide(bench, "starter", "replace");
  expect(ordered(bench).buy).toEqual([]);
  const picked = bench.entries.find(({ type, payload }) => type === "part-picked" && payload.slot === "starter")!;
  bench.add("finding-made", { part: String(picked.payload.part), place: null, finding: "teeth", value: "severe", phase: "after-cleaning", words: null }); // prettier-ignore
  expect(ordered(bench).buy.map(({ name }) => name)).toEqual(["starter"]);
});

test("to the machine shop goes what is machined, with what it measures and the band it is brought to", () => {
  const bench = tram();
  decide(bench, "cylinder-3", "rework", { ways: [{ feature: "bore", step: "o-50" }] });
  const [line] = ordered(bench).shop;
  expect(line).toMatchObject({ name: "cylinder 3", days: 6, isBack: false });
  const [way] = line!.ways;
  // New is 76.000 to 76.015: the size that takes off least, and as wide a band from there.
  expect([way!.toMm!.min, way!.toMm!.max, way!.measuredMm!].map((mm) => mm.toFixed(3))).toEqual(["76.500", "76.515", "76.121"]); // prettier-ignore
  bench.add("line-ticked", { line: line!.id, done: true });
  expect(ordered(bench).shop[0]!.isBack).toBe(true);
});
