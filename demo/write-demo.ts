/**
 * Writes the demo's entries: `npx tsx demo/write-demo.ts`. Everything in them is made up; the same run always
 * writes the same files, so that what changes in them is a change somebody made here.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { makeEntry, makeId, type Maker } from "../src/core/entry/make-entry";
import { writeRecord } from "../src/core/entry/write-record";
import type { EntryType, Envelope, Gauge, Payload, SettingMaster } from "../src/core/entry/schema";
import { assess } from "../src/core/assess";
import { readPack, type CompiledPack } from "../src/core/pack/compile-pack";
import { makeWitness } from "../src/core/plan/make-witness";

const packJson = JSON.parse(readFileSync("packs/orrinshaw-6m.json", "utf8")) as unknown;
const read = readPack(packJson);
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const pack: CompiledPack = read.value;

/** Small repeatable randomness for ids and for the scatter of made-up readings (mulberry32). */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

class Log {
  readonly entries: Envelope[] = [];
  readonly maker: Maker;
  #now: number;

  constructor(seed: number, from: string, author: string) {
    this.#now = Date.parse(from);
    const next = seeded(seed);
    const random = () => Uint8Array.from({ length: 16 }, () => Math.floor(next() * 256));
    const now = () => this.#now;
    this.maker = { stream: makeId({ now, random }), author, now, random };
  }

  wait(seconds: number): void {
    this.#now += seconds * 1000;
  }

  newId(): string {
    return makeId(this.maker);
  }

  add<T extends EntryType>(type: T, payload: Payload<T>): Envelope {
    this.wait(7);
    const entry = makeEntry(this.maker, type, payload);
    this.entries.push(entry);
    return entry;
  }

  write(name: string): void {
    writeFileSync(`demo/${name}.ndjson`, writeRecord(this.entries));
  }
}

// --- the shop's measuring equipment ---------------------------------------------------------------------------

const steel = 11.5e-6;
const gauge = (id: string, name: string, quantities: string[], rangeMm: [number, number], rest: Partial<Gauge>): Gauge => ({
  id, name, quantities, rangeMm, method: "direct", resolutionMm: 0.001, repeatabilityMm: 0.0012,
  calibration: { expandedMm: 0.002, k: 2, on: "2026-03-02", due: "2027-03-02" }, scaleExpansionPerK: steel, ...rest,
});
const boreGauge = gauge("bore-gauge-2", "Bore gauge 2", ["internal-diameter"], [100, 160], { method: "comparator" });
const micrometer = gauge("micrometer-50-75", "Micrometer 50–75", ["external-diameter"], [50, 75], {});
const depthGauge = gauge("depth-gauge-1", "Depth gauge 1", ["depth"], [0, 3], { repeatabilityMm: 0.001 });
const dial = gauge("dial-3", "Dial indicator 3", ["run-out"], [0, 3], { resolutionMm: 0.002, repeatabilityMm: 0.0015, calibration: { expandedMm: 0.003, k: 2, on: "2026-03-02", due: "2027-03-02" } });
const ring: SettingMaster = { id: "ring-108", name: "Setting ring 108.000", lengthMm: 108, expandedMm: 0.001, k: 2, expansionPerK: steel };

const shop = new Log(11, "2026-03-02T08:00:00Z", "Demo shop");
for (const each of [boreGauge, micrometer, depthGauge, dial]) shop.add("gauge-registered", { gauge: each });
shop.add("master-registered", { master: ring });
shop.write("shop");

// --- jobs ----------------------------------------------------------------------------------------------------

type Opened = Payload<"job-opened">;

interface Opening extends Omit<Opened, "pack" | "unit" | "decisionRule"> {
  readonly seed: number;
  readonly at: string;
  readonly origin: "engine" | "donor";
}

function openJob({ seed, at, origin, ...header }: Opening) {
  const log = new Log(seed, at, "Demo shop");
  log.add("job-opened", { ...header, pack: { id: pack.pack.id, revision: pack.pack.revision, sha256: pack.sha256 }, unit: "mm", decisionRule: "simple" });
  const partIn = new Map<string, string>();
  for (const slot of pack.pack.slots) {
    const part = log.newId();
    partIn.set(slot.id, part);
    const { tag } = pack.classes.get(slot.class)!;
    log.add("part-tagged", { part, class: slot.class, tag: `${tag}-${slot.label}`, origin });
    log.add("part-installed", { part, slot: slot.id });
  }
  return { log, partIn };
}

function openOccasion(log: Log, gaugeUsed: Gauge, master: SettingMaster | null): string {
  const occasion = log.newId();
  log.add("occasion-opened", {
    occasion, phase: "cleaned", gauge: gaugeUsed, master,
    temperatures: { partC: 21.5, gaugeC: 20.8, masterC: master ? 20.8 : null, standardK: 0.5 },
  });
  return occasion;
}

function readings(log: Log, occasion: string, part: string, feature: string, points: readonly string[], values: readonly number[]): void {
  values.forEach((value, at) => {
    log.add("reading-taken", { occasion, part, feature, point: points[at]!, valueMm: value, typed: value.toFixed(3), unit: "mm" });
  });
}

/** Journals, the damage on them and the run-out of a crankshaft, each with the gauge that suits it. */
function readCrank(log: Log, crank: string, { journals, damage, runOut }: { journals: readonly (readonly number[])[]; damage: readonly number[]; runOut: number }): void {
  const journalOccasion = openOccasion(log, micrometer, null);
  journals.forEach((values, at) => readings(log, journalOccasion, crank, `big-end-j${at + 1}`, pointsOf("crankshaft-big-end"), values));
  const depthOccasion = openOccasion(log, depthGauge, null);
  damage.forEach((value, at) => readings(log, depthOccasion, crank, `damage-j${at + 1}`, pointsOf("crankshaft-damage"), [value]));
  readings(log, openOccasion(log, dial, null), crank, "run-out", pointsOf("crankshaft-run-out"), [runOut]);
}

const pointsOf = (sheet: string) => pack.sheets.find((each) => each.id === sheet)!.feature.points.map((point) => point.id);

// The ferry: oil jet 5's cracked pipe starved main 5 and big-end 5. Liner 3 sits right at its limit.
const marigold = openJob({
  seed: 2207, at: "2026-11-19T07:40:00Z", origin: "engine", name: "Ferry Marigold",
  engine: { number: "2207-118", variant: "v-6m-2" },
  application: { kind: "passenger-vessel", words: "Main engine of the river ferry, passengers aboard" },
  hoursWanted: 6000, budget: 9500, wantedBy: "2026-12-18",
});
{
  const { log, partIn } = marigold;
  const bores = [
    [108.041, 108.033, 108.03, 108.026, 108.021, 108.02],
    [108.046, 108.036, 108.033, 108.029, 108.024, 108.022],
    [108.097, 108.078, 108.071, 108.06, 108.046, 108.041],
    [108.052, 108.043],
  ];
  const boreOccasion = openOccasion(log, boreGauge, ring);
  bores.forEach((values, at) => readings(log, boreOccasion, partIn.get(`liner-${at + 1}`)!, "bore", pointsOf("liner-bore"), values));
  const journals = [
    [70.986, 70.983, 70.984, 70.981],
    [70.984, 70.98, 70.983, 70.979],
    [70.985, 70.981, 70.982, 70.978],
    [70.978, 70.972, 70.976, 70.97],
    [70.902, 70.871, 70.911, 70.88],
    [70.983, 70.979, 70.984, 70.98],
  ];
  readCrank(log, partIn.get("crankshaft")!, { journals, damage: [0, 0, 0, 0.004, 0.06, 0], runOut: 0.03 });
  log.write("ferry-marigold");
}

// A donor from a drainage pump station, just arrived.
openJob({
  seed: 311, at: "2026-11-23T15:05:00Z", origin: "donor", name: "Drainage pump 3",
  engine: { number: "S-0311", variant: "v-6s" },
  application: { kind: "pump-set", words: "Donor: parts for other engines" },
  hoursWanted: null, budget: null, wantedBy: null,
}).log.write("drainage-pump-3");

// A launch of the ice survey: measured through, decided, ready to be handed over.
const launch = openJob({
  seed: 87, at: "2026-11-02T09:15:00Z", origin: "engine", name: "Survey launch Tern",
  engine: { number: "1164-020", variant: "v-6m-1" },
  application: { kind: "work-boat", words: "Launch of the ice survey, spring season" },
  hoursWanted: 3000, budget: 4200, wantedBy: "2027-02-26",
});
{
  const { log, partIn } = launch;
  const next = seeded(87);
  const worn = (base: number, steps: readonly number[], sign: number) =>
    steps.map((step) => Number((base + sign * (step + next() * 0.004)).toFixed(3)));
  const boreOccasion = openOccasion(log, boreGauge, ring);
  for (let cylinder = 1; cylinder <= 6; cylinder += 1) {
    const base = cylinder === 2 ? 108.068 : 108.012;
    readings(log, boreOccasion, partIn.get(`liner-${cylinder}`)!, "bore", pointsOf("liner-bore"), worn(base, [0.045, 0.036, 0.03, 0.026, 0.018, 0.015], 1));
  }
  const journals = Array.from({ length: 6 }, () => worn(70.988, [0.003, 0.008, 0.004, 0.009], -1));
  readCrank(log, partIn.get("crankshaft")!, { journals, damage: [0, 0, 0.003, 0, 0, 0], runOut: 0.022 });
  log.wait(86_400);
  for (const choice of assess(pack, log.entries, new Date(log.maker.now()).toISOString()).choices) {
    log.add("decision-made", {
      part: choice.row.part!.id, feature: choice.row.row.at.id, disposition: choice.proposal.disposition, step: choice.proposal.step,
      reason: null, witness: makeWitness(choice, pack.sha256, log.entries),
    });
  }
  log.write("survey-launch-tern");
}
