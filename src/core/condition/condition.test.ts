import fc from "fast-check";
import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { choiceAt, decide } from "../fixtures/choices";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import type { Consequence, Nature } from "../pack/schema-consequences";
import { isSettled } from "../plan/standing";
import { usualConsequence } from "./finding-verdict";
import { meet, type Verdict } from "../evidence/verdict";

// What follows from what is seen is common practice and has no source; the masses, hours and places are invented.

const asOf = "2026-11-24T00:00:00Z";

/** An engine that measures as new throughout: only what is seen, tested or known can speak against it. */
function asNew(pack: CompiledPack = orrinshaw, begin = (bench: TestBench) => bench.readRestAsNew()) {
  const bench = new TestBench(pack);
  begin(bench);
  const judged = () => assess(pack, bench.entries, asOf);
  return {
    bench,
    judged,
    part: (slot: string) => bench.partIn.get(slot)!,
    see: (
      slot: string,
      finding: string,
      value: string,
      place: string | null = null,
      settling: readonly string[] = [],
    ) =>
      bench.add("finding-made", {
        part: bench.partIn.get(slot)!,
        place,
        finding,
        value,
        phase: "after-cleaning",
        words: null,
        ...(settling.length > 0 ? { supersedes: [...settling] } : {}),
      }),
    know: (section: "history" | "order", item: string, value: string | number | boolean) =>
      bench.add("intake-noted", { section, item, part: null, place: null, value }),
    choice: (row: string) => choiceAt(judged(), row),
    decide: (
      row: string,
      disposition: "reuse" | "rework",
      { ways = [] as { feature: string; step: string }[], reason = "" } = {},
    ) => decide(bench, row, disposition, { ways, reason: reason || null }),
  };
}

/** What is proposed for a row, and what speaks for and against using it again. */
const said = ({ choice }: ReturnType<typeof asNew>, row: string) => {
  const { proposal, options } = choice(row);
  const reuse = options.find(({ disposition }) => disposition === "reuse")!;
  return { proposed: proposal.disposition, reuse: reuse.allowed, why: reuse.reasons.map(({ code }) => code) };
};

/** The pack with other consequences. */
function packWith(consequences: readonly object[]): CompiledPack {
  const read = readPack({ ...orrinshaw.pack, consequences });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

const bolt = "rod-bolt-5b/length";
const weighed = (left: number, standard = 0.05) => ({
  wholeGrams: 82,
  wholeStandard: standard,
  wholeFrom: "sister" as const,
  leftGrams: left,
  leftStandard: standard,
});

test("an engine that measures as new and of which nothing is known but that is used again", () => {
  const engine = asNew();
  expect(said(engine, bolt)).toMatchObject({ proposed: "reuse", reuse: true });
  expect(said(engine, "rod-5/big-end")).toMatchObject({ proposed: "reuse", reuse: true });
});

describe("a part of which mass is missing", () => {
  test.each([
    ["is broken", 50, 0.05, false, "replace", "part-broken"],
    ["may be broken where the balance cannot tell", 81.5, 0.5, null, "hold", "part-may-be-broken"],
    ["is whole where nothing is", 82, 0.05, true, "reuse", null],
  ] as const)("%s", (_, left, standard, reuse, proposed, code) => {
    const engine = asNew();
    engine.bench.add("broken-weighed", { part: engine.part("rod-bolt-5b"), ...weighed(left, standard) });
    const found = said(engine, bolt);
    expect(found).toMatchObject({ reuse, proposed });
    expect(found.why.includes(code ?? "part-broken")).toBe(code !== null);
  });

  test("is broken by one of two weighings that disagree, until somebody corrects it: no second weighing heals a part", () => {
    const engine = asNew();
    for (const left of [82, 50])
      engine.bench.add("broken-weighed", { part: engine.part("rod-bolt-5b"), ...weighed(left) });
    expect(said(engine, bolt)).toMatchObject({ reuse: false, proposed: "replace" });
    expect(said(engine, bolt).why).toContain("part-weighed-twice");
  });

  test("is broken too where a piece of it lay in the sump, and nobody goes past that", () => {
    const engine = asNew();
    engine.bench.add("fragment-found", {
      fragment: engine.bench.newId(),
      grams: 3,
      standard: 0.05,
      material: null,
      where: "sump",
      parent: engine.part("rod-bolt-5b"),
      words: null,
      photo: null,
    });
    expect(said(engine, bolt)).toMatchObject({ reuse: false, proposed: "replace" });
    expect(said(engine, bolt).why).toContain("piece-of-it-found");
    engine.decide(bolt, "reuse", { reason: "It was only a little piece." });
    const { holds } = engine.judged();
    expect(isSettled(engine.choice(bolt))).toBe(false);
    expect(holds).toContainEqual(expect.objectContaining({ kind: "danger", code: "decided-though-refused" }));
  });
});

describe("something seen", () => {
  test.each<[string, Parameters<ReturnType<typeof asNew>["see"]>, string, boolean | null, string]>([
    ["a broken rod", ["rod-5", "bent", "broken", "beam"], "rod-5/big-end", false, "replace"],
    ["a blued rod", ["rod-5", "heat-tint", "severe", "big-end"], "rod-5/big-end", false, "replace"],
    ["a tinted rod", ["rod-5", "heat-tint", "trace", "big-end"], "rod-5/big-end", null, "hold"],
    ["a hole in the block", ["block", "struck", "hole", "bay-5"], "block/tunnel-m3", false, "replace"],
    ["a liner scored to be felt", ["liner-3", "scoring", "moderate", "bore"], "liner-3/bore", null, "hold"],
    ["a polished liner", ["liner-3", "polish", "moderate", "bore"], "liner-3/bore", true, "reuse"],
  ])("%s", (_, finding, row, reuse, proposed) => {
    const engine = asNew();
    engine.see(...finding);
    expect(said(engine, row)).toMatchObject({ reuse, proposed });
  });

  test("at a journal speaks of that journal, and grinding takes it away; heat stays", () => {
    const engine = asNew();
    engine.see("crankshaft", "scoring", "severe", "big-end-5");
    const five = engine.choice("crankshaft/big-end-j5");
    expect(said(engine, "crankshaft/big-end-j5")).toMatchObject({ reuse: false, proposed: "rework" });
    expect(five.proposal.allowed).toBe(true);
    // The mains stay as they are.
    expect(five.proposal.ways.map(({ feature, step }) => [feature, step])).toEqual([["big-end", "u-25"]]);
  });

  test("by two people who differ counts as the worse until somebody settles it", () => {
    const engine = asNew();
    const two = ["none", "broken"].map((value) => engine.see("rod-5", "bent", value, "beam").id);
    expect(said(engine, "rod-5/big-end").reuse).toBe(false);
    engine.see("rod-5", "bent", "none", "beam", two);
    expect(said(engine, "rod-5/big-end").reuse).toBe(true);
  });

  test("stays with its part, wherever that is fitted, and its sisters are crack-checked before they are used", () => {
    const engine = asNew();
    engine.see("rod-5", "bent", "broken", "beam");
    engine.bench.add("part-removed", { part: engine.part("rod-5") });
    engine.bench.add("part-removed", { part: engine.part("rod-6") });
    engine.bench.add("part-installed", { part: engine.part("rod-5"), slot: "rod-6" });
    engine.bench.add("part-installed", { part: engine.part("rod-6"), slot: "rod-5" });
    expect([said(engine, "rod-5/big-end").reuse, said(engine, "rod-6/big-end").reuse]).toEqual([null, false]);
    expect(said(engine, "rod-5/big-end").why).toContain("sister-unchecked");
  });
});

describe("where a pack says nothing the nature of what is seen decides, the cautious way", () => {
  test.each<[Nature, readonly string[]]>([
    ["deposit", ["tell", "clean", "clean"]],
    ["surface", ["tell", "ask", "refuse"]],
    ["heat", ["ask", "ask", "refuse"]],
    ["fatigue", ["ask", "ask", "refuse"]],
    ["bending", ["ask", "ask", "refuse"]],
    ["broken", ["refuse", "refuse", "refuse"]],
  ])("%s", (nature, follows) => {
    expect(([1, 2, 3] as const).map((grade) => usualConsequence(nature, grade, false))).toEqual(follows);
  });

  test("and is called usual practice", () => {
    const silent = asNew(packWith([]));
    silent.see("liner-3", "scoring", "trace", "bore");
    silent.see("liner-4", "scoring", "moderate", "bore");
    silent.see("liner-5", "scoring", "severe", "bore");
    silent.see("piston-1", "carbon", "severe", "crown");
    expect(["liner-3/bore", "liner-4/bore", "liner-5/bore"].map((row) => said(silent, row).reuse)).toEqual([true, null, false]); // prettier-ignore
    const { byPart } = silent.judged().condition;
    const of = (slot: string) => byPart.get(silent.part(slot))!.reuse.reasons.map((why) => [why.code, "source" in why.params && why.params.source]); // prettier-ignore
    expect(["liner-3", "liner-4", "liner-5", "piston-1"].flatMap(of)).toEqual([
      ["seen-tells", null],
      ["seen-asks", null],
      ["seen-refuses", null],
      ["seen-cleans", null],
    ]);
  });
});

describe("what a check before taking apart showed", () => {
  const loose = (then: Consequence["then"]) =>
    packWith([
      {
        id: "loose",
        class: "rod-bolt",
        when: { is: "check", check: "rod-bolts" },
        then,
        why: "It has worked.",
        ref: { source: "practice" },
      },
    ]);
  const note = (bench: TestBench) =>
    bench.add("check-noted", { check: "rod-bolts", place: "b5b", state: "loose", value: 20, skipped: null });

  test.each([
    ["refuse", false, "tested-refuses"],
    ["ask", null, "tested-asks"],
    ["tell", true, "tested-tells"],
  ] as const)("%s", (then, reuse, code) => {
    const engine = asNew(loose(then));
    note(engine.bench);
    const { byPart } = engine.judged().condition;
    expect(byPart.get(engine.part("rod-bolt-5b"))!.reuse).toMatchObject({ allowed: reuse, reasons: [{ code }] });
    expect(byPart.has(engine.part("rod-bolt-5a"))).toBe(false);
  });

  test("is not of a bolt that was fitted since", () => {
    const engine = asNew(loose("refuse"));
    note(engine.bench);
    const fresh = engine.bench.newId();
    const old = engine.part("rod-bolt-5b");
    engine.bench.add("part-came-out", { part: old, slot: "rod-bolt-5b", step: null, orientation: null, bag: null });
    engine.bench.add("part-removed", { part: old });
    engine.bench.add("part-tagged", { part: fresh, class: "rod-bolt", tag: "new", origin: "supplier" });
    engine.bench.add("part-installed", { part: fresh, slot: "rod-bolt-5b" });
    const { byPart } = engine.judged().condition;
    expect([byPart.get(old)?.reuse.allowed, byPart.get(fresh)]).toEqual([false, undefined]);
  });
});

test.each([
  ["refuse", false, "known-refuses"],
  ["ask", null, "known-asks"],
  ["tell", true, "known-tells"],
] as const)("what is known of the engine's past: %s", (then, reuse, code) => {
  const when = { is: "history", item: "drowned", value: "yes" };
  const engine = asNew(packWith([{ id: "drowned", class: "rod", when, then, why: "Water does not give.", ref: { source: "practice" } }])); // prettier-ignore
  engine.know("history", "drowned", "yes");
  const { byPart } = engine.judged().condition;
  expect(byPart.get(engine.part("rod-3"))!.reuse).toMatchObject({ allowed: reuse, reasons: [{ code }] });
});

describe("a part with a limited life", () => {
  const aged = (since: number | null) => {
    const engine = asNew();
    engine.know("order", "hours-wanted", 6000);
    if (since !== null) {
      engine.know("history", "hours-since-new", since);
      engine.know("history", "hours-since-overhaul", since);
    }
    return engine.judged().condition.byPart.get(engine.part("piston-1"))!.reuse;
  };
  test.each([
    ["that is over by the end of the hours wanted", 12_100, false, "life-over"],
    ["that nobody knows the age of", null, null, "life-unknown"],
  ])("%s", (_, since, reuse, code) => {
    expect(aged(since)).toMatchObject({ allowed: reuse, reasons: [{ code }] });
  });

  test("out of the supplier's box has all of it before it", () => {
    const engine = asNew();
    engine.know("order", "hours-wanted", 6000);
    const part = engine.bench.newId();
    engine.bench.add("part-tagged", { part, class: "piston", tag: "new", origin: "supplier" });
    expect(engine.judged().condition.byPart.get(part)).toBeUndefined();
  });
});

describe("a part that is judged by eye", () => {
  test("waits until somebody looked, is used again when nothing was there, and goes when something was", () => {
    const engine = asNew(orrinshaw, (bench) => bench.checkForCracks());
    const [row] = orrinshaw.byEye.flatMap(({ rows }) => rows).filter(({ slot }) => slot.id === "water-pump");
    const [{ id, places }] = row!.partClass.findings as [(typeof row & object)["partClass"]["findings"][number]];
    const place = places[0] ?? null;
    expect(said(engine, row!.id)).toEqual({ proposed: "hold", reuse: null, why: ["not-looked-over"] });
    const looks = (places.length > 0 ? places : [null]).map((at) => engine.see("water-pump", id, "none", at));
    expect(said(engine, row!.id)).toEqual({ proposed: "reuse", reuse: true, why: ["looked-over"] });
    const severe = row!.partClass.findings[0]!.values.find(({ grade }) => grade === 3)!.id;
    engine.see("water-pump", id, severe, place, [looks[0]!.id]);
    expect(said(engine, row!.id)).toMatchObject({ proposed: "replace", reuse: false });
  });

  test("and wears in on another waits for that too: tappets with the camshaft", () => {
    const engine = asNew(orrinshaw, (bench) => bench.checkForCracks());
    expect(said(engine, "tappet-1i/seen").why).toEqual(["not-looked-over", "not-measured", "mate-open"]);
    const worn = asNew();
    worn.see("camshaft", worn.bench.pack.classes.get("camshaft")!.findings[0]!.id, "severe", null);
    expect(said(worn, "tappet-1i/seen").why).toContain("looked-over");
  });
});

describe("a decision", () => {
  test("that nobody would be allowed to take is not a decision: scrapped parts are not used again for any reason", () => {
    const engine = asNew();
    engine.bench.add("part-scrapped", { part: engine.part("rod-5"), why: "bent", made: "marked", certificate: null });
    engine.decide("rod-5/big-end", "reuse", { reason: "It looks all right to me." });
    expect(isSettled(engine.choice("rod-5/big-end"))).toBe(false);
    expect(engine.judged().holds.map(({ code }) => code)).toContain("decided-though-refused");
  });

  test("against what was seen counts with a reason, where the pack lets a person say it", () => {
    const engine = asNew();
    engine.see("liner-3", "scoring", "severe", "bore");
    engine.decide("liner-3/bore", "reuse");
    expect(isSettled(engine.choice("liner-3/bore"))).toBe(false);
    const [first] = engine.choice("liner-3/bore").stated.decisions;
    engine.bench.add("decision-made", {
      part: engine.part("liner-3"),
      feature: null,
      disposition: "reuse",
      ways: [],
      reason: "Museum engine, runs once a year.",
      witness: first!.witness,
      supersedes: [first!.id],
    });
    expect(isSettled(engine.choice("liner-3/bore"))).toBe(true);
  });

  test("for a size that is no longer on offer is held, and to be made again", () => {
    const engine = asNew();
    engine.decide("crankshaft/big-end-j5", "rework", { ways: [{ feature: "big-end", step: "no-such-size" }] });
    expect(isSettled(engine.choice("crankshaft/big-end-j5"))).toBe(false);
    expect(engine.judged().holds).toContainEqual(expect.objectContaining({ kind: "debt", code: "decided-off-offer" }));
  });
});

test("verdicts meet in any order and group: nothing grants what another refuses", () => {
  const verdict = fc.record<Verdict>({ allowed: fc.constantFrom(true, false, null), reasons: fc.constant([]) });
  fc.assert(
    fc.property(fc.array(verdict, { minLength: 1 }), fc.nat(), (all, cut) => {
      const at = cut % all.length;
      const answer = meet(all).allowed;
      expect(meet([...all].reverse()).allowed).toBe(answer);
      expect(meet([meet(all.slice(0, at)), meet(all.slice(at))]).allowed).toBe(answer);
      expect(answer).toBe(all.some(({ allowed }) => allowed === false) ? false : all.every(({ allowed }) => allowed) || null); // prettier-ignore
    }),
  );
});
