import { TestBench } from "../fixtures/bench";
import { choiceAt, codesOf, decide, holdsOf, judged, needAt } from "../fixtures/choices";
import { json } from "../fixtures/load";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { tarnwick } from "../fixtures/packs/tarnwick";
import { windrow } from "../fixtures/packs/windrow";
import { readPack } from "../lint/read-pack";
import { orderOfJob } from "../ordering/order-of-job";
import type { Pack } from "../pack/schema";

// What is left of a part: of its life, of what can be filled, of what lies here. Common practice, no source; figures invented.

const note = (
  bench: TestBench,
  section: "order" | "history",
  item: string,
  value: number,
  part: string | null = null,
) => bench.add("intake-noted", { section, item, part, place: null, value });

test("an engine is overhauled when its own time is over, whatever its parts measure; somebody may say that this is it", () => {
  const bench = new TestBench(larkspire);
  note(bench, "order", "hours-wanted", 500);
  note(bench, "history", "hours-since-new", 4000);
  note(bench, "history", "hours-since-overhaul", 1200);
  expect(holdsOf(bench)).not.toContain("overhaul-due");
  bench.entries.pop();
  note(bench, "history", "hours-since-overhaul", 1650);
  expect(holdsOf(bench)).toContain("overhaul-due");
  bench.add("hold-lifted", { hold: "overhaul-due", about: "hours", why: "This is its overhaul." });
  expect(holdsOf(bench)).not.toContain("overhaul-due");
});

test("wear goes by the distance where a distance is wanted and known", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew(["liner-bore"]);
  bench.readAll(bench.occasion(), "liner-3/bore", new Array<number>(6).fill(108.05));
  const reach = () => judged(bench).endurance.get("liner-3/bore");
  note(bench, "order", "kilometres-wanted", 100_000);
  expect(reach()).toMatchObject({ wanted: 100_000, counted: "kilometres", age: null });
  note(bench, "history", "kilometres-since-new", 300_000);
  // Half of its wear in so far; a third of the distance behind it fits in what is left, twice of it does not.
  expect(reach()!.probability).toBeGreaterThan(0.9);
  note(bench, "order", "kilometres-wanted", 600_000);
  expect(judged(bench).holds.map(({ code }) => code)).toContain("noted-twice");
});

test("what brings a bore back fills so much and no more, and what nobody measured it fills for nobody", () => {
  const filled = (mm: number | null) => {
    const bench = new TestBench(tarnwick);
    bench.readRestAsNew(["cylinder-bore"]);
    if (mm !== null) {
      const { points, governing } = tarnwick.rows.get("cylinder-1/bore")!.at.feature;
      const fresh = governing.limits.new!;
      bench.readAll(bench.occasion(), "cylinder-1/bore", points.map(() => fresh.max! + mm)); // prettier-ignore
    }
    const plated = needAt(judged(bench), "cylinder-1/bore").ways.find(({ id }) => id === "plate")!;
    return [plated.allowed, codesOf(plated.reasons).includes("past-what-fills")];
  };
  expect([filled(0.1), filled(0.5), filled(null)]).toEqual([[true, false], [false, true], [null, false]]); // prettier-ignore
});

test("a crack that was repaired is looked at again, where its pack says that a repair is not the end of it", () => {
  const bench = new TestBench(orrinshaw);
  bench.add("intake-noted", { section: "school", item: "crack-repair", part: null, place: null, value: "stitch" });
  bench.readRestAsNew();
  bench.add("crack-found", { part: bench.partIn.get("block")!, line: [[70, 3], [70, 10]], lengthMm: 8, method: "dye", words: null }); // prettier-ignore
  const repaired = choiceAt(judged(bench), "block").alone.find(({ disposition }) => disposition === "rework")!;
  expect(codesOf(repaired.reasons)).toEqual(expect.arrayContaining(["cracked-repairable", "repair-watched"]));
});

test("which revision a part is its own number says, not the engine's", () => {
  const bench = new TestBench(windrow);
  const pump = bench.partIn.get("oil-pump")!;
  const asked = () => {
    const found = judged(bench).condition.byPart.get(pump);
    return found?.evidence.flatMap(({ reasons }) => reasons).find(({ code }) => code === "number-unread")?.params;
  };
  expect(asked()).toMatchObject({ built: null });
  bench.add("part-noted", { part: pump, item: "number", feature: null, value: "WR-1180-B" });
  expect(asked()).toBeUndefined();
});

test("a good part that lies here is offered before a new one is bought, for one place, and goes there by a pick", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const [spare, bent] = ["rod-4", "rod-2"].map((slot) => bench.partIn.get(slot)!) as [string, string];
  bench.add("part-removed", { part: spare });
  const offered = () => [...judged(bench).plan.inHandFor].map(([slot, { id }]) => [slot, id]);
  expect(offered()).toEqual([]);
  bench.add("part-scrapped", { part: bent, why: "bent", made: "held", certificate: null });
  expect(offered()).toEqual([["rod-2", spare]]);
  bench.add("part-noted", { part: spare, item: "meant-for", feature: null, value: "rod-2" });
  bench.add("part-picked", { slot: "rod-2", part: spare, offer: null, why: null });
  decide(bench, "rod-2", "replace");
  expect([offered(), orderOfJob(orrinshaw, judged(bench)).toBuy.lines.filter(({ class: of }) => of === "rod")]).toEqual([[], []]); // prettier-ignore
  // What cracked is offered for no place.
  bench.add("crack-found", { part: spare, line: [[0, 0], [10, 10]], lengthMm: null, method: "dye", words: null }); // prettier-ignore
  bench.add("part-scrapped", { part: bench.partIn.get("rod-3")!, why: "bent", made: "held", certificate: null });
  expect(offered()).toEqual([]);
});

test("an upgrade is ordered as the latest revision, by its number, and never as what is there", () => {
  const bench = new TestBench(windrow);
  bench.readRestAsNew();
  const rotors = windrow.pack.slots.filter((slot) => slot.class === "rotor");
  for (const { id } of rotors) decide(bench, id, "upgrade", { reason: "shallow chamber" });
  const line = orderOfJob(windrow, judged(bench)).toBuy.lines.find(({ class: of }) => of === "rotor");
  expect([line?.number, line?.revisions, line?.quantity]).toEqual(["WR-2041-C", ["c"], rotors.length]);
});

test("of a face of which not all was touched nobody says how well its form is known", () => {
  const bench = new TestBench(tarnwick);
  const row = tarnwick.rows.get("head-1/flatness") ?? [...tarnwick.rows.values()].find(({ at }) => at.feature.id === "flatness")!; // prettier-ignore
  const occasion = bench.occasion();
  const { points } = row.at.feature;
  const U = () => judged(bench).rows.get(row.id)!.governing;
  points.slice(0, -1).forEach(({ id }, at) => bench.read(occasion, row.slot.id, "flatness", id, at % 2 ? 0.01 : 0));
  expect([U().estimate !== null, U().expanded]).toEqual([true, null]);
  bench.read(occasion, row.slot.id, "flatness", points.at(-1)!.id, 0);
  expect(U().expanded).toBeGreaterThan(0);
});

test("a new mate is as large as it is drawn at each point, not as its range is", () => {
  const raw = structuredClone(json("packs/windrow-r2.json")) as { [K in keyof Pack]: Pack[K] };
  const practice = { source: "practice" };
  const width = (end: string, reduce: "min" | "max") => ({ end, each: { reduce, points: {} } });
  const [first] = raw.joints as [Pack["joints"][number]];
  raw.joints.push({
    ...first,
    id: "side",
    name: "rotor in its housing",
    title: "Rotors in their housings",
    ends: [{ id: "housing", name: "housing" }, { id: "rotor", name: "rotor" }],
    places: [{ id: "r1", name: "rotor 1 in its housing", label: "1", ends: { housing: { slot: "rotor-housing-1", feature: "width" }, rotor: { slot: "rotor-1", feature: "width" } } }],
    governing: { ...first.governing, id: "side", name: "side clearance", short: "side", expr: { op: "subtract", args: [width("housing", "min"), width("rotor", "max")] }, limits: { reassembly: { min: 0.05, max: 0.25, ref: practice } } },
    wearsTowards: "larger",
    givesWay: ["rotor"],
  }); // prettier-ignore
  const read = readPack(raw);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const bench = new TestBench(read.value);
  bench.readRestAsNew();
  bench.add("part-scrapped", { part: bench.partIn.get("rotor-housing-1")!, why: "chrome gone", made: "held", certificate: null }); // prettier-ignore
  const reuse = choiceAt(judged(bench), "rotor-1").options[0]!;
  const fit = reuse.reasons.filter(({ path }) => String(path[0]).startsWith("side"));
  expect([fit.map(({ severity }) => severity).includes("error"), codesOf(reuse.reasons).includes("outside-limit")]).toEqual([false, false]); // prettier-ignore
  expect(codesOf(fit)).toContain("good-beside-new");
});

test("a used bolt goes with its own rod and a tappet with its own lobe; new bolts go with any", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const codesAt = (slot: string) => codesOf(choiceAt(judged(bench), slot).options[0]!.reasons);
  expect([codesAt("rod-bolt-3a"), codesAt("tappet-2i")].flat()).not.toContain("ran-elsewhere");
  const [mine, others, tappet] = ["rod-bolt-3a", "rod-bolt-4a", "tappet-2i"].map((slot) => bench.partIn.get(slot)!) as [string, string, string]; // prettier-ignore
  bench.add("part-came-out", { part: mine, slot: "rod-bolt-4a", step: null, orientation: null, bag: null });
  bench.add("part-came-out", { part: others, slot: "rod-bolt-3a", step: null, orientation: null, bag: null });
  bench.add("part-came-out", { part: tappet, slot: "tappet-3i", step: null, orientation: null, bag: null });
  expect(codesAt("rod-bolt-3a")).toContain("ran-elsewhere");
  // Beside the cam it did not run on it is not used again, whether that stays or another comes.
  const swapped = choiceAt(judged(bench), "tappet-2i").options[0]!;
  expect([swapped.allowed, codesOf(swapped.reasons).some((code) => code === "ran-elsewhere" || code === "ran-together")]).toEqual([false, true]); // prettier-ignore
  decide(bench, "rod-bolt-3a", "replace", { reason: "New bolts" });
  expect(codesOf(choiceAt(judged(bench), "rod-3").options[0]!.reasons)).not.toContain("ran-together");
});
