import fc from "fast-check";
import { standingHandOver } from "../entry/visit";
import { TestBench, testGauge } from "../fixtures/bench";
import { asOf, choiceAt, codesOf, decide, holdsOf, seen } from "../fixtures/choices";
import { demoJob, demoJobs, packOf } from "../fixtures/load";
import { assess } from "../fixtures/judge";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { gateOf } from "../hand-over/gate";
import { makeHandOverWitness } from "../hand-over/make-hand-over-witness";
import { isSettled } from "../plan/standing";
import { orderOfJob } from "../ordering/order-of-job";
import { cardOf } from "../views/card";
import { nextStep } from "../views/next-step";
import { ownerViewOf } from "../views/owner-view";
import { countStages, isDecided, isReady, statesOfPlaces, type Wait } from "./state-of-places";

// Where a place stands is what was done there, and never what is meant. Common practice, no source; figures invented.

/** By a judge that remembers: a history is judged at each of its steps. */
const judged = (bench: TestBench) => assess(bench.pack, bench.entries, asOf);
const statesOf = (bench: TestBench) => statesOfPlaces(bench.pack, judged(bench));
const sayAt = (bench: TestBench, slot: string) => {
  const { stage, waits } = statesOf(bench).get(slot)!;
  return [stage, ...waits.map((wait: Wait) => (wait.is === "hold" ? wait.hold.code : wait.is))];
};
const line = (slots: string[], quantity: number) => ({ line: "1", name: "liner", class: "liner", number: null, revisions: [], slots, quantity, price: null, deposit: 0 }); // prettier-ignore
const received = { line: "1", box: null, number: null, revision: null, lot: null, words: null, parts: [] as string[] };

test("a new part is bought, promised, wrong, here; replaced it never is by being decided", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  seen(bench, "liner-2", "pitting", "severe", "water-side");
  expect(sayAt(bench, "liner-2")[0]).toBe("judged");
  decide(bench, "liner-2", "replace", { reason: "Through in places" });
  expect(sayAt(bench, "liner-2")).toEqual(["decided", "ordering"]);
  const purchase = bench.add("purchase-made", { supplier: "Lock Street", due: "2026-11-20", words: null, lines: [line(["liner-2"], 1)] }); // prettier-ignore
  expect(sayAt(bench, "liner-2")).toEqual(["ordered", "delivery"]);
  expect(statesOf(bench).get("liner-2")!.waits[0]).toMatchObject({ due: "2026-11-20", isLate: true });
  const wrong = bench.add("goods-received", { ...received, purchase: purchase.id, quantity: 1, state: "wrong" });
  expect(sayAt(bench, "liner-2")).toEqual(["ordered", "amiss", "delivery"]);
  bench.add("goods-received", { ...received, purchase: purchase.id, quantity: 1, state: "right", supersedes: [wrong.id] }); // prettier-ignore
  expect(sayAt(bench, "liner-2")).toEqual(["ready"]);
});

test("what was machined is ready once it was measured again as it was asked for, and back it is not", () => {
  const bench = TestBench.of(pellbrook, demoJob("hill-tram-2"));
  const part = bench.partIn.get("cylinder-3")!;
  const stage = () => sayAt(bench, "cylinder-3").slice(0, 2);
  for (const n of [1, 2, 3, 4]) decide(bench, `cylinder-${n}`, "rework", { ways: [{ feature: "bore", step: "o-50" }], reason: "All to one size" }); // prettier-ignore
  expect(stage()).toEqual(["decided", "sending-out"]);
  bench.add("sent-out", { parts: [part], to: "Weir Street Grinding", due: "2026-12-01" });
  expect(stage()).toEqual(["sent-out", "machine-shop"]);
  bench.add("came-back", { part, state: "right", words: null });
  expect(stage()).toEqual(["here", "measuring-again"]);
  const { points } = pellbrook.rows.get("cylinder-3/bore")!.at.feature;
  const fine = { phase: "reworked", gauge: { ...testGauge, method: "direct" }, master: null } as const;
  bench.readAll(bench.occasion(fine), "cylinder-3/bore", points.map(() => 76.72)); // prettier-ignore
  expect(stage()[1]).toBe("amiss");
});

test("of broken, refused, held and blank engines nothing is ready, whatever was decided of it", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew(["piston-skirt"]);
  const scrapped = bench.partIn.get("rod-2")!;
  bench.add("part-scrapped", { part: scrapped, why: "burst", made: "held", certificate: null });
  decide(bench, "rod-2", "reuse", { reason: "It looks well enough" });
  decide(bench, "piston-1", "reuse", { reason: "The owner says so" });
  decide(bench, "piston-2", "hold");
  seen(bench, "piston-3", "scoring", "severe", "skirt-thrust");
  decide(bench, "piston-3", "reuse", { reason: "It ran" });
  expect(["rod-2", "piston-1", "piston-2", "piston-3"].map((slot) => statesOf(bench).get(slot)!).filter(isReady)).toEqual([]); // prettier-ignore
  expect(statesOf(bench).get("piston-2")!.stage).toBe("held");
  const blank = statesOf(new TestBench(orrinshaw));
  expect(countStages(blank)).toEqual(new Map([["found", blank.size]]));
});

test("what is next is what a decision is waiting for, in the order in which it is dealt with, and last the way out", () => {
  const bench = TestBench.of(orrinshaw, demoJob("survey-launch-tern"));
  const next = () => nextStep(orrinshaw, judged(bench)).what.code;
  expect(next()).toBe("next-to-order");
  const bought = bench.add("purchase-made", { supplier: "Lock Street", due: null, words: null, lines: [line(["liner-2", "pin-1"], 2)] }); // prettier-ignore
  expect(next()).toBe("next-to-come");
  const wrong = bench.add("goods-received", { ...received, purchase: bought.id, quantity: 2, state: "damaged" });
  expect(next()).toBe("next-amiss");
  bench.add("goods-received", { ...received, purchase: bought.id, quantity: 2, state: "right", supersedes: [wrong.id] }); // prettier-ignore
  expect(next()).toBe("ready-to-hand-over");
  bench.add("part-tagged", { part: bench.newId(), class: "rod", tag: judged(bench).job.parts.get(bench.partIn.get("rod-1")!)!.tag, origin: "shelf" }); // prettier-ignore
  expect(next()).toBe("next-to-settle");
  bench.entries.pop();
  /** What was decided before gives way. */
  const instead = (slot: string, disposition: "rework" | "clean") => {
    const { options, stated } = choiceAt(judged(bench), slot);
    const way = options.find((option) => option.disposition === disposition)!;
    decide(bench, slot, disposition, { ways: way.ways.map(({ feature, step }) => ({ feature, step })), reason: "The owner asked for it", supersedes: stated.decisions.map(({ id }) => id) }); // prettier-ignore
  };
  seen(bench, "piston-1", "carbon", "severe", "crown");
  instead("piston-1", "clean");
  expect([next(), sayAt(bench, "piston-1")[1]]).toEqual(["next-to-do", "cleaning"]);
  const part = bench.partIn.get("head-front")!;
  instead("head-front", "rework");
  expect(next()).toBe("next-to-send-out");
  bench.add("sent-out", { parts: [part], to: "Weir Street", due: null });
  expect(sayAt(bench, "head-front").slice(0, 2)).toEqual(["sent-out", "machine-shop"]);
  bench.add("came-back", { part, state: "right", words: null });
  expect(next()).toBe("next-to-measure-again");
});

test.each(demoJobs)("what is counted of %s is one and the same everywhere", (name) => {
  const pack = packOf(name);
  const assessment = assess(pack, demoJob(name), "2026-11-24T08:00:00Z");
  const states = [...statesOfPlaces(pack, assessment).values()];
  expect(states.filter((state) => isDecided(state) !== isSettled(state.choice)).map(({ choice }) => choice.slot.id)).toEqual([]); // prettier-ignore
  expect(states.filter(isDecided).length).toBe(assessment.progress.get("decide")!.done);
  const { lines } = gateOf(pack, assessment);
  const open = lines.filter(({ places }) => places.length > 0).reduce((sum, { count }) => sum + count, 0);
  expect(open).toBe(states.filter((state) => !isReady(state)).length);
  expect(lines.flatMap(({ holds }) => holds).length).toBe(assessment.holds.length);
  if (lines.length > 0) expect(nextStep(pack, assessment).what.code).not.toBe("ready-to-hand-over");
});

describe("histories drawn at random", () => {
  const slots = ["liner-1", "liner-2", "crankshaft", "piston-3", "rod-1"];
  const acts = fc.array(fc.tuple(fc.constantFrom("reuse", "replace", "rework", "hold", "buy", "receive", "send", "back", "scar", "crack", "scrap"), fc.constantFrom(...slots)), { minLength: 1, maxLength: 9 }); // prettier-ignore
  const play = (bench: TestBench, [act, slot]: readonly [string, string]) => {
    const part = bench.partIn.get(slot)!;
    const purchase = act === "receive" ? judged(bench).job.purchases.at(-1) : undefined;
    if (act === "buy")
      bench.add("purchase-made", { supplier: "Lock Street", due: null, words: null, lines: [line([slot], 1)] }); // prettier-ignore
    else if (act === "receive" && purchase)
      bench.add("goods-received", { ...received, purchase: purchase.id, quantity: 1, state: "right" }); // prettier-ignore
    else if (act === "send") bench.add("sent-out", { parts: [part], to: "Weir Street", due: null });
    else if (act === "back") bench.add("came-back", { part, state: "right", words: null });
    else if (act === "scar" && slot.startsWith("piston")) seen(bench, slot, "scoring", "severe", "skirt-thrust");
    else if (act === "crack")
      bench.add("crack-found", { part, line: [[5, 5], [6, 9]], lengthMm: null, method: "dye", words: null }); // prettier-ignore
    else if (act === "scrap") bench.add("part-scrapped", { part, why: "burst", made: "held", certificate: null });
    else if (["reuse", "replace", "hold"].includes(act))
      decide(bench, slot, act as "reuse", { reason: "So it was said" }); // prettier-ignore
    else if (act === "rework") {
      const way = choiceAt(judged(bench), slot).options.find(({ disposition }) => disposition === "rework");
      if (way) decide(bench, slot, "rework", { ways: way.ways.map(({ feature, step }) => ({ feature, step })), reason: "So it was said" }); // prettier-ignore
    }
  };

  test("nothing refused or scrapped is ever ready, nothing is on its way that nobody sent, and counts agree", () => {
    fc.assert(
      fc.property(acts, (history) => {
        const bench = new TestBench(orrinshaw);
        bench.readRestAsNew();
        for (const act of history) play(bench, act);
        const assessment = judged(bench);
        const { job, crack } = assessment;
        const said = JSON.stringify(history);
        for (const { choice, stage, waits, part } of statesOfPlaces(orrinshaw, assessment).values()) {
          const { slot } = choice;
          const decided = choice.stated.decisions.at(-1)?.disposition;
          expect([said, slot.id, isDecided({ stage }) === isSettled(choice)]).toEqual([said, slot.id, true]);
          if (isReady({ stage })) {
            expect([said, slot.id, waits]).toEqual([said, slot.id, []]);
            expect([said, part && crack.scrapped.has(part.id)]).not.toEqual([said, true]);
            // Ready is what may be used as it is, was made good, or came.
            if (decided === "replace") expect([said, job.receipts.length > 0]).toEqual([said, true]);
            if (decided === "reuse") expect([said, choice.options[0]!.allowed]).toEqual([said, true]);
            if (decided === "rework") expect([said, choice.options.some(({ disposition, allowed }) => disposition === "rework" && allowed === true)]).toEqual([said, true]); // prettier-ignore
            if (decided === "rework") expect([said, job.cameBack.some((back) => back.part === part?.id)]).toEqual([said, true]); // prettier-ignore
          } else expect([said, slot.id, waits.length > 0]).toEqual([said, slot.id, true]);
          if (stage === "ordered") expect([said, job.purchases.some(({ lines }) => lines.some(({ slots: of }) => of.includes(slot.id)))]).toEqual([said, true]); // prettier-ignore
          if (stage === "sent-out") expect([said, job.sentOut.some(({ parts }) => parts.includes(part!.id))]).toEqual([said, true]); // prettier-ignore
        }
      }),
      { numRuns: 8 },
    );
  }, 120_000);
});

describe("an engine leaves", () => {
  const leave = (bench: TestBench, outcome: "released" | "in-parts" | "not-to-run") =>
    bench.add("handed-over", { to: "the ferry", note: null, outcome, past: [], word: null, witness: makeHandOverWitness(judged(bench), bench.entries) }); // prettier-ignore

  test("to run not while somebody may be hurt; what was released all the same is called back", () => {
    // All of it is decided, and two parts were never bought: a lead may say why that may be.
    const bench = TestBench.of(orrinshaw, demoJob("survey-launch-tern"));
    const gate = () => gateOf(orrinshaw, judged(bench));
    expect([gate().lines.map(({ is, count }) => [is, count]), gate().isBarred]).toEqual([[["undone", 2]], false]);
    const part = bench.partIn.get("rod-2")!;
    bench.add("work-declined", { part, disposition: "replace", what: "a new rod", warning: "it may break", by: "the owner", on: "2026-11-20", how: "phone" }); // prettier-ignore
    seen(bench, "rod-2", "heat-tint", "blue", "big-end");
    expect(
      gate()
        .lines.filter(({ hurts }) => hurts)
        .map(({ is }) => is),
    ).toContain("undecided");
    expect(gate().isBarred).toBe(true);
    leave(bench, "released");
    expect(nextStep(orrinshaw, judged(bench)).what.code).toBe("handed-over");
    if (gate().lines.some(({ is }) => is === "danger")) expect(holdsOf(bench)).toContain("released-in-danger");
    expect(holdsOf(bench)).not.toContain("released-without-reason");
    bench.add("handed-over", { to: "the ferry", note: null, outcome: "released", past: [{ is: "undecided", count: 2, why: null }], word: null, witness: makeHandOverWitness(judged(bench), bench.entries) }); // prettier-ignore
    expect(holdsOf(bench)).toContain("released-without-reason");
  });

  test("what comes after it is kept and asked about, and an engine that comes back is here again", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    const over = leave(bench, "in-parts");
    expect(holdsOf(bench)).not.toContain("after-hand-over");
    seen(bench, "piston-1", "carbon", "moderate", "crown");
    expect(judged(bench).holds.find(({ code }) => code === "after-hand-over")?.params).toEqual({ count: 1 });
    bench.add("job-reopened", { handOver: over.id, hours: 20, why: "It knocks" });
    const assessment = judged(bench);
    expect([standingHandOver(assessment.job), codesOf(assessment.holds).includes("after-hand-over")]).toEqual([null, false]); // prettier-ignore
    expect(nextStep(orrinshaw, assessment).what.code).not.toBe("handed-over");
    expect(assessment.progress.get("hand-over")).toEqual({ done: 0, total: 1 });
  });

  test("two parts with one tag are asked about at once", () => {
    const bench = new TestBench(orrinshaw);
    const { tag } = judged(bench).job.parts.get(bench.partIn.get("rod-1")!)!;
    bench.add("part-tagged", { part: bench.newId(), class: "rod", tag: tag.toLowerCase(), origin: "shelf" });
    expect(judged(bench).holds.find(({ code }) => code === "tag-twice")?.params).toMatchObject({ count: 2 });
  });
});

test("a day is the shop's own: late in the evening it is not tomorrow yet, and an unknown zone breaks nothing", () => {
  const at = "2026-12-02T02:00:00.000Z";
  const judgedIn = (zone: string | undefined) => {
    const bench = new TestBench(orrinshaw, { wantedBy: "2026-12-01" });
    bench.add("settings-taken", { settings: { currency: "EUR", labourRate: null, alwaysNew: [], ...(zone ? { zone } : {}) } }); // prettier-ignore
    const { day, holds, problems } = assess(orrinshaw, bench.entries, at);
    return [day, codesOf([...holds, ...problems]).includes("job-overdue")];
  };
  expect(judgedIn(undefined)).toEqual(["2026-12-02", true]);
  expect(judgedIn("America/Halifax")).toEqual(["2026-12-01", false]);
  expect(judgedIn("Nowhere/At_all")).toEqual(["2026-12-02", true]);
});

test.each(["ferry-marigold", "survey-launch-tern"] as const)(
  "the day that %s is ready on is the same at Order, on the board and on its owner's page",
  (name) => {
    const pack = packOf(name);
    const assessment = assess(pack, demoJob(name), "2026-11-24T08:00:00Z");
    const { likely, safe } = orderOfJob(pack, assessment).schedule!;
    const told = [cardOf(pack, assessment, demoJob(name)).ready, ownerViewOf(pack, assessment, false).ready];
    expect(told).toEqual([
      { likely, safe },
      { likely, safe },
    ]);
  },
);
