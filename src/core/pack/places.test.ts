import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { json } from "../fixtures/load";
import { readPack } from "../lint/read-pack";
import type { CompiledPack } from "./compile-pack";

interface Raw {
  classes: { id: string; features: { id: string; places: { id: string; name: string; label: string }[]; governing: { limits: object; limitsWhere?: object[] } }[] }[]; // prettier-ignore
  slots: { id: string; class: string; has?: string[] }[];
}
const practice = { source: "practice" };
/** The six with one thing changed in it. */
function changed(change: (pack: Raw) => void) {
  const pack = structuredClone(json("packs/orrinshaw-6m.json")) as Raw;
  change(pack);
  return readPack(pack);
}
const read = (change: (pack: Raw) => void): CompiledPack => {
  const found = changed(change);
  if (!found.ok) throw new Error(JSON.stringify(found.problems.slice(0, 3)));
  return found.value;
};
const classOf = (pack: Raw, id: string) => pack.classes.find((each) => each.id === id)!;
const journalsOf = (pack: CompiledPack, of: string) =>
  [...pack.rows.values()].filter(({ partClass, at }) => partClass.id === "crankshaft" && at.feature.id === of);
const places = (pack: Raw) => classOf(pack, "crankshaft").features.find((each) => (each.places ?? []).length > 1)!;

test("a slot has the places it names; what no slot of its kind names all of them have", () => {
  const of = ["1i", "2i", "3i"].map((label) => ({ id: `s-${label}`, name: `seat ${label}`, label }));
  /** Both heads have seats: each those of its own cylinders. */
  const withSeats = (pack: Raw) => {
    const { features } = classOf(pack, "cylinder-head");
    features.push({ ...structuredClone(features.at(-1)!), id: "seat-run-out", places: of });
  };
  const whole = read(withSeats);
  const heads = whole.pack.slots.filter((slot) => slot.class === "cylinder-head").map(({ id }) => id);
  const [first, second, ...rest] = of.map(({ id }) => id);
  const split = read((pack) => {
    withSeats(pack);
    const slots = pack.slots.filter((slot) => slot.class === "cylinder-head");
    slots[0]!.has = [first!];
    slots[1]!.has = [second!];
  });
  const at = (pack: CompiledPack, slot: string) =>
    [...pack.rows.values()].filter((row) => row.slot.id === slot && row.at.feature.id === "seat-run-out").map((row) => row.at.place!.id); // prettier-ignore
  expect(heads.map((slot) => at(whole, slot))).toEqual(heads.map(() => [first, second, ...rest]));
  expect(heads.map((slot) => at(split, slot))).toEqual([
    [first, ...rest],
    [second, ...rest],
  ]);
  // What is there is asked for and judged, and what is not is asked of nobody.
  const bench = new TestBench(split);
  const { rows } = assess(split, bench.entries, "2026-12-02T00:00:00Z");
  expect([...rows.keys()].filter((id) => id.startsWith(`${heads[0]}/`)).every((id) => !id.endsWith(`-${second}`))).toBe(true); // prettier-ignore
  const wrong = changed((pack) => void (pack.slots.find((slot) => slot.class === "cylinder-head")!.has = ["moon"]));
  expect(wrong.ok ? [] : wrong.problems.map(({ code }) => code)).toEqual(["slot-has-nothing"]);
});

test("a joint at a place that its slot does not have is a fault", () => {
  const joined = changed((pack) => {
    const feature = places(pack);
    pack.slots.find(({ id }) => id === "crankshaft")!.has = [feature.places[0]!.id];
    // Another crankshaft has the rest: the places are theirs alone.
    pack.slots.push({ ...pack.slots.find(({ id }) => id === "crankshaft")!, id: "crankshaft-2", has: feature.places.slice(1).map(({ id }) => id) }); // prettier-ignore
  });
  expect(joined.ok ? [] : joined.problems.map(({ code }) => code)).toContain("unknown-feature");
});

test("a limit may be of one place: the thrust main has its own, the others what is usual", () => {
  let of = "";
  let own = "";
  const pack = read((raw) => {
    const feature = places(raw);
    of = feature.id;
    own = feature.places[2]!.id;
    feature.governing.limitsWhere = [{ onlyIf: { places: [own] }, limits: { reassembly: { max: 9, ref: practice } } }];
  });
  const bench = new TestBench(pack);
  const { rows } = assess(pack, bench.entries, "2026-12-02T00:00:00Z");
  const limits = journalsOf(pack, of).map((row) => [row.at.place!.id === own, rows.get(row.id)!.feature.governing.limits.reassembly?.max === 9]); // prettier-ignore
  expect(limits.every(([isOwn, isNine]) => isOwn === isNine)).toBe(true);
  expect(limits.filter(([isOwn]) => isOwn)).toHaveLength(1);
  const elsewhere = changed((raw) => {
    places(raw).governing.limitsWhere = [{ onlyIf: { places: ["moon"] }, limits: { reassembly: { max: 9, ref: practice } } }]; // prettier-ignore
  });
  expect(elsewhere.ok ? [] : elsewhere.problems.map(({ code }) => code)).toEqual(["no-such-place-here"]);
});
