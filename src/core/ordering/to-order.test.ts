import { readCatalogueCsv } from "../catalogue/catalogue";
import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { decide } from "../fixtures/choices";
import { highsSolve } from "../fixtures/highs";
import { demoJob } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { seeded } from "../numeric/seeded";
import { linearProgram, pickOf } from "../numeric/linear-program";
import { compilePack } from "../pack/compile-pack";
import { cheapestCover, type KitOffer } from "./kit-cover";
import { orderOfJob } from "./order-of-job";

const asOf = "2026-11-27T00:00:00Z";
const ordered = (bench: TestBench) => orderOfJob(bench.pack, assess(bench.pack, bench.entries, asOf));
const tram = () => TestBench.of(pellbrook, demoJob("hill-tram-2"));
const kitten = {
  class: null, pack: "pellbrook-v4", revision: null, aliases: [], nicknames: [], supersededBy: null, currency: "EUR",
  deposit: null, leadDays: 6, supplier: "Lock Street Spares", attributes: {},
}; // prettier-ignore

test("nothing is bought that nobody decided, and nothing by a decision that was refused since", () => {
  const bench = tram();
  expect(ordered(bench)).toMatchObject({ toBuy: { lines: [], undecided: 22 }, shop: { lines: [] } });
  decide(bench, "governor-hub", "reuse");
  decide(bench, "carburettor", "hold");
  expect(ordered(bench)).toMatchObject({ toBuy: { lines: [], undecided: 21 }, shop: { lines: [] } });
  bench.add("part-scrapped", {
    part: bench.partIn.get("governor-hub")!,
    why: "split",
    made: "marked",
    certificate: null,
  });
  expect(ordered(bench).toBuy.undecided).toBe(22);
});

test("parts of one kind are one line; one that was picked by its number is another, at its own price; a tick is for that line alone", () => {
  const bench = tram();
  for (const n of [1, 2, 3, 4]) decide(bench, `top-ring-${n}`, "replace");
  decide(bench, "carburettor", "replace", { reason: "Worn spindle" });
  const sold = { ...kitten, number: "PB-2210", name: "carburettor, two studs", class: "carburettor", revision: "C", price: 71.5, deposit: 12 }; // prettier-ignore
  const offer = bench.add("candidate-taken", { slot: "carburettor", sold, edition: bench.newId(), takenAt: asOf }); // prettier-ignore
  bench.add("part-picked", { slot: "carburettor", part: null, offer: offer.id, why: null });
  const { lines } = ordered(bench).toBuy;
  expect(lines.map(({ name, number, revisions, quantity, price, deposit, days }) => [name, number, revisions, quantity, price?.likely, deposit, days])).toEqual([
    ["top ring", null, [], 4, 4400, 0, 3],
    ["carburettor, two studs", "PB-2210", ["C"], 1, 7150, 1200, 6],
  ]); // prettier-ignore
  bench.add("line-ticked", { line: lines[1]!.id, done: true });
  expect(ordered(bench).toBuy.lines.map(({ isOrdered }) => isOrdered)).toEqual([false, true]);
  // One ring more is another order than the one that was made.
  bench.add("line-ticked", { line: lines[0]!.id, done: true });
  decide(bench, "top-ring-4", "reuse", { reason: "It was new last year" });
  expect(ordered(bench).toBuy.lines.map(({ quantity, isOrdered }) => [quantity, isOrdered])).toEqual([[3, false], [1, true]]); // prettier-ignore
  // A hundred days after it was quoted nobody knows the price as well as then.
  const later = orderOfJob(pellbrook, assess(pellbrook, bench.entries, "2027-03-07T00:00:00Z"));
  const price = later.toBuy.lines.find(({ number }) => number === "PB-2210")!.price!;
  expect([price.low < 7150, price.likely, price.high > 7150]).toEqual([true, 7150, true]);
});

test("a kind that meets no other is bought by a number all the same, of a pack that says nothing of what fits too", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  decide(bench, "water-pump", "replace", { reason: "Weeps" });
  const sold = { ...kitten, pack: "orrinshaw-6m", number: "OR-WP-3", name: "water pump", class: "water-pump", price: 140 }; // prettier-ignore
  const offer = bench.add("candidate-taken", { slot: "water-pump", sold, edition: bench.newId(), takenAt: asOf });
  bench.add("part-picked", { slot: "water-pump", part: null, offer: offer.id, why: null });
  expect(ordered(bench).toBuy.lines).toMatchObject([{ number: "OR-WP-3", price: { likely: 14_000 } }]);
  const bare = { ...orrinshaw, pack: { ...orrinshaw.pack, match: undefined } };
  const { toBuy } = orderOfJob(bare, assess(bare, bench.entries, asOf));
  expect(toBuy.lines).toMatchObject([{ number: "OR-WP-3" }]);
});

test("so many bought together cost less each, on the list as in the plan; one of them by its own number is not counted", () => {
  const discount = { id: "many-rings", name: "four top rings and more", parts: { classes: ["top-ring"], slots: [] }, from: 4, off: 2, ref: { source: "practice" } }; // prettier-ignore
  const pack = compilePack({ ...pellbrook.pack, worth: { ...pellbrook.pack.worth!, discounts: [discount] } }, pellbrook.sha256); // prettier-ignore
  const bench = TestBench.of(pack, demoJob("hill-tram-2"));
  const lines = () => ordered(bench).toBuy.lines.map(({ quantity, price, off }) => [quantity, price?.likely, off]);
  for (const n of [1, 2, 3]) decide(bench, `top-ring-${n}`, "replace");
  expect(lines()).toEqual([[3, 3300, 0]]);
  decide(bench, "top-ring-4", "replace");
  expect(lines()).toEqual([[4, 3600, 800]]);
  const sold = { ...kitten, number: "PB-11", name: "top ring", class: "top-ring", price: 9 };
  const offer = bench.add("candidate-taken", { slot: "top-ring-4", sold, edition: bench.newId(), takenAt: asOf });
  bench.add("part-picked", { slot: "top-ring-4", part: null, offer: offer.id, why: null });
  expect(lines()).toEqual([
    [3, 3300, 0],
    [1, 900, 0],
  ]);
});

test("a set is bought where it is cheaper than what it holds, for what is wanted of it and no more", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const rings = ["top-ring", "second-ring", "oil-ring"].flatMap((ring) =>
    [1, 2, 3, 4, 5, 6].map((n) => `${ring}-${n}`),
  );
  const slots = orrinshaw.pack.slots.map(({ id }) => id).filter((id) => rings.includes(id));
  expect(slots).toHaveLength(18);
  for (const slot of slots) decide(bench, slot, "replace", { reason: "New ones, the owner asked" });
  // 6 × (14 + 12 + 16) is 252 one by one, 215 as a set; the larger set saves nothing on rings alone.
  const [set, ...others] = ordered(bench).toBuy.lines;
  expect(set).toMatchObject({ what: "kit", number: "OR-6M-880", quantity: 1, price: { likely: 21_500 }, holds: ["6 × top ring", "6 × second ring", "6 × oil ring"] }); // prettier-ignore
  expect(others).toEqual([]);
  decide(bench, slots[0]!, "reuse");
  expect(ordered(bench).toBuy.lines[0]).toMatchObject({ what: "kit", slots: slots.slice(1) });
});

test("what steps use up is on the list once they are done, and is not ordered twice", () => {
  const bench = new TestBench(orrinshaw);
  const names = () => ordered(bench).toBuy.lines.map(({ name, quantity, unit }) => [name, quantity, unit]);
  expect(names()).toEqual([]);
  bench.add("step-ticked", { step: "drain", how: "done", words: null });
  expect(names()).toEqual([
    ["engine oil", 21, "litre"],
    ["oil filter", 1, null],
  ]);
  const line = { line: "1", name: "engine oil", class: null, number: null, revisions: [], slots: [], quantity: 10, price: null, deposit: 0 }; // prettier-ignore
  bench.add("purchase-made", { supplier: "Quay Oils", due: null, words: null, lines: [line] });
  expect(names()[0]).toEqual(["engine oil", 11, "litre"]);
});

test("a part off the shelf is not bought, until it is seen to be broken", () => {
  const bench = tram();
  decide(bench, "starter", "replace", { reason: "Its teeth are those of the other engine" });
  expect(ordered(bench).toBuy.lines).toEqual([]);
  const picked = bench.entries.find(({ type, payload }) => type === "part-picked" && payload.slot === "starter")!;
  bench.add("finding-made", { part: String(picked.payload.part), place: null, finding: "teeth", value: "severe", phase: "after-cleaning", words: null }); // prettier-ignore
  expect(ordered(bench).toBuy.lines.map(({ name }) => name)).toEqual(["starter"]);
});

test("a number that another took the place of reaches the list with that one, along a chain, and a circle ends", () => {
  const bench = tram();
  const offer = (row: string) =>
    bench.add("candidate-taken", {
      slot: "carburettor",
      sold: readCatalogueCsv(`number,name,price,currency,superseded-by\n${row}`).parts[0]!,
      edition: bench.newId(),
      takenAt: "2026-11-26T09:00:00.000Z",
    });
  decide(bench, "carburettor", "replace", { reason: "Worn throttle spindle" });
  const { id } = offer("C-1,carburettor,150,EUR,C-2");
  const before = bench.entries.filter(({ type, payload }) => type === "part-picked" && payload.slot === "carburettor");
  bench.add("part-picked", { slot: "carburettor", part: null, offer: id, why: null, ...(before.length > 0 ? { supersedes: before.map((each) => each.id) } : {}) }); // prettier-ignore
  const line = () => ordered(bench).toBuy.lines.find(({ slots }) => slots.includes("carburettor"));
  expect(line()).toMatchObject({ number: "C-1", supersededBy: "C-2" });
  offer("c 2,carburettor,160,EUR,C-3");
  expect(line()?.supersededBy).toBe("C-3");
  offer("C-3,carburettor,160,EUR,C-1");
  expect(line()?.supersededBy).toBe("C-3");
});

describe("sets against enumeration and a linear program", () => {
  test("40 random instances: the same cost by all three", async () => {
    const solve = await highsSolve();
    for (let seed = 1; seed <= 40; seed += 1) {
      const { next } = seeded(seed);
      const singles = new Map(Array.from({ length: 7 }, (_, at) => [`i${at}`, 10 + Math.floor(next() * 90)] as const));
      const ids = [...singles.keys()];
      const kits = Array.from({ length: 5 }, (_, at): KitOffer => {
        const holds = ids.filter(() => next() < 0.5);
        return { id: `k${at}`, holds, cost: Math.floor((0.4 + 0.6 * next()) * (1 + holds.reduce((sum, id) => sum + singles.get(id)!, 0))) }; // prettier-ignore
      });
      const costOf = (taken: readonly KitOffer[]) => taken.reduce((sum, { cost }) => sum + cost, 0) + ids.reduce((sum, id) => sum + (taken.some(({ holds }) => holds.includes(id)) ? 0 : singles.get(id)!), 0); // prettier-ignore
      const least = Math.min(...Array.from({ length: 2 ** kits.length }, (_, code) => costOf(kits.filter((_, at) => (code >> at) & 1)))); // prettier-ignore
      const found = cheapestCover(singles, kits);
      // What comes off so many singles together may make a set the dearer way.
      const group = { holds: ids.filter(() => next() < 0.7), from: 2 + Math.floor(next() * 3), off: Math.floor(next() * 30) }; // prettier-ignore
      const less = (taken: readonly KitOffer[]) => {
        const alone = group.holds.filter((id) => !taken.some(({ holds }) => holds.includes(id))).length;
        return costOf(taken) - (alone >= group.from ? alone * group.off : 0);
      };
      const lessAll = Math.min(...Array.from({ length: 2 ** kits.length }, (_, code) => less(kits.filter((_, at) => (code >> at) & 1)))); // prettier-ignore
      expect([seed, cheapestCover(singles, kits, [group]).cost]).toEqual([seed, lessAll]);
      expect([seed, found.cost, costOf(kits.filter(({ id }) => found.kits.includes(id)))]).toEqual([seed, least, least]); // prettier-ignore
      // A place for each kit: taken or not; one for each thing: alone, or out of a kit that is taken.
      const variables = [...kits.map(({ cost }) => ({ costs: [0, cost] })), ...ids.map((id) => ({ costs: [singles.get(id)!, ...kits.map(({ holds }) => (holds.includes(id) ? 0 : Infinity))] }))]; // prettier-ignore
      const constraints = ids.flatMap((id, item) => kits.flatMap(({ holds }, kit) => (holds.includes(id) ? [{ of: [kits.length + item, kit], allows: ([how, taken]: readonly number[]) => how !== kit + 1 || taken === 1 }] : []))); // prettier-ignore
      const solved = await solve(linearProgram(variables, constraints)!);
      if (typeof solved === "string") throw new Error(solved);
      const cost = pickOf(variables, (column) => solved.columns.get(column) ?? 0).reduce((sum, option, at) => sum + variables[at]!.costs[option]!, 0); // prettier-ignore
      expect([seed, cost]).toEqual([seed, least]);
    }
  });
});

describe("the machine shop", () => {
  test("gets what is machined, with what it measures, the band it is brought to, and where it is", () => {
    const bench = tram();
    decide(bench, "cylinder-3", "rework", { ways: [{ feature: "bore", step: "o-50" }] });
    const line = () => ordered(bench).shop.lines[0]!;
    expect(line()).toMatchObject({ name: "cylinder 3", days: 6, state: "here", out: null });
    const [way] = line().ways;
    // New is 76.000 to 76.015: the size that takes off least, and as wide a band from there.
    expect([way!.toMm!.min, way!.toMm!.max, way!.measuredMm!].map((mm) => mm.toFixed(3))).toEqual(["76.500", "76.515", "76.121"]); // prettier-ignore
    expect(line().operations.map(({ id }) => id)).toEqual(["bore", "wash"]);
    bench.add("sent-out", { parts: [line().part], to: "Weir Grinding", due: "2026-12-03" });
    expect(line()).toMatchObject({ state: "out", out: { to: "Weir Grinding", due: "2026-12-03" } });
    bench.add("came-back", { part: line().part, state: "right", words: null });
    expect([line().state, line().ways[0]!.isOn]).toEqual(["back", null]);
    // Back is measured: what was made beside what was asked.
    const row = [...pellbrook.rows.values()].find(({ slot, at }) => slot.id === "cylinder-3" && at.feature.id === "bore")!; // prettier-ignore
    const occasion = bench.occasion({ phase: "reworked" });
    bench.readAll(occasion, row.id, row.at.feature.points.map(() => 76.52)); // prettier-ignore
    expect([line().state, line().ways[0]!.isOn, line().ways[0]!.madeMm!.max.toFixed(2)]).toEqual(["measured", false, "76.52"]); // prettier-ignore
    expect(line().ways[0]!.measuredMm!.toFixed(3)).toBe("76.121");
  });

  test("does things in the pack's order: checked before and after it is ground, washed last", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    const crank = ordered(bench);
    expect(crank.shop.operations).toEqual([]);
    decide(bench, "crankshaft", "rework", { ways: [{ feature: "big-end", step: "u-25" }], reason: "Scored" });
    const { shop } = ordered(bench);
    const ids = shop.operations.map(({ operation }) => operation.id);
    if (shop.lines.length === 0) throw new Error("the crank is not on the list");
    expect(ids).toEqual(["crack-before", "grind-crank", "crack-after", "balance", "wash"]);
  });
});
