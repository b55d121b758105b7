import { TestBench } from "../fixtures/bench";
import { choiceAt, codesOf, decide, holdsOf, judged, seen as see } from "../fixtures/choices";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { didRunTogether } from "../part/ran-together";
import { isSettled } from "./standing";

// What a careful foreman would not sign. Common practice, no source; figures invented.

const note = (bench: TestBench, section: "order" | "history", item: string, value: number | string | boolean) =>
  bench.add("intake-noted", { section, item, part: null, place: null, value });

/** Another part in a slot. */
function fit(bench: TestBench, slot: string, origin: "supplier" | "donor"): string {
  const part = bench.newId();
  bench.add("part-tagged", { part, class: orrinshaw.slots.get(slot)!.class, tag: `new ${slot}`.slice(0, 24), origin });
  bench.add("part-removed", { part: bench.partIn.get(slot)! });
  bench.add("part-installed", { part, slot });
  return part;
}

test("what came new and lies in its place is not renewed again because its mate is", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const washers = orrinshaw.pack.slots.flatMap(({ id, class: of }) => (of === "thrust-washer" ? [id] : []));
  for (const slot of washers) fit(bench, slot, "supplier");
  see(bench, "crankshaft", "scoring", "severe", "big-end-5");
  const assessment = judged(bench);
  expect(choiceAt(assessment, "crankshaft").proposal.disposition).toBe("rework");
  for (const slot of washers) {
    const { proposal, options } = choiceAt(assessment, slot);
    expect([slot, proposal.disposition]).not.toEqual([slot, "replace"]);
    expect(codesOf(options[0]!.reasons)).not.toContain("companion-renewed");
  }
});

test("whether two parts ran together: of this engine by where they lay, of elsewhere by what was read of them, of two engines never", () => {
  const part = (
    origin: "engine" | "donor",
    tag: string,
    ...known: [item: "ran-in" | "ran-beside", value: string][]
  ) => {
    const bench = new TestBench(orrinshaw);
    const id = bench.newId();
    bench.add("part-tagged", { part: id, class: "tappet", tag, origin });
    for (const [item, value] of known) bench.add("part-noted", { part: id, item, feature: null, value });
    return judged(bench).job.parts.get(id)!;
  };
  const ran = (a: ReturnType<typeof part>, b: ReturnType<typeof part>, pair: boolean | null = true) =>
    didRunTogether(a, b, () => pair);
  const [own, donor] = [part("engine", "CM-1"), part("donor", "TP-9")];
  expect([ran(own, part("engine", "TP-1")), ran(own, part("engine", "TP-2"), false)]).toEqual([true, false]);
  expect([ran(own, donor), ran(donor, part("donor", "CM-9"))]).toEqual([false, null]);
  expect(ran(part("donor", "TP-9", ["ran-beside", "CM-9"]), part("donor", "CM-9"))).toBe(true);
  expect(ran(part("donor", "TP-9", ["ran-in", "Heron"]), part("donor", "CM-9", ["ran-in", "Tern"]))).toBe(false);
});

test("of an engine that hardly ran no rate of wear is claimed: what measures as new is used again", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  note(bench, "order", "hours-wanted", 4000);
  note(bench, "history", "hours-since-new", 3);
  const assessment = judged(bench);
  const short = assessment.choices.filter(({ options }) => codesOf(options[0]!.reasons).includes("short-of-hours"));
  expect(short.map(({ slot }) => slot.id)).toEqual([]);
});

test("under a certificate nobody signs past what refuses a part; elsewhere a reason does where it may", () => {
  const signed = (certified: boolean) => {
    const bench = new TestBench(larkspire);
    bench.readRestAsNew();
    note(bench, "order", "certified", certified);
    see(bench, "crankshaft", "scoring", "moderate", larkspire.classes.get("crankshaft")!.findings.find(({ id }) => id === "scoring")!.places[0] ?? null); // prettier-ignore
    decide(bench, "crankshaft", "reuse", { reason: "It polishes out." });
    return isSettled(choiceAt(judged(bench), "crankshaft"));
  };
  expect([signed(false), signed(true)]).toEqual([true, false]);
});

test("the owner's refusal of work on a part whose failure hurts people holds the hand-over until it is done or does not run", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const decline = (slot: string) =>
    bench.add("work-declined", { part: bench.partIn.get(slot)!, disposition: "replace", what: "a new one", warning: "It may part.", by: "the owner", on: "2026-11-20", how: "phone" }); // prettier-ignore
  decline("liner-2");
  expect(holdsOf(bench)).not.toContain("declined-hurts");
  decline("rod-2");
  expect(judged(bench).holds).toContainEqual(expect.objectContaining({ code: "declined-hurts", kind: "danger" }));
  decide(bench, "rod-2", "replace", { reason: "It is done all the same." });
  expect(holdsOf(bench)).not.toContain("declined-hurts");
});

test("what is noted as done about the cause and decided otherwise is a hold, at the place that failed", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  bench.add("cause-settled", { verdict: "cause", causes: [{ cause: "jet-cracked", place: "n5" }], reason: null, precautions: null, witness: null }); // prettier-ignore
  bench.add("action-answered", {
    cause: "jet-cracked",
    place: "n5",
    action: "jet-renew",
    outcome: "done",
    words: null,
  });
  decide(bench, "oil-jet-4", "reuse");
  expect(holdsOf(bench)).not.toContain("action-not-decided");
  decide(bench, "oil-jet-5", "reuse");
  expect(holdsOf(bench)).toContain("action-not-decided");
});

test("tappets and a camshaft of other engines are asked whether they ran together", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  for (const { id, class: of } of orrinshaw.pack.slots)
    if (of === "tappet" || of === "camshaft") fit(bench, id, "donor");
  const said = judged(bench).choices.filter(
    ({ partClass }) => partClass.id === "tappet" || partClass.id === "camshaft",
  );
  expect(said.flatMap(({ options }) => codesOf(options[0]!.reasons))).toContain("ran-beside-unknown");
});

test("how long it ran is asked once, for the whole engine, where hours are wanted; that nobody knows is an answer", () => {
  const bench = new TestBench(orrinshaw);
  note(bench, "order", "hours-wanted", 4000);
  expect(holdsOf(bench).filter((code) => code === "age-unknown")).toHaveLength(1);
  bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: null });
  expect(holdsOf(bench)).not.toContain("age-unknown");
});

test("figures below nothing are not known, and somebody corrects them", () => {
  const bench = new TestBench(orrinshaw);
  note(bench, "order", "budget", -5);
  note(bench, "history", "hours-since-new", -500);
  const { order, holds } = judged(bench);
  expect([order.budget, holds.filter(({ code }) => code === "figure-impossible").length]).toEqual([null, 2]);
});

test("that it cannot be told is not signed while a look of minutes would tell: how the rod broke, and its sisters", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  see(bench, "rod-5", "bent", "broken", "beam");
  bench.add("cause-settled", { verdict: "undetermined", causes: [], reason: "Nobody can tell.", precautions: "Watch it.", witness: null }); // prettier-ignore
  const { diagnosis, holds } = judged(bench);
  expect([diagnosis.gate, codesOf(holds)]).toEqual(["open", expect.arrayContaining(["looks-left"])]);
});
