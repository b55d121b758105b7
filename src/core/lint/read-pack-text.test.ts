import { readFileSync } from "node:fs";
import { readPackText } from "./read-pack-text";

const text = readFileSync("packs/orrinshaw-6m.json", "utf8");
type Raw = Record<string, never> & {
  classes: { id: string; features: { id: string; decides: boolean; governing: { limits: { reassembly?: object } }; wearsTowards: string; restsOn?: string[]; rework?: unknown }[]; findings: { id: string }[] }[]; // prettier-ignore
  joints: { id: string; givesWay: string[] }[];
  outlines: { id: string; path: string }[];
  slots: { id: string; class: string }[];
  consequences: unknown[];
  sources: unknown[];
};
const changed = (change: (pack: Raw) => void) => {
  const pack = JSON.parse(text) as Raw;
  change(pack);
  return readPackText(JSON.stringify(pack, null, 2));
};
const codes = (of: readonly { problem: { code: string } }[]) => of.map((each) => each.problem.code);

test("the packs that ship have nothing wrong with them", () => {
  for (const file of ["orrinshaw-6m", "pellbrook-v4", "larkspire-f5"])
    expect(readPackText(readFileSync(`packs/${file}.json`, "utf8")).faults).toEqual([]);
});

test("a comment and a comma too many are named where they stand", () => {
  const broken = '{\n  // the engine\n  "format": "ember-pack/1",\n  "id": "x",\n}';
  const { faults } = readPackText(broken);
  expect(faults.map(({ problem, line, column }) => [problem.code, line, column])).toEqual([
    ["json-comment", 2, 3],
    ["json-trailing-comma", 4, 12],
  ]);
});

test("a fault is named by ids, with line and column and what was perhaps meant", () => {
  const { faults } = changed((pack) => (pack.slots[3]!.class = "crankshft"));
  const [fault] = faults;
  expect([fault!.problem.code, fault!.meant]).toEqual(["unknown-class", "crankshaft"]);
  expect(fault!.at).toMatch(/^slots [a-z0-9-]+ class$/u);
  const pack = JSON.parse(text) as Raw;
  pack.slots[3]!.class = "crankshft";
  const lines = JSON.stringify(pack, null, 2).split("\n");
  expect(lines[fault!.line! - 1]!.slice(fault!.column! - 1)).toBe('"crankshft",');
});

test("a fault of shape hides no fault of reference, and explains those that are its own", () => {
  const { faults } = changed((pack) => {
    pack.slots[3]!.class = "crankshft";
    (pack.classes.find(({ id }) => id === "liner")! as unknown as { tag: string }).tag = "lower case";
    (pack.classes[0]! as unknown as { limts: object }).limts = {};
  });
  expect(codes(faults)).toEqual(expect.arrayContaining(["schema", "unknown-property", "unknown-class"]));
  expect(faults.find(({ problem }) => problem.code === "unknown-property")!.meant).toBe("limits");
  // Liners are of the wrong shape, not missing: nobody is told that there is no such class.
  expect(faults.filter(({ problem }) => problem.code === "unknown-class").map(({ problem }) => problem.params)).toEqual([{ class: "crankshft" }]); // prettier-ignore
});

test.each<[string, (pack: Raw) => void]>([
  ["joint-without-give", (pack) => (pack.joints.find(({ id }) => id === "main-clearance")!.givesWay = [])],
  [
    "feature-says-nothing",
    (pack) => {
      const { features } = pack.classes.find(({ id }) => id === "liner")!;
      const bore = features.find(({ id }) => id === "bore")!;
      const silent = { id: "spare", decides: false, derived: [], governing: { ...bore.governing, limits: {} } };
      features.push({ ...bore, ...silent });
    },
  ],
  ["rule-owed", (pack) => delete (pack.classes.find(({ id }) => id === "rod") as { rule?: object }).rule],
  ["outline-draws-nothing", (pack) => (pack.outlines[0]!.path = "M0 0M5 5")],
  ["finding-without-consequence", (pack) => (pack.consequences = [])],
  ["source-unused", (pack) => pack.sources.push({ id: "spare", document: "d", short: "s", standing: "invented" } as never)], // prettier-ignore
  ["class-without-slot", (pack) => pack.classes.push({ ...structuredClone(pack.classes[0]!), id: "spare" })],
  [
    "wears-away-from-limit",
    (pack) => {
      const bore = pack.classes.find(({ id }) => id === "liner")!.features.find(({ id }) => id === "bore")!;
      bore.wearsTowards = "smaller";
    },
  ],
])("what is hardly meant is said: %s", (code, change) => {
  const { faults, warnings } = changed(change);
  expect(codes([...faults, ...warnings])).toContain(code);
});

test("a limit of an angle that only makes sense in degrees is named", () => {
  const twin = JSON.parse(readFileSync("packs/tarnwick-2t.json", "utf8")) as Raw;
  const phasing = twin.classes.find(({ id }) => id === "crankshaft")!.features.find(({ id }) => id === "phasing")!;
  phasing.governing.limits.reassembly = { max: 2, ref: { source: "manual" } };
  expect(codes(readPackText(JSON.stringify(twin)).warnings)).toContain("angle-in-degrees");
});

test("series, revisions and numbers that are not there, or stand for two things, are named", () => {
  const rotary = JSON.parse(readFileSync("packs/windrow-r2.json", "utf8")) as Raw;
  const rotor = rotary.classes.find(({ id }) => id === "rotor")! as unknown as { revisions: { id: string; series?: string; numbers: string[] }[] }; // prettier-ignore
  rotor.revisions[0]!.series = "series-9";
  rotor.revisions[1]!.numbers.push("WR-2041-A");
  (rotary as unknown as { consequences: { onlyIf?: object }[] }).consequences[0]!.onlyIf = { revisions: ["z"] };
  expect(codes(readPackText(JSON.stringify(rotary)).faults)).toEqual(expect.arrayContaining(["unknown-series", "unknown-revision", "number-twice"])); // prettier-ignore
});

test("what is no JSON at all is said where it stops", () =>
  expect(readPackText('{"a": 1 "b": 2}').faults[0]).toMatchObject({ problem: { code: "json-syntax" }, line: 1 }));

test("however much is wrong with a pack, looking at it ends: so much of it is told, and that there is more", () => {
  const many = (count: number, of: (at: number) => string) => JSON.stringify({ ...JSON.parse(text), ...Object.fromEntries(Array.from({ length: count }, (_, at) => [of(at), at])) }); // prettier-ignore
  const told = (faulty: string) => {
    const { faults, isCut } = readPackText(faulty);
    return [faults.length, isCut, faults[0]!.problem.code];
  };
  expect(told(many(12_000, (at) => `oops-${at}`))).toEqual([200, true, "unknown-property"]);
  expect(told("[".repeat(1_000_000))).toEqual([1, false, "too-deep"]);
  expect(told(`{"a": "${"[".repeat(400)}", ${'"b": {'.repeat(400)}`)[2]).toBe("too-deep");
  const [long] = readPackText(many(1, () => "x".repeat(300_000))).faults;
  expect(JSON.stringify(long).length).toBeLessThan(1_000_000);
  expect([(long!.problem.params as { property: string }).property.length, long!.meant]).toEqual([60, null]);
});

test("an expression nested in itself is read once a level, not once for every kind that it might be", () => {
  const within = (wrap: (inner: unknown) => unknown) => {
    const pack = JSON.parse(text) as Raw;
    const { governing } = pack.classes.find(({ id }) => id === "liner")!.features[0]! as unknown as { governing: { expr: unknown } }; // prettier-ignore
    for (let level = 0; level < 20; level += 1) governing.expr = wrap(governing.expr);
    return codes(readPackText(JSON.stringify(pack)).faults);
  };
  expect(within((each) => ({ end: "e", each }))).toContain("unknown-end");
  expect(within((each) => ({ across: Array.from({ length: 24 }, (_, at) => `e${at}`), reduce: "max", each }))).toContain("pack-unfolds-too-far"); // prettier-ignore
  expect(within((each) => ({ over: "height", reduce: "max", each }))).not.toContain("schema");
});
