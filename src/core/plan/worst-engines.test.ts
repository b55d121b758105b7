import fc from "fast-check";
import { worthOf } from "../money/worth";
import { AssessmentJson, toAssessmentJson } from "../json/assessment-json";
import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt, decide, judged } from "../fixtures/choices";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { nextStep } from "../views/next-step";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import { makeWitness } from "./make-witness";
import { optionKey } from "../option/same-option";
import { condemned, isSettled } from "./standing";

// Engines that are as bad as they come, and what must not be said of them. Common practice, no source; figures invented.

const see = (
  bench: TestBench,
  slot: string,
  finding: string,
  value: string,
  place: string,
  phase: "before-cleaning" | "after-cleaning" = "before-cleaning",
) =>
  // prettier-ignore
  bench.add("finding-made", { part: bench.partIn.get(slot)!, place, finding, value, phase, words: null });

const changed = (change: (pack: CompiledPack["pack"]) => object): CompiledPack => {
  const read = readPack(change(json("packs/orrinshaw-6m.json") as CompiledPack["pack"]));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};

test("of an engine that nobody looked at nothing is proposed, counted or said to be worth anything", () => {
  const assessment = judged(new TestBench(orrinshaw));
  const { choices, plan } = assessment;
  expect(new Set(choices.map(({ proposal }) => proposal.disposition))).toEqual(new Set(["hold"]));
  expect(choices.every(({ proposal }) => proposal.reasons.length > 0)).toBe(true);
  expect([worthOf(orrinshaw, assessment)!.course, plan.progress.done, condemned(choices).size]).toEqual([null, 0, 0]);
});

test("of an engine that lies in pieces nothing is offered for use, and nobody is sent to measure it", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew(["rod-big-end", "piston-skirt", "camshaft-run-out"]);
  for (const [slot, part] of bench.partIn)
    bench.add("part-scrapped", { part, why: `${slot} burned`, made: "destroyed", certificate: null });
  const assessment = judged(bench);
  const offered = assessment.choices.flatMap(({ slot, options }) =>
    options
      .filter(({ disposition, allowed }) => allowed !== false && ["reuse", "clean", "rework"].includes(disposition))
      .map((option) => `${slot.id} ${optionKey(option)}`),
  );
  expect(offered).toEqual([]);
  expect(assessment.choices.every(({ proposal }) => proposal.disposition === "replace")).toBe(true);
  expect(nextStep(orrinshaw, assessment).station).not.toBe("measure");
});

test("severe carbon is cleaned off a good piston, which is looked at again before it counts as clean", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  see(bench, "piston-2", "carbon", "severe", "crown");
  const before = choiceAt(judged(bench), "piston-2");
  expect([before.options[0]!.allowed, before.proposal.disposition]).toEqual([null, "clean"]);
  decide(bench, "piston-2", "clean");
  const owed = () => judged(bench).holds.filter(({ code }) => code === "clean-and-look").length;
  expect([isSettled(choiceAt(judged(bench), "piston-2")), owed()]).toEqual([true, 1]);
  see(bench, "piston-2", "carbon", "none", "crown", "after-cleaning");
  const after = choiceAt(judged(bench), "piston-2");
  expect([after.options[0]!.allowed, isSettled(after), owed()]).toEqual([true, true, 0]);
});

test("one crack to be repaired and one to be watched are both, and neither hides the other", () => {
  const bench = new TestBench(orrinshaw);
  bench.add("intake-noted", { section: "school", item: "crack-repair", part: null, place: null, value: "stitch" });
  bench.readRestAsNew();
  const part = bench.partIn.get("block")!;
  const crack = (line: [number, number][], lengthMm: number) =>
    bench.add("crack-found", { part, line, lengthMm, method: "dye", words: null });
  crack([[70, 72], [70, 80]], 8); // prettier-ignore
  crack([[144, 100], [144, 130]], 30); // prettier-ignore
  const { cracks } = judged(bench).crack.byPart.get(part)!;
  expect(cracks.map(({ verdict }) => verdict)).toEqual(["repairable", "watch"]);
  const { options, proposal } = choiceAt(judged(bench), "block");
  expect(options[0]!.allowed).toBe(false);
  expect([proposal.disposition, proposal.ways.map(({ step }) => step)]).toEqual(["rework", ["crack-repair"]]);
  expect(proposal.reasons.map(({ code }) => code)).toEqual(expect.arrayContaining(["cracked-repairable", "crack-watched"])); // prettier-ignore
});

test("what is scrapped is kept for no other build, and a decision of one's own does not make itself right", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  bench.add("part-scrapped", { part: bench.partIn.get("rod-2")!, why: "bent", made: "marked", certificate: null });
  decide(bench, "rod-2", "keep", { reason: "A spare." });
  expect(isSettled(choiceAt(judged(bench), "rod-2"))).toBe(false);
  // One spring is wanted new: its set follows, and yet the evidence for it is what it was.
  decide(bench, "spring-1i", "replace", { reason: "Owner's wish." });
  const { choices, holds } = judged(bench);
  const [mine, mate] = ["spring-1i", "spring-2i"].map((slot) => choiceAt({ choices }, slot).proposal.disposition);
  expect([mine, mate]).toEqual(["reuse", "replace"]);
  expect(holds.map(({ code, path }) => `${code} ${path.join()}`)).not.toContain("evidence-changed spring-1i");
});

test("decisions by feature of an older record count together: in part they settle nothing", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const choice = choiceAt(judged(bench), "liner-3");
  const witness = makeWitness(choice, orrinshaw.sha256, bench.entries);
  const byFeature = (feature: string) =>
    bench.add("decision-made", { part: choice.part!.id, feature, disposition: "reuse", ways: [], reason: null, witness }); // prettier-ignore
  byFeature("bore");
  const held = () => judged(bench).holds.flatMap(({ code, path }) => (path[0] === "liner-3" ? [code] : []));
  expect([isSettled(choiceAt(judged(bench), "liner-3")), held()]).toEqual([false, ["decision-incomplete"]]);
  byFeature("pits");
  expect([isSettled(choiceAt(judged(bench), "liner-3")), held()]).toEqual([true, []]);
});

test("evidence of harm to a part never turns a refusal of that part into an offer", () => {
  const harms = [
    ["rod-3", "bent", "broken", "beam"],
    ["rod-3", "heat-tint", "severe", "big-end"],
    ["piston-2", "broken", "piece", "lands"],
    ["piston-2", "scoring", "severe", "skirt-thrust"],
    ["crankshaft", "scoring", "severe", "big-end-5"],
    ["crankshaft", "scoring", "moderate", "big-end-5"],
    ["liner-4", "scoring", "severe", "bore"],
  ] as const;
  fc.assert(
    fc.property(fc.shuffledSubarray([...harms], { minLength: 2 }), (order) => {
      const bench = new TestBench(orrinshaw);
      bench.readRestAsNew();
      const refused = new Map<string, ReadonlySet<string>>();
      for (const [slot, finding, value, place] of order) {
        see(bench, slot, finding, value, place, "after-cleaning");
        const assessment = judged(bench);
        for (const each of new Set(harms.map(([of]) => of))) {
          const now = choiceAt(assessment, each).options.filter(({ allowed }) => allowed === false).map(optionKey); // prettier-ignore
          if (each === slot) for (const key of refused.get(each) ?? []) expect(now).toContain(key);
          refused.set(each, new Set(now));
        }
      }
    }),
    { numRuns: 4 },
  );
});

describe("a life", () => {
  const lived = (life: object, notes: Readonly<Record<string, number>>, wanted: Readonly<Record<string, number>>) => {
    const pack = changed((given) => ({
      ...given,
      classes: given.classes.map((each) => (each.id === "rod" ? { ...each, life: { ...life, ref: { source: "practice" } } } : each)), // prettier-ignore
    }));
    const bench = new TestBench(pack);
    bench.readRestAsNew();
    const note = (section: "history" | "order", item: string, value: number) =>
      bench.add("intake-noted", { section, item, part: null, place: null, value });
    for (const [item, value] of Object.entries(notes)) note("history", item, value);
    for (const [item, value] of Object.entries(wanted)) note("order", item, value);
    const [reuse] = choiceAt(judged(bench), "rod-2").options;
    return [reuse!.allowed, reuse!.reasons.map(({ code }) => code).find((code) => code.startsWith("life-")) ?? null];
  };
  const run = { "kilometres-since-new": 180_000, "kilometres-since-overhaul": 180_000 };
  test.each<[string, object, Readonly<Record<string, number>>, Readonly<Record<string, number>>, boolean | null, string | null]>([
    ["in kilometres is over whatever it measures", { kilometres: 200_000 }, run, { "kilometres-wanted": 50_000 }, false, "life-over"],
    ["in kilometres is enough", { kilometres: 250_000 }, run, { "kilometres-wanted": 50_000 }, true, null],
    ["that scatters asks when it comes near", { kilometres: 250_000, scatter: 0.1 }, run, { "kilometres-wanted": 50_000 }, null, "life-unknown"],
    ["in cycles, of which nobody knows how many were run", { cycles: 4000 }, {}, { "cycles-wanted": 500 }, null, "life-unknown"],
    ["in cycles, of which more are run than it has", { cycles: 4000 }, { "cycles-since-new": 4100, "cycles-since-overhaul": 4100 }, {}, false, "life-over"],
  ])("%s", (_, life, notes, wanted, allowed, code) => expect(lived(life, notes, wanted)).toEqual([allowed, code])); // prettier-ignore
});

test("a group too large to settle is said to be and held, never guessed", () => {
  const walls = [...orrinshaw.slots.values()].filter(({ class: of }) => of === "rod-shell" || of === "main-shell").slice(0, 20); // prettier-ignore
  const ends = walls.map(({ id }, at) => ({ id: `e${at}`, name: id }));
  const pack = changed((given) => ({
    ...given,
    joints: [
      ...given.joints,
      {
        id: "all-walls",
        name: "all walls",
        title: "All walls",
        ends,
        places: [{ id: "all", name: "all walls", label: "all", ends: Object.fromEntries(ends.map(({ id, name }) => [id, { slot: name, feature: "wall" }])) }], // prettier-ignore
        governing: {
          id: "spread",
          name: "spread",
          short: "spread",
          expr: { across: ends.map(({ id }) => id), reduce: "range", each: { reduce: "mean", points: {} } },
          nonNegative: true,
          limits: { reassembly: { max: 5, ref: { source: "practice" } } },
        },
        wearsTowards: "larger",
        givesWay: ends.map(({ id }) => id),
      },
    ],
  }));
  const bench = new TestBench(pack);
  bench.readRestAsNew();
  const { holds, choices } = judged(bench);
  expect(holds.map(({ code }) => code)).toContain("pick-too-large");
  const shell = choices.find(({ slot }) => slot.id === walls[0]!.id)!;
  expect([shell.proposal.disposition, shell.proposal.reasons[0]!.code]).toEqual(["hold", "pick-too-large"]);
  // What does not hang on it is proposed as ever.
  expect(choiceAt({ choices }, "spring-1i").proposal.disposition).toBe("reuse");
});

test("what is bought for a place that is not good yet says that it is fitted later", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  for (const slot of ["piston-4", "liner-4"])
    bench.add("part-scrapped", { part: bench.partIn.get(slot)!, why: "seized", made: "marked", certificate: null });
  expect(choiceAt(judged(bench), "piston-4").proposal.reasons.map(({ code }) => code)).toContain("fitted-after");
});

test("whatever is wrong, the assessment is open data of its published shape", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew(["crankshaft-main"]);
  see(bench, "rod-5", "bent", "broken", "beam", "after-cleaning");
  decide(bench, "rod-5", "reuse", { reason: "It is straight enough." });
  expect(AssessmentJson.safeParse(toAssessmentJson(judged(bench))).error).toBeUndefined();
  expect(isSettled(choiceAt(judged(bench), "rod-5"))).toBe(false);
});

describe("a crank that was ground", () => {
  /** A worn and scored crank, its big ends ground and measured since. */
  const ground = (finished: readonly number[], { damage = 0.05 } = {}) => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["crankshaft-big-end", "crankshaft-damage"]);
    const row = (at: number, feature: string) => `crankshaft/${feature}-j${at + 1}`;
    const read = (phase: "cleaned" | "reworked", feature: string, values: readonly number[]) => {
      const quantities = orrinshaw.rows.get(row(0, feature))!.at.feature.quantity;
      const gauge = { ...testGauge, id: `gauge-${quantities}`, method: "direct" as const, quantities: [quantities] };
      const occasion = bench.occasion({ phase, gauge, master: null });
      values.forEach((value, at) => {
        const { points } = orrinshaw.rows.get(row(at, feature))!.at.feature;
        bench.readAll(occasion, row(at, feature), points.map(() => value)); // prettier-ignore
      });
    };
    read("cleaned", "big-end", [70.96, 70.94, 70.93, 70.96, 70.97, 70.96]);
    read("cleaned", "damage", [0, damage, 0, 0, 0, 0]);
    see(bench, "crankshaft", "scoring", "severe", "big-end-2", "after-cleaning");
    const before = judged(bench);
    const ways = [{ feature: "big-end", step: "u-25" }];
    decide(bench, "crankshaft", "rework", { ways });
    read("reworked", "big-end", finished);
    return { bench, before: choiceAt(before, "crankshaft"), after: choiceAt(judged(bench), "crankshaft") };
  };
  const codes = ({ options }: ReturnType<typeof choiceAt>) => options[0]!.reasons.map(({ code }) => code);
  const all = (mm: number) => Array.from({ length: 6 }, () => mm);

  test("scoring no longer refuses a journal once it is ground below it, which is held against its size since", () => {
    const { bench, before, after } = ground(all(70.74));
    expect([before.options[0]!.allowed, codes(before)]).toEqual([false, expect.arrayContaining(["seen-refuses", "outside-limit"])]); // prettier-ignore
    expect(before.proposal.ways.map(({ step }) => step)).toEqual(["u-25"]);
    expect([after.options[0]!.allowed, after.proposal.disposition]).toEqual([true, "reuse"]);
    // What was decided is done, and asks nobody again.
    expect([isSettled(after), judged(bench).holds.filter(({ code }) => /^(evidence-changed|override|decided)/.test(code))]).toEqual([true, []]); // prettier-ignore
    // What is seen afterwards is there.
    see(bench, "crankshaft", "scoring", "severe", "big-end-2", "after-cleaning");
    expect(choiceAt(judged(bench), "crankshaft").options[0]!.allowed).toBe(false);
  });

  test.each([
    ["between two sizes no shells are to be had", all(70.86), {}, "outside-limit"],
    ["not below what was damaged the damage still speaks", all(70.74), { damage: 0.2 }, "seen-refuses"],
    ["one journal at a size of its own", [70.74, 70.49, 70.74, 70.74, 70.74, 70.74], {}, "sizes-differ"],
    ["one journal measured since, the others not", [70.74], {}, "not-measured-since-machining"],
  ])("%s", (_, finished, more, code) => {
    const { after } = ground(finished, more);
    expect(codes(after)).toContain(code);
    expect([after.options[0]!.allowed, after.proposal.disposition === "reuse"]).not.toContain(true);
  });
});
