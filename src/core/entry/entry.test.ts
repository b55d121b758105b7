import fc from "fast-check";
import { assess } from "../assess";
import { makeEntry, oneByOne } from "./make-entry";
import { entryTypes } from "./declarations";
import { TestBench } from "../fixtures/bench";
import { demoJob, demoJobs, frozenEntries } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { fold } from "./fold";
import { readEntry, readEnvelope } from "./read-entry";
import { readRecord } from "./read-record";
import type { Envelope } from "./schema";
import { writeRecord } from "./write-record";

const asOf = "2026-11-24T00:00:00Z";

/** A job with everything that could hang on order: repeats, corrections, strikes, strikes of strikes, a conflict. */
function lively() {
  const bench = new TestBench(orrinshaw);
  const occasion = bench.occasion();
  const [first, second] = bench.readAll(occasion, "liner-1/bore", [108.04, 108.03, 108.02, 108.02, 108.01, 108.01]);
  const fix = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.05, { supersedes: [first!.id] });
  bench.read(occasion, "liner-1", "bore", "top-thrust", 108.052, { supersedes: [fix.id] });
  const strike = bench.add("entry-struck", { strikes: [second!.id] });
  bench.add("entry-struck", { strikes: [strike.id] });
  const disputed = bench.read(occasion, "liner-2", "bore", "top-thrust", 108.06);
  bench.read(occasion, "liner-2", "bore", "top-thrust", 108.061, { supersedes: [disputed.id] });
  bench.read(occasion, "liner-2", "bore", "top-thrust", 108.069, { supersedes: [disputed.id] });
  bench.read(occasion, "liner-3", "bore", "top-thrust", 108.03);
  bench.read(occasion, "liner-3", "bore", "top-thrust", 108.032);
  return bench;
}

/** All that a job holds, as text: an assessment reads nothing else of its entries. */
const told = (entries: readonly Envelope[]) =>
  JSON.stringify(fold(entries), (_, value: unknown) => (value instanceof Map ? [...value] : value));

test.each([["lively", lively().entries] as const, ...demoJobs.map((name) => [name, demoJob(name)] as const)])(
  "the fold of %s is the same for every order and duplication of the same entries",
  (_, entries) => {
    const reference = told(entries);
    const shuffled = fc.shuffledSubarray([...entries], { minLength: entries.length });
    fc.assert(
      fc.property(shuffled, fc.subarray([...entries]), (order, again) => told([...order, ...again]) === reference),
      { numRuns: entries.length > 500 ? 6 : 20 },
    );
  },
);

describe("corrections", () => {
  const point = (bench: TestBench, row = "liner-1/bore") =>
    assess(orrinshaw, bench.entries, asOf).rows.get(row)!.points[0]!;

  test("a correction of a correction stands alone", () => {
    expect(point(lively()).readings.map((reading) => reading.value)).toEqual([108.052]);
  });

  test("a struck reading is gone, and back when the strike is struck", () => {
    const bench = new TestBench(orrinshaw);
    const reading = bench.read(bench.occasion(), "liner-1", "bore", "top-thrust", 108.04);
    const strike = bench.add("entry-struck", { strikes: [reading.id] });
    expect(point(bench).estimate).toBeNull();
    bench.add("entry-struck", { strikes: [strike.id] });
    expect(point(bench).estimate!.value).toBeCloseTo(108.04, 6);
  });

  test("striking a correction brings back what it replaced", () => {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion();
    const reading = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.04);
    const fix = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.4, { supersedes: [reading.id] });
    bench.add("entry-struck", { strikes: [fix.id] });
    expect(point(bench).readings.map((each) => each.id)).toEqual([reading.id]);
  });

  test("two corrections of one reading are a conflict and no value, until one entry settles both", () => {
    const bench = lively();
    const disputed = point(bench, "liner-2/bore");
    expect(disputed).toMatchObject({ conflict: true, estimate: null });
    expect(assess(orrinshaw, bench.entries, asOf).holds.map((hold) => hold.code)).toContain("conflict");
    const { occasion } = disputed.readings[0]!;
    bench.read(occasion, "liner-2", "bore", "top-thrust", 108.061, {
      supersedes: disputed.readings.map((reading) => reading.id),
    });
    expect(point(bench, "liner-2/bore")).toMatchObject({ conflict: false });
    expect(point(bench, "liner-2/bore").estimate!.value).toBeCloseTo(108.061, 6);
  });

  test("a strike and a correction of one reading by two people are a conflict too", () => {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion();
    const reading = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.04);
    const strike = bench.add("entry-struck", { strikes: [reading.id] });
    const fix = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.05, { supersedes: [reading.id] });
    expect(fold(bench.entries).conflicts).toHaveLength(1);
    expect(point(bench).estimate).toBeNull();
    bench.add("entry-struck", { strikes: [strike.id] });
    bench.read(occasion, "liner-1", "bore", "top-thrust", 108.05, { supersedes: [fix.id] });
    expect(fold(bench.entries).conflicts).toEqual([]);
    expect(point(bench).estimate!.value).toBeCloseTo(108.05, 6);
  });

  test("the same place read twice in one occasion is a repeat, and tightens the value", () => {
    const bench = lively();
    const once = point(bench).expanded!;
    const twice = point(bench, "liner-3/bore");
    expect(twice.readings).toHaveLength(2);
    expect(twice.expanded!).toBeLessThan(once);
  });

  test("strikes that only strike each other count for nothing", () => {
    const bench = new TestBench(orrinshaw);
    const reading = bench.read(bench.occasion(), "liner-1", "bore", "top-thrust", 108.04);
    const [a, b] = [bench.newId(), bench.newId()];
    const strike = (id: string, strikes: string[]): Envelope => ({
      ...reading,
      id,
      type: "entry-struck",
      payload: { strikes },
    });
    const ring = [strike(a, [b, reading.id]), strike(b, [a])];
    expect(fold([...bench.entries, ...ring]).readings).toHaveLength(1);
    expect(fold([...ring.reverse(), ...bench.entries]).readings).toHaveLength(1);
  });

  test("owe a reason until it is given; putting back owes none", () => {
    const bench = new TestBench(orrinshaw);
    const reading = bench.read(bench.occasion(), "liner-1", "bore", "top-thrust", 108.04);
    const strike = bench.add("entry-struck", { strikes: [reading.id] });
    expect(fold(bench.entries).reasonsOwed.map((entry) => entry.id)).toEqual([strike.id]);
    bench.add("reason-given", { for: strike.id, why: "gauge not square" });
    expect(fold(bench.entries).reasonsOwed).toEqual([]);
    bench.add("entry-struck", { strikes: [strike.id] });
    expect(fold(bench.entries).reasonsOwed).toEqual([]);
  });
});

describe("a part is not a slot", () => {
  test("readings go with the part when it moves to another slot", () => {
    const bench = new TestBench(orrinshaw);
    bench.read(bench.occasion(), "liner-1", "bore", "top-thrust", 108.04);
    const [one, two] = [bench.partIn.get("liner-1")!, bench.partIn.get("liner-2")!];
    bench.add("part-removed", { part: two });
    bench.add("part-installed", { part: one, slot: "liner-2" });
    const { rows } = assess(orrinshaw, bench.entries, asOf);
    expect([rows.get("liner-1/bore")!.part, rows.get("liner-1/bore")!.measured]).toEqual([null, 0]);
    expect([rows.get("liner-2/bore")!.part!.id, rows.get("liner-2/bore")!.measured]).toEqual([one, 1]);
  });

  test("two parts in one slot are a hold", () => {
    const bench = new TestBench(orrinshaw);
    bench.add("part-installed", { part: bench.partIn.get("liner-1")!, slot: "liner-2" });
    expect(assess(orrinshaw, bench.entries, asOf).holds.map((hold) => hold.code)).toContain("slot-holds-two");
  });
});

describe("entries of other versions", () => {
  // Frozen when version 1 of each type was written: these lines never change.
  test("every type there is was frozen once, and is still understood as it was written", () => {
    const entries = frozenEntries();
    expect(entries.filter((entry) => !readEntry(entry).ok).map((entry) => entry.type)).toEqual([]);
    expect([...new Set(entries.map((entry) => entry.type))].sort()).toEqual([...entryTypes].sort());
  });

  test("an entry of an unknown type or a newer version is carried and named, not understood", () => {
    const [opened] = new TestBench(orrinshaw).entries;
    const strange = { ...opened!, id: opened!.id.replace(/.$/, "0"), type: "engine-dreamt", payload: { of: "sheep" } };
    const newer = { ...opened!, id: opened!.id.replace(/.$/, "1"), v: 7 };
    expect(
      fold([strange, newer])
        .unread.map((found) => found.code)
        .sort(),
    ).toEqual(["unknown-type", "unknown-version"]);
    expect(writeRecord(readRecord(writeRecord([strange, newer])).entries)).toBe(writeRecord([strange, newer]));
  });
});

test("entries of one hand are in the order they were made, however quickly", () => {
  const now = oneByOne(() => 1_790_000_000_000);
  const maker = {
    stream: "0190aaaa-0000-7000-8000-000000000000",
    author: "wren",
    now,
    random: () => Uint8Array.from({ length: 16 }, () => Math.floor(Math.random() * 256)),
  };
  const made = Array.from({ length: 50 }, (_, at) =>
    makeEntry(maker, "step-ticked", { step: `s-${at}`, how: "done", words: null }),
  );
  expect(fold([...made].reverse()).ticks.map((tick) => tick.step)).toEqual(made.map((entry) => entry.payload.step));
  // As soon as the clock has caught up it is shown as it is.
  const later = oneByOne(
    (
      (times) => () =>
        times.shift()!
    )([5, 5, 5, 9, 8]),
  );
  expect([later(), later(), later(), later(), later()]).toEqual([5, 6, 7, 9, 10]);
});

describe("a record", () => {
  const good = writeRecord(new TestBench(orrinshaw).entries);

  test("is written and read back to the letter, blank lines and a byte order mark aside", () => {
    expect(writeRecord(readRecord(`\ufeff${good}\r\n\n`).entries)).toBe(good);
  });

  const line = (change: (entry: Record<string, unknown>) => void) => {
    const entry = JSON.parse(good.split("\n")[0]!) as Record<string, unknown>;
    change(entry);
    return JSON.stringify(entry);
  };
  test.each([
    ["broken JSON", () => "{", "not-json"],
    ["an id that is no UUID of version 7", () => line((entry) => (entry.id = "7")), "schema"],
    ["a payload of the wrong shape", () => line((entry) => (entry.payload = { name: "" })), "schema"],
    ["a field nobody knows", () => line((entry) => (entry.colour = "red")), "schema"],
    [
      "an entry of another job",
      () => line((entry) => (entry.stream = "0190aaaa-0000-7000-8000-000000000000")),
      "other-stream",
    ],
    [
      "a line nested too deeply",
      () => line((entry) => (entry.payload = JSON.parse("[".repeat(40) + "]".repeat(40)) as unknown)),
      "too-deep",
    ],
    ["a line past the limit", () => line((entry) => (entry.payload = { name: "x".repeat(300_000) })), "line-too-long"],
  ])("with %s says so, by line", (_, bad, code) => {
    const { problems } = readRecord(`${good}${bad()}\n`);
    expect(problems.map((each) => [each.line, each.problem.code])[0]).toEqual([good.split("\n").length, code]);
  });

  test("an envelope that is no object is refused", () => expect(readEnvelope(null).ok).toBe(false));
});
