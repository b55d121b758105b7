import { createAssess } from "@/core/assess";
import type { Assessment } from "@/core/assessment";
import { TestBench, testGauge } from "@/core/fixtures/bench";
import { larkspire } from "@/core/fixtures/packs/larkspire";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import { seeded } from "@/core/numeric/seeded";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { couplingsOf, type Place } from "@/core/plan/couplings";
import { bucketElimination, type Variable, type Constraint } from "@/core/numeric/bucket-elimination";
import { connectedComponents } from "@/core/plan/connected-components";
import { settle, type Candidate } from "@/core/plan/settle";
import loadHighs from "highs";
import { fresh } from "./generate";
import { quickest } from "./quickest";

const asOf = "2026-11-24T08:00:00Z";
const [readings, findings] = [1500, 400];

/** An engine measured through and through, with so many readings and findings, always the same one. */
function generate(): TestBench {
  const { next, normal } = seeded(12);
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  const count = (type: string) => bench.entries.filter((entry) => entry.type === type).length;
  const sheets = orrinshaw.sheets.filter(({ feature }) => feature.decides);
  for (let left = readings - count("reading-taken"), at = 0; left > 0; at += 1) {
    const { feature, rows } = sheets[at % sheets.length]!;
    const { new: band } = feature.governing.limits;
    const occasion = bench.occasion({
      gauge: { ...testGauge, method: "direct", quantities: [feature.quantity] },
      master: null,
    });
    for (const row of rows)
      for (const { id, nominal } of feature.points) {
        if (left <= 0) break;
        left -= 1;
        const middle = nominal ?? ((band?.min ?? 0) + (band?.max ?? 0)) / 2;
        bench.read(occasion, row.slot.id, row.at.id, id, middle + 0.001 * normal());
      }
  }
  const seeing = orrinshaw.pack.slots.filter((slot) => orrinshaw.classes.get(slot.class)!.findings.length > 0);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  for (let left = findings - count("finding-made"); left > 0; left -= 1) {
    const slot = pick(seeing);
    const kind = pick(orrinshaw.classes.get(slot.class)!.findings);
    bench.add("finding-made", {
      part: bench.partIn.get(slot.id)!,
      finding: kind.id,
      place: kind.places.length > 0 ? pick(kind.places) : null,
      value: next() < 0.8 ? "none" : pick(kind.values).id,
      phase: "after-cleaning",
      words: null,
    });
  }
  return bench;
}

const job = generate();
const whole = [...job.entries];
const reading = job.read(job.occasion(), "liner-3", "bore", orrinshaw.rows.get("liner-3/bore")!.at.feature.points[0]!.id, 108.013); // prettier-ignore
const finding = job.add("finding-made", {
  part: job.partIn.get("rod-2")!,
  finding: "bent",
  place: "beam",
  value: "bent",
  phase: "after-cleaning",
  words: null,
});
const occasions = job.entries.slice(whole.length, -2).filter((entry) => entry !== reading);

const wholeMs = quickest(20, () => fresh(whole), (entries) => createAssess(orrinshaw)(entries, asOf)); // prettier-ignore
const oneMore = (entry: typeof reading) =>
  quickest(
    40,
    () => {
      const judge = createAssess(orrinshaw);
      const entries = fresh([...whole, ...occasions]);
      judge(entries, asOf);
      return { judge, entries: [...entries, ...fresh([entry])] };
    },
    ({ judge, entries }) => judge(entries, asOf),
  );

/** The largest group of places of a pack that hang together, settled from the beginning. */
function largest(pack: CompiledPack) {
  const bench = new TestBench(pack);
  bench.readRestAsNew();
  const assessment: Assessment = createAssess(pack)(bench.entries, asOf);
  const [group] = [...assessment.plan.groups].sort((a, b) => b.places.length - a.places.length);
  const here = new Set(group!.places);
  const placeAt = new Map(
    assessment.choices.map(({ slot, part, needs }): [string, Place] => [slot.id, { slot: slot.id, name: slot.name, part, needs }]), // prettier-ignore
  );
  const all = couplingsOf({ pack, order: assessment.order, placeAt, ranIn: ({ slot }) => slot, joints: [...assessment.joints.values()], rule: assessment.order.rule }); // prettier-ignore
  const among = connectedComponents(pack, [...placeAt.keys()], all).groups.filter(({ places }) => here.has(places[0]!));
  const candidates = () =>
    new Map(
      assessment.choices
        .filter(({ slot }) => here.has(slot.id))
        .map(({ slot, options }): [string, Candidate] => [
          slot.id,
          { slot: slot.id, place: {}, pin: null, pinKey: null, options: options.filter(({ disposition }) => disposition !== "hold" && disposition !== "keep") }, // prettier-ignore
        ]),
    );
  return {
    pack: pack.pack.id,
    places: group!.places.length,
    entries: group!.entries,
    ms: quickest(20, candidates, (given) => settle(given, among, [], "open-allowed", 50)),
  };
}

/** Places in a chain with some links across, four options each, always the same ones. */
function instance(places: number) {
  const { next } = seeded(places);
  const variables: Variable[] = Array.from({ length: places }, () => ({ costs: Array.from({ length: 4 }, () => Math.floor(next() * 900)) })); // prettier-ignore
  const forbidden: [number, number, number, number][] = [];
  const constraints: Constraint[] = [];
  for (let at = 1; at < places; at += 1)
    for (const before of new Set([at - 1, Math.max(0, at - 1 - Math.floor(next() * 4))])) {
      const out = new Set<number>();
      for (let pair = 0; pair < 16; pair += 1) if (next() < 0.4) out.add(pair);
      // The last of each goes with everything: a new part.
      for (const pair of out) if (pair % 4 === 3 || pair >= 12) out.delete(pair);
      for (const pair of out) forbidden.push([before, Math.floor(pair / 4), at, pair % 4]);
      constraints.push({ of: [before, at], allows: ([a, b]) => !out.has(a! * 4 + b!) });
    }
  return { variables, constraints, forbidden };
}

const highs = await loadHighs();
const random = instance(24);
const name = (place: number, option: number) => `x${place}_${option}`;
const program = [
  "Minimize",
  ` obj: ${random.variables.flatMap(({ costs }, place) => costs.map((cost, option) => `${cost} ${name(place, option)}`)).join(" + ")}`,
  "Subject To",
  ...random.variables.map(
    ({ costs }, place) => ` p${place}: ${costs.map((_, option) => name(place, option)).join(" + ")} = 1`,
  ),
  ...random.forbidden.map(([a, i, b, j], at) => ` f${at}: ${name(a, i)} + ${name(b, j)} <= 1`),
  "Binary",
  ` ${random.variables.flatMap(({ costs }, place) => costs.map((_, option) => name(place, option))).join(" ")}`,
  "End",
].join("\n");
const ours = bucketElimination(random.variables, random.constraints);
const theirs = highs.solve(program);

console.log(
  JSON.stringify({
    readings,
    findings,
    parts: orrinshaw.pack.slots.length,
    wholeMs,
    readingMs: oneMore(reading),
    findingMs: oneMore(finding),
    groups: [orrinshaw, larkspire, pellbrook].map(largest),
    pick: {
      places: 24,
      oursMs: quickest(40, () => instance(24), ({ variables, constraints }) => bucketElimination(variables, constraints)), // prettier-ignore
      highsMs: quickest(10, () => program, (text) => highs.solve(text)), // prettier-ignore
      agree: ours.kind === "picked" && Math.round(theirs.ObjectiveValue) === ours.cost,
    },
  }),
);
