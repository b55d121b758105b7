import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { decide } from "../fixtures/choices";
import { demoJob, demoJobs, packOf } from "../fixtures/load";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { buysOfJob } from "../ordering/order-of-job";
import { purchaseOf } from "../ordering/purchase-of";
import { sumOf } from "../ordering/to-order";
import type { Payload } from "../entry/schema";
import { highsSolve } from "../fixtures/highs";
import { gateOf } from "../hand-over/gate";
import { isSettled } from "../plan/standing";
import { ownerViewOf } from "../views/owner-view";
import { planOfJob } from "../whole-plan/pose-plan";
import { bestPlan, nothingDemanded, type Plan } from "../whole-plan/whole-plan";
import { accountOf, thingsOf } from "./account";
import { answerWhole, paidPlan } from "./plan-money";
import { worthOf } from "./worth";
import { estimateOf } from "./estimate";
import { ledgerOf, moneyKinds, moneyOfLines, moneyStates, type MoneyLine } from "./ledger";

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

test.each(demoJobs)("of %s estimate, worth, owner's page and account are the one sum, to the minor unit", (name) => {
  const pack = packOf(name);
  const assessment = assess(pack, demoJob(name), asOf);
  const estimate = estimateOf(pack, assessment);
  const worth = worthOf(pack, assessment)!;
  expect(Math.round(100 * worth.costs.rebuild!)).toBe(estimate.total.likely);
  if (worth.items.length > 0)
    expect(worth.items.reduce((sum, { amount }) => sum + (amount ?? 0), 0)).toBe(estimate.total.likely);
  const ledger = ledgerOf(pack, assessment, buysOfJob(pack, assessment));
  const { money } = ownerViewOf(pack, assessment, false);
  expect(money?.total ?? sumOf([])).toEqual(ledger.total);
  expect(sumOf(money?.kinds.map(({ amount }) => amount) ?? [])).toEqual(ledger.total);
  const isDone = ({ state }: MoneyLine) => state === "committed";
  expect(accountOf(assessment, ledger).done).toBe(ledger.lines.filter(isDone).reduce((sum, { amount }) => sum + (amount?.likely ?? 0), 0)); // prettier-ignore
  // What nobody can judge yet is in the estimate at what such parts cost on the whole, and in no other sum.
  const held = assessment.choices.filter((choice) => !isSettled(choice) && choice.proposal.disposition === "hold" && !assessment.buying.covered.has(choice.slot.id)); // prettier-ignore
  const unseen = estimate.lines.filter(({ is }) => is === "unseen");
  expect(unseen.flatMap(({ slots }) => slots).sort()).toEqual(held.map(({ slot }) => slot.id).sort());
  expect(ledger.lines.some(({ is }) => is === "unseen")).toBe(false);
});

const labour = (bench: TestBench) => ledgerAt(bench).lines.flatMap(({ is, name, state, minutes, isBooked }) => (is === "labour" ? [[name, state, minutes, isBooked]] : [])); // prettier-ignore
const book = (bench: TestBench, work: Payload<"time-booked">["work"], minutes: number) =>
  bench.add("time-booked", { work, by: "Sedge", on: "2026-11-20", minutes, words: null });

test("hours that were booked stand for what was reckoned of the same work, and are owed", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const before = labour(bench);
  const of = (kind: string) => labour(bench).filter(([name]) => name === kind);
  // A rebuild takes as long as its pack says, whatever of it is behind one; work on parts comes on top.
  const whole = before.filter(([name]) => name !== "parts").reduce((sum, [, , minutes]) => sum + Number(minutes), 0);
  expect(whole).toBe(60 * pellbrook.pack.worth!.labourHours);
  expect(of("strip")).toMatchObject([["strip", "committed", expect.any(Number), false]]);
  book(bench, "strip", 300);
  expect(of("strip")).toEqual([["strip", "committed", 300, true]]);
  // Putting together is told by nothing else: what was booked of it is no longer to come, and never less than nothing is.
  const [, , together] = of("assembly")[0]!;
  book(bench, "assembly", 600);
  expect(of("assembly")).toEqual([
    ["assembly", "committed", 600, true],
    ["assembly", "to-come", Number(together) - 600, false],
  ]);
  for (let day = 0; day < 3; day += 1) book(bench, "assembly", 1440);
  expect(of("assembly")).toEqual([["assembly", "committed", 600 + 3 * 1440, true]]);
  book(bench, "other", 45);
  expect(of("other")).toEqual([["other", "committed", 45, true]]);
  const { settings } = assess(bench.pack, bench.entries, asOf).order;
  const rate = settings?.labourRate ?? pellbrook.pack.worth!.labourRate;
  expect(ledgerAt(bench).lines.find(({ id }) => id === "booked other")!.amount).toEqual({ low: 75 * rate, likely: 75 * rate, high: 75 * rate }); // prettier-ignore
});

test("what the owner brings is waited for as any other, and not charged; what was paid is taken off, and what went back put on again", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  decide(bench, "top-ring-1", "replace");
  const before = ledgerAt(bench);
  const lines = buysOfJob(bench.pack, assess(bench.pack, bench.entries, asOf)).toBuy.lines;
  bench.add("purchase-made", purchaseOf(lines, "the tramway", "2026-12-01", true));
  const after = ledgerAt(bench);
  expect(after.lines.flatMap(({ is, state, amount }) => (is === "parts" ? [[state, amount?.likely]] : []))).toEqual([["by-owner", 0]]); // prettier-ignore
  expect(after.total.likely).toBe(before.total.likely - before.lines.find(({ is }) => is === "parts")!.amount!.likely);
  expect(assess(bench.pack, bench.entries, asOf).buying.covered.has("top-ring-1")).toBe(true);

  const account = () => accountOf(assess(bench.pack, bench.entries, asOf), ledgerAt(bench));
  const { owed } = account();
  const pay = (is: Payload<"payment-noted">["is"], minor: number) => bench.add("payment-noted", { is, minor, by: "the tramway", on: "2026-11-20", how: "transfer", words: null }); // prettier-ignore
  pay("deposit", 50_000);
  const wrong = pay("payment", 999_999_00);
  expect([account().paid, account().owed]).toEqual([100_049_900, owed - 100_049_900]);
  bench.add("entry-struck", { strikes: [wrong.id] });
  pay("refund", 10_050);
  expect([account().paid, account().owed]).toEqual([39_950, owed - 39_950]);
});

test("what came with the engine holds the gate until all of it went back; more than came is never gone back", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const gate = () => gateOf(bench.pack, assess(bench.pack, bench.entries, asOf));
  const open = () => gate().lines.find(({ is }) => is === "not-returned");
  const barred = gate().isBarred;
  expect(open()).toBeUndefined();
  const came = bench.add("thing-came", { name: "bracket", quantity: 4, words: null });
  expect([open()?.count, gate().isBarred]).toEqual([1, barred]);
  const back = (quantity: number) => bench.add("thing-went-back", { thing: came.id, quantity, to: "the tramway", on: "2026-11-20" }); // prettier-ignore
  back(3);
  expect(open()?.things).toMatchObject([{ name: "bracket", quantity: 4, here: 1 }]);
  const last = back(5);
  expect([open(), thingsOf(assess(bench.pack, bench.entries, asOf).job)]).toMatchObject([undefined, [{ here: 0 }]]);
  bench.add("entry-struck", { strikes: [last.id] });
  expect(open()?.count).toBe(1);
  bench.add("entry-struck", { strikes: [came.id] });
  expect(open()).toBeUndefined();
});

test("a plan's budget is held against all that is paid, work and what is used up included", async () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const assessment = assess(pellbrook, bench.entries, asOf);
  const posed = planOfJob(pellbrook, assessment, 3000);
  const paid = (plan: Plan) => paidPlan(pellbrook, assessment, posed, plan);
  const solve = await highsSolve();
  const least = await bestPlan(posed, "now", nothingDemanded, solve);
  if (typeof least === "string") throw new Error(least);
  const answer = async (budget: number) => (await answerWhole(posed, { chance: null, budget, days: null }, solve, paid)).answer; // prettier-ignore
  // The parts alone were within it.
  expect(least.now).toBeLessThan(paid(least).now);
  const tooLittle = await answer(least.now);
  expect(tooLittle.kind).toBe("unmet");
  if (tooLittle.kind === "unmet")
    expect([tooLittle.within, paid(tooLittle.sure!).now > least.now]).toEqual([null, true]);
  // What an unmet order is told to pay is enough, to the major unit it is told in.
  const surest = await bestPlan(posed, "chance", nothingDemanded, solve);
  if (typeof surest === "string") throw new Error(surest);
  for (const chance of [null, 0.9 * surest.chance]) {
    const told = async (budget: number) =>
      (await answerWhole(posed, { chance, budget, days: null }, solve, paid)).answer;
    const first = await told(20_000);
    if (first.kind !== "unmet" || !first.sure) throw new Error(first.kind);
    const enough = 100 * Math.ceil(paid(first.sure).now / 100);
    const then = await told(enough);
    if (then.kind !== "met") throw new Error(`${chance}: ${then.kind}`);
    expect(paid(then.plan).now).toBeLessThanOrEqual(enough);
  }
  // What is beside a plan is guessed from the first that is looked at, and mended, whichever way it was wrong.
  for (const [guess, then] of [[200_000, 50_000], [50_000, 200_000]] as const) {
    let asked = 0;
    const odd = (plan: Plan) => ({ ...plan, now: plan.now + (asked++ === 0 ? guess : then) });
    const { answer: found } = await answerWhole(posed, { chance: null, budget: least.now + then, days: null }, solve, odd); // prettier-ignore
    if (found.kind !== "met") throw new Error(`${guess}: ${found.kind}`);
    expect(found.plan.now).toBeLessThanOrEqual(least.now);
  } // prettier-ignore
  for (const more of [1, 1.2]) {
    const budget = Math.ceil(paid(least).now * more);
    const met = await answer(budget);
    if (met.kind !== "met") throw new Error(`${budget} is ${met.kind}`);
    expect(paid(met.plan).now).toBeLessThanOrEqual(budget);
  }
});
