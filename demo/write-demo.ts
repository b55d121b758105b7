/**
 * Writes the demo's entries: `npx tsx demo/write-demo.ts`. Everything in them is made up; the same run always
 * writes the same files, so that what changes in them is a change somebody made here.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { makeEntry, makeId, type Maker } from "../src/core/entry/make-entry";
import { writeRecord } from "../src/core/entry/write-record";
import type { EntryType, Envelope, Gauge, Payload, SettingMaster } from "../src/core/entry/schema";
import { assess } from "../src/core/assess";
import { readPack, type CompiledPack, type Sheet } from "../src/core/pack/compile-pack";
import { hashText, seeded } from "../src/core/numeric/seeded";
import { makeWitness } from "../src/core/plan/make-witness";
import { hiddenEngines, hiddenSize } from "../src/sim/hidden-engine";
import { SimulatedGauge } from "../src/sim/simulated-gauge";

const packJson = JSON.parse(readFileSync("packs/orrinshaw-6m.json", "utf8")) as unknown;
const read = readPack(packJson);
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const pack: CompiledPack = read.value;

class Log {
  readonly entries: Envelope[] = [];
  readonly maker: Maker;
  #now: number;

  constructor(seed: number, from: string, author: string) {
    this.#now = Date.parse(from);
    const { next } = seeded(seed);
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
const calibrated = { on: "2026-03-02", due: "2027-03-02" } as const;
const gauge = (id: string, name: string, quantities: string[], rangeMm: [number, number], rest: Partial<Gauge> = {}): Gauge => ({
  id, name, quantities, rangeMm, method: "direct", resolutionMm: 0.001, repeatabilityMm: 0.0012,
  calibration: { expandedMm: 0.002, k: 2, ...calibrated }, scaleExpansionPerK: steel, simulated: true, ...rest,
});
const micrometer = (from: number, to: number) => gauge(`micrometer-${from}-${to}`, `Micrometer ${from}–${to}`, ["external-diameter"], [from, to]);
const boreGauge = (number: number, from: number, to: number) => gauge(`bore-gauge-${number}`, `Bore gauge ${number}`, ["internal-diameter"], [from, to], { method: "comparator" });
const ring = (size: number): SettingMaster => ({ id: `ring-${size}`, name: `Setting ring ${size}.000`, lengthMm: size, expandedMm: 0.001, k: 2, expansionPerK: steel });

const gauges = {
  bore: boreGauge(2, 100, 160),
  housing: boreGauge(3, 50, 100),
  small: boreGauge(4, 18, 50),
  mic25: micrometer(25, 50),
  mic50: micrometer(50, 75),
  mic75: micrometer(75, 100),
  mic100: micrometer(100, 125),
  ball: gauge("ball-micrometer", "Ball micrometer 0–25", ["wall-thickness"], [0, 25]),
  depth: gauge("depth-gauge-1", "Depth gauge 1", ["depth"], [0, 3], { repeatabilityMm: 0.001 }),
  dial: gauge("dial-3", "Dial indicator 3", ["run-out", "end-float", "side-float"], [0, 3], { resolutionMm: 0.002, repeatabilityMm: 0.0015, calibration: { expandedMm: 0.003, k: 2, ...calibrated } }),
  fixture: gauge("rod-fixture", "Rod alignment fixture", ["bend", "twist"], [0, 1], { resolutionMm: 0.005, repeatabilityMm: 0.004, calibration: { expandedMm: 0.006, k: 2, ...calibrated } }),
};
const ring108 = ring(108);
const ring40 = ring(40);
/** A micrometer locked at a size, to set a bore gauge on: what both measure shares its error. */
const lockedAt = (of: Gauge, lengthMm: number): SettingMaster => ({
  id: of.id, name: `${of.name} at ${lengthMm.toFixed(3)}`, lengthMm, expandedMm: of.calibration.expandedMm, k: of.calibration.k, expansionPerK: of.scaleExpansionPerK,
  gauge: { id: of.id, calibratedOn: of.calibration.on },
});

const shop = new Log(11, "2026-03-02T08:00:00Z", "Demo shop");
for (const each of Object.values(gauges)) shop.add("gauge-registered", { gauge: each });
for (const master of [ring108, ring40]) shop.add("master-registered", { master });
shop.write("shop");

// --- jobs ----------------------------------------------------------------------------------------------------

type Header = Payload<"job-opened">;

interface Opening extends Omit<Header, "pack" | "unit" | "decisionRule"> {
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
    log.add("part-tagged", { part, class: slot.class, tag: `${tag}-${slot.label.toUpperCase()}`, origin });
    log.add("part-installed", { part, slot: slot.id });
  }
  return { log, partIn, number: header.engine.number! };
}

function openOccasion(log: Log, gaugeUsed: Gauge, master: SettingMaster | null): string {
  const occasion = log.newId();
  log.add("occasion-opened", {
    occasion, phase: "cleaned", gauge: gaugeUsed, master,
    temperatures: { partC: 21.5, gaugeC: 20.8, masterC: master ? 20.8 : null, standardK: 0.5 },
  });
  return occasion;
}

/** With what each sheet is measured. */
const handFor: Readonly<Record<string, readonly [Gauge, SettingMaster | null]>> = {
  "liner-bore": [gauges.bore, ring108],
  "piston-skirt": [gauges.mic100, null],
  "piston-pin-bore": [gauges.small, ring40],
  "gudgeon-pin-diameter": [gauges.mic25, null],
  "rod-big-end": [gauges.housing, lockedAt(gauges.mic50, 75)],
  "rod-bush": [gauges.small, ring40],
  "rod-bend": [gauges.fixture, null],
  "rod-twist": [gauges.fixture, null],
  "rod-side-float": [gauges.dial, null],
  "rod-shell-wall": [gauges.ball, null],
  "crankshaft-main": [gauges.mic75, null],
  "crankshaft-main-damage": [gauges.depth, null],
  "crankshaft-big-end": [gauges.mic50, null],
  "crankshaft-damage": [gauges.depth, null],
  "crankshaft-run-out": [gauges.dial, null],
  "main-shell-wall": [gauges.ball, null],
  "block-tunnel": [gauges.housing, lockedAt(gauges.mic75, 89)],
  "thrust-washer-end-float": [gauges.dial, null],
};

type Opened = ReturnType<typeof openJob>;

/** Measures a sheet, or its first rows, with the gauge that suits it; of the last row perhaps only the first points. */
function measure({ log, partIn, number }: Opened, sheetId: string, { rows = Infinity, points = Infinity, told = false } = {}): void {
  const sheet: Sheet = pack.sheets.find((each) => each.id === sheetId)!;
  const [used, master] = handFor[sheetId]!;
  const occasion = openOccasion(log, used, master);
  const engine = hiddenEngines.get(number)!;
  const temperatures = { partC: 21.5, gaugeC: 20.8, masterC: 20.8, standardK: 0.5 };
  const simulated = new SimulatedGauge({ gauge: used, master, temperatures }, hashText(`${number} ${sheetId}`));
  const taken = sheet.rows.slice(0, rows);
  taken.forEach((row, at) => {
    for (const point of sheet.feature.points.slice(0, at === taken.length - 1 ? points : Infinity)) {
      const size = hiddenSize(engine, row, point.id);
      // Figures that the documentation quotes are the true ones, as though the gauge had no errors that day.
      const typed = told && engine.sizes[row.id] ? size.toFixed(3) : simulated.typed(size, row.partClass.expansionPerK.value);
      log.add("reading-taken", { occasion, part: partIn.get(row.slot.id)!, feature: row.at.id, point: point.id, valueMm: Number(typed), typed, unit: "mm" });
    }
  });
}

// The ferry: oil jet 5's cracked pipe starved main 5 and big-end 5. Liner 3 sits right at its limit.
const marigold = openJob({
  seed: 2207, at: "2026-11-19T07:40:00Z", origin: "engine", name: "Ferry Marigold",
  engine: { number: "2207-118", variant: "v-6m-2" },
  application: { kind: "passenger-vessel", words: "Main engine of the river ferry, passengers aboard" },
  hoursWanted: 6000, budget: 9500, wantedBy: "2026-12-18",
});
measure(marigold, "liner-bore", { rows: 4, points: 2, told: true });
for (const sheet of ["crankshaft-big-end", "crankshaft-damage", "crankshaft-run-out"]) measure(marigold, sheet, { told: true });
for (const sheet of ["crankshaft-main", "crankshaft-main-damage", "rod-big-end", "rod-shell-wall", "main-shell-wall"]) measure(marigold, sheet);
for (const sheet of ["rod-bend", "rod-twist"]) measure(marigold, sheet, { rows: 5 });
measure(marigold, "block-tunnel", { rows: 6 });
marigold.log.write("ferry-marigold");

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
  const { log } = launch;
  for (const sheet of pack.sheets) measure(launch, sheet.id);
  log.wait(86_400);
  for (const choice of assess(pack, log.entries, new Date(log.maker.now()).toISOString()).choices) {
    log.add("decision-made", {
      part: choice.row.part!.id, feature: choice.row.row.at.id, disposition: choice.proposal.disposition, step: choice.proposal.step,
      reason: null, witness: makeWitness(choice, pack.sha256, [...log.entries]),
    });
  }
  log.write("survey-launch-tern");
}
