import { readdirSync } from "node:fs";
import { packFrom } from "../fixtures/load";
import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt, codesOf, holdsOf, judged, seen as see } from "../fixtures/choices";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { windrow } from "../fixtures/packs/windrow";
import { ofNoPart } from "../pack/conditions";
import type { FindingLine } from "../findings/assess-findings";
import { findingVerdict } from "./finding-verdict";

// What nobody said grants nothing. Cases are common practice, no source; figures invented.

const asNew = (pack = orrinshaw) => {
  const bench = new TestBench(pack);
  bench.readRestAsNew();
  return bench;
};
const reuseOf = (bench: TestBench, slot: string) => choiceAt(judged(bench), slot).options[0]!;

describe("a crack", () => {
  test("that was found and not drawn is there: its part is not proposed for use, and no zone is clear", () => {
    const bench = asNew();
    const part = bench.partIn.get("crankshaft")!;
    expect(reuseOf(bench, "crankshaft").allowed).toBe(true);
    bench.add("crack-checked", { part, method: "magnetic", zones: [], when: "before-machining", found: "cracks", preparation: null, by: null }); // prettier-ignore
    const { allowed, reasons } = reuseOf(bench, "crankshaft");
    expect([allowed, codesOf(reasons)]).toEqual([null, expect.arrayContaining(["crack-open"])]);
    expect(choiceAt(judged(bench), "crankshaft").proposal.disposition).toBe("hold");
    expect([...judged(bench).crack.byPart.get(part)!.zones.values()]).not.toContain("clear");
    // Somebody else's look that found none takes it away no more than one that comes late.
    bench.add("crack-checked", { part, method: "magnetic", zones: [], when: "before-machining", found: "nothing", preparation: null, by: null }); // prettier-ignore
    expect(reuseOf(bench, "crankshaft").allowed).toBe(null);
  });
});

describe("what was seen", () => {
  test("of a grade that the pack does not speak of asks as is usual for its nature", () => {
    const bench = asNew(larkspire);
    const silent = larkspire.pack.consequences.filter(
      ({ class: of, when }) => of === "case" && when.is === "finding" && when.finding === "corrosion",
    );
    expect(silent.map(({ when }) => when.is === "finding" && when.from)).toEqual([3]);
    const [place] = larkspire.classes.get("case")!.findings.find(({ id }) => id === "corrosion")!.places;
    see(bench, "case", "corrosion", "moderate", place ?? null);
    const { allowed, reasons } = reuseOf(bench, "case");
    expect([allowed, codesOf(reasons)]).toEqual([null, expect.arrayContaining(["seen-asks"])]);
  });

  test.each(readdirSync("packs"))("that is worse never allows more, on any part of %s", (file) => {
    const pack = packFrom(`packs/${file}`);
    const strictness = (allowed: boolean | null) => (allowed === false ? 2 : allowed === null ? 1 : 0);
    const part = { id: "p", class: "", tag: "P", origin: "engine", slot: null, first: null, since: null } as never;
    const situation = ofNoPart({ variant: null, application: null, schools: new Map() });
    let compared = 0;
    for (const partClass of pack.pack.classes) {
      const consequences = pack.pack.consequences.filter((each) => each.class === partClass.id);
      for (const kind of partClass.findings)
        for (const at of kind.places.length > 0 ? kind.places : [null]) {
          const place = partClass.places.find((each) => each.id === at) ?? null;
          const verdictOf = (value: string) => {
            const finding = { value, phase: "after-cleaning", at: "2026-01-01T00:00:00Z" } as never;
            const line: FindingLine = { kind, place, findings: [finding], grade: null };
            return strictness(findingVerdict(part, partClass, line, consequences, situation)?.allowed ?? true);
          };
          for (const a of kind.values)
            for (const b of kind.values)
              if (a.grade < b.grade) {
                compared += 1;
                expect([partClass.id, kind.id, b.id, verdictOf(b.id) >= verdictOf(a.id)]).toEqual([
                  partClass.id,
                  kind.id,
                  b.id,
                  true,
                ]);
              }
        }
    }
    expect(compared).toBeGreaterThan(0);
  });
});

describe("a part that broke", () => {
  test("opens an account of its pieces by itself, until it is weighed or every place they can be in was searched", () => {
    const bench = asNew();
    see(bench, "rod-bolt-5b", "broken", "broken", "shank");
    const account = () => judged(bench).ledger.parts[0]!;
    expect([account().state, account().lost, holdsOf(bench).includes("pieces-unaccounted")]).toEqual([
      "cannot-tell",
      null,
      true,
    ]);
    for (const { circuit, node } of account().toSearch)
      bench.add("place-searched", { circuit: circuit.id, node: node.id, words: null });
    expect(holdsOf(bench)).not.toContain("pieces-unaccounted");
    expect(codesOf(judged(bench).problems)).toContain("pieces-searched-for");
  });

  test("fouls what its pieces can have reached, found or not; a piece found where they went makes no further suspect", () => {
    const bench = asNew();
    see(bench, "rod-bolt-5b", "broken", "broken", "shank");
    const suspects = () => judged(bench).contamination.suspects.map(({ part }) => part.tag);
    const before = suspects();
    expect(before.length).toBeGreaterThan(0);
    const parent = bench.partIn.get("rod-bolt-5b")!;
    bench.add("fragment-found", { fragment: bench.newId(), grams: 3, standard: 0.05, material: null, where: "sump", parent, words: null, photo: null }); // prettier-ignore
    expect(suspects()).toEqual(before);
  });

  test("has its sisters crack-checked and looked at, at Crack-check too, and what it lay against looked over", () => {
    const bench = asNew();
    const total = () => judged(bench).progress.get("crack-check")!;
    const before = total();
    see(bench, "rod-5", "bent", "broken", "beam");
    const { allowed, reasons } = reuseOf(bench, "rod-3");
    expect([allowed, codesOf(reasons)]).toEqual([
      null,
      expect.arrayContaining(["sister-unchecked", "sister-to-look-at"]),
    ]);
    expect([total().total - before.total, total().done]).toEqual([5, before.done]);
    expect(codesOf(reuseOf(bench, "pin-5").reasons)).toContain("beside-a-break");
    const part = bench.partIn.get("rod-3")!;
    bench.add("part-cleaned", { part, treatment: "solvent", first: [] });
    bench.add("crack-checked", { part, method: "magnetic", zones: [], when: "before-machining", found: "nothing", preparation: null, by: null }); // prettier-ignore
    for (const place of ["beam", "small-end", "big-end"]) see(bench, "rod-3", "bent", "none", place);
    expect(codesOf(reuseOf(bench, "rod-3").reasons)).not.toContain("sister-unchecked");
  });
});

describe("what was found on the way", () => {
  test("a passage that is not clear holds its part, washed or not", () => {
    const bench = new TestBench(orrinshaw);
    const circuit = orrinshaw.pack.circuits.find(({ passages }) => passages.some((each) => each.in === "crankshaft"))!;
    const passage = circuit.passages.find((each) => each.in === "crankshaft")!;
    bench.add("passage-proven", { circuit: circuit.id, passage: passage.id, how: "air", clear: false, words: null });
    expect(holdsOf(bench)).toContain("passage-blocked");
    expect(reuseOf(bench, "crankshaft")).toMatchObject({ allowed: false });
    expect(codesOf(reuseOf(bench, "crankshaft").reasons)).toContain("passage-not-clear");
    const clean = choiceAt(judged(bench), "crankshaft").options.find(({ disposition }) => disposition === "clean")!;
    expect(codesOf(clean.reasons)).toContain("passage-to-prove");
  });

  test("residue that nobody says where it lay is asked after", () => {
    const bench = new TestBench(orrinshaw);
    bench.add("residue-found", { where: null, grams: 3, standard: 0.1, magneticShare: 0.4, shareStandard: 0.03, words: null }); // prettier-ignore
    expect(holdsOf(bench)).toContain("residue-of-nowhere");
  });

  test("metal in an engine of which no part harbours it came of something: a person finds out what", () => {
    const bench = new TestBench(windrow);
    bench.add("residue-found", { where: "pan", grams: 3, standard: 0.1, magneticShare: 0.4, shareStandard: 0.03, words: null }); // prettier-ignore
    expect(holdsOf(bench)).toContain("metal-found");
  });

  test("a test before taking apart that is off and that no cause reads is asked about", () => {
    const bench = new TestBench(larkspire);
    const { id, high, places } = larkspire.pack.intake!.tests.find((each) => each.id === "liquid-lock")!;
    const note = (value: number) =>
      bench.add("intake-noted", { section: "test", item: id, part: null, place: places[0]?.id ?? null, value });
    note(high! * 1.5);
    expect(holdsOf(bench)).toContain("test-amiss");
  });

  test("a liner below its protrusion is not used as it is, though nothing decides by that: it is shimmed, or goes", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["liner-protrusion"]);
    const occasion = bench.occasion({
      gauge: { ...testGauge, method: "direct", quantities: ["height"] },
      master: null,
    });
    for (const liner of [1, 2, 3, 4, 5, 6])
      bench.readAll(occasion, `liner-${liner}/protrusion`, Array.from({ length: 4 }, () => (liner === 3 ? -0.05 : 0.08))); // prettier-ignore
    const { options } = choiceAt(judged(bench), "liner-3");
    expect([options[0]!.allowed, codesOf(options[0]!.reasons)]).toEqual([
      false,
      expect.arrayContaining(["measured-past-limit", "fit-past-limit"]),
    ]);
    expect(options.some(({ ways }) => ways.some(({ step }) => step === "set-right"))).toBe(true);
  });

  test("a new part outside the band of new ones is asked about; a used one of the same size is not", () => {
    const bench = new TestBench(orrinshaw);
    const upper = "rod-shell-upper-1";
    const part = bench.newId();
    bench.add("part-tagged", { part, class: "rod-shell", tag: "BS-N", origin: "supplier" });
    bench.add("part-removed", { part: bench.partIn.get(upper)! });
    bench.add("part-installed", { part, slot: upper });
    bench.partIn.set(upper, part);
    const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
    const wall = (slot: string) =>
      bench.readAll(
        occasion,
        `${slot}/wall`,
        orrinshaw.rows.get(`${slot}/wall`)!.at.feature.points.map(() => 1.955),
      );
    wall(upper);
    wall("rod-shell-upper-2");
    const codes = (slot: string) => codesOf(judged(bench).condition.byPart.get(bench.partIn.get(slot)!)?.evidence.flatMap(({ reasons }) => reasons) ?? []); // prettier-ignore
    expect(codes(upper)).toContain("measured-past-new");
    expect(codes("rod-shell-upper-2")).not.toContain("measured-past-new");
  });

  test("a piece that a screen stops fouls nothing behind it, where its size was measured", () => {
    const size = (mm?: number) => {
      const bench = asNew();
      bench.add("fragment-found", { fragment: bench.newId(), grams: 3, standard: 0.05, ...(mm ? { mm } : {}), material: null, where: "sump", parent: null, words: null, photo: null }); // prettier-ignore
      return judged(bench).contamination.suspects.length;
    };
    expect(size(40)).toBeLessThan(size());
    expect(size(0.01)).toBe(size());
  });

  test("one who found pieces in a part is not put right by one who found none: both are asked to look again", () => {
    const bench = asNew();
    see(bench, "rod-bolt-5b", "broken", "broken", "shank");
    const { part } = judged(bench).contamination.suspects[0]!;
    const check = (clean: boolean) => ({ part: part.id, circuit: "oil", how: "strip" as const, clean, words: null });
    bench.add("suspect-checked", check(false));
    const other = bench.add("suspect-checked", check(true));
    bench.entries.splice(bench.entries.indexOf(other), 1, { ...other, author: "another" });
    expect(holdsOf(bench)).toContain("suspect-disputed");
    expect(judged(bench).contamination.suspects.find((each) => each.part.id === part.id)!.state).toBe("fouled");
  });
});

describe("two readings of one thing", () => {
  const row = "liner-3/bore";
  const engine = () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["liner-bore"]);
    const take = (value: number) => {
      const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
      return bench.readAll(
        occasion,
        row,
        orrinshaw.rows.get(row)!.at.feature.points.map(() => value),
      );
    };
    const point = () => judged(bench).rows.get(row)!.points[0]!;
    return { bench, take, point };
  };
  const fresh = orrinshaw.rows.get(row)!.at.feature.governing.limits.new!;
  const [good, worn] = [(fresh.min! + fresh.max!) / 2, fresh.max! + 0.4];

  test("that no scatter explains are a contradiction, never settled by date, until one is corrected", () => {
    const { bench, take, point } = engine();
    take(worn);
    const second = take(good);
    expect([point().estimate, point().disagrees?.one.value]).toEqual([null, worn]);
    expect(holdsOf(bench)).toContain("readings-disagree");
    expect(reuseOf(bench, "liner-3").allowed).not.toBe(true);
    bench.add("entry-struck", { strikes: second.map(({ id }) => id) });
    expect([point().estimate!.value, point().disagrees]).toEqual([worn, null]);
  });

  test("apart by no more than they scatter, or with the part washed in between, are no contradiction", () => {
    const near = engine();
    near.take(good);
    near.take(good + 0.001);
    expect(near.point().disagrees).toBe(null);
    const washed = engine();
    washed.take(worn);
    washed.bench.add("part-cleaned", { part: washed.bench.partIn.get("liner-3")!, treatment: "solvent", first: [] });
    washed.take(good);
    expect(washed.point().disagrees).toBe(null);
  });

  test("one that makes no sense and that nobody kept was not measured", () => {
    const { bench, take, point } = engine();
    take(4.7248);
    expect([point().estimate, judged(bench).rows.get(row)!.measured]).toEqual([null, 0]);
    expect(reuseOf(bench, "liner-3").allowed).toBe(null);
  });
});
