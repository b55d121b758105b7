import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { decide } from "../fixtures/choices";
import { demoJob, json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import type { Payload } from "../entry/schema";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import { orderOfJob } from "../ordering/order-of-job";
import { benchFrom, usualCalendar } from "../ordering/schedule";

const asOf = "2026-11-27T00:00:00Z";
const judged = (bench: TestBench, at = asOf) => assess(bench.pack, bench.entries, at);
const codes = (bench: TestBench, at = asOf) => {
  const { holds, problems } = judged(bench, at);
  return [...holds, ...problems].map(({ code }) => code);
};
const tram = () => TestBench.of(pellbrook, demoJob("hill-tram-2"));

/** An engine with one line ordered, and what came of it. */
function ordering(
  pack: CompiledPack,
  line: Partial<Payload<"purchase-made">["lines"][number]>,
  due: string | null = "2026-12-04",
) {
  // prettier-ignore
  const bench = new TestBench(pack);
  const ordered = { line: "1", name: "tappet", class: null, number: null, revisions: [], slots: [], quantity: 4, price: 7600, deposit: 0, ...line }; // prettier-ignore
  const purchase = bench.add("purchase-made", { supplier: "Weir Spares", due, words: null, lines: [ordered] }).id;
  const receive = (more: Partial<Payload<"goods-received">>) =>
    bench.add("goods-received", { purchase, line: "1", box: null, quantity: 1, number: null, revision: null, lot: null, state: "right", words: null, parts: [], ...more }); // prettier-ignore
  const [now] = [() => judged(bench).buying.ordered[0]!];
  return { bench, purchase, receive, now };
}

describe("what arrives", () => {
  test("counts once it is right; what is wrong, damaged or missing is still to come, and the supplier is told", () => {
    const { bench, receive, now } = ordering(pellbrook, {});
    expect(now()).toMatchObject({ arrived: 0, open: 4, isOverdue: false });
    receive({ quantity: 2 });
    receive({ state: "damaged" });
    receive({ state: "missing" });
    expect(now()).toMatchObject({ arrived: 2, open: 2 });
    expect([...now().amiss]).toEqual([["damaged", 1], ["missing", 1]]); // prettier-ignore
    expect(codes(bench)).toContain("delivery-amiss");
    receive({ quantity: 3 });
    expect(codes(bench)).toContain("received-beyond");
    expect(now().open).toBe(0);
  });

  test("what nobody ordered holds, and so does one box taken in twice: it counts once", () => {
    const { bench, receive, now } = ordering(pellbrook, {});
    receive({ box: "BX-77", quantity: 2 });
    const again = receive({ box: "BX-77", quantity: 2 });
    expect([now().arrived, codes(bench).includes("box-twice")]).toEqual([2, true]);
    bench.add("entry-struck", { strikes: [again.id] });
    expect([now().arrived, codes(bench).includes("box-twice")]).toEqual([2, false]);
    receive({ purchase: null, line: null, number: "ZZ-9" });
    expect(codes(bench)).toContain("received-unordered");
    // A line that its order does not have is nobody's either.
    receive({ line: "7" });
    expect(judged(bench).buying.unordered).toHaveLength(2);
  });

  test("an old revision is refused whatever the box was called, and a number that is another's; unread is asked for", () => {
    const rotor = { class: "cooler-element", name: "cooler element", number: "PC-D", revisions: ["D"], quantity: 1 };
    const { bench, receive, now } = ordering(pellbrook, rotor);
    receive({ number: "pc d", revision: "B" });
    expect([...now().amiss]).toEqual([["old-revision", 1]]);
    receive({ number: "PX-1", revision: "D" });
    expect(now().amiss.get("other-number")).toBe(1);
    expect([now().arrived, codes(bench).includes("box-unread")]).toEqual([0, false]);
    receive({});
    expect([now().arrived, now().unread, codes(bench).includes("box-unread")]).toEqual([1, 1, true]);
    receive({ number: "PC D", revision: "d" });
    expect(now().arrived).toBe(2);
  });

  test("late is said by the day; old parts that went back are no more than were bought", () => {
    const { bench, purchase } = ordering(pellbrook, { deposit: 3000 });
    expect(judged(bench, "2026-12-04T23:00:00Z").buying).toMatchObject({ ordered: [{ isOverdue: false }] }); // prettier-ignore
    const late = judged(bench, "2026-12-09T00:00:00Z").problems.find(({ code }) => code === "delivery-overdue");
    expect(late?.params).toMatchObject({ days: 5 });
    bench.add("core-returned", { purchase, line: "1", quantity: 3, words: null });
    expect(codes(bench)).not.toContain("cores-beyond");
    bench.add("core-returned", { purchase, line: "1", quantity: 2, words: null });
    expect(codes(bench)).toContain("cores-beyond");
  });

  test("a lot that measures outside is refused as a lot: those are still to come, and are bought anew", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    const slots = orrinshaw.pack.slots.flatMap(({ id, class: of }) => (of === "tappet" ? id : []));
    for (const slot of slots) decide(bench, slot, "replace", { reason: "Noisy" });
    const lines = () => orderOfJob(orrinshaw, judged(bench)).toBuy.lines.filter(({ class: of }) => of === "tappet");
    expect(lines().map(({ quantity }) => quantity)).toEqual([slots.length]);
    const line = { line: "1", name: "tappet", class: "tappet", number: null, revisions: [], slots, quantity: slots.length, price: null, deposit: 0 }; // prettier-ignore
    const purchase = bench.add("purchase-made", { supplier: "Weir Spares", due: null, words: null, lines: [line] }).id;
    expect(lines()).toEqual([]);
    const parts = slots.map((_, at) => {
      const part = bench.newId();
      bench.add("part-tagged", { part, class: "tappet", tag: `TP-N${at}`, origin: "supplier" });
      bench.add("part-noted", { part, item: "lot", feature: null, value: "L-3" });
      return part;
    });
    bench.add("goods-received", { purchase, line: "1", box: null, quantity: slots.length, number: null, revision: null, lot: "L-3", state: "right", words: null, parts }); // prettier-ignore
    expect(judged(bench).buying.ordered[0]).toMatchObject({ arrived: slots.length, open: 0 });
    // New ones may leak no faster than in 15 s; this one takes 4.
    const occasion = bench.occasion({
      phase: "as-received",
      gauge: { ...testGauge, method: "direct", quantities: ["leak-down-time"] },
      master: null,
    });
    bench.add("reading-taken", { occasion, part: parts[0]!, feature: "leak-down", point: "time", value: 4, typed: "4", unit: "s", kept: "far-from-size" }); // prettier-ignore
    expect(judged(bench).inHand.lots.map(({ verdict }) => verdict)).toEqual(["refused"]);
    expect(judged(bench).buying.ordered[0]).toMatchObject({ arrived: 0, open: slots.length });
    expect(lines().map(({ quantity }) => quantity)).toEqual([slots.length]);
  });
});

// It was listed as back, to be measured, and nothing held.
test("a part that comes back damaged is held up until it comes back right, whatever comes first in the file", () => {
  const bench = tram();
  const part = bench.partIn.get("crankshaft")!;
  bench.add("sent-out", { parts: [part], to: "Weir Grinding", due: null });
  bench.add("came-back", { part, state: "damaged", words: "dropped" });
  expect(codes(bench)).toContain("came-back-amiss");
  bench.entries.reverse();
  expect(codes(bench)).toContain("came-back-amiss");
  bench.add("came-back", { part, state: "right", words: null });
  expect(codes(bench)).not.toContain("came-back-amiss");
});

describe("work the owner declined", () => {
  test("is said, and holds where it was decided all the same", () => {
    const bench = tram();
    const part = bench.partIn.get("timing-chain")!;
    bench.add("work-declined", { part, disposition: "replace", what: "a new timing chain", warning: "It may jump.", by: "The tram company", on: "2026-11-26", how: "phone" }); // prettier-ignore
    expect(codes(bench)).toContain("work-declined");
    decide(bench, "timing-chain", "replace", { reason: "Long" });
    expect(codes(bench)).toContain("declined-yet-decided");
  });
});

describe("until it is handed over", () => {
  const calendar = { hours: 6, people: 1, closed: [] };
  // Friday 27 November 2026 to Monday: six hours a day, none at the weekend.
  test.each([
    [0, 0, 0],
    [0, 180, 0.5],
    [0, 360, 1],
    [0, 361, 3 + 1 / 360],
    [1.5, 60, 3 + 1 / 6],
  ])("bench work that begins after %p days and takes %p minutes ends after %p", (start, minutes, end) => {
    expect(benchFrom("2026-11-27", calendar)(start, minutes)).toBeCloseTo(end, 9);
  });
  test("days on which nobody works, and a shop that is never open, end", () => {
    expect(benchFrom("2026-11-27", { ...calendar, closed: ["2026-11-30"] })(0, 361)).toBeCloseTo(4 + 1 / 360, 9);
    expect(benchFrom("2026-11-27", { hours: 1e-9, people: 1, closed: [] })(0, 360)).toBe(5000);
  });

  test("what takes longest decides; more people, or what has arrived, make it no later; no settings are the usual hours", () => {
    const bench = tram();
    const plan = () => orderOfJob(pellbrook, judged(bench)).schedule!;
    decide(bench, "carburettor", "replace", { reason: "Worn" });
    const [first] = plan().awaited;
    expect(first).toMatchObject({ name: "carburettor", what: "bought", days: 12 });
    expect(plan().calendar).toEqual(usualCalendar);
    expect([plan().likely <= plan().safe, plan().undecided, plan().inTime === null]).toEqual([true, 21, judged(bench).order.wantedBy === null]); // prettier-ignore
    const before = plan();
    const line = { line: "1", name: "carburettor", class: "carburettor", number: null, revisions: [], slots: ["carburettor"], quantity: 1, price: null, deposit: 0 }; // prettier-ignore
    const purchase = bench.add("purchase-made", { supplier: "Weir Spares", due: "2026-12-24", words: null, lines: [line] }).id; // prettier-ignore
    expect(plan().awaited[0]).toMatchObject({ what: "ordered", days: 27 });
    expect(plan().likely > before.likely).toBe(true);
    bench.add("goods-received", { purchase, line: "1", box: null, quantity: 1, number: null, revision: null, lot: null, state: "right", words: null, parts: [] }); // prettier-ignore
    const there = plan();
    expect(there.likely < before.likely).toBe(true);
    expect(there.awaited.some(({ what }) => what === "ordered")).toBe(false);
    bench.add("settings-taken", { settings: { currency: "EUR", labourRate: null, alwaysNew: [], calendar: { hours: 8, people: 2, closed: [] } } }); // prettier-ignore
    expect(plan().likely <= there.likely).toBe(true);
    expect(plan()).toEqual(plan());
  });
});

test("the linter names operations of the machine shop that are not there, go round in a circle or do nothing", () => {
  interface Loose {
    shop: { id: string; after?: string[]; with?: string[]; does?: { class: string; features?: string[] }[] }[];
    worth: { kits: { parts: { classes: string[] } }[] };
    strip: { steps: { renew?: { id: string; name: string; quantity: number }[] }[] };
  }
  const said = (change: (pack: Loose) => void) => {
    const pack = structuredClone(json("packs/orrinshaw-6m.json")) as Loose;
    change(pack);
    const read = readPack(pack);
    return read.ok ? [] : read.problems.map(({ code }) => code);
  };
  const at = (pack: Loose, id: string) => pack.shop.find((each) => each.id === id)!;
  expect(said(() => {})).toEqual([]);
  const faults: [string, (pack: Loose) => void][] = [
    ["unknown-operation", (pack) => (at(pack, "grind-crank").after = ["polish"])],
    ["steps-in-circle", (pack) => (at(pack, "crack-before").after = ["wash"])],
    ["unknown-class", (pack) => (at(pack, "grind-crank").does = [{ class: "moon" }])],
    ["unknown-feature", (pack) => (at(pack, "grind-crank").does = [{ class: "crankshaft", features: ["moon"] }])],
    ["schema", (pack) => void ((at(pack, "crack-after").with = []), (at(pack, "crack-after").does = []))],
    ["unknown-class", (pack) => (pack.worth.kits[0]!.parts.classes = ["moon"])],
    ["id-twice", (pack) => void pack.strip.steps[0]!.renew!.push({ ...pack.strip.steps[0]!.renew![0]! })],
  ];
  for (const [code, change] of faults)
    expect([code, (said(change) as readonly string[]).includes(code)]).toEqual([code, true]);
});
