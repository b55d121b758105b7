import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt, judged, needAt } from "../fixtures/choices";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { takeAlong } from "../entry/carried";
import { standingEntries } from "../entry/fold";
import { ageOf } from "../measure/endurance";
import { runsToNote } from "./runs-to-note";
import { holds, lifeFor, ofNoPart, packFor } from "../pack/conditions";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import type { Pack } from "../pack/schema";

// What holds on conditions, and what a part is known by. Common practice, no source; figures invented.

const ref = { source: "manual" };
type Raw = { [K in keyof Pack]: Pack[K] };

/** The Orrinshaw with some of it changed. */
function changed(change: (pack: Raw) => void): CompiledPack {
  const raw = structuredClone(json("packs/orrinshaw-6m.json")) as Raw;
  change(raw);
  const read = readPack(raw);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
const classOf = (pack: Raw, id: string) => pack.classes.find((each) => each.id === id)!;
const featureOf = (pack: Raw, of: string, id: string) => classOf(pack, of).features.find((each) => each.id === id)!;

const unknown = { variant: null, application: null, schools: new Map(), series: null, revision: null, origin: null };

test("a condition holds, does not, or cannot be told", () => {
  const condition = { variants: ["6m-1"], series: ["a", "b"] };
  expect(holds(condition, unknown)).toBe(null);
  expect(holds(condition, { ...unknown, variant: "6m-2" })).toBe(false);
  expect(holds(condition, { ...unknown, variant: "6m-1" })).toBe(null);
  expect(holds(condition, { ...unknown, variant: "6m-1", series: "b" })).toBe(true);
  expect(holds({ schools: [{ school: "s", option: "o" }] }, { ...unknown, schools: new Map([["s", "o"]]) })).toBe(true);
});

// Common practice, no source: what is sold today is not what was fitted then, and its life is its own.
test("a life holds by where a part is from; of one that nobody has yet the shortest", () => {
  const chain = pellbrook.classes.get("timing-chain")!;
  const lives = (["engine", "donor", "supplier", null] as const).map(
    (origin) => lifeFor(chain, { ...unknown, origin })?.hours,
  );
  expect(lives).toEqual([10_000, 10_000, 6000, 6000]);
  const over = (origin: "donor" | "supplier") => {
    const bench = new TestBench(pellbrook, { hoursWanted: 8000 });
    const part = bench.newId();
    bench.add("part-tagged", { part, class: "timing-chain", tag: "TC-X", origin });
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part, place: null, value: 500 });
    const { options } = judged(bench).inHand.loose.find((each) => each.part.id === part)!;
    return options[0]!.reasons.filter(({ code }) => code === "life-over").map(({ params }) => params);
  };
  expect([over("donor"), over("supplier")]).toMatchObject([[], [{ life: 6000 }]]);
});

// Common practice, no source: a part off an engine of so many hours has run so many at most, and never none.
test("a part that leaves its engine is known elsewhere to have run what that had by then, at most", () => {
  const age = (own: number | null | undefined) => {
    const from = new TestBench(orrinshaw);
    const part = from.partIn.get("liner-3")!;
    const note = (item: string, value: number | null, of: string | null = null) =>
      from.add("intake-noted", { section: "history", item, part: of, place: null, value });
    note("hours-since-new", 9000);
    note("hours-since-overhaul", 6000);
    if (own !== undefined) note("hours-since-new", own, part);
    const { job, order } = judged(from);
    const runs = runsToNote(job.parts.get(part)!, order.notes);
    for (const { item, value } of runs) note(item, value, part);
    // Said once, it is not said again.
    const again = judged(from);
    expect(runsToNote(again.job.parts.get(part)!, again.order.notes)).toEqual([]);
    const along = takeAlong(part, standingEntries(from.entries));
    const entries = along.kind === "all" ? [...along.entries] : [];

    const into = new TestBench(orrinshaw);
    into.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 100 });
    into.add("part-tagged", { part, class: "liner", tag: "LN-X", origin: "shelf" });
    into.add("part-adopted", { part, from: "the shelf", entries, against: [] });
    const there = judged(into);
    return ageOf(there.job.parts.get(part)!, there.order.notes);
  };
  expect(age(undefined)).toEqual({ from: 6000, to: 9000 });
  expect(age(250)).toEqual({ from: 250, to: 250 });
  expect(age(null)).toBeNull();
});

describe("limits by series", () => {
  const pack = changed((raw) => {
    classOf(raw, "piston").series = [
      { id: "early", name: "early" },
      { id: "late", name: "late" },
    ];
    const { governing } = featureOf(raw, "piston", "skirt");
    governing.limitsWhere = [
      { onlyIf: { series: ["late"] }, limits: { new: { min: 107.87, max: 107.885, ref }, reassembly: { min: 107.85, ref } } }, // prettier-ignore
    ];
  });
  /** A skirt at 107.83: within what an early piston may be (107.80), and not a late one. */
  const worn = (series: string | null) => {
    const bench = new TestBench(pack);
    bench.readRestAsNew(["piston-skirt"]);
    const row = pack.rows.get("piston-2/skirt")!;
    const gauge = { ...testGauge, method: "direct" as const, quantities: [row.at.feature.quantity] };
    bench.readAll(
      bench.occasion({ master: null, gauge }),
      row.id,
      row.at.feature.points.map(() => 107.83),
    );
    const part = bench.partIn.get("piston-2")!;
    if (series) bench.add("part-noted", { part, item: "series", feature: null, value: series });
    return { bench, part, need: () => needAt(judged(bench), "piston-2/skirt") };
  };

  test("each holds for its own, and the strictest while nobody knows", () => {
    expect(worn("early").need().asItIs.allowed).toBe(true);
    expect(worn("late").need().asItIs.allowed).toBe(false);
    const { need } = worn(null);
    expect(need().asItIs.allowed).toBe(false);
    expect(need().asItIs.reasons.map(({ code }) => code)).toContain("limit-hangs-on");
  });

  test("two who read it differently know it no more than nobody, and it is asked", () => {
    const { bench, part, need } = worn("early");
    bench.add("part-noted", { part, item: "series", feature: null, value: "late" });
    expect(need().asItIs.allowed).toBe(false);
    expect(judged(bench).holds.map(({ code }) => code)).toContain("part-noted-twice");
  });
});

describe("revisions", () => {
  const pack = changed((raw) => {
    classOf(raw, "oil-pump").revisions = [
      { id: "b", name: "revision B", numbers: ["OP-114-B"], refused: { why: "Its relief spring sticks.", ref } },
      { id: "c", name: "revision C", numbers: ["OP-114-C"] },
    ];
  });
  const boxed = (...notes: ["number" | "revision", string][]) => {
    const bench = new TestBench(pack);
    bench.readRestAsNew();
    bench.add("part-removed", { part: bench.partIn.get("oil-pump")! });
    const part = bench.newId();
    bench.add("part-tagged", { part, class: "oil-pump", tag: "P-77", origin: "supplier" });
    bench.add("part-installed", { part, slot: "oil-pump" });
    for (const [item, value] of notes) bench.add("part-noted", { part, item, feature: null, value });
    return judged(bench).condition.byPart.get(part)!.reuse;
  };
  const codes = ({ reasons }: ReturnType<typeof boxed>) => reasons.map(({ code }) => code);

  test("old stock in the box is refused by its number, however it is written", () => {
    const verdict = boxed(["number", "op 114 b"]);
    expect([verdict.allowed, codes(verdict)]).toEqual([false, expect.arrayContaining(["revision-refused"])]);
  });

  test.each([
    ["a number nobody read", [], "number-unread"],
    ["a number the pack does not know", [["number", "XX"]], "number-unknown"],
    ["a number that is of another revision than was noted", [["number", "OP-114-B"], ["revision", "c"]], "number-against-revision"], // prettier-ignore
  ] as const)("%s is asked about", (_, notes, code) => {
    const verdict = boxed(...(notes as unknown as ["number", string][]));
    expect([verdict.allowed, codes(verdict)]).toEqual([null, expect.arrayContaining([code])]);
  });

  test("the one that is meant says nothing", () => {
    expect(codes(boxed(["number", "OP-114-C"])).filter((code) => /^(number|revision)/u.test(code))).toEqual([]);
  });
});

test("a place that only another variant has is asked for by nobody; a part that stands in it is", () => {
  const pack = changed((raw) => {
    raw.slots.find(({ id }) => id === "oil-pump")!.onlyIf = { variants: ["v-6m-2"] };
  });
  expect(packFor(pack, ofNoPart({ variant: null, application: null, schools: new Map() }))).toBe(pack);
  const bench = new TestBench(pack);
  const before = judged(bench);
  bench.add("intake-noted", { section: "order", item: "variant", part: null, place: null, value: "v-6m-1" });
  const after = judged(bench);
  expect([choiceAt(before, "oil-pump") === undefined, choiceAt(after, "oil-pump") === undefined]).toEqual([
    false,
    true,
  ]);
  // A tag that nobody ever touched was never there; what was seen of a part is of a part.
  expect(after.holds.map(({ code }) => code)).not.toContain("slot-not-there");
  bench.add("part-came-out", { part: bench.partIn.get("oil-pump")!, slot: "oil-pump", step: null, orientation: null, bag: null }); // prettier-ignore
  expect(judged(bench).holds.map(({ code }) => code)).toContain("slot-not-there");
});

test("what a part measured when it was new is asked for, never taken from a drawing", () => {
  const pack = changed((raw) => {
    const feature = featureOf(raw, "liner", "bore");
    feature.derived.push({ id: "grown", name: "growth since new", short: "grown", unit: "mm", expr: { op: "subtract", args: [{ reduce: "max", points: {} }, { own: "bore" }] }, nonNegative: false, limits: { reassembly: { max: 0.02, ref } }, limitsWhere: [] }); // prettier-ignore
  });
  const bench = new TestBench(pack);
  bench.readRestAsNew();
  const bore = () => needAt(judged(bench), "liner-4/bore").asItIs;
  expect([bore().allowed, bore().reasons.map(({ code }) => code)]).toEqual([null, expect.arrayContaining(["own-size-unknown"])]); // prettier-ignore
  const note = (value: number) =>
    bench.add("part-noted", { part: bench.partIn.get("liner-4")!, item: "own-size", feature: "bore", value });
  const first = note(108);
  expect(bore().allowed).toBe(true);
  bench.add("part-noted", { part: bench.partIn.get("liner-4")!, item: "own-size", feature: "bore", value: 107.97, supersedes: [first.id] }); // prettier-ignore
  expect(bore().allowed).toBe(false);
});

const direct = (quantity: string) => ({ ...testGauge, id: `gauge-${quantity}`, method: "direct" as const, quantities: [quantity] }); // prettier-ignore

/** Reads one feature of a part, wherever it is, all points alike. */
function readPart(bench: TestBench, part: string, rowId: string, value: number) {
  const { at } = bench.pack.rows.get(rowId)!;
  bench.strikeReadings(part, at.id);
  const occasion = bench.occasion({ phase: "as-received", gauge: direct(at.feature.quantity), master: null });
  for (const point of at.feature.points)
    bench.add("reading-taken", { occasion, part, feature: at.id, point: point.id, value, typed: String(value), unit: at.feature.unit }); // prettier-ignore
}

describe("parts wherever they are", () => {
  test("a part says the same in its slot, in a bag, meant for another place, and after the shelf", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["piston-skirt"]);
    const part = bench.partIn.get("piston-2")!;
    readPart(bench, part, "piston-2/skirt", 107.79);
    bench.add("finding-made", { part, place: "skirt-thrust", finding: "scoring", value: "moderate", phase: "after-cleaning", words: null }); // prettier-ignore
    const says = (each: TestBench) => {
      const { inHand, choices } = judged(each);
      const loose = inHand.loose.find((one) => one.part.id === part);
      const options = loose?.options ?? choices.find((choice) => choice.part?.id === part)!.options;
      const needs = loose?.needs ?? choices.find((choice) => choice.part?.id === part)!.needs;
      return {
        // What a coupling says of it is of its place; by itself it is the part's own.
        own: needs.map(({ asItIs, ways }) => [asItIs.allowed, asItIs.reasons.map(({ code }) => code), ways.map((way) => way.allowed)]), // prettier-ignore
        reuse: options[0]!.allowed,
        seen: judged(each)
          .condition.byPart.get(part)
          ?.reuse.reasons.map(({ code }) => code),
      };
    };
    const inSlot = says(bench);
    expect([inSlot.reuse, inSlot.seen]).toEqual([false, ["seen-asks"]]);
    bench.add("part-removed", { part });
    expect(says(bench)).toEqual(inSlot);
    bench.add("part-noted", { part, item: "meant-for", feature: null, value: "piston-5" });
    expect(says(bench)).toEqual(inSlot);

    bench.add("intake-noted", { section: "history", item: "hours-since-new", part, place: null, value: 900 });
    const along = takeAlong(part, standingEntries(bench.entries));
    if (along.kind !== "all") throw new Error("too many");
    const other = new TestBench(orrinshaw);
    other.add("part-tagged", { part, class: "piston", tag: "P-2", origin: "shelf" });
    other.add("part-adopted", { part, from: "shelf", entries: [...along.entries], against: [] });
    const shelved = says(other);
    expect(judged(other).order.notes.value("history", "hours-since-new", part)).toBe(900);
    expect({ ...shelved, reuse: null }).toEqual({ ...inSlot, reuse: null });
    // What it ran before is not known there, so that it is no better for having come from the shelf.
    expect(shelved.reuse).not.toBe(true);
    // Back again, nothing is doubled and nothing lost.
    const again = takeAlong(part, standingEntries(other.entries));
    expect(again).toEqual(along);
  });

  test("what spoke against it where it was goes on speaking; entries about another part do not come along", () => {
    const [bench, other] = [new TestBench(orrinshaw), new TestBench(orrinshaw)];
    const [part, mate] = [bench.partIn.get("rod-1")!, bench.partIn.get("rod-2")!];
    const seen = (of: string) => bench.add("finding-made", { part: of, place: "beam", finding: "bent", value: "bent", phase: "after-cleaning", words: null }); // prettier-ignore
    const carried = [seen(part), seen(mate)].map(({ stream: _, stamp: __, ...entry }) => entry);
    other.add("part-tagged", { part, class: "rod", tag: "R-9", origin: "shelf" });
    other.add("part-adopted", { part, from: "shelf, from the ferry", entries: carried, against: [{ code: "known-asks", said: "It swallowed water." }] }); // prettier-ignore
    const { job, condition } = judged(other);
    expect(job.findings.map((finding) => finding.part)).toEqual([part]);
    const { reuse } = condition.byPart.get(part)!;
    expect([reuse.allowed, reuse.reasons.map(({ code }) => code)]).toEqual([false, expect.arrayContaining(["came-with-doubt", "seen-refuses"])]); // prettier-ignore
  });

  test("a boxed part and the original taken out are judged side by side for one place", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["piston-skirt"]);
    readPart(bench, bench.partIn.get("piston-3")!, "piston-3/skirt", 107.79);
    const boxed = bench.newId();
    bench.add("part-tagged", { part: boxed, class: "piston", tag: "NEW-3", origin: "supplier" });
    bench.add("part-noted", { part: boxed, item: "meant-for", feature: null, value: "piston-3" });
    readPart(bench, boxed, "piston-3/skirt", 107.88);
    const { inHand, choices } = judged(bench);
    const loose = inHand.loose.find(({ part }) => part.id === boxed)!;
    expect([choiceAt({ choices }, "piston-3").options[0]!.allowed, loose.needs[0]!.asItIs.allowed]).toEqual([false, true]); // prettier-ignore
    expect(loose.fits.find(({ row }) => row.joint.id === "skirt-clearance")!.accepted).toBe(true);
  });

  test("meant for a place where no such part goes, or of a kind the pack does not have, it is asked about", () => {
    const bench = new TestBench(orrinshaw);
    const tag = (of: string, name: string) => {
      const part = bench.newId();
      bench.add("part-tagged", { part, class: of, tag: name, origin: "supplier" });
      return part;
    };
    const part = tag("piston", "X-1");
    bench.add("part-noted", { part, item: "meant-for", feature: null, value: "rod-1" });
    tag("propeller", "X-2");
    expect(judged(bench).holds.map(({ code }) => code)).toEqual(expect.arrayContaining(["meant-for-nothing", "class-not-in-pack"])); // prettier-ignore
  });
});

describe("a lot that arrives", () => {
  const pack = changed((raw) => {
    classOf(raw, "piston").incoming = { features: ["skirt"], sample: 5, ref };
  });
  const arrive = (count: number, lot: string | null = "L-7") => {
    const bench = new TestBench(pack);
    const parts = Array.from({ length: count }, (_, at) => {
      const part = bench.newId();
      bench.add("part-tagged", { part, class: "piston", tag: `N-${at + 1}`, origin: "supplier" });
      if (lot) bench.add("part-noted", { part, item: "lot", feature: null, value: lot });
      return part;
    });
    return { bench, parts, read: (at: number, value: number) => readPart(bench, parts[at]!, "piston-1/skirt", value) };
  };
  const saysOf = (bench: TestBench, part: string) => {
    const { reuse } = judged(bench).condition.byPart.get(part)!;
    return [reuse.allowed, reuse.reasons.map(({ code }) => code).filter((code) => code.startsWith("lot"))];
  };

  test("waits while one of twenty is measured, and is refused as a whole when one is out", () => {
    const { bench, parts, read } = arrive(20);
    read(0, 107.88);
    expect([judged(bench).inHand.lots[0]!.verdict, saysOf(bench, parts[19]!)]).toEqual(["open", [null, ["lot-open"]]]);
    for (const at of [1, 2, 3]) read(at, 107.88);
    read(4, 107.7);
    expect(judged(bench).inHand.lots[0]!.verdict).toBe("refused");
    expect(parts.map((part) => saysOf(bench, part)[0])).toEqual(parts.map(() => false));
    expect(saysOf(bench, parts[19]!)).toEqual([false, ["lot-refused"]]);
  });

  test("is accepted when its sample is as it should be; parts of no lot speak for themselves alone", () => {
    const { bench, parts, read } = arrive(20);
    for (const at of [0, 1, 2, 3, 4]) read(at, 107.88);
    expect([judged(bench).inHand.lots[0]!.verdict, saysOf(bench, parts[19]!)[1]]).toEqual(["accepted", ["lot-accepted"]]); // prettier-ignore
    const single = arrive(2, null);
    single.read(0, 107.7);
    expect(judged(single.bench).inHand.lots.map(({ verdict }) => verdict)).toEqual(["refused", "open"]);
  });

  test("one that was fitted before anybody measured its lot is a hold", () => {
    const { bench, parts } = arrive(2);
    bench.add("part-removed", { part: bench.partIn.get("piston-1")! });
    bench.add("part-installed", { part: parts[0]!, slot: "piston-1" });
    expect(judged(bench).holds.map(({ code }) => code)).toContain("fitted-uninspected");
  });
});

test("a crank that came at an undersize is held against that, and wears from there", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew(["crankshaft-big-end"]);
  const part = bench.partIn.get("crankshaft")!;
  for (let at = 1; at <= 6; at += 1) readPart(bench, part, `crankshaft/big-end-j${at}`, 70.72);
  const journal = () => needAt(judged(bench), "crankshaft/big-end-j2").asItIs;
  expect(journal().allowed).toBe(false);
  bench.add("part-noted", { part, item: "size", feature: "big-end", value: "u-25" });
  expect([journal().allowed, journal().reasons.map(({ code }) => code)]).toEqual([true, expect.arrayContaining(["size-as-it-came"])]); // prettier-ignore
  readPart(bench, part, "crankshaft/big-end-j2", 70.68);
  expect(journal().allowed).toBe(false);
});

test("a new one goes by the band of new ones, not by what a worn one may have, and is asked about where it is worse than those", () => {
  const pack = changed((raw) => {
    classOf(raw, "piston").incoming = { features: ["skirt"], sample: "all", ref };
  });
  const reuseAt = (skirt: number) => {
    const bench = new TestBench(pack);
    bench.readRestAsNew();
    const part = bench.newId();
    bench.add("part-tagged", { part, class: "piston", tag: "N-1", origin: "supplier" });
    readPart(bench, part, "piston-1/skirt", skirt);
    const { reuse } = judged(bench).condition.byPart.get(part)!;
    return [reuse.allowed, reuse.reasons.map(({ code }) => code)];
  };
  expect(reuseAt(107.8702)).toEqual([null, expect.arrayContaining(["worse-than-worn", "lot-accepted"])]);
  // Within the limit for wear by 0.02, and no new piston: drawn are 107.870 to 107.885.
  expect(reuseAt(107.82)).toEqual([false, expect.arrayContaining(["lot-refused"])]);
});

test("limits of a fit hold on conditions too, and series have no say in one", () => {
  const clearance = (raw: Raw) => raw.joints.find(({ id }) => id === "skirt-clearance")!.governing;
  const pack = changed((raw) => {
    clearance(raw).limitsWhere = [{ onlyIf: { variants: ["v-6s"] }, limits: { reassembly: { max: 0.1, ref } } }];
  });
  const fits = (variant: string) => {
    const bench = new TestBench(pack);
    bench.readRestAsNew();
    bench.add("intake-noted", { section: "order", item: "variant", part: null, place: null, value: variant });
    return judged(bench).joints.get("skirt-clearance/c1")!.accepted;
  };
  expect([fits("v-6m-1"), fits("v-6s")]).toEqual([true, false]);
  expect(() => changed((raw) => {
    clearance(raw).limitsWhere = [{ onlyIf: { series: ["late"] }, limits: {} }];
  })).toThrow("unknown-series"); // prettier-ignore
});

test("what a part brings along changes no set-up that was opened here, and nothing of another part", () => {
  const bench = new TestBench(orrinshaw);
  const occasion = bench.occasion({ gauge: direct("internal-diameter"), master: null });
  const opened = bench.entries.at(-1)!;
  const row = orrinshaw.rows.get("liner-1/bore")!;
  bench.readAll(occasion, row.id, row.at.feature.points.map(() => 108.01)); // prettier-ignore
  const before = judged(bench).rows.get(row.id)!.governing.expanded;
  const part = bench.newId();
  const { stream: _, ...envelope } = opened;
  const forged = { ...envelope, id: bench.newId(), at: "2026-11-23T00:00:00Z", payload: { ...opened.payload, gauge: { ...direct("internal-diameter"), repeatability: 1 } } }; // prettier-ignore
  bench.add("part-tagged", { part, class: "piston", tag: "P-X", origin: "shelf" });
  bench.add("part-adopted", { part, from: "the shelf", entries: [forged], against: [] });
  expect(judged(bench).rows.get(row.id)!.governing.expanded).toBe(before);
});

test("two corrections at once of a reading of a loose part are a hold, as they are anywhere", () => {
  const bench = new TestBench(orrinshaw);
  const part = bench.partIn.get("piston-4")!;
  bench.add("part-removed", { part });
  readPart(bench, part, "piston-4/skirt", 107.88);
  const first = bench.entries.at(-1)!;
  for (const value of [107.87, 107.86])
    bench.add("reading-taken", { ...(first.payload as never as Parameters<typeof bench.add<"reading-taken">>[1]), value, typed: String(value), supersedes: [first.id] }); // prettier-ignore
  expect(judged(bench).holds.map(({ code }) => code)).toContain("conflict");
});
