import fc from "fast-check";
import { canonicalJson, fingerprint } from "../canonical";
import { bareEngines, bareSheet, library, pairwise, someBareEngines } from "../fixtures/library";
import { json } from "../fixtures/load";
import { judgedWreck } from "../fixtures/random-wreck";
import { readPack } from "../lint/read-pack";
import { compose } from "./compose";
import { originOf } from "./merge";
import { readEngineText } from "./read-engine-text";
import type { Library } from "./schema";
import { sheetOf } from "./sheet-of";

const six = json("sheets/orrinshaw-6m.json") as Record<string, unknown>;
const sixPack = json("packs/orrinshaw-6m.json") as Record<string, unknown>;
const codesOf = (sheet: unknown, of: Library = library) => compose(of, sheet).problems.map(({ code }) => code);

test("the 6M's sheet composes to its pack, to the letter, and is at most a quarter of it", () => {
  const made = compose(library, six);
  expect(made.problems).toEqual([]);
  expect(fingerprint(made.json)).toBe(fingerprint(sixPack));
  expect(canonicalJson(six).length / canonicalJson(sixPack).length).toBeLessThan(0.25);
});

test.each(["tarnwick-2t", "windrow-r2"])("%s is both too, a two-stroke and a rotary over other layouts", (name) => {
  const made = compose(library, json(`sheets/${name}.json`));
  expect(made.problems).toEqual([]);
  expect(fingerprint(made.json)).toBe(fingerprint(json(`packs/${name}.json`)));
});

test("a pack written as a sheet composes to the same pack", () => {
  const { layout, answers, indexes, positions } = six as { layout: string } & Record<string, never>;
  const again = sheetOf(library, sixPack, { layout, answers, indexes, positions });
  expect(fingerprint(compose(library, again).json)).toBe(fingerprint(sixPack));
});

test("nothing hangs on the order of pieces, layouts or rows", () => {
  const mixed = <T>(list: readonly T[]): T[] => fc.sample(fc.shuffledSubarray([...list], { minLength: list.length }), { numRuns: 1, seed: 34 })[0]!; // prettier-ignore
  const stored = { ...library, layouts: mixed(library.layouts), fragments: mixed(library.fragments) };
  const rows = { ...six, limits: mixed(six["limits"] as unknown[]) };
  expect(fingerprint(compose(stored, rows).json)).toBe(fingerprint(sixPack));
});

test.each(someBareEngines)("%s, %s: bare it is a pack without a fault, with causes, and no wreck of it is absurd", (layout, _, answers) => {
  const { pack, faults } = readEngineText(library, JSON.stringify(bareSheet(layout, answers)));
  expect(faults.map(({ problem, at }) => [problem.code, at])).toEqual([]);
  expect(pack!.pack.diagnosis!.causes.length).toBeGreaterThanOrEqual(16);
  expect(judgedWreck(pack!, 34)).toEqual([]);
  // Nobody's figure is in it.
  expect(pack!.pack.classes.flatMap(({ features }) => features.flatMap(({ governing }) => Object.keys(governing.limits)))).toEqual([]); // prettier-ignore
}); // prettier-ignore

test.each(["inline-twin", "vee-twin"])("%s: any two answers go together", (layout) => {
  const engines = pairwise(layout);
  const wrong = engines.flatMap((answers) =>
    readEngineText(library, JSON.stringify(bareSheet(layout, answers))).faults.map(({ problem, at }) => [answers, problem.code, at]),
  );
  expect(engines.length).toBeLessThan(30);
  expect(wrong).toEqual([]);
}); // prettier-ignore

test("without any one kind of part the rest still hangs together, and what fell is told", () => {
  const [, , petrol] = bareEngines.find(([layout, kind]) => layout === "inline-twin" && kind === "petrol")!;
  const bare = bareSheet("inline-twin", { ...petrol, "oil-cooler": "yes" });
  const classes = (compose(library, bare).json!["classes"] as { id: string }[]).map(({ id }) => id);
  const wrong = classes.flatMap((id) => {
    const made = compose(library, { ...bare, without: [`classes/${id}`] });
    const read = readPack(made.json);
    const isTold = made.fallen.some(({ path }) => path.startsWith("slots/"));
    return read.ok && isTold ? [] : [[id, isTold, read.ok ? made.problems : read.problems.slice(0, 3)]];
  });
  expect(classes.length).toBeGreaterThan(30);
  expect(wrong).toEqual([]);
});

test("where a fact comes from is known: the library's piece, or the sheet's row", () => {
  const { origins } = compose(library, six);
  expect(originOf(origins, "classes/rod/features/bend")).toEqual({ of: "library", piece: "rods" });
  expect(originOf(origins, "classes/liner/features/bore/governing/limits/new")).toMatchObject({ of: "sheet", piece: "limits/0" }); // prettier-ignore
  expect(originOf(origins, "identity")).toMatchObject({ of: "sheet" });
});

const row = (...of: readonly unknown[]) => ({ ...bareSheet("inline-four"), sources: [{ id: "manual", document: "Manual", short: "manual", standing: "invented" }], limits: [of] }); // prettier-ignore

test("a limit is typed as it is printed, and comes out in core units with its page", () => {
  const made = compose(library, row("rod", "bend", "", "reassembly", null, 2, "thou", "p. 3"));
  const rod = readPack(made.json);
  const limit = rod.ok && rod.value.classes.get("rod")!.features.find(({ id }) => id === "bend")!.governing.limits.reassembly; // prettier-ignore
  expect(limit).toMatchObject({ ref: { source: "manual", page: "p. 3" } });
  expect(limit && limit.max).toBeCloseTo(0.0508, 6); // two thousandths of an inch of 25.4 mm
  expect(codesOf(row("gudgeon-pin", "diameter", "", "new", 22, null, "h6", null))).toEqual([]);
});

test("a row that cannot be meant is told with what was perhaps meant", () => {
  const told = (...of: readonly unknown[]) => compose(library, row(...of)).problems.map(({ code, path, params }) => [code, path.at(-1), params]); // prettier-ignore
  expect(told("rodd", "bend", "", "new", 0, null, "mm", null)).toEqual([["limit-of-nothing", 0, { name: "rodd", meant: "rod" }]]); // prettier-ignore
  expect(told("rod", "bendd", "", "new", 0, null, "mm", null)).toEqual([["limit-of-nothing", 1, { name: "bendd", meant: "bend" }]]); // prettier-ignore
  expect(told("rod", "bend", "taper", "new", 0, null, "mm", null)).toEqual([["limit-of-nothing", 2, { name: "taper", meant: null }]]); // prettier-ignore
  expect(told("rod", "bend", "", "new", null, null, "mm", null)).toEqual([["limit-without-figure", 0, {}]]);
  expect(told("rod", "bend", "", "new", 0, null, "bar", null)).toEqual([["limit-in-wrong-unit", 6, { unit: "bar", units: expect.stringMatching(/^mm, /u) }]]); // prettier-ignore
  const twice = { ...row(), limits: [["rod", "bend", "", "new", 0, 1, "mm", null], ["rod", "bend", "", "new", 0, 2, "mm", null]] }; // prettier-ignore
  expect(codesOf(twice)).toEqual(["limit-said-twice"]);
});

test("what a sheet says of nothing is a fault, each under its place", () => {
  const bare = bareSheet("inline-four");
  const told = (more: object) => compose(library, { ...bare, ...more }).problems.map(({ code, path }) => [code, path.slice(0, 3)]); // prettier-ignore
  expect(told({ layout: "inline-for" })).toEqual([["no-such-layout", ["layout"]]]);
  expect(told({ library: 99 })).toEqual([["newer-library", ["library"]]]);
  expect(told({ without: ["slots/rod-9"] })).toEqual([["without-nothing", ["without", 0]]]);
  expect(told({ order: { classes: ["rodd"] } })).toEqual([["order-names-nothing", ["order", "classes"]]]);
  expect(told({ said: [["classes/rod/**", "book", null]] })).toEqual([["unknown-source", ["said", 0, 1]]]);
  expect(told({ said: [["classes/rodd", "practice", null]], sources: [{ id: "practice", document: "Practice", short: "practice", standing: "common-practice" }] })).toEqual([["said-of-nothing", ["said", 0, 0]]]); // prettier-ignore
  const slot = (more: object) => ({ pack: { slots: [{ id: "odd", name: "odd", label: "O", class: "rod", ...more }] } });
  expect(told(slot({ class: "rodd" }))).toEqual([["refers-to-nothing", ["pack", "slots", "odd"]]]);
  expect(told(slot({ name: "{engine.colour}" }))[0]).toEqual(["unknown-name-in-template", ["pack", "slots", 0]]);
  expect(told(slot({ name: "{Rod}" }))).toEqual([["open-brace", ["pack", "slots", expect.anything()]]]);
  expect(told({ pack: { slots: [{ "@for": "cylindre", id: "odd-{cylindre}" }] } })[0]).toEqual(["unknown-index", ["pack", "slots", 0]]); // prettier-ignore
  expect(told(slot({ map: { "@placed": ["plan", "engine", 0, 0], outline: "rod" } }))[0]).toEqual(["no-position", ["pack", "slots", 0]]); // prettier-ignore
  expect(told({ colour: "red" })).toEqual([["unknown-property", ["colour"]]]);
  expect(codesOf(JSON.parse('{"__proto__": {"a": 1}}'))).toEqual(["reserved-name"]);
});

test("a hundred bytes that unfold to millions are stopped", () => {
  const deep = (levels: number): object => ({ "@for": "many", id: "a", ...(levels > 0 ? { places: [deep(levels - 1)] } : {}) }); // prettier-ignore
  const many = Array.from({ length: 60 }, (_, at) => ({ id: String(at) }));
  expect(codesOf({ ...bareSheet("single"), indexes: { many }, pack: { slots: [deep(5)] } })).toContain(
    "unfolds-too-far",
  );
  const words = { "@for": ["many", "many", "many", "many", "many", "many"], "@give": "x" };
  expect(codesOf({ ...bareSheet("single"), indexes: { many }, pack: { outlines: [words] } })).toContain(
    "unfolds-too-far",
  );
});

test("a fault is told with the line of the sheet that says it", () => {
  const text = JSON.stringify({ ...row("rod", "bend", "", "new", 2, 1, "mm", null) }, null, 1);
  const { faults } = readEngineText(library, text);
  expect(faults.map(({ problem, at, line }) => [problem.code, at, text.split("\n")[line! - 1]?.trim()])).toEqual([["schema", "classes rod features bend governing limits new", "["]]); // prettier-ignore
});
