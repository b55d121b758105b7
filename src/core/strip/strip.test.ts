import fc from "fast-check";
import toposort from "toposort";
import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { emptyPlaces } from "./assess-strip";
import { tagsForEmpty } from "../parts/next-tags";
import { demoJob } from "../fixtures/load";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { stepOrder, stepsBefore, unreachableSteps } from "./step-order";
import { readTagCode, writeTagCode } from "./tag-code";

const asOf = "2026-11-24T00:00:00Z";
const stripOf = (bench: TestBench) => assess(bench.pack, bench.entries, asOf).strip!;
const tick = (bench: TestBench, step: string, how: "done" | "found-so" = "done") =>
  bench.add("step-ticked", { step, how, words: null });
const codes = (bench: TestBench) =>
  stripOf(bench).problems.map((found) => `${found.code} ${found.path.join(" ")}`.trim());

/** Graphs of up to 14 steps: any edges at all, so that many have circles. */
const anyGraph = fc.integer({ min: 1, max: 14 }).chain((count) =>
  fc
    .array(fc.array(fc.integer({ min: 0, max: count - 1 }), { maxLength: 3 }), { minLength: count, maxLength: count })
    .map((after) =>
      after.map((all, at) => ({
        id: `s-${at}`,
        after: [...new Set(all.filter((each) => each !== at))].map((each) => `s-${each}`),
      })),
    ),
);

describe("order of steps", () => {
  // Outside check: the npm package toposort, an independent topological sort, which throws where there is a circle.
  test("is a topological order exactly where toposort finds one, and tells the circles otherwise", () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const edges = graph.flatMap((step) => step.after.map((before): [string, string] => [before, step.id]));
        let other: string[] | null = null;
        try {
          other = toposort.array(
            graph.map((step) => step.id),
            edges,
          );
        } catch {
          other = null;
        }
        const order = stepOrder(graph);
        expect(unreachableSteps(graph).length > 0).toBe(other === null);
        if (other) expect([...order].sort()).toEqual([...other].sort());
        for (const [before, after] of edges)
          if (order.includes(after)) expect(order.indexOf(before)).toBeLessThan(order.indexOf(after));
        const all = stepsBefore(graph);
        for (const [before, after] of edges) if (order.includes(after)) expect(all.get(after)!.has(before)).toBe(true);
      }),
      { numRuns: 100 },
    );
  });

  test("keeps the manual's order where nothing speaks against it", () => {
    expect(
      stepOrder([
        { id: "c", after: [] },
        { id: "a", after: [] },
        { id: "b", after: ["a"] },
      ]),
    ).toEqual(["c", "a", "b"]);
  });
});

describe("strip list", () => {
  test("what no part is known of in is told with the step that takes it out, and gets tags of which none is there twice", () => {
    const bench = new TestBench(orrinshaw);
    const isGone = (part: unknown) => part === bench.partIn.get("rod-2") || part === bench.partIn.get("piston-2");
    const nobodys = bench.entries.filter(
      ({ type, payload }) => !((type === "part-tagged" || type === "part-installed") && isGone(payload.part)),
    );
    bench.entries.splice(0, bench.entries.length, ...nobodys);
    const { parts } = assess(bench.pack, bench.entries, asOf).job;
    const empty = emptyPlaces(orrinshaw, stripOf(bench).steps, parts.values());
    expect(new Set(empty.map(({ slot }) => slot))).toEqual(new Set(["rod-2", "piston-2"]));
    for (const { slot, of } of empty) expect(of!.slots).toContain(slot);
    // What no step takes out, or in a family without a strip list, is told too.
    expect(emptyPlaces(orrinshaw, [], parts.values())).toEqual([
      { slot: "piston-2", of: null },
      { slot: "rod-2", of: null },
    ]);

    const elsewhere = [...parts.values(), { slot: null, tag: "RD-2" }];
    const tags = tagsForEmpty(orrinshaw, ["rod-2", "piston-2", "rod-2", "rod-1", "no-such"], elsewhere);
    expect([...tags]).toEqual([
      ["rod-2", "RD-N1"],
      ["piston-2", "PN-2"],
    ]);
  });

  test("whatever was ticked, no step is offered that another one blocks, and all that is not blocked is", () => {
    const ids = orrinshaw.pack.strip!.steps.map((step) => step.id);
    fc.assert(
      fc.property(fc.subarray(ids), (ticked) => {
        const bench = new TestBench(orrinshaw);
        for (const id of ticked) tick(bench, id);
        for (const { step, state } of stripOf(bench).steps)
          expect(state).toBe(
            ticked.includes(step.id) ? "done" : step.after.every((id) => ticked.includes(id)) ? "open" : "blocked",
          );
      }),
      { numRuns: 20 },
    );
  });

  test("a position is lost where its mark was not made, was made too late, or was only said to be there", () => {
    const inOrder = new TestBench(orrinshaw);
    for (const id of ["drain", "injectors", "lock-timing", "injection-pump"]) tick(inOrder, id);
    expect(codes(inOrder)).toEqual([]);
    const without = new TestBench(orrinshaw);
    for (const id of ["drain", "injectors", "injection-pump"]) tick(without, id);
    expect(codes(without)).toEqual([
      "step-before-its-turn injection-pump",
      "position-lost injection-pump injection-timing",
    ]);
    tick(without, "lock-timing");
    expect(codes(without)).toEqual(["position-lost injection-pump injection-timing"]);
    const donor = new TestBench(orrinshaw);
    for (const id of ["drain", "injectors", "lock-timing", "injection-pump"]) tick(donor, id, "found-so");
    expect(codes(donor)).toContain("position-lost injection-pump injection-timing");
  });

  test("a lost position is a hold that a lead may go past with a reason; the reason stays in sight", () => {
    const bench = new TestBench(orrinshaw);
    for (const id of ["drain", "injectors", "injection-pump"]) tick(bench, id);
    const holds = () => assess(orrinshaw, bench.entries, asOf);
    expect(holds().holds.find((each) => each.code === "position-lost")).toMatchObject({ station: "strip" });
    const lifting = bench.add("hold-lifted", {
      hold: "position-lost",
      about: "injection-pump injection-timing",
      why: "timed by spilling later",
    });
    expect(holds().holds.map((each) => each.code)).not.toContain("position-lost");
    expect(holds().lifted.map(({ hold, by }) => [hold.code, by.why])).toEqual([
      ["position-lost", "timed by spilling later"],
    ]);
    bench.add("entry-struck", { strikes: [lifting.id] });
    expect(holds().holds.map((each) => each.code)).toContain("position-lost");
  });

  test("what a step takes out brings along all that sits in it", () => {
    const pistons = stripOf(new TestBench(orrinshaw)).steps.find(({ step }) => step.id === "pistons")!;
    expect(pistons.slots).toEqual(
      expect.arrayContaining(["rod-3", "rod-shell-upper-3", "rod-bolt-3a", "piston-3", "pin-3"]),
    );
    expect(new Set(pistons.slots).size).toBe(pistons.slots.length);
    expect(pistons.slots).toHaveLength(6 * (1 + 2 + 2 + 1 + 1 + 3));
  });

  test("two people who tick one step agree; who says another bag does not", () => {
    const bench = new TestBench(orrinshaw);
    tick(bench, "drain");
    tick(bench, "drain");
    const part = bench.partIn.get("sump")!;
    for (const bag of ["S1", "S1"])
      bench.add("part-came-out", { part, slot: "sump", step: "sump", orientation: null, bag });
    expect(codes(bench)).toEqual([]);
    bench.add("part-came-out", { part, slot: "sump", step: "sump", orientation: null, bag: "S2" });
    expect(codes(bench)).toEqual([`part-in-two-bags ${part}`]);
  });
});

describe("checks that a step ends", () => {
  const note = (bench: TestBench, place: string, value: number | null, skipped: string | null = null) =>
    bench.add("check-noted", { check: "liquid-lock", place, state: null, value, skipped });
  const check = (bench: TestBench) => stripOf(bench).steps.find(({ step }) => step.id === "turn")!.checks[0]!;

  test("a radial is not turned before somebody looked for liquid: done, skipped or lost for ever, and never silently fine", () => {
    const bench = new TestBench(larkspire);
    expect(check(bench).state).toBe("open");
    note(bench, "c3", 0);
    expect(check(bench).state).toBe("open");
    note(bench, "c4", 40);
    expect([check(bench).state, check(bench).places.map((place) => place.amiss)]).toEqual(["done", [false, true]]);

    const skipped = new TestBench(larkspire);
    for (const place of ["c3", "c4"]) note(skipped, place, null, "no plug wrench");
    expect([check(skipped).state, check(skipped).places.map((place) => place.amiss)]).toEqual([
      "skipped",
      [null, null],
    ]);

    const lost = new TestBench(larkspire);
    tick(lost, "liquid");
    tick(lost, "turn");
    expect([check(lost).state, codes(lost)]).toEqual(["lost", ["check-lost liquid-lock"]]);
  });

  test("two different notes of one place are a conflict, two alike are not", () => {
    const bench = new TestBench(larkspire);
    note(bench, "c3", 0);
    note(bench, "c3", 0);
    expect(codes(bench)).toEqual([]);
    note(bench, "c3", 12);
    expect(codes(bench)).toEqual(["check-noted-twice liquid-lock c3"]);
    expect(check(bench).places[0]!.amiss).toBeNull();
  });
});

test("a tag's code comes back as the tag it was made of, and nothing else is taken for one", () => {
  fc.assert(
    fc.property(fc.uuid(), fc.uuid(), (job, part) => {
      const code = writeTagCode({ job, part });
      expect(code).toMatch(/^[0-9A-Z-]{57}$/);
      expect(readTagCode(` ${code.toLowerCase()}\n`)).toEqual({ job, part });
      expect(readTagCode(code.slice(0, -1))).toBeNull();
    }),
    { numRuns: 50 },
  );
  for (const text of [
    "",
    "PN-5",
    "108.04",
    "EB1-UUUUUUUUUUUUUUUUUUUUUUUUUU-00000000000000000000000000",
    `EB1-${"Z".repeat(26)}-${"Z".repeat(26)}`,
  ])
    expect(readTagCode(text)).toBeNull();
});

test("the ferry was taken apart in order and nothing of its timing was lost", () => {
  const { strip } = assess(orrinshaw, demoJob("ferry-marigold"), asOf);
  // What is out and names no part: somebody says what it came of.
  expect(strip!.problems.map(({ code, params }) => [code, params])).toEqual([
    [
      "check-amiss",
      { check: "Valve lash as found", place: "inlet 5, exhaust 5", state: null, value: 0.54, unit: "mm" },
    ],
    ["check-amiss", { check: "Turns by hand", place: null, state: "binds at one place", value: 74, unit: "nm" }],
  ]);
  expect(strip!.next!.step.id).toBe("gallery-plugs");
  const bolts = strip!.steps.flatMap((step) => step.checks).find(({ check }) => check.id === "rod-bolts")!;
  expect(bolts.places.filter((place) => place.amiss).map((place) => place.name)).toEqual(["5a", "5b"]);
});
