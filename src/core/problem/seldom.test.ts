import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { json } from "../fixtures/load";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { questionReading } from "../measure/question-reading";
import { whyNoReading } from "../measure/take-reading";
import { nextStep } from "../views/next-step";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import { layerOf } from "../option/next-size";

const asOf = "2026-11-24T08:00:00Z";
const judge = ({ pack, entries }: TestBench, by: CompiledPack = pack) => assess(by, entries, asOf);
const holdsOf = (bench: TestBench, by?: CompiledPack) => judge(bench, by).holds.map(({ code }) => code);
const optionOf = (bench: TestBench, row: string) =>
  judge(bench).choices.find(({ slot }) => row.startsWith(`${slot.id}/`))!.options[0]!;

/** A pack as JSON, to be changed. */
interface LooseFeature {
  id: string;
  governing: { limits: Record<string, unknown>; thumb?: unknown };
  derived: { limits: Record<string, unknown> }[];
  restsOn: string[];
}
interface Loose {
  classes: {
    id: string;
    features: (LooseFeature & { drawing?: { id: string; marks: Record<string, unknown> } })[];
    zoneMap?: { zones: { id: string; polygon: number[][]; rules: { within?: string[] }[] }[] };
    life?: { hours: number; ref: { source: string } };
  }[];
  intake: { tests: { unit: string }[] };
  strip: { steps: { loses: string[] }[] };
  circuits: { from: string; passages: { to: string }[] }[];
  identity: { stories: { id: string; shows?: Record<string, string> }[] };
  joints: unknown[];
  diagnosis?: unknown;
}
const loose = (file: string) => structuredClone(json(file)) as Loose;
const classIn = (pack: Loose, id: string) => pack.classes.find((each) => each.id === id)!;

function changed(file: string, change: (pack: Loose) => void): CompiledPack {
  const pack = loose(file);
  change(pack);
  const read = readPack(pack);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

describe("a pack that", () => {
  const found = (file: string, change: (pack: Loose) => void): string[] => {
    const pack = loose(file);
    change(pack);
    const read = readPack(pack);
    return read.ok ? [] : read.problems.map(({ code }) => code);
  };
  const orr = "packs/orrinshaw-6m.json";
  const drawn = (pack: Loose) =>
    pack.classes.flatMap(({ features }) => features).find(({ drawing }) => drawing)!.drawing!;
  const flat = (pack: Loose) => JSON.parse(JSON.stringify(pack).replaceAll(/"within":150\b/gu, '"within":1')) as Loose;

  test.each<[string, string, (pack: Loose) => void]>([
    ["names a drawing that is not there", "unknown-drawing", (pack) => void (drawn(pack).id = "no-such")],
    [
      "marks a point that is not there",
      "unknown-point",
      (pack) => void (drawn(pack).marks["no-such"] = [[0, 0, 1, 1]]),
    ],
    ["tests in a unit that is not there", "unknown-unit", (pack) => void (pack.intake.tests[0]!.unit = "furlong")],
    [
      "loses a position that is not there",
      "unknown-position",
      (pack) => void (pack.strip.steps[0]!.loses = ["no-such"]),
    ],
    [
      "flows to a node that is not there",
      "unknown-node",
      (pack) => void (pack.circuits[0]!.passages[0]!.to = "no-such"),
    ],
    ["fits a face within a square that holds no points", "fit-within-empty", (pack) => Object.assign(pack, flat(pack))],
    [
      "gives a zone a rule that keeps out of it",
      "rule-shuts-out-its-zone",
      (pack) => void (classIn(pack, "block").zoneMap!.zones[0]!.rules[0]!.within = ["studs-cam"]),
    ],
    [
      "draws a zone that crosses itself",
      "zone-crosses-itself",
      (pack) =>
        void (classIn(pack, "block").zoneMap!.zones[0]!.polygon = [
          [0, 0],
          [20, 14],
          [20, 0],
          [0, 14],
        ]),
    ],
  ])("%s is refused: %s", (_, code, change) => expect(found(orr, change)).toContain(code));

  test("tells of an altered tell without freeing it, or an answer that it has not, is refused", () => {
    const story = (pack: Loose, id: string) => pack.identity.stories.find((each) => each.id === id)!;
    const lark = "packs/larkspire-f5.json";
    const shows = (answers: Record<string, string>) => (pack: Loose) =>
      void (story(pack, "flange-changed").shows = answers);
    expect(found(lark, shows({ "cam-ring": "two" }))).toContain("shows-what-it-leaves");
    expect(found(lark, shows({ "flange-studs": "nine" }))).toContain("unknown-answer");
    expect(found(lark, shows({ "flange-studs": "eight" }))).toEqual([]);
  });
});

describe("at the front", () => {
  test("a job judged by another pack than its own is not judged at all", () =>
    expect(holdsOf(new TestBench(pellbrook), larkspire)).toContain("pack-differs"));

  test("two courses chosen at once are none", () => {
    const bench = new TestBench(orrinshaw);
    for (const course of ["rebuild", "part-out"] as const)
      bench.add("course-chosen", { course, why: "so", proposal: "rebuild" });
    expect(holdsOf(bench)).toContain("course-chosen-twice");
  });

  test("what is asked next is what engine it is, and nothing once it is gone", () => {
    const bench = new TestBench(larkspire);
    bench.add("number-read", { place: "case-number", text: "F5C3041" });
    bench.add("number-read", { place: "plate", text: "F5C212" });
    expect(nextStep(bench.pack, judge(bench)).what.code).toBe("identity-in-doubt");
    const { core, pack } = judge(bench);
    const witness = { core, pack, entries: pack, figures: [], choices: [], holds: [] };
    bench.add("handed-over", { to: "the airship trust", note: null, outcome: null, past: [], word: null, witness });
    expect(nextStep(bench.pack, judge(bench)).what).toMatchObject({
      code: "handed-over",
      params: { to: "the airship trust" },
    });
  });
});

describe("a crack", () => {
  const cracked = (slot: string, line: [number, number][], lengthMm: number | null) => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    const part = bench.partIn.get(slot)!;
    bench.add("crack-found", { part, line, lengthMm, method: "dye", words: null });
    return bench;
  };
  const reuseOf = (bench: TestBench) => optionOf(bench, "block/tunnel-m1");

  test("on a part without zones, outside all zones, or of unknown length is not judged, and says which", () => {
    expect(holdsOf(cracked("rod-1", [[0, 0], [1, 1]], 2))).toContain("crack-without-zones"); // prettier-ignore
    expect(holdsOf(cracked("block", [[160, 60], [165, 62]], 5))).toContain("crack-outside-zones"); // prettier-ignore
    const open = cracked("block", [[140, 100], [150, 110]], null); // prettier-ignore
    expect(holdsOf(open)).toContain("crack-unjudged");
    expect([reuseOf(open).allowed, reuseOf(open).reasons[0]!.code]).toEqual([null, "crack-open"]);
  });

  test("that is to be watched lets its part be used again, and says so", () => {
    const { allowed, reasons } = reuseOf(cracked("block", [[140, 100], [150, 130]], 32)); // prettier-ignore
    expect([allowed, reasons.map(({ code }) => code).includes("crack-watched")]).toEqual([true, true]);
  });

  test("looked for by a method nobody knows was not looked for", () => {
    const bench = new TestBench(orrinshaw);
    const part = bench.partIn.get("block")!;
    bench.add("crack-checked", {
      part,
      method: "tapping",
      zones: [],
      when: "before-machining",
      found: "nothing",
      preparation: null,
      by: null,
    });
    expect(judge(bench).problems.map(({ code }) => code)).toContain("check-unknown-method");
  });
});

test("a check that is down with cracks of which none was drawn is owed them", () => {
  const bench = new TestBench(orrinshaw);
  const part = bench.partIn.get("crankshaft")!;
  bench.add("crack-checked", { part, method: "magnetic", zones: [], when: "before-machining", found: "cracks", preparation: "washed", by: "test house" }); // prettier-ignore
  expect(holdsOf(bench)).toContain("cracks-not-drawn");
});

test("a gauge of which nobody knows scatter or certificate is taken as its kind is, which is wide, and says so", () => {
  const reading = (known: boolean) => {
    const bench = new TestBench(orrinshaw);
    const gauge = { ...testGauge, method: "direct" as const, ...(known ? {} : { repeatability: null, calibration: null }) }; // prettier-ignore
    bench.read(bench.occasion({ gauge, master: null }), "liner-1", "bore", "top-thrust", 108.01);
    const { problems, rows } = judge(bench);
    return { codes: problems.map(({ code }) => code), u: rows.get("liner-1/bore")!.points[0]!.expanded! };
  };
  const [known, unknown] = [reading(true), reading(false)];
  expect(unknown.codes).toContain("gauge-assumed");
  expect(known.codes).not.toContain("gauge-assumed");
  expect(unknown.u).toBeGreaterThan(2 * known.u);
});

describe("at the bench", () => {
  test("a comparator without its master is tied to no size, and a gauge past its date is said to be", () => {
    const bench = new TestBench(orrinshaw);
    bench.read(bench.occasion({ master: null }), "liner-1", "bore", "top-thrust", 108.01);
    const stale = { ...testGauge, calibration: { ...testGauge.calibration, due: "2020-01-01" } };
    bench.read(bench.occasion({ gauge: stale }), "liner-2", "bore", "top-thrust", 108.01);
    expect(holdsOf(bench)).toEqual(expect.arrayContaining(["setting-master-missing", "gauge-overdue"]));
  });

  test("a slip of two places is asked about, and so is an empty slot or a sheet without a gauge", () => {
    const { feature } = orrinshaw.sheets.find(({ id }) => id === "liner-bore")!;
    expect(questionReading(10801, feature, "top-thrust")!.code).toBe("hundred-times-too-large");
    const row = judge(new TestBench(orrinshaw)).rows.get("liner-1/bore")!;
    expect(whyNoReading(row, null)!.code).toBe("no-gauge");
    expect(whyNoReading({ ...row, part: null }, null)!.code).toBe("slot-empty");
  });
});

describe("a part", () => {
  test("that has no limit is judged by eye, and says so", () => {
    const pack = changed("packs/orrinshaw-6m.json", (each) => {
      const skirt = classIn(each, "liner").features.find(({ id }) => id === "bore")!;
      skirt.governing.limits = { new: skirt.governing.limits.new };
      for (const derived of skirt.derived ?? []) derived.limits = {};
      skirt.restsOn = [];
      each.joints = [];
      delete each.diagnosis;
    });
    expect(optionOf(new TestBench(pack), "liner-1/bore").reasons.map(({ code }) => code)).toEqual([
      "no-limit",
      "not-measured",
    ]);
  });

  test("whose life ends within the hours wanted or not, nobody knows which, waits", () => {
    const bench = new TestBench(orrinshaw, { hoursWanted: 6000 });
    bench.readRestAsNew();
    const { allowed, reasons } = optionOf(bench, "piston-1/skirt");
    expect([allowed, reasons[0]!.code]).toEqual([null, "life-unknown"]);
  });

  test("is ground no deeper than its hardened layer lasts", () => {
    const { rework } = orrinshaw.sheets.find(({ id }) => id === "crankshaft-big-end")!.feature;
    const thin = { ...rework!, hardenedCase: { ...layerOf(rework!)!, depth: 1.55 } };
    const bench = new TestBench(
      changed("packs/orrinshaw-6m.json", (pack) => {
        const journal = classIn(pack, "crankshaft").features.find(({ id }) => id === "big-end")!;
        (journal as unknown as { rework: typeof thin }).rework.hardenedCase = thin.hardenedCase;
      }),
    );
    const sizes = judge(bench).choices.find(({ slot }) => slot.id === "crankshaft")!;
    expect(sizes.options.flatMap(({ reasons }) => reasons.map(({ code }) => code))).toContain("case-too-thin");
  });

  test("that cleans up on its worn axis only says that the bore would lean", () => {
    const bench = new TestBench(pellbrook);
    const row = [...pellbrook.rows.values()].find((each) => each.partClass.id === "cylinder")!;
    const occasion = bench.occasion();
    // By the handbook's arithmetic: largest 76.15 over unworn 76 asks for 76.15 + 0.15 + 0.05 = 76.35 on the original axis,
    // and for 76.20 on the worn one; the first size is 76.25.
    for (const { id } of row.at.feature.points)
      bench.read(occasion, row.slot.id, "bore", id, id === "top-thrust" ? 76.15 : 76);
    bench.read(occasion, row.slot.id, "damage", "deepest", 0);
    const choice = judge(bench).choices.find(({ slot }) => slot.id === row.slot.id)!;
    expect(choice.options.flatMap(({ reasons }) => reasons.map(({ code }) => code))).toContain("on-worn-axis");
  });
});
