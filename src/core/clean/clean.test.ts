import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { readPack } from "../lint/read-pack";
import { json } from "../fixtures/load";
import { treatmentsFor } from "./assess-clean";

const asOf = "2026-11-24T00:00:00Z";
const whole = (bench: TestBench) => assess(bench.pack, bench.entries, asOf);
const codesAt = (bench: TestBench, station: string) =>
  whole(bench)
    .holds.filter((each) => each.station === station && each.settledAt !== "match")
    .map((each) => each.code);
const verdict = (partClass: string, treatment: string) =>
  treatmentsFor(orrinshaw, orrinshaw.classes.get(partClass)!).find((each) => each.treatment === treatment)!;

/** A piston, and a hand to note what is seen on it and to clean it. */
function piston() {
  const bench = new TestBench(orrinshaw);
  const part = bench.partIn.get("piston-5")!;
  const see = (
    finding: string,
    place: string,
    value: string,
    phase: "before-cleaning" | "after-cleaning" = "before-cleaning",
  ) => bench.add("finding-made", { part, finding, place, value, phase, words: null });
  const clean = (treatment: string, first = ["rings", "pin"]) => bench.add("part-cleaned", { part, treatment, first });
  const findings = () => whole(bench).findings.byPart.get(part)!;
  return { bench, part, see, clean, findings };
}

describe("cleaning by alloy and part", () => {
  test("the class's word comes before its alloy's, and what neither says is not known to be safe", () => {
    expect(verdict("piston", "hot-tank")).toMatchObject({ allowed: "no", ref: { source: "practice" } });
    expect([verdict("piston", "glass-blast").allowed, verdict("front-case", "glass-blast").allowed]).toEqual([
      "no",
      "care",
    ]);
    expect(verdict("block", "ultrasonic").allowed).toBeNull();
  });
  test("what is forbidden or was done with plugs in is a hold; what nobody knows is told", () => {
    const forbidden = piston();
    forbidden.clean("hot-tank");
    expect(codesAt(forbidden.bench, "clean")).toEqual(["cleaned-forbidden"]);
    const plugged = piston();
    plugged.clean("solvent", ["rings"]);
    expect(codesAt(plugged.bench, "clean")).toEqual(["cleaned-with-plugs"]);
    const unknown = piston();
    unknown.clean("jet-wash");
    expect(codesAt(unknown.bench, "clean")).toEqual([]);
    const odd = new TestBench(orrinshaw);
    odd.add("part-cleaned", {
      part: odd.partIn.get("block")!,
      treatment: "ultrasonic",
      first: ["gallery-plugs", "core-plugs", "jets"],
    });
    expect(whole(odd).problems.map((each) => each.code)).toContain("cleaned-unknown");
  });
  test("passages of a cleaned part hold Build until each is proven clear; a blocked one holds by itself", () => {
    const bench = new TestBench(orrinshaw);
    bench.add("part-cleaned", { part: bench.partIn.get("crankshaft")!, treatment: "solvent", first: ["plugs"] });
    expect(codesAt(bench, "build")).toEqual(["passages-unproven"]);
    const prove = (passage: string, clear: boolean) =>
      bench.add("passage-proven", { circuit: "oil", passage, how: "rod", clear, words: null });
    for (const at of [1, 2, 3, 4, 6]) prove(`crank-${at}`, true);
    prove("crank-5", false);
    expect(codesAt(bench, "build")).toEqual(["passage-blocked"]);
    prove("crank-5", true);
    expect(codesAt(bench, "build")).toEqual([]);
  });
});

describe("findings", () => {
  test("nobody looked, nothing there and something there are three answers", () => {
    const { see, findings } = piston();
    const grade = () =>
      findings().lines.find((line) => line.kind.id === "scoring" && line.place?.id === "skirt-thrust")!.grade;
    expect(grade()).toBeNull();
    see("scoring", "skirt-thrust", "none");
    expect(grade()).toBe(0);
    see("scoring", "skirt-thrust", "moderate", "after-cleaning");
    expect(grade()).toBe(2);
  });
  test("two people who see the same agree, who see otherwise hold", () => {
    const { bench, see } = piston();
    see("heat-tint", "underside", "severe");
    see("heat-tint", "underside", "severe");
    expect(codesAt(bench, "strip")).toEqual([]);
    see("heat-tint", "underside", "trace");
    expect(codesAt(bench, "strip")).toEqual(["seen-differently"]);
  });
  test("what cleaning washes away is asked for first; looked for afterwards it was looked for too late", () => {
    const { bench, see, clean, findings } = piston();
    expect(findings().beforeCleaning.map(({ kind, place }) => `${kind.id} ${place!.id}`)).toEqual([
      "carbon crown",
      "carbon lands",
      "heat-tint underside",
      "heat-tint bosses",
    ]);
    for (const [finding, place] of [
      ["carbon", "crown"],
      ["carbon", "lands"],
      ["heat-tint", "underside"],
    ] as const)
      see(finding, place, "none");
    clean("solvent");
    see("heat-tint", "bosses", "none", "after-cleaning");
    expect(whole(bench).problems.find((each) => each.code === "lost-by-cleaning")).toMatchObject({
      params: { count: 1, findings: "heat tint" },
    });
  });
  test("a finding that the pack does not know is kept and told", () => {
    const { bench, see, findings } = piston();
    see("moonlight", "crown", "severe");
    expect(whole(bench).problems.map((each) => each.code)).toContain("finding-unknown");
    expect(findings().looked).toBe(0);
  });
});

interface LooseZone {
  axis?: number;
  rules: { repair?: object; reaches?: string[] }[];
}

/** Of a pack as its file has it, what is broken here in one place after the other. */
interface Loose {
  classes: {
    id: string;
    material: string;
    crackCheck: { methods: string[] };
    places: { on?: string[] }[];
    findings: { places: string[]; values: { id: string }[] }[];
    zoneMap: { width: number; zones: LooseZone[] };
  }[];
  strip: {
    steps: { id: string; after: string[]; secures: string[]; removes: string[] }[];
    checks: { figure?: object; slots?: string[] }[];
  };
  circuits: { passages: { to: string }[] }[];
  slots: { id: string; within?: string }[];
  treatments: unknown[];
  intake: { schools: unknown[] };
  consequences: { class: string; when: { finding?: string; values?: string[] }; school?: object }[];
  relations: { id: string; groups?: { slots: string[] }[]; fitted?: object }[];
}

describe("what the linter says of a pack", () => {
  const broken = (change: (pack: Loose) => void) => {
    const changed = json("packs/orrinshaw-6m.json") as Loose;
    change(changed);
    const read = readPack(changed);
    return read.ok ? [] : [...new Set(read.problems.map((found) => found.code))];
  };
  const classOf = (changed: Loose, id: string) => changed.classes.find((each) => each.id === id)!;
  const stepOf = (changed: Loose, id: string) => changed.strip.steps.find((each) => each.id === id)!;
  test.each<[string, (pack: Loose) => void]>([
    ["steps-in-circle", (it) => stepOf(it, "oil-cooler").after.push("oil-cooler")],
    ["loses-without-lock", (it) => (stepOf(it, "lock-timing").secures = [])],
    ["unknown-step", (it) => stepOf(it, "rockers").after.push("polish")],
    ["slot-removed-twice", (it) => stepOf(it, "sump").removes.push("liner-1")],
    ["check-without-answer", (it) => delete it.strip.checks[1]!.figure],
    ["zone-without-verdict", (it) => classOf(it, "block").zoneMap.zones[0]!.rules.pop()],
    ["zone-without-axis", (it) => delete classOf(it, "block").zoneMap.zones[0]!.axis],
    ["zone-outside-map", (it) => (classOf(it, "block").zoneMap.width = 100)],
    ["unknown-zone", (it) => (classOf(it, "block").zoneMap.zones[2]!.rules[0]!.reaches = ["attic"])],
    ["repair-and-verdict", (it) => delete classOf(it, "block").zoneMap.zones[0]!.rules[1]!.repair],
    ["unknown-school", (it) => it.intake.schools.pop()],
    [
      "circuit-part-unreachable",
      (it) => (it.circuits[0]!.passages = it.circuits[0]!.passages.filter((way) => way.to !== "main-3")),
    ],
    ["slot-within-itself", (it) => (it.slots.find((slot) => slot.id === "rod-1")!.within = "rod-bolt-1a")],
    ["none-is-given", (it) => (classOf(it, "piston").findings[0]!.values[0]!.id = "none")],
    ["unknown-place", (it) => classOf(it, "piston").findings[0]!.places.push("roof")],
    ["unknown-treatment", (it) => (it.treatments = it.treatments.slice(1))],
    ["unknown-method", (it) => (classOf(it, "block").crackCheck.methods = ["x-ray"])],
    ["unknown-material", (it) => (classOf(it, "block").material = "cheese")],
    ["unknown-class", (it) => (it.consequences[0]!.class = "lid")],
    ["consequence-of-nothing", (it) => (it.consequences[0]!.when.finding = "gremlins")],
    ["consequence-of-nothing", (it) => (it.consequences[0]!.when.values = ["dreadful"])],
    ["unknown-school", (it) => (it.consequences[0]!.school = { school: "crack-repair", option: "prayer" })],
    ["unknown-feature", (it) => (classOf(it, "piston").places[0]!.on = ["halo"])],
    ["unknown-slot", (it) => (it.strip.checks[0]!.slots = ["attic"])],
    ["unknown-slot", (it) => (it.relations[0]!.groups![0]!.slots = ["attic"])],
    ["pairs-uneven", (it) => (it.relations.find(({ id }) => id === "piston-after-liner")!.fitted = { classes: ["top-ring", "second-ring"] })], // prettier-ignore
  ])("%s", (code, change) => expect(broken(change)).toEqual([code]));
  test("and nothing of one that is whole", () => expect(broken(() => {})).toEqual([]));
});
