import fc from "fast-check";
import { assess } from "../fixtures/judge";
import { downstreamOf, unreachedNodes } from "../circuits/downstream";
import { fold } from "../entry/fold";
import { TestBench } from "../fixtures/bench";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { standardUncertainty } from "../quantity/estimate";
import { assessFindings } from "../findings/assess-findings";
import { assessLedger } from "./ledger";

const asOf = "2026-11-24T00:00:00Z";
const ledgerOf = (bench: TestBench) => assess(bench.pack, bench.entries, asOf).ledger;

/** A broken rod bolt of 82 g, of which 50 g are left in one piece; each weighing to 0.05 g. */
function broken({ whole = 82, left = 50, standard = 0.05 } = {}) {
  const bench = new TestBench(orrinshaw);
  const part = bench.partIn.get("rod-bolt-5b")!;
  const weighed = bench.add("broken-weighed", {
    part,
    wholeGrams: whole,
    wholeStandard: standard,
    wholeFrom: "sister",
    leftGrams: left,
    leftStandard: standard,
  });
  const piece = (
    grams: number,
    {
      parent = part as string | null,
      where = "sump" as string | null,
      material = null as string | null,
      spread = standard,
      supersedes = undefined as string[] | undefined,
    } = {},
  ) =>
    bench.add("fragment-found", {
      fragment: bench.newId(),
      grams,
      standard: spread,
      material,
      where,
      parent,
      words: null,
      photo: null,
      ...(supersedes ? { supersedes } : {}),
    });
  const search = (node: string) => bench.add("place-searched", { circuit: "oil", node, words: null });
  return { bench, part, weighed, piece, search };
}

describe("account of a broken part", () => {
  test("is what it weighed less what is left less what was found, to the root of the sum of the squares", () => {
    const { bench, piece } = broken();
    piece(20);
    piece(9);
    const [account] = ledgerOf(bench).parts;
    expect(account!.missing!.value).toBeCloseTo(82 - 50 - 29, 9);
    // Four weighings of 0.05 g each, all by themselves: JCGM 100, 5.1.2 (from memory).
    expect(standardUncertainty(account!.missing!)).toBeCloseTo(0.05 * 2, 9);
    expect(account!.state).toBe("open");
    expect(account!.toSearch.map(({ node }) => node.id)).toEqual(["crankcase", "sump", "screen"]);
  });

  test.each([
    ["all there", [20, 11.9], 0.05, "closed"],
    ["a piece is still somewhere", [20, 9], 0.05, "open"],
    ["weighed too coarsely to say", [20, 11.5], 0.5, "cannot-tell"],
    ["more found than was lost", [20, 15], 0.05, "over"],
  ] as const)("%s", (_, pieces, standard, state) => {
    const { bench, piece } = broken({ standard });
    for (const grams of pieces) piece(grams);
    expect(ledgerOf(bench).parts[0]!.state).toBe(state);
    expect(ledgerOf(bench).isOpen).toBe(state !== "closed");
  });

  test("an open account holds Build; once every place it can have reached was opened, it is told and holds no more", () => {
    const { bench, piece, search } = broken();
    piece(20);
    const builds = () =>
      assess(orrinshaw, bench.entries, asOf)
        .holds.filter((each) => each.station === "build" && each.settledAt !== "match")
        .map((each) => each.code);
    expect(builds()).toEqual(["fragments-missing"]);
    search("sump");
    search("crankcase");
    expect(builds()).toEqual(["fragments-missing"]);
    search("screen");
    expect(builds()).toEqual([]);
    expect(assess(orrinshaw, bench.entries, asOf).problems.map((each) => each.code)).toContain("missing-after-search");
  });

  test("a part that no circuit knows is never found by searching none", () => {
    const bench = new TestBench(orrinshaw);
    bench.add("broken-weighed", {
      part: bench.partIn.get("flywheel")!,
      wholeGrams: 900,
      wholeStandard: 0.1,
      wholeFrom: "drawing",
      leftGrams: 800,
      leftStandard: 0.1,
    });
    expect(ledgerOf(bench).problems.map((each) => [each.code, each.severity])).toEqual([["fragments-missing", "hold"]]);
  });

  test("what cannot be is said: heavier left than whole, weighed twice, a piece of nothing, a place unknown", () => {
    const heavy = broken({ left: 90 });
    expect(ledgerOf(heavy.bench).problems.map((each) => each.code)).toEqual(["left-heavier-than-whole"]);
    const twice = broken();
    twice.bench.add("broken-weighed", {
      part: twice.part,
      wholeGrams: 82,
      wholeStandard: 0.05,
      wholeFrom: "pack",
      leftGrams: 51,
      leftStandard: 0.05,
    });
    expect(ledgerOf(twice.bench).problems.map((each) => each.code)).toEqual(["weighed-twice"]);
    const stray = broken();
    stray.piece(32);
    stray.piece(1, { parent: null, where: "moon" });
    expect(
      ledgerOf(stray.bench)
        .problems.map((each) => each.code)
        .sort(),
    ).toEqual(["fragment-place-unknown", "fragments-of-nothing"]);
  });

  test("balances under every order and every correction", () => {
    const grams = fc.integer({ min: 1, max: 800 }).map((tenths) => tenths / 100);
    fc.assert(
      fc.property(
        fc.array(fc.record({ first: grams, corrected: fc.option(grams), struck: fc.boolean() }), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.infiniteStream(fc.nat()),
        (pieces, order) => {
          const { bench, piece } = broken();
          let expected = 0;
          for (const { first, corrected, struck } of pieces) {
            const entry = piece(first);
            const last = corrected === null ? entry : piece(corrected, { supersedes: [entry.id] });
            if (struck) bench.add("entry-struck", { strikes: [last.id] });
            // Striking a correction brings back what it stood in the place of.
            expected += struck ? (corrected === null ? 0 : first) : (corrected ?? first);
          }
          const shuffled = [...bench.entries]
            .map((entry) => ({ entry, at: order.next().value as number }))
            .sort((a, b) => a.at - b.at)
            .map(({ entry }) => entry);
          for (const entries of [bench.entries, shuffled, [...shuffled, ...bench.entries]]) {
            const job = fold(entries);
            const [account] = assessLedger(orrinshaw, job, { findings: assessFindings(orrinshaw, job) }).parts;
            expect(account!.found.value).toBeCloseTo(expected, 9);
            expect(account!.missing!.value + account!.found.value).toBeCloseTo(account!.lost!.value, 9);
          }
        },
      ),
      { numRuns: 15 },
    );
  });
});

describe("account by material", () => {
  test("what a magnet drew out of the oil counts for the one magnetic material in play; of two for neither", () => {
    const { bench, piece } = broken();
    piece(30);
    bench.add("residue-found", {
      where: "sump",
      grams: 2,
      standard: 0,
      magneticShare: 1,
      shareStandard: 0,
      words: null,
    });
    expect(ledgerOf(bench).materials.find((each) => each.material === "bolt-steel")!.found.value).toBeCloseTo(32, 9);
    piece(1, { material: "forged-steel" });
    expect(ledgerOf(bench).materials.find((each) => each.material === "bolt-steel")!.found.value).toBeCloseTo(30, 9);
  });
});

describe("where pieces can have gone", () => {
  const oil = orrinshaw.pack.circuits.find((circuit) => circuit.id === "oil")!;
  test("down the oil circuit, and no further than what lets nothing pass", () => {
    expect([...downstreamOf(oil, ["pump"])].sort()).toEqual(["cooler", "filter", "pump"]);
    expect(downstreamOf(oil, ["gallery"]).has("screen")).toBe(true);
    expect(downstreamOf(oil, ["gallery"]).has("pump")).toBe(false);
    expect(downstreamOf(oil, []).size).toBe(0);
  });
  test("every node of a circuit is reached from where it begins", () => {
    expect(unreachedNodes(oil)).toEqual([]);
    expect(unreachedNodes({ ...oil, passages: oil.passages.filter((passage) => passage.id !== "feed-3") })).toEqual([
      "main-3",
      "big-end-3",
      "jet-3",
    ]);
  });
});
