import fc from "fast-check";
import { assess, createAssess, createJudge } from "./assess";
import { toAssessmentJson } from "./json/assessment-json";
import { TestBench, testGauge } from "./fixtures/bench";
import { demoJob } from "./fixtures/load";
import { orrinshaw } from "./fixtures/packs/orrinshaw";
import { windrow } from "./fixtures/packs/windrow";
import type { Envelope } from "./entry/schema";
import type { Assessment } from "./assessment";
import { makeHandOverWitness } from "./hand-over/make-hand-over-witness";

const asOf = "2026-11-24T00:00:00Z";
/** What may happen at the bench, in any order: the fast path has to notice whatever it is not made for. */
type Act = "reading" | "correction" | "strike" | "occasion" | "late" | "removed" | "decision" | "strange";
const acts: readonly Act[] = [
  "reading",
  "reading",
  "reading",
  "correction",
  "strike",
  "occasion",
  "late",
  "removed",
  "decision",
  "strange",
];

function play(script: readonly (readonly [Act, number])[]): Envelope[] {
  const bench = new TestBench(windrow);
  // Ends of two joints, and one by itself.
  const rows = [
    "rotor-housing-1/face-front",
    "rotor-1/apex-slot",
    "apex-seals-1/thickness",
    "rotor-bearing-1/bore",
    "eccentric-shaft/rotor-journal-r1",
  ].map((id) => windrow.rows.get(id)!);
  const open = () => bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
  let occasion = open();
  const readings: Envelope[] = [];
  for (const [act, n] of script) {
    const row = rows[n % rows.length]!;
    const point = row.at.feature.points[n % row.at.feature.points.length]!.id;
    const middle =
      ((row.at.feature.governing.limits.new?.min ?? 0) + (row.at.feature.governing.limits.new?.max ?? 0)) / 2;
    const target = readings[n % Math.max(1, readings.length)];
    const read = (rest = {}) => bench.read(occasion, row.slot.id, row.at.id, point, middle + (n % 7) * 0.01, rest);
    if (act === "reading") readings.push(read());
    else if (act === "correction" && target)
      readings.push(
        bench.add("reading-taken", {
          ...(target.payload as never as Parameters<typeof bench.add<"reading-taken">>[1]),
          value: middle,
          supersedes: [target.id],
        }),
      );
    else if (act === "strike" && target) bench.add("entry-struck", { strikes: [target.id] });
    else if (act === "occasion") occasion = open();
    else if (act === "late") bench.entries.push({ ...read(), id: bench.newId(), at: "2026-11-20T08:00:30.000Z" });
    else if (act === "removed") bench.add("part-removed", { part: bench.partIn.get(row.slot.id)! });
    else if (act === "decision") {
      const choice = assess(windrow, bench.entries, asOf).choices.find(({ slot }) => slot.id === row.slot.id)!;
      if (choice.part)
        bench.add("decision-made", {
          part: choice.part.id,
          feature: null,
          disposition: "hold",
          ways: [],
          reason: "ask",
          witness: { core: "0", pack: windrow.sha256, entries: "0".repeat(64), proposal: "hold", figures: [] },
        });
    } else if (act === "strange")
      bench.entries.push({ ...bench.entries[0]!, id: bench.newId(), type: "engine-dreamt", payload: {} });
  }
  return bench.entries;
}

test("assessing a job as it grows gives at every step what assessing it whole gives", () => {
  // As text: a deep comparison at every step takes longer than what is compared.
  const said = (assessment: Assessment) => JSON.stringify(toAssessmentJson(assessment));
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.constantFrom(...acts), fc.nat(60)), { minLength: 1, maxLength: 25 }), (script) => {
      const entries = play(script);
      const judge = createAssess(windrow);
      for (let count = windrow.pack.slots.length * 2 + 1; count <= entries.length; count += 1) {
        const here = entries.slice(0, count);
        expect(said(judge(here, asOf))).toBe(said(assess(windrow, here, asOf)));
      }
    }),
    { numRuns: 20 },
  );
});

test("what was measured by itself, ahead of the whole, is the very same rows and fits that the whole then has", () => {
  const { assess: whole, measuring } = createJudge(orrinshaw);
  const entries = demoJob("survey-launch-tern");
  const from = entries.length - 4;
  whole(entries.slice(0, from), asOf);
  for (let count = from; count <= entries.length; count += 1) {
    const here = entries.slice(0, count);
    const ahead = measuring(here);
    // A bench may be two readings ahead before the rest follows, and the rest may be of what was before.
    measuring(entries.slice(0, Math.min(entries.length, count + 1)));
    const { rows, joints, job } = whole(here, asOf);
    for (const [id, row] of ahead.rows) expect(rows.get(id)!.points).toEqual(row.points);
    expect([...joints.keys()]).toEqual([...ahead.joints.keys()]);
    expect(job.readings.map(({ id }) => id)).toEqual(ahead.job.readings.map(({ id }) => id));
    expect(measuring(here).rows.get("liner-1/bore")).toBe(rows.get("liner-1/bore"));
  }
});

test("a row that nothing touched keeps its result, and one that was measured gets a new one", () => {
  const all = demoJob("ferry-marigold");
  // Of a part that is in the engine: what is read of one in its box is not a row of it.
  const installed = new Set(all.flatMap(({ type, payload }) => (type === "part-installed" ? payload.part : [])));
  const isOfEngine = ({ type, payload }: Envelope) => type === "reading-taken" && installed.has(payload.part);
  const entries = all.slice(0, all.findLastIndex(isOfEngine) + 1);
  const judge = createAssess(orrinshaw);
  const before = judge(entries.slice(0, -1), asOf);
  const after = judge(entries, asOf);
  const changed = [...after.rows.keys()].filter((id) => after.rows.get(id) !== before.rows.get(id));
  const { feature } = entries.at(-1)!.payload as { feature: string };
  expect(changed).toEqual([expect.stringContaining(feature)]);
});

describe("a hand-over", () => {
  const launch = demoJob("survey-launch-tern");
  const handed = (
    entries: readonly Envelope[],
    witness = makeHandOverWitness(assess(orrinshaw, entries, asOf), entries),
  ) => {
    const bench = new TestBench(orrinshaw);
    const entry = bench.add("handed-over", {
      to: "Ice survey",
      note: null,
      outcome: null,
      past: [],
      word: null,
      witness,
    });
    return [...entries, { ...entry, stream: entries[0]!.stream, at: "2026-11-23T08:00:00.000Z" }];
  };
  const differences = (entries: readonly Envelope[]) => assess(orrinshaw, entries, asOf).handOvers[0]!.differences;

  test("keeps the whole assessment within the size of an entry, and nothing differs while nothing changed", () => {
    const entries = handed(launch);
    expect(JSON.stringify(entries.at(-1)).length).toBeLessThan(64 * 1024);
    expect(differences(entries)).toEqual([]);
  });

  test("lists figures, proposals and holds that are no longer as they were shown", () => {
    const reading = launch.find((entry) => entry.type === "reading-taken")!;
    const after = {
      ...reading,
      id: "019ac000-0000-7000-8000-000000000001",
      at: "2026-11-24T00:00:00.000Z",
      payload: { ...reading.payload, value: 108.2, supersedes: [reading.id] },
    };
    const found = differences([...handed(launch), after]).map((each) => [
      each.code,
      each.code === "hold-came" ? each.params.code : each.path.join(" "),
    ]);
    expect(found).toContainEqual(["figure-differs", "liner-1/bore largest"]);
    expect(found).toContainEqual(["choice-differs", "liner-1/bore"]);
    expect(found).toContainEqual(["hold-came", "decided-though-refused"]);
  });

  test("says by which computation and pack it was judged, where that has changed", () => {
    const witness = {
      ...makeHandOverWitness(assess(orrinshaw, launch, asOf), launch),
      core: "0.0.9",
      pack: "f".repeat(64),
    };
    expect(differences(handed(launch, witness)).map((each) => each.code)).toEqual([
      "core-differs",
      "witness-pack-differs",
    ]);
  });
});

test("taking back one's own last act owes no reason, taking back somebody else's does", () => {
  const bench = new TestBench(orrinshaw);
  const occasion = bench.occasion();
  const reading = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.04);
  const owed = () => assess(orrinshaw, bench.entries, asOf).job.reasonsOwed.length;
  const undo = bench.add("entry-struck", { strikes: [reading.id], undo: true });
  expect(owed()).toBe(0);
  bench.entries[bench.entries.indexOf(undo)] = { ...undo, author: "another" };
  expect(owed()).toBe(1);
});
