import { masked } from "./masks";
import { readEnvelope } from "./read-entry";
import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { demoJob, demoJobs } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { seeded } from "../numeric/seeded";
import { fold, headerOf } from "./fold";
import type { Envelope, Payload, Role } from "./schema";

const asOf = "2026-11-24T08:00:00Z";
const stamped = (entry: Envelope, role: Role | null, at = entry.at): Envelope => ({ ...entry, stamp: { at, role } });

/** The same entries in some other order. */
function shuffled(entries: readonly Envelope[], seed: number): Envelope[] {
  const { next } = seeded(seed);
  return entries
    .map((entry) => ({ entry, key: next() }))
    .sort((a, b) => a.key - b.key)
    .map(({ entry }) => entry);
}

/** An engine with an estimate by a lead, and whatever an inspector then does. */
function withEstimate(act: (bench: TestBench, estimate: Envelope) => void, role: Role | null = "inspector") {
  const bench = new TestBench(orrinshaw);
  const estimate = bench.add("estimate-made", { kind: "estimate", amount: 4000, words: "the bottom end" });
  const before = bench.entries.length;
  act(bench, estimate);
  const entries = bench.entries.map((entry, at) => stamped(entry, at < before ? "lead" : role));
  return { entries, job: fold(entries) };
}

describe("whoever may not write a thing may not change it", () => {
  const strike = (bench: TestBench, { id }: Envelope) => void bench.add("entry-struck", { strikes: [id] });

  test("an inspector's strike of an estimate is kept, told, and counts for nothing", () => {
    const { job, entries } = withEstimate(strike);
    expect(job.costEstimates).toHaveLength(1);
    expect(job.unread.map(({ code }) => code)).toEqual(["touch-refused"]);
    expect(assess(orrinshaw, entries, asOf).problems.map(({ code }) => code)).toContain("touch-refused");
  });

  test("a lead's strike counts, and so does one that came with an import, or is older than stamps", () => {
    expect(withEstimate(strike, "lead").job.costEstimates).toEqual([]);
    expect(withEstimate(strike, null).job.costEstimates).toEqual([]);
    const { entries } = withEstimate(strike);
    expect(fold(entries.map(({ stamp: _, ...entry }) => entry)).costEstimates).toEqual([]);
  });

  test("the strike of a lead's strike is a lead's too, however long the chain", () => {
    const { job } = withEstimate((bench, { id }) => {
      let last = id;
      for (let link = 0; link < 6; link += 1) last = bench.add("entry-struck", { strikes: [last] }).id;
    });
    expect(job.costEstimates).toHaveLength(1);
    expect(job.unread).toHaveLength(6);
  });

  test("a successor of another type takes nobody's place", () => {
    const { job } = withEstimate((bench, { id }) =>
      bench.add("reason-given", { for: id, why: "because", supersedes: [id] }),
    );
    expect([job.costEstimates.length, job.reasons.size]).toEqual([1, 1]);
  });

  test("the opening of a job stands for ever, whoever strikes it and however old the strike", () => {
    const bench = new TestBench(orrinshaw);
    bench.add("entry-struck", { strikes: [bench.entries[0]!.id] });
    expect(fold(bench.entries).header).not.toBeNull();
    expect(fold(bench.entries.map((entry) => stamped(entry, "lead"))).header).not.toBeNull();
    // So that it is known without the others.
    bench.add("job-opened", { ...(bench.entries[0]!.payload as Payload<"job-opened">), name: "Opened again" });
    for (const entries of [bench.entries, shuffled(bench.entries, 4), [], ...demoJobs.map(demoJob)])
      expect(headerOf(entries)).toEqual(fold(entries).header);
  });

  test("a job goes by the last name it was given, and by the one before where that is struck", () => {
    const bench = new TestBench(orrinshaw, { name: "Night boat" });
    const first = bench.add("job-renamed", { name: "Night boat, second visit" });
    const last = bench.add("job-renamed", { name: "Slip of the pen" });
    const names = () =>
      [headerOf(bench.entries), fold(shuffled(bench.entries, 7)).header].map((header) => header?.name);
    expect(names()).toEqual(["Slip of the pen", "Slip of the pen"]);
    bench.add("entry-struck", { strikes: [last.id] });
    expect(names()).toEqual(["Night boat, second visit", "Night boat, second visit"]);
    bench.add("entry-struck", { strikes: [first.id] });
    expect(names()).toEqual(["Night boat", "Night boat"]);
  });

  test("the answer does not hang on the order in which stamped and unstamped copies come", () => {
    const { entries } = withEstimate(strike);
    const copies = [...entries, ...entries.map(({ stamp: _, ...entry }) => entry)];
    for (const seed of [1, 2, 3]) expect(fold(shuffled(copies, seed))).toEqual(fold(entries));
  });
});

describe("what a person can make long", () => {
  /** A reading, and so many corrections, each of the one before. */
  function chain(length: number): TestBench {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion();
    bench.read(occasion, "liner-1", "bore", "top-thrust", 108.02);
    for (let link = 0; link < length; link += 1)
      bench.add("reading-taken", {
        occasion,
        part: bench.partIn.get("liner-1")!,
        feature: "bore",
        point: "top-thrust",
        value: 108.02 + link / 1e6,
        typed: "108.02",
        unit: "mm",
        supersedes: [bench.entries.at(-1)!.id],
      });
    return bench;
  }

  test("a chain of 4,000 corrections comes to its last one", () => {
    const { entries } = chain(4000);
    const { readings, conflicts } = fold(shuffled(entries, 4000));
    expect([readings.length, readings[0]!.value, conflicts]).toEqual([1, 108.02 + 3999 / 1e6, []]);
  });

  test("two branches of a long chain are a conflict at every link above them, and one that settles both ends it", () => {
    const bench = chain(300);
    const rival = { ...(bench.entries.at(-1)!.payload as object), value: 109 } as never;
    bench.add("reading-taken", rival);
    expect(fold(bench.entries).conflicts).toHaveLength(300);
    const supersedes = bench.entries.slice(-2).map(({ id }) => id);
    bench.add("reading-taken", { ...(rival as object), value: 108.5, supersedes } as never);
    const { conflicts, readings } = fold(bench.entries);
    expect([conflicts, readings.map(({ value }) => value)]).toEqual([[], [108.5]]);
  });

  test("1,000 strikes that name the same 500 entries are gone through", () => {
    const bench = new TestBench(orrinshaw);
    const occasion = bench.occasion();
    for (let count = 0; count < 500; count += 1) bench.read(occasion, "liner-1", "bore", "top-thrust", 108.02);
    const strikes = bench.entries.slice(-500).map(({ id }) => id);
    for (let count = 0; count < 1000; count += 1) bench.add("entry-struck", { strikes });
    expect(fold(bench.entries).readings).toEqual([]);
  });

  test("a chain of strikes counts from its end: an even number of them leaves the reading standing", () => {
    for (const length of [1999, 2000]) {
      const bench = new TestBench(orrinshaw);
      bench.read(bench.occasion(), "liner-1", "bore", "top-thrust", 108.02);
      for (let link = 0; link < length; link += 1) bench.add("entry-struck", { strikes: [bench.entries.at(-1)!.id] });
      expect(fold(bench.entries).readings).toHaveLength(length % 2 === 0 ? 1 : 0);
    }
  });

  test("strikes in a ring, and corrections in a ring, end", () => {
    const bench = new TestBench(orrinshaw);
    const [a, b] = [bench.newId(), bench.newId()];
    const template = bench.add("entry-struck", { strikes: [b] });
    const ring = [
      { ...template, id: a, payload: { strikes: [b] } },
      { ...template, id: b, payload: { strikes: [a] } },
    ];
    const notes = [a, b].map((id, at): Envelope => ({
      ...template,
      id: id.replace(/^./u, "1"),
      type: "number-read",
      payload: { place: "plate", text: "X", supersedes: [[b, a][at]!.replace(/^./u, "1")] },
    }));
    expect(fold([...bench.entries.slice(0, -1), ...ring, ...notes]).numbers).toEqual([]);
  });
});

describe("a device whose clock is ahead", () => {
  test("does not outrank what was entered after it: its entries stand where they were received, and are held", () => {
    const bench = new TestBench(orrinshaw);
    const early = bench.add("passage-proven", {
      circuit: "oil",
      passage: "jet-5",
      how: "air",
      clear: true,
      words: null,
    });
    const later = bench.add("passage-proven", {
      circuit: "oil",
      passage: "jet-5",
      how: "rod",
      clear: false,
      words: null,
    });
    const entries = bench.entries.map((entry) =>
      entry === early
        ? stamped({ ...entry, at: "2027-03-01T10:00:00.000Z" }, "inspector", early.at)
        : stamped(entry, "inspector"),
    );
    const { passages, unread } = fold(entries);
    expect(passages.map(({ id }) => id)).toEqual([early.id, later.id]);
    expect(unread).toMatchObject([{ code: "clock-ahead", params: { count: 1 } }]);
    const { holds, lifted } = assess(orrinshaw, entries, asOf);
    expect(holds.map(({ code }) => code)).toContain("clock-ahead");
    const past = bench.add("hold-lifted", { hold: "clock-ahead", about: unread[0]!.path.join(" "), why: "set now" });
    expect(lifted).toEqual([]);
    expect(assess(orrinshaw, [...entries, past], asOf).lifted.map(({ hold }) => hold.code)).toEqual(["clock-ahead"]);
  });

  test("an entry that waited longer than any network takes is asked about, where it stands by its own clock", () => {
    const bench = new TestBench(orrinshaw);
    const days = (before: number) => new Date(Date.parse(bench.entries[0]!.at) + before * 86_400_000).toISOString();
    const asked = (role: "inspector" | null, before: number) =>
      fold(bench.entries.map((entry) => stamped(entry, role, days(before)))).unread.map(({ code, params }) => [code, params]); // prettier-ignore
    expect([asked("inspector", 29), asked(null, 400)]).toEqual([[], []]);
    expect(asked("inspector", 60)).toEqual([["dated-long-before", { author: bench.entries[0]!.author, count: bench.entries.length, days: 60 }]]); // prettier-ignore
  });

  test("within the margin its own clock is believed", () => {
    const bench = new TestBench(orrinshaw);
    const [first] = bench.entries;
    const before = new Date(Date.parse(first!.at) - 4 * 60_000).toISOString();
    expect(fold([stamped(first!, "lead", before), ...bench.entries.slice(1)]).unread).toEqual([]);
  });
});

test("what nothing may be called, and a moment longer than any clock writes, are refused and not dropped", () => {
  const [first] = new TestBench(orrinshaw).entries;
  const codes = (json: unknown) => {
    const read = readEnvelope(json);
    return read.ok ? [] : read.problems.map(({ code }) => code);
  };
  expect(codes(JSON.parse(JSON.stringify(first).replace('"name"', '"__proto__"')))).toEqual(["reserved-name"]);
  expect(codes({ ...first, at: `2026-01-01T00:00:00.${"0".repeat(40)}Z` })).toEqual(["schema"]);
  expect(codes(first)).toEqual([]);
});

test("only a name is masked: whatever else a list from outside says is left as it is", () => {
  const bench = new TestBench(orrinshaw);
  const estimate = bench.add("estimate-made", { kind: "estimate", amount: 900, words: "overhaul" });
  const agreed = bench.add("approval-given", { estimate: estimate.id, by: "Quay Master", on: "2026-11-20", how: "phone", agreed: true }); // prettier-ignore
  const asked = ["constructor.name", "__proto__.x", "how", "amount", "moon"];
  expect([masked(agreed, asked), masked(estimate, asked)]).toEqual([agreed, estimate]);
  expect(masked(agreed, [...asked, "by"]).payload).toEqual({ ...agreed.payload, by: "erased" });
});
