/**
 * Writes the demo's entries: `npx tsx demo/write-demo.ts`. Everything in them is made up; the same run always
 * writes the same files, so that what changes in them is a change somebody made here.
 */
import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { makeEntry, makeId, type Maker } from "../src/core/entry/make-entry";
import { writeRecord } from "../src/core/entry/write-record";
import type { EntryType, Envelope, Gauge, Payload, SettingMaster } from "../src/core/entry/schema";
import { assess } from "../src/core/assess";
import type { CompiledPack, Sheet } from "../src/core/pack/compile-pack";
import { readPack } from "../src/core/lint/read-pack";
import { hashText, seeded } from "../src/core/numeric/seeded";
import { expansionOf } from "../src/core/measure/assess-row";
import { questionReading } from "../src/core/measure/question-reading";
import { parseReading } from "../src/core/quantity/parse-quantity";
import { unitById } from "../src/core/quantity/units";
import { lockedAt } from "../src/core/measure/locked-at";
import { Inference } from "../src/core/diagnose/infer";
import { makeDiagnosisWitness } from "../src/core/diagnose/make-diagnosis-witness";
import { nodeId } from "../src/core/causes/unfold";
import { makeHandOverWitness } from "../src/core/hand-over/make-hand-over-witness";
import { entrySetFingerprint, makeWitness } from "../src/core/plan/make-witness";
import { answerWhole, paidPlan } from "../src/core/money/plan-money";
import { adoptedOf } from "../src/core/whole-plan/adopt-plan";
import { planOfJob } from "../src/core/whole-plan/pose-plan";
import { demandsOf, type Plan } from "../src/core/whole-plan/whole-plan";
import { highsSolve } from "../src/core/fixtures/highs";
import { nextTags } from "../src/core/parts/next-tags";
import { orderOfJob } from "../src/core/ordering/order-of-job";
import { purchaseOf } from "../src/core/ordering/purchase-of";
import type { BuyLine } from "../src/core/ordering/to-order";
import { coreVersion } from "../src/core/version";
import { takeAlong } from "../src/core/entry/carried";
import { standingEntries } from "../src/core/entry/fold";
import type { PartItem } from "../src/core/entry/types/parts";
import { hiddenEngines, hiddenSize, type HiddenEngine } from "../src/sim/hidden-engine";
import { SimulatedGauge } from "../src/sim/simulated-gauge";

function packFrom(name: string): CompiledPack {
  const read = readPack(JSON.parse(readFileSync(`packs/${name}.json`, "utf8")) as unknown);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
const orrinshaw = packFrom("orrinshaw-6m");
const larkspire = packFrom("larkspire-f5");
const pellbrook = packFrom("pellbrook-v4");
const windrow = packFrom("windrow-r2");
const tarnwick = packFrom("tarnwick-2t");

/** Whose engine each job's is, by its number in `demo/owners.json`. */
const ownerOf: Readonly<Record<string, number>> = {
  "ferry-marigold": 1,
  "ferry-2021": 1,
  "hill-tram-1": 2,
  "hill-tram-2": 2,
  "hovercraft-heron": 3,
  "survey-launch-tern": 4,
  "ice-sled-2": 4,
  "airship-larkspire": 5,
};

/** Who works on it, of the demo's people. */
const givenTo: Readonly<Record<string, number>> = {
  "ferry-marigold": 1,
  "hovercraft-heron": 2,
  "hill-tram-2": 2,
  "airship-larkspire": 1,
};

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

  /** The moment it stands at. */
  get now(): string {
    return new Date(this.#now).toISOString();
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
    const owner = ownerOf[name];
    if (owner) this.add("owner-named", { owner: `0193a001-0000-7000-8000-00000000000${owner}` });
    const person = givenTo[name];
    if (person) this.add("job-given", { to: `0193a002-0000-7000-8000-00000000000${person}` });
    writeFileSync(`demo/${name}.ndjson`, writeRecord(this.entries));
  }
}

// --- the shop's measuring equipment ---------------------------------------------------------------------------

/** Handed over before it was asked how an engine leaves. */
const asThen = { outcome: null, past: [], word: null };

const steel = 11.5e-6;
const calibrated = { on: "2026-03-02", due: "2027-03-02" } as const;
const gauge = (
  id: string,
  name: string,
  quantities: string[],
  range: [number, number],
  rest: Partial<Gauge> = {},
): Gauge => ({
  id,
  name,
  quantities,
  unit: "mm",
  range,
  method: "direct",
  resolution: 0.001,
  repeatability: 0.0012,
  calibration: { expanded: 0.002, k: 2, ...calibrated },
  scaleExpansionPerK: steel,
  simulated: true,
  ...rest,
});
/** A gauge for what is no length: its figures in core units. */
const instrument = (
  id: string,
  name: string,
  quantity: string,
  unit: string,
  range: [number, number],
  resolution: number,
  repeatability: number,
  expanded: number,
) =>
  gauge(id, name, [quantity], range, {
    unit,
    resolution,
    repeatability,
    calibration: { expanded, k: 2, ...calibrated },
    scaleExpansionPerK: 0,
  });
const micrometer = (from: number, to: number) =>
  gauge(`micrometer-${from}-${to}`, `Micrometer ${from}–${to}`, ["external-diameter"], [from, to]);
const boreGauge = (number: number, from: number, to: number) =>
  gauge(`bore-gauge-${number}`, `Bore gauge ${number}`, ["internal-diameter"], [from, to], { method: "comparator" });
const ring = (size: number): SettingMaster => ({
  id: `ring-${size}`,
  name: `Setting ring ${size}.000`,
  lengthMm: size,
  expandedMm: 0.001,
  k: 2,
  expansionPerK: steel,
});

const gauges = {
  bore: boreGauge(2, 100, 160),
  housing: boreGauge(3, 50, 100),
  small: boreGauge(4, 18, 50),
  guides: boreGauge(6, 6, 18),
  mic0: micrometer(0, 25),
  mic25: micrometer(25, 50),
  mic50: micrometer(50, 75),
  mic75: micrometer(75, 100),
  mic100: micrometer(100, 125),
  ball: gauge("ball-micrometer", "Ball micrometer 0–25", ["wall-thickness"], [0, 25]),
  depth: gauge("depth-gauge-1", "Depth gauge 1", ["depth"], [0, 3], { repeatability: 0.001 }),
  dial: gauge("dial-3", "Dial indicator 3", ["run-out", "end-float", "side-float", "backlash"], [0, 3], {
    resolution: 0.002,
    repeatability: 0.0015,
    calibration: { expanded: 0.003, k: 2, ...calibrated },
  }),
  plate: gauge("plate-dial", "Dial on the surface plate", ["height"], [-2, 2], { repeatability: 0.001 }),
  fixture: gauge("rod-fixture", "Rod alignment fixture", ["bend", "twist"], [0, 1], {
    resolution: 0.005,
    repeatability: 0.004,
    calibration: { expanded: 0.006, k: 2, ...calibrated },
  }),
  feeler: gauge("feelers", "Feeler blades 0.05 apart", ["gap"], [0, 3], {
    resolution: 0.05,
    repeatability: 0,
    feeler: true,
    calibration: { expanded: 0.005, k: 2, ...calibrated },
  }),
  longDial: gauge("dial-10", "Dial indicator 10 mm", ["lift", "dial"], [-10, 10], {
    resolution: 0.002,
    repeatability: 0.0015,
    calibration: { expanded: 0.004, k: 2, ...calibrated },
  }),
  chain: gauge("chain-stand", "Chain stand 0–300", ["length"], [0, 300], {
    resolution: 0.02,
    repeatability: 0.02,
    calibration: { expanded: 0.04, k: 2, ...calibrated },
  }),
  caliper: gauge("length-stand", "Length stand 0–150", ["length"], [0, 150], {
    resolution: 0.01,
    repeatability: 0.006,
    calibration: { expanded: 0.01, k: 2, ...calibrated },
  }),
  strip: gauge("crushed-strip", "Crushed strip 0.025–0.175", ["crushed-strip"], [0.025, 0.175], {
    resolution: 0.025,
    repeatability: 0.008,
    calibration: { expanded: 0.01, k: 2, ...calibrated },
  }),
  springs: instrument("spring-tester", "Spring tester", "spring-load", "n", [0, 2000], 1, 1.8, 5),
  scale: instrument("scale-5", "Scale 5 kg", "mass", "g", [0, 5], 1e-4, 1e-4, 2e-4),
  hardness: instrument(
    "hardness-tester",
    "Portable hardness tester",
    "hardness-rockwell",
    "hrc",
    [20, 70],
    0.1,
    0.6,
    1.2,
  ),
  wrench: instrument("dial-wrench", "Dial torque wrench", "turning-torque", "nm", [0, 60], 0.5, 0.4, 0.8),
  watch: instrument("stopwatch", "Stopwatch", "leak-down-time", "s", [0, 600], 0.1, 0.25, 0.1),
  bench: instrument("nozzle-bench", "Nozzle test bench", "pressure", "bar", [0, 4e7], 1e5, 1.5e5, 3e5),
  pins: gauge("pin-gauges", "Pin gauges 1–6, 0.01 apart", ["internal-width"], [1, 6], {
    resolution: 0.01,
    repeatability: 0.003,
    calibration: { expanded: 0.004, k: 2, ...calibrated },
  }),
  disc: instrument("degree-disc", "Degree disc and dial", "angle", "deg", [-0.2, 0.2], 0.0009, 0.0006, 0.0012),
  count: instrument("by-eye", "Counted by eye", "count", "number", [0, 1000], 0, 0, 0),
};
const ring9 = { ...ring(9.5), id: "ring-9-5" };
const ring108 = ring(108);
const ring40 = ring(40);
const shop = new Log(11, "2026-03-02T08:00:00Z", "Demo shop");
for (const each of Object.values(gauges)) shop.add("gauge-registered", { gauge: each });
for (const master of [ring108, ring40, ring9]) shop.add("master-registered", { master });
/** What the shop counts by, as every job takes it. */
const settings = {
  currency: "EUR",
  labourRate: null,
  alwaysNew: [],
  shop: { name: "Sable Quay Engine Works", address: "Sable Quay 4, by the slip" },
};
shop.add("settings-changed", { settings });
shop.write("shop");

// --- jobs ----------------------------------------------------------------------------------------------------

type Header = Payload<"job-opened">;

interface Opening extends Omit<Header, "pack" | "unit" | "decisionRule"> {
  readonly seed: number;
  readonly at: string;
  readonly origin: "engine" | "donor";
  readonly of?: CompiledPack;
  readonly rule?: Header["decisionRule"];
}

function openJob({ seed, at, origin, of: pack = orrinshaw, rule = "simple", ...header }: Opening) {
  const log = new Log(seed, at, "Demo shop");
  log.add("job-opened", {
    ...header,
    pack: { id: pack.pack.id, revision: pack.pack.revision, sha256: pack.sha256 },
    unit: "mm",
    decisionRule: rule,
  });
  const partIn = new Map<string, string>();
  for (const slot of pack.pack.slots) {
    const part = log.newId();
    partIn.set(slot.id, part);
    const { tag } = pack.classes.get(slot.class)!;
    log.add("part-tagged", { part, class: slot.class, tag: `${tag}-${slot.label.toUpperCase()}`, origin });
    log.add("part-installed", { part, slot: slot.id });
  }
  log.add("settings-taken", { settings });
  return { log, partIn, pack, number: header.engine.number ?? "" };
}

/** A gauge as it was calibrated at the time: once a year, in March. */
function asOf(used: Gauge, moment: number): Gauge {
  const day = new Date(moment).toISOString().slice(0, 10);
  if (!used.calibration || day >= used.calibration.on) return used;
  const year = Number(day.slice(0, 4)) - (day.slice(5) < "03-02" ? 1 : 0);
  return { ...used, calibration: { ...used.calibration, on: `${year}-03-02`, due: `${year + 1}-03-02` } };
}

function openOccasion(log: Log, gaugeUsed: Gauge, master: SettingMaster | null): string {
  const occasion = log.newId();
  log.add("occasion-opened", {
    occasion,
    phase: "cleaned",
    gauge: asOf(gaugeUsed, log.maker.now()),
    master,
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
  "cylinder-head-flatness": [gauges.plate, null],
  "crankshaft-main": [gauges.mic75, null],
  "crankshaft-main-damage": [gauges.depth, null],
  "crankshaft-big-end": [gauges.mic50, null],
  "crankshaft-damage": [gauges.depth, null],
  "crankshaft-run-out": [gauges.dial, null],
  "main-shell-wall": [gauges.ball, null],
  "block-tunnel": [gauges.housing, lockedAt(gauges.mic75, 89)],
  "thrust-washer-end-float": [gauges.dial, null],
  "liner-pits": [gauges.depth, null],
  "liner-protrusion": [gauges.plate, null],
  "piston-mass": [gauges.scale, null],
  "top-ring-gap": [gauges.feeler, null],
  "second-ring-gap": [gauges.feeler, null],
  "second-ring-side": [gauges.feeler, null],
  "oil-ring-gap": [gauges.feeler, null],
  "rod-shell-stand": [gauges.plate, null],
  "rod-strip": [gauges.strip, null],
  "rod-bolt-length": [gauges.caliper, null],
  "crankshaft-hardness": [gauges.hardness, null],
  "crankshaft-turning-torque": [gauges.wrench, null],
  "block-tunnel-line": [gauges.longDial, null],
  "block-deck": [gauges.plate, null],
  "cylinder-head-exhaust-face": [gauges.feeler, null],
  "inlet-valve-stem": [gauges.mic0, null],
  "inlet-valve-recession": [gauges.depth, null],
  "exhaust-valve-stem": [gauges.mic0, null],
  "exhaust-valve-recession": [gauges.depth, null],
  "valve-guide-bore": [gauges.guides, ring9],
  "valve-spring-load": [gauges.springs, null],
  "valve-spring-free-length": [gauges.caliper, null],
  "valve-spring-coil-bind": [gauges.caliper, null],
  "valve-spring-squareness": [gauges.feeler, null],
  "camshaft-run-out": [gauges.longDial, null],
  "camshaft-lobe": [gauges.longDial, null],
  "camshaft-journal": [gauges.mic50, null],
  "front-case-backlash": [gauges.dial, null],
  "injector-leak-down": [gauges.watch, null],
  "injector-opening": [gauges.bench, null],
  "tappet-leak-down": [gauges.watch, null],
  "oil-cooler-plugged": [gauges.count, null],
  "flywheel-pilot": [gauges.longDial, null],
};

type Opened = ReturnType<typeof openJob>;

/** Measures a sheet, or its first rows, with the gauge that suits it; of the last row perhaps only the first points. */
function measure(
  { log, partIn, pack, number }: Opened,
  sheetId: string,
  {
    rows = Infinity,
    points = Infinity,
    told = false,
    engine = hiddenEngines.get(number)!,
  }: { rows?: number; points?: number; told?: boolean; engine?: HiddenEngine } = {},
): void {
  const sheet: Sheet = pack.sheets.find((each) => each.id === sheetId)!;
  const [used, master] = handFor[sheetId]!;
  const occasion = openOccasion(log, used, master);
  const temperatures = { partC: 21.5, gaugeC: 20.8, masterC: 20.8, standardK: 0.5 };
  const simulated = new SimulatedGauge({ gauge: used, master, temperatures }, hashText(`${number} ${sheetId}`));
  const unit = unitById(sheet.feature.unit)!;
  const taken = sheet.rows.slice(0, rows);
  taken.forEach((row, at) => {
    for (const point of sheet.feature.points.slice(0, at === taken.length - 1 ? points : Infinity)) {
      const size = hiddenSize(engine, row, point.id);
      // Figures that the documentation quotes are the true ones, as though the gauge had no errors that day.
      const typed = told && engine.sizes[row.id] ? size.toFixed(3) : simulated.typed(size, expansionOf(row));
      const read = parseReading(typed, unit.dimension, unit);
      if (!read.ok) throw new Error(`${sheetId}: ${typed}`);
      const question = questionReading(read.value.value, sheet.feature, point.id);
      log.add("reading-taken", {
        occasion,
        part: partIn.get(row.slot.id)!,
        feature: row.at.id,
        point: point.id,
        ...read.value,
        ...(question ? { kept: question.code } : {}),
      });
    }
  });
}

type Noted = readonly [
  section: Payload<"intake-noted">["section"],
  item: string,
  value: Payload<"intake-noted">["value"],
  place?: string,
];

/** What was asked and answered before anything was touched. */
function note({ log }: Opened, notes: readonly Noted[]): void {
  for (const [section, item, value, place = null] of notes)
    log.add("intake-noted", { section, item, part: null, place, value });
}

/** Numbers as read from the engine, and what its tells showed. */
function identify(
  { log }: Opened,
  numbers: Readonly<Record<string, string>>,
  tells: Readonly<Record<string, string | null>>,
): void {
  for (const [place, text] of Object.entries(numbers)) log.add("number-read", { place, text });
  for (const [tell, answer] of Object.entries(tells)) log.add("tell-answered", { tell, answer });
}

/** What was seen on a part: finding, value, place; before it was cleaned unless said otherwise. */
type Seen = readonly [
  slot: string,
  finding: string,
  value: string,
  place?: string | null,
  phase?: Payload<"finding-made">["phase"],
];

const partOf = ({ partIn }: Opened, slot: string) => partIn.get(slot)!;

function see(job: Opened, seen: readonly Seen[]): void {
  for (const [slot, finding, value, place = null, phase = "before-cleaning"] of seen)
    job.log.add("finding-made", { part: partOf(job, slot), place, finding, value, phase, words: null });
}

/** 'Looked, nothing there' for all that is washed away and was not seen otherwise. */
function lookedBeforeCleaning(job: Opened, seen: readonly Seen[]): void {
  const known = new Set(seen.map(([slot, finding, , place = null]) => `${slot} ${finding} ${place ?? ""}`));
  for (const slot of job.pack.pack.slots) {
    for (const kind of job.pack.classes.get(slot.class)!.findings.filter((each) => each.lostByCleaning)) {
      for (const place of kind.places.length > 0 ? kind.places : [null])
        if (!known.has(`${slot.id} ${kind.id} ${place ?? ""}`)) see(job, [[slot.id, kind.id, "none", place]]);
    }
  }
}

/** 'Looked, nothing there' after cleaning, for the parts that are judged by eye alone. */
function lookedOver(job: Opened): void {
  for (const { slot, partClass } of job.pack.byEye.flatMap(({ rows }) => rows)) {
    for (const kind of partClass.findings.filter((each) => !each.lostByCleaning)) {
      for (const place of kind.places.length > 0 ? kind.places : [null])
        see(job, [[slot.id, kind.id, "none", place, "after-cleaning"]]);
    }
  }
}

/** Ticks steps off, in working order, and bags what comes out of each. */
function strip(job: Opened, except: readonly string[] = []): void {
  for (const { step, slots } of assess(job.pack, job.log.entries, new Date(job.log.maker.now()).toISOString()).strip!
    .steps) {
    if (except.includes(step.id)) continue;
    job.log.wait(step.minutes * 20);
    job.log.add("step-ticked", { step: step.id, how: "done", words: null });
    for (const slot of slots)
      job.log.add("part-came-out", {
        part: partOf(job, slot),
        slot,
        step: step.id,
        orientation: null,
        bag: step.id === "crankshaft" ? "C" : step.id === "pistons" ? `P${slot.replace(/\D/gu, "")[0] ?? ""}` : null,
      });
  }
}

function clean(job: Opened, slots: readonly string[], treatment: string): void {
  for (const slot of slots)
    job.log.add("part-cleaned", {
      part: partOf(job, slot),
      treatment,
      first: job.pack.classes.get(job.pack.slots.get(slot)!.class)!.cleaning?.first.map(({ id }) => id) ?? [],
    });
}

const proveClear = ({ log, pack }: Opened, within: string) => {
  for (const circuit of pack.pack.circuits)
    for (const passage of circuit.passages)
      if (passage.in === within)
        log.add("passage-proven", { circuit: circuit.id, passage: passage.id, how: "air", clear: true, words: null });
};

/** A photo of the demo, by the file it lies in. */
function photo(job: Opened, name: string, slot: string | null, place: string | null, words: string): string {
  const data = readFileSync(`demo/photos/${name}.jpg`);
  const { id } = job.log.add("photo-added", {
    photo: createHash("sha256").update(data).digest("hex"),
    width: 1280,
    height: 960,
    part: slot === null ? null : partOf(job, slot),
    place,
    station: "strip",
    words,
  });
  return id;
}

/** What is answered at Diagnose: finding, grade, place, and words to it. */
type Answered = readonly [finding: string, grade: number | null, place?: string | null, words?: string];

function answer({ log }: Opened, answers: readonly Answered[]): void {
  for (const [finding, grade, place = null, words = null] of answers)
    log.add("finding-answered", { finding, place, grade, words });
}

/** Puts the failure down to a cause, as the program then shows it. */
function settle(
  { log, pack }: Opened,
  causes: readonly { readonly cause: string; readonly place: string | null }[],
): void {
  const { diagnosis } = assess(pack, log.entries, new Date(log.maker.now()).toISOString());
  const network = diagnosis.network!;
  const priors = new Map(diagnosis.priors.map(({ node, probability }) => [node, probability]));
  const inference = new Inference(network, priors, diagnosis.sightings);
  const nodes = causes.map(({ cause, place }) => nodeId(cause, place));
  log.add("cause-settled", {
    verdict: "cause",
    causes: [...causes],
    reason: null,
    precautions: null,
    witness: makeDiagnosisWitness(
      network,
      pack.sha256,
      diagnosis.sightings,
      inference.posterior(),
      inference.chain(),
      nodes,
    ),
  });
}

const slotsOf = ({ pack }: Opened, ...classes: readonly string[]) =>
  pack.pack.slots.filter((slot) => classes.includes(slot.class)).map((slot) => slot.id);

// The ferry: oil jet 5's cracked pipe starved main 5 and big-end 5. Liner 3 sits right at its limit.
const marigold = openJob({
  seed: 2207,
  at: "2026-11-19T07:40:00Z",
  origin: "engine",
  name: "Ferry Marigold",
  engine: { number: "M74-21877", variant: "v-6m-2" },
  application: { kind: "passenger-vessel", words: "Main engine of the river ferry, passengers aboard" },
  hoursWanted: 6000,
  budget: 16000,
  wantedBy: "2026-12-18",
});
note(marigold, [
  ["application", "installation", "ferry"],
  ["application", "cooling", "keel"],
  ["application", "gearbox", "box-2"],
  ["application", "original", "nothing"],
  ["order", "hours-wanted", 6000],
  ["order", "budget", 16000],
  ["order", "wanted-by", "2026-12-18"],
  ["order", "ask-above", 500],
  ["order", "certified", true],
  ["order", "decision-rule", "simple"],
  ["history", "hours-since-new", 21400],
  ["history", "hours-since-overhaul", 9300],
  ["history", "hours-since-top-overhaul", null],
  ["history", "oil-interval", "usual"],
  ["history", "filter", "bypass"],
  ["history", "overheated", "once"],
  ["history", "stood", "no"],
  ["history", "drowned", "no"],
  ["history", "earlier-work", "full"],
  ["school", "liners", "renew"],
  ["school", "guides", "leave"],
  ["school", "reground-cam", "hardened"],
  ["symptom", "knock", true],
  ["symptom", "metal", true],
  ["symptom", "stopped", true],
  ["symptom", "in-words", "Knocked for ten minutes on the crossing, then stopped; gauge showed pressure to the end"],
  ["test", "compression", 26, "c1"],
  ["test", "compression", 25.5, "c2"],
  ["test", "compression", 24, "c3"],
  ["test", "compression", 25, "c4"],
  ["test", "compression", 19.5, "c5"],
  ["test", "compression", 25.5, "c6"],
]);
identify(
  marigold,
  { "block-number": "M74 21 877", plate: "M74-21877" },
  { "gear-case": "thirteen", "lift-pump": "gear", manifold: "wet" },
);
{
  const estimate = marigold.log.add("estimate-made", {
    kind: "estimate",
    amount: 8200,
    words: "Overhaul of the crank end, liners as needed, head checked",
  });
  marigold.log.add("approval-given", {
    estimate: estimate.id,
    by: "Harbour office of the ferry company",
    on: "2026-11-19",
    how: "phone",
    agreed: true,
  });
}
{
  const { log } = marigold;
  const check = (
    id: string,
    place: string | null,
    state: string | null,
    value: number | null,
    skipped: string | null = null,
  ) => log.add("check-noted", { check: id, place, state, value, skipped });
  check("turns", null, "bound", 74);
  for (const at of [1, 2, 3, 4, 5, 6])
    for (const [kind, value] of [
      ["i", 0.38],
      ["e", 0.41],
    ] as const)
      if (!(at === 6 && kind === "e")) check("lash", `${kind}${at}`, null, value + (at === 5 ? 0.16 : 0.01 * (at % 3)));
  check("lash", "e6", null, null, "its rocker was off already");
  for (const [at, value] of [0.092, 0.088, 0.095, 0.081, 0.076, 0.09].entries())
    check("protrusion", `c${at + 1}`, null, value);
  for (const at of [1, 2, 3, 4, 6])
    for (const kind of ["a", "b"])
      check("rod-bolts", `b${at}${kind}`, "tight", 112 + ((at * 7 + (kind === "a" ? 3 : 0)) % 11));
  check("rod-bolts", "b5a", "loose", 18);
  check("rod-bolts", "b5b", "broken", null);
  for (const at of [1, 2, 3, 4, 5, 6, 7])
    for (const kind of ["a", "b"])
      check("main-bolts", `m${at}${kind}`, "tight", 236 + ((at * 5 + (kind === "a" ? 4 : 0)) % 13));
  check("end-float", null, null, 0.24);
  strip(marigold, ["gallery-plugs"]);

  const seen: Seen[] = [
    ["rod-shell-upper-5", "wiped", "all"],
    ["rod-shell-lower-5", "wiped", "all"],
    ["rod-shell-upper-5", "heat-tint", "severe"],
    ["rod-shell-lower-5", "turned", "fretted"],
    ["rod-shell-lower-5", "debris", "moderate"],
    ["main-shell-lower-5", "overlay", "moderate"],
    ["main-shell-lower-5", "debris", "trace"],
    ["main-shell-lower-4", "overlay", "trace"],
    ["main-shell-lower-3", "overlay", "none"],
    ["piston-5", "heat-tint", "severe", "underside"],
    ["piston-5", "scoring", "moderate", "skirt-thrust"],
    ["piston-5", "broken", "piece", "skirt-thrust"],
    ["piston-5", "pitting", "none", "crown"],
    ["piston-4", "heat-tint", "none", "underside"],
    ["crankshaft", "heat-tint", "moderate", "big-end-5"],
    ["crankshaft", "scoring", "moderate", "big-end-5"],
    ["crankshaft", "scoring", "trace", "main-5"],
    ["rod-5", "heat-tint", "severe", "big-end"],
    ["rod-5", "bent", "none", "beam"],
    ["rod-bolt-5b", "broken", "broken", "shank"],
    ["rod-bolt-5b", "fracture", "necking", "shank"],
    ["rod-bolt-5a", "thread-damage", "moderate", "thread"],
    ["oil-jet-5", "cracked", "open"],
    ["oil-jet-4", "cracked", "none"],
    ["oil-jet-6", "cracked", "none"],
    ["oil-pump", "scoring", "none"],
    ["oil-pump", "debris", "trace"],
    ["oil-cooler", "debris", "trace"],
    ["sump", "debris", "severe"],
    ["liner-5", "scoring", "moderate", "bore"],
    ["liner-3", "pitting", "moderate", "water-side"],
    ["block", "struck", "mark", "bay-5"],
  ];
  see(marigold, seen);
  lookedBeforeCleaning(marigold, seen);
  const found = photo(marigold, "sump", "sump", null, "Sump as it came off: bolt end, a piece of skirt, glitter");
  const pictured = photo(marigold, "bolt", "rod-bolt-5b", "shank", "Rod bolt 5b, both halves: drawn to a neck");
  const wiped = photo(
    marigold,
    "shell",
    "rod-shell-upper-5",
    null,
    "Upper shell of big end 5: wiped all round, blue at the back",
  );
  photo(marigold, "jet", "oil-jet-5", null, "Oil jet 5: open crack, the wall below it washed dry");
  photo(marigold, "piston", "piston-5", "underside", "Piston 5 from below: blue where the oil should have been");
  log.add("photo-marked", {
    photo: pictured,
    mark: { kind: "scale", from: [200, 790], to: [872, 790], lengthMm: 80, standardMm: 0.1, tiltDegrees: 5 },
  });
  log.add("photo-marked", { photo: pictured, mark: { kind: "length", from: [242, 434], to: [664, 434] } });
  log.add("photo-marked", { photo: pictured, mark: { kind: "ring", at: [655, 435], radius: 66 } });
  log.add("photo-marked", { photo: wiped, mark: { kind: "arrow", from: [900, 300], to: [700, 520] } });
  log.add("photo-marked", { photo: wiped, mark: { kind: "words", at: [905, 290], text: "no overlay left" } });
  for (const id of [pictured, wiped]) log.add("photo-chosen", { photo: id, forOwner: true });

  // The account of broken parts: piston 5's chip is all there, of bolt 5b something is still somewhere.
  log.add("broken-weighed", {
    part: partOf(marigold, "rod-bolt-5b"),
    wholeGrams: 82.4,
    wholeStandard: 0.3,
    wholeFrom: "pack",
    leftGrams: 50.93,
    leftStandard: 0.05,
  });
  log.add("broken-weighed", {
    part: partOf(marigold, "piston-5"),
    wholeGrams: 1478.62,
    wholeStandard: 0.1,
    wholeFrom: "sister",
    leftGrams: 1475.48,
    leftStandard: 0.05,
  });
  const piece = (grams: number, material: string, where: string, parent: string | null, words: string) =>
    log.add("fragment-found", {
      fragment: log.newId(),
      grams,
      standard: 0.05,
      material,
      where,
      parent: parent && partOf(marigold, parent),
      words,
      photo: where === "sump" ? found : null,
    });
  piece(28.71, "bolt-steel", "sump", "rod-bolt-5b", "threaded end");
  piece(1.92, "aluminium", "sump", "piston-5", "chip of the skirt");
  piece(1.18, "aluminium", "crankcase", "piston-5", "second chip, behind main 5");
  log.add("residue-found", {
    where: "sump",
    grams: 3.1,
    standard: 0.1,
    magneticShare: 0.18,
    shareStandard: 0.03,
    words: "glitter strained from 19 L of oil",
  });
  log.add("place-searched", { circuit: "oil", node: "sump", words: "by hand, magnet and strainer" });

  log.wait(5400);
  clean(marigold, ["crankshaft", ...slotsOf(marigold, "rod", "rod-shell", "main-shell", "gudgeon-pin")], "solvent");
  clean(marigold, slotsOf(marigold, "liner"), "jet-wash");
  clean(marigold, slotsOf(marigold, "cylinder-head"), "hot-tank");
  for (const head of ["head-front", "head-rear"]) proveClear(marigold, head);
  for (const passage of ["crank-1", "crank-2", "crank-3", "crank-4", "crank-6"])
    log.add("passage-proven", { circuit: "oil", passage, how: "rod", clear: true, words: null });
  log.add("passage-proven", {
    circuit: "oil",
    passage: "crank-5",
    how: "rod",
    clear: false,
    words: "packed with bearing metal",
  });
  note(marigold, [["school", "crack-repair", "stitch"]]);
  for (const head of ["head-front", "head-rear"])
    log.add("crack-checked", {
      part: partOf(marigold, head),
      method: "dye",
      zones: [],
      when: "before-machining",
      found: "nothing",
      preparation: "hot tank, rinsed and dried",
      by: null,
    });
  log.add("crack-found", {
    part: partOf(marigold, "head-front"),
    line: [
      [72, 92],
      [72.6, 99],
    ],
    lengthMm: 6.5,
    method: "dye",
    words: "hair crack",
  });
  log.add("crack-found", {
    part: partOf(marigold, "head-rear"),
    line: [
      [256, 92],
      [263, 95],
    ],
    lengthMm: 7,
    method: "dye",
    words: "seat to bore",
  });
  log.add("thread-found", { part: partOf(marigold, "block"), zone: "studs-cam", hole: 9, state: "stud-broken" });
  log.add("thread-found", { part: partOf(marigold, "block"), zone: "studs-cam", hole: 10, state: "sound" });
}
measure(marigold, "liner-bore", { rows: 4, points: 2, told: true });
for (const sheet of ["crankshaft-big-end", "crankshaft-damage", "crankshaft-run-out"])
  measure(marigold, sheet, { told: true });
for (const sheet of ["crankshaft-main", "crankshaft-main-damage", "rod-big-end", "rod-shell-wall", "main-shell-wall"])
  measure(marigold, sheet);
for (const sheet of ["rod-bend", "rod-twist"]) measure(marigold, sheet, { rows: 5 });
measure(marigold, "block-tunnel", { rows: 6 });
measure(marigold, "block-tunnel-line");
measure(marigold, "cylinder-head-flatness");
for (const sheet of [
  "liner-pits",
  "liner-protrusion",
  "rod-shell-stand",
  "top-ring-gap",
  "valve-spring-load",
  "camshaft-lobe",
  "camshaft-run-out",
  "flywheel-pilot",
])
  measure(marigold, sheet);
// The false trail first: pump, valve, screen and level are sound, and so is every drilling.
answer(marigold, [
  ["pump-drive", 0],
  ["relief-stuck", 0],
  ["screen-blocked", 0],
  ["level-low", 0, null, "17.5 of 18 litres"],
  ["filter-collapsed-seen", 0],
  ["gauge-compared", 0],
  ["thermostat-stuck", 0],
  ["coolant-low", 0],
  ["coolant-strip", 1, null, "no additive left"],
  ["drilling-blocked", 0, "n5"],
  ["main-hole-covered", 0, "n5"],
  ["shell-hole-covered", 0, "n5"],
  ["ring-ends-polished", 0, "n5"],
  ["liquid-found", 0, "n5"],
  ["crank-drilling-blocked", 1, "n5", "packed with bearing metal"],
  ["block-holed", 0, "n5"],
  ["gasket-track", 0, "n4"],
]);
settle(marigold, [{ cause: "jet-cracked", place: "n5" }]);
marigold.log.add("action-answered", {
  cause: "jet-cracked",
  place: "n5",
  action: "jet-cause",
  outcome: "done",
  words: "Bracket of main 5 filed true: it had pulled the pipe by 0.8 mm",
});
marigold.log.add("return-said", { returns: true, words: "back into the ferry" });
// The donor stands in the yard: what of it would do is looked at before anything is bought.
const fromDonor = (
  job: Opened,
  slot: string,
  tag: string,
  read: Readonly<Record<string, string | number>>,
  origin: Payload<"part-tagged">["origin"] = "donor",
) => {
  const part = job.log.newId();
  job.log.add("part-tagged", { part, class: job.pack.slots.get(slot)!.class, tag, origin });
  job.log.add("part-noted", { part, item: "meant-for", feature: null, value: slot });
  for (const [attribute, value] of Object.entries(read))
    job.log.add("attribute-read", { part, attribute, value, how: "read", words: null });
  return part;
};
fromDonor(marigold, "crankshaft", "D-KW", { "built-for": "s" });
fromDonor(marigold, "injection-pump", "D-IP", { "built-for": "s", "lift-drive": "cam" });
fromDonor(marigold, "sump", "D-SU", { "built-for": "s", "sump-tilt": "level" });
/** The plan that costs least in all of those that the order asks for, taken as a whole. */
async function adoptPlan({ log, pack }: Opened): Promise<void> {
  const judged = assess(pack, log.entries, log.now);
  const posed = planOfJob(pack, judged, judged.order.hoursWanted!);
  const paid = (plan: Plan) => paidPlan(pack, judged, posed, plan);
  const { answer } = await answerWhole(posed, demandsOf(judged.order, log.now), await highsSolve(), paid);
  if (answer.kind !== "met") throw new Error(answer.kind);
  const { said, putIn } = adoptedOf(posed, paid(answer.plan));
  for (const { part, slot } of putIn) log.add("part-picked", { slot, part, offer: null, why: null });
  log.add("plan-adopted", {
    ...said,
    witness: { core: coreVersion, pack: pack.sha256, entries: entrySetFingerprint(log.entries) },
  });
}
/** Parts of one kind that came out of a supplier's box, tagged. */
function boxed({ log, pack }: Opened, kind: string, count: number, lot: string | null, supplier: string): string[] {
  const taken = new Set(
    log.entries.flatMap(({ type, payload }) => (type === "part-tagged" ? String(payload.tag) : [])),
  );
  return nextTags(pack.classes.get(kind)!.tag, count, taken).map((tag) => {
    const part = log.newId();
    log.add("part-tagged", { part, class: kind, tag, origin: "supplier" });
    log.add("part-noted", { part, item: "supplier", feature: null, value: supplier });
    if (lot !== null) log.add("part-noted", { part, item: "lot", feature: null, value: lot });
    return part;
  });
}
{
  // Before anything of it is ground the crank is crack-checked: the hot journal has none.
  const { log } = marigold;
  log.add("crack-checked", {
    part: partOf(marigold, "crankshaft"),
    method: "magnetic",
    zones: [],
    when: "before-machining",
    found: "nothing",
    preparation: "washed, degaussed, all round",
    by: null,
  });
}
await adoptPlan(marigold);
{
  // What can be judged is bought; the crank is out to be ground. Half of it came, and one lot is refused.
  const { log } = marigold;
  const tappets = slotsOf(marigold, "tappet");
  const standing = [...log.entries];
  const proposed = new Map(assess(orrinshaw, standing, log.now).choices.map((choice) => [choice.slot.id, choice]));
  for (const slot of tappets)
    log.add("decision-made", {
      part: partOf(marigold, slot),
      feature: null,
      disposition: "replace",
      ways: [],
      reason: "They ran on the same dirty oil: new ones, measured before any is fitted",
      witness: makeWitness(proposed.get(slot)!, orrinshaw.sha256, standing),
    });
  const judged = assess(orrinshaw, log.entries, log.now);
  const { lines } = orderOfJob(orrinshaw, judged).toBuy;
  const order = (supplier: string, due: string, wanted: (line: BuyLine) => boolean) => {
    const of = lines.filter(wanted);
    const purchase = log.add("purchase-made", purchaseOf(of, supplier, due));
    const receive = (name: string, rest: Partial<Payload<"goods-received">>) => {
      const at = of.findIndex((line) => line.name.includes(name));
      const { class: kind, quantity } = of[at]!;
      const count = rest.quantity ?? quantity;
      const parts = kind === null || (rest.state ?? "right") !== "right" ? [] : boxed(marigold, kind, count, rest.lot ?? null, supplier); // prettier-ignore
      log.add("goods-received", {
        purchase: purchase.id,
        line: String(at + 1),
        box: null,
        quantity: count,
        number: null,
        revision: null,
        lot: null,
        state: "right",
        words: null,
        parts,
        ...rest,
      });
      return parts;
    };
    return receive;
  };
  log.wait(86_400);
  const spares = order("Lock Street Spares", "2026-11-30", ({ what, name }) => what !== "used-up" && name !== "tappet");
  const mill = order("Weir Valley Tappets", "2026-11-27", ({ name }) => name === "tappet");
  order("Quay Oils and Seals", "2026-12-02", ({ what }) => what === "used-up");
  log.add("sent-out", { parts: [partOf(marigold, "crankshaft")], to: "Weir Grinding Works", due: "2026-12-04" });
  log.wait(2 * 86_400);
  spares("liner", { box: "LS-40117" });
  spares("big-end shell", { box: "LS-40117" });
  spares("main shell", { box: "LS-40117" });
  spares("thrust washers", { box: "LS-40118" });
  spares("piston", { quantity: 1, box: "LS-40119", state: "damaged", words: "crown dented, box crushed" });
  const fresh = mill("tappet", { box: "WV-2261", lot: "T-0921" });
  // New ones leak faster than they may: the lot goes back as a lot.
  const stopwatch = openOccasion(log, gauges.watch, null);
  for (const [at, seconds] of [31, 6.5, 28].entries())
    log.add("reading-taken", {
      occasion: stopwatch,
      part: fresh[at]!,
      feature: "leak-down",
      point: "time",
      value: seconds,
      typed: String(seconds),
      unit: "s",
      ...(seconds < 15 ? { kept: "far-from-size" } : {}),
    });
}
/** Hours worked, money paid, and what came along and goes back. */
function keepAccount({ log }: Opened): void {
  const hours = [
    ["strip", "Sedge", "2026-11-16", 470],
    ["strip", "Tansy", "2026-11-16", 390],
    ["measure", "Sedge", "2026-11-17", 420],
    ["measure", "Tansy", "2026-11-18", 310],
    ["other", "Sedge", "2026-11-18", 75],
  ] as const;
  for (const [work, by, on, minutes] of hours) log.add("time-booked", { work, by, on, minutes, words: null });
  log.add("payment-noted", { is: "deposit", minor: 300_000, by: "Harbour office of the ferry company", on: "2026-11-14", how: "transfer", words: null }); // prettier-ignore
  const things = [
    ["starter motor", 1, "brushes worn"],
    ["engine mount bracket", 4, null],
    ["box of flange bolts", 1, null],
  ] as const;
  for (const [name, quantity, words] of things) log.add("thing-came", { name, quantity, words });
}
keepAccount(marigold);
marigold.log.write("ferry-marigold");

// The same engine five years ago: handed over, and come back since.
{
  const before = openJob({
    seed: 2101,
    at: "2021-02-08T08:10:00Z",
    origin: "engine",
    name: "Overhaul of 2021",
    engine: { number: "M74-21877", variant: "v-6m-2" },
    application: { kind: "passenger-vessel", words: "Main engine of the river ferry, passengers aboard" },
    hoursWanted: 9000,
    budget: 7800,
    wantedBy: "2021-03-26",
  });
  note(before, [
    ["order", "hours-wanted", 9000],
    ["order", "certified", true],
    ["school", "guides", "leave"],
    ["history", "hours-since-new", 12100],
    ["history", "hours-since-overhaul", 12100],
  ]);
  // Bores as they were honed then, and what the crank had worn in twelve thousand hours.
  const then: HiddenEngine = { number: "M74-21877 in 2021", wear: 0.12, sizes: {} };
  for (const sheet of [
    "liner-bore",
    "crankshaft-main",
    "crankshaft-big-end",
    "piston-skirt",
    "valve-spring-load",
    "camshaft-lobe",
  ])
    measure(before, sheet, { engine: then });
  before.log.wait(86_400 * 30);
  const { log, pack } = before;
  log.add("handed-over", {
    to: "The ferry company",
    note: "Liners, rings and shells new; crank as it was",
    ...asThen,
    witness: makeHandOverWitness(assess(pack, log.entries, new Date(log.maker.now()).toISOString()), [...log.entries]),
  });
  log.add("return-said", { returns: true, words: null });
  log.write("ferry-2021");
}

// A donor from a drainage pump station, just arrived.
openJob({
  seed: 311,
  at: "2026-11-23T15:05:00Z",
  origin: "donor",
  name: "Drainage pump 3",
  engine: { number: "S-0311", variant: "v-6s" },
  application: { kind: "pump-set", words: "Donor: parts for other engines" },
  hoursWanted: null,
  budget: null,
  wantedBy: null,
}).log.write("drainage-pump-3");

// A launch of the ice survey: measured through, decided, ready to be handed over.
const launch = openJob({
  seed: 87,
  at: "2026-11-02T09:15:00Z",
  origin: "engine",
  name: "Survey launch Tern",
  engine: { number: "M66-09120", variant: "v-6m-1" },
  application: { kind: "work-boat", words: "Launch of the ice survey, spring season" },
  hoursWanted: 3000,
  budget: 4200,
  wantedBy: "2027-02-26",
});
{
  const { log, pack } = launch;
  note(launch, [
    ["application", "installation", "work-boat"],
    ["application", "cooling", "raw"],
    ["application", "gearbox", "box-2"],
    ["application", "original", "nothing"],
    ["order", "hours-wanted", 3000],
    ["order", "budget", 4200],
    ["order", "wanted-by", "2027-02-26"],
    ["order", "certified", false],
    ["order", "decision-rule", "simple"],
    ["school", "guides", "leave"],
    ["history", "hours-since-new", 12600],
    ["history", "hours-since-overhaul", null],
  ]);
  identify(
    launch,
    { "block-number": "M66 09120" },
    { "gear-case": "eleven", "lift-pump": "cam", manifold: "wet", governor: "all-speed" },
  );
  strip(launch);
  lookedBeforeCleaning(launch, []);
  log.wait(3600);
  clean(
    launch,
    slotsOf(
      launch,
      "block",
      "crankshaft",
      "rod",
      "gudgeon-pin",
      "rod-shell",
      "main-shell",
      "rod-bolt",
      "oil-jet",
      "oil-pump",
      "camshaft",
      "tappet",
      "injector",
      "thrust-washer",
      "liner",
      "cylinder-head",
      "water-pump",
      "flywheel",
      "piston",
      "sump",
      "front-case",
      "injection-pump",
      "oil-cooler",
    ),
    "solvent",
  );
  for (const slot of pack.pack.slots) proveClear(launch, slot.id);
  for (const slot of slotsOf(launch, "block", "cylinder-head"))
    log.add("crack-checked", {
      part: partOf(launch, slot),
      method: "dye",
      zones: [],
      when: "before-machining",
      found: "nothing",
      preparation: "hot tank, rinsed and dried",
      by: null,
    });
  for (const slot of slotsOf(launch, "crankshaft", "camshaft"))
    log.add("crack-checked", {
      part: partOf(launch, slot),
      method: "magnetic",
      zones: [],
      when: "before-machining",
      found: "nothing",
      preparation: "hot tank, rinsed and dried",
      by: null,
    });
  log.add("crack-found", {
    part: partOf(launch, "block"),
    line: [
      [300, 226],
      [318, 231],
    ],
    lengthMm: 19,
    method: "dye",
    words: "stud hole to jacket",
  });
  lookedOver(launch);
  for (const sheet of pack.sheets) measure(launch, sheet.id);
  log.wait(86_400);
  for (const choice of assess(pack, log.entries, new Date(log.maker.now()).toISOString()).choices) {
    log.add("decision-made", {
      part: choice.part!.id,
      feature: null,
      disposition: choice.proposal.disposition,
      ways: choice.proposal.ways.map(({ feature, step }) => ({ feature, step })),
      reason: null,
      witness: makeWitness(choice, pack.sha256, [...log.entries]),
    });
  }
  log.add("return-said", { returns: true, words: null });
  log.write("survey-launch-tern");
}

// A dredger that has come back with a noise: new tappets that do not hold their oil, found beside the old ones.
{
  const dredger = openJob({
    seed: 733,
    at: "2026-08-17T08:00:00Z",
    origin: "engine",
    name: "Dredger Sallow",
    engine: { number: "M71-15502", variant: "v-6m-1" },
    application: { kind: "work-boat", words: "Bucket dredger of the river board" },
    hoursWanted: 4000,
    budget: 5200,
    wantedBy: "2026-12-11",
  });
  const { log, pack, partIn } = dredger;
  note(dredger, [
    ["order", "hours-wanted", 4000],
    ["order", "certified", false],
    ["school", "guides", "leave"],
    ["history", "hours-since-new", 8800],
    ["history", "hours-since-overhaul", null],
    ["history", "oil-interval", "often"],
    ["history", "overheated", "never"],
    ["history", "stood", "no"],
    ["history", "drowned", "no"],
    ["history", "earlier-work", "top"],
  ]);
  log.wait(86_400 * 20);
  const tappets = slotsOf(dredger, "tappet");
  const old = new Map(tappets.map((slot) => [slot, partIn.get(slot)!]));
  for (const slot of tappets) {
    const part = log.newId();
    log.add("part-removed", { part: old.get(slot)! });
    log.add("part-tagged", { part, class: "tappet", tag: `TP-${slot.slice(7).toUpperCase()}N`, origin: "supplier" });
    log.add("part-noted", { part, item: "lot", feature: null, value: "TB 31-04" });
    log.add("part-noted", { part, item: "supplier", feature: null, value: "Lower Valley Parts" });
    log.add("part-installed", { part, slot });
    partIn.set(slot, part);
  }
  log.wait(86_400 * 10);
  log.add("handed-over", {
    to: "The river board",
    note: "Top overhaul: valves, guides, tappets new",
    ...asThen,
    witness: makeHandOverWitness(assess(pack, log.entries, new Date(log.maker.now()).toISOString()), [...log.entries]),
  });
  log.wait(86_400 * 62);
  log.add("job-reopened", {
    handOver: log.entries.at(-1)!.id,
    hours: 140,
    why: "Rattles after a night at the quay, since the overhaul",
  });
  note(dredger, [
    ["symptom", "low-oil", false],
    ["test", "oil-pressure", 3.4],
  ]);
  answer(dredger, [
    ["rattle-hours", 1, null, "half a minute, every morning; gone when warm"],
    ["rattle-always", 0],
    ["level-low", 0],
    ["gauge-compared", 0],
  ]);
  // Both sets on the same rig: the old ones, eight thousand hours old, hold three times as long.
  const occasion = openOccasion(log, gauges.watch, null);
  tappets.forEach((slot, at) => {
    const time = (part: string, seconds: number) =>
      log.add("reading-taken", { occasion, part, feature: "leak-down", point: "time", value: seconds, typed: String(seconds), unit: "s" }); // prettier-ignore
    time(old.get(slot)!, 34 + ((at * 7) % 11));
    time(partIn.get(slot)!, 7 + ((at * 5) % 9));
  });
  answer(dredger, [["tappet-leaks-new", 1, null, "twelve of twelve below 16 s; the old ones 34 s and more"]]);
  settle(dredger, [{ cause: "tappets-bad", place: null }]);
  log.add("return-said", { returns: true, words: null });
  log.write("dredger-sallow");
}

// The airship's engine: its plate is of a certified engine, its case of a rig engine, and the cam ring is still unseen.
const airship = openJob({
  seed: 605,
  at: "2026-11-21T10:20:00Z",
  origin: "engine",
  of: larkspire,
  rule: "guarded-acceptance",
  name: "Airship Larkspire",
  engine: { number: "F5C 212", variant: "v-certified" },
  application: { kind: "certified-aircraft", words: "Restored survey airship of the airship trust" },
  hoursWanted: 400,
  budget: 26000,
  wantedBy: "2027-04-30",
});
note(airship, [
  ["application", "installation", "airship"],
  ["application", "approved-data", "manual"],
  ["order", "certified", true],
  ["order", "hours-wanted", 400],
  ["history", "hours-since-new", null],
  ["history", "stored", "dry"],
  ["test", "liquid-lock", 0, "c3"],
  ["test", "liquid-lock", 2, "c4"],
]);
identify(airship, { "case-number": "F5 C 3041", plate: "F5C-212" }, { "flange-studs": "eight" });
airship.log.add("check-noted", { check: "liquid-lock", place: "c3", state: null, value: 0, skipped: null });
airship.log.add("check-noted", { check: "liquid-lock", place: "c4", state: null, value: 2, skipped: null });
airship.log.add("step-ticked", { step: "liquid", how: "done", words: null });
airship.log.write("airship-larkspire");

// The other tram: its bores are worn to one side, and one of them is scored.
const tram2 = openJob({
  seed: 46,
  at: "2026-11-18T06:50:00Z",
  origin: "engine",
  of: pellbrook,
  name: "Hill tram 2",
  engine: { number: "14 K 0392", variant: null },
  application: { kind: "tram", words: "Drive engine of the hill tram" },
  hoursWanted: 2500,
  budget: 3800,
  wantedBy: "2026-12-22",
});
note(tram2, [
  ["school", "tensioners", "leave"],
  ["history", "hours-since-new", 8200],
  ["history", "hours-since-overhaul", 8200],
]);
{
  const { log } = tram2;
  const gaugeUsed = boreGauge(5, 50, 100);
  const occasion = openOccasion(log, gaugeUsed, ring(76));
  // Heights from the top, thrust and axial; the foot is as the borer left it.
  const worn = [
    [76.094, 76.041, 76.062, 76.033, 76.031, 76.021, 76.009, 76.008],
    [76.071, 76.036, 76.051, 76.029, 76.027, 76.019, 76.01, 76.009],
    [76.121, 76.05, 76.08, 76.038, 76.04, 76.025, 76.011, 76.01],
    [76.066, 76.035, 76.047, 76.027, 76.024, 76.018, 76.007, 76.008],
  ];
  const { points } = pellbrook.sheets.find((sheet) => sheet.id === "cylinder-bore")!.feature;
  worn.forEach((sizes, at) =>
    sizes.forEach((size, index) =>
      log.add("reading-taken", {
        occasion,
        part: partOf(tram2, `cylinder-${at + 1}`),
        feature: "bore",
        point: points[index]!.id,
        value: size,
        typed: size.toFixed(3),
        unit: "mm",
      }),
    ),
  );
  const deep = openOccasion(log, gauges.depth, null);
  [0.004, 0.002, 0.041, 0].forEach((depth, at) =>
    log.add("reading-taken", {
      occasion: deep,
      part: partOf(tram2, `cylinder-${at + 1}`),
      feature: "damage",
      point: "deepest",
      value: depth,
      typed: depth.toFixed(3),
      unit: "mm",
    }),
  );
  // The manual says nothing of ring gaps: they go by the rule of thumb, and one is too tight for it.
  const feeler = openOccasion(log, gauges.feeler, null);
  [
    [0.35, 0.4],
    [0.4, 0.45],
    [0.2, 0.25],
    [0.35, 0.4],
  ].forEach(([goes, stays], at) =>
    log.add("reading-taken", {
      occasion: feeler,
      part: partOf(tram2, `top-ring-${at + 1}`),
      feature: "gap",
      point: "gap",
      value: (goes! + stays!) / 2,
      half: (stays! - goes!) / 2,
      typed: `${goes!.toFixed(2)}/${stays!.toFixed(2)}`,
      unit: "mm",
    }),
  );
}
// A starter of the later engine was at hand, and a cooler element of the newest revision.
tram2.log.add("intake-noted", { section: "order", item: "variant", part: null, place: null, value: "v-v4" });
tram2.log.add("return-said", { returns: true, words: null });
for (const [slot, tag, hours, read] of [
  ["starter", "S-ST", 1900, { module: "m-20", "degree-plate": "from-rear", window: "clear" }],
  ["cooler-element", "S-CE", 600, { element: "r3" }],
] as const) {
  const part = fromDonor(tram2, slot, tag, read, "shelf");
  tram2.log.add("intake-noted", { section: "history", item: "hours-since-new", part, place: null, value: hours });
  tram2.log.add("part-picked", { slot, part, why: null });
}
tram2.log.add("attribute-read", {
  part: partOf(tram2, "balance-shaft"),
  attribute: "teeth-off",
  value: 0,
  how: "counted",
  words: null,
});
// The bottom end is worn and still good; all that is judged by eye was looked over. What becomes of it is to be decided.
readSheet(tram2, "crankshaft-journal", gauges.mic25, [
  [49.979, 49.977],
  [49.977, 49.975],
  [49.978, 49.976],
]);
readSheet(tram2, "balance-shaft-journal", gauges.mic25, [[29.968, 29.966]]);
readSheet(tram2, "timing-chain-stretch", gauges.chain, [[191.7, 191.6, 191.8]]);
lookedOver(tram2);
tram2.log.add("intake-noted", { section: "order", item: "chance-wanted", part: null, place: null, value: 68 });
tram2.log.add("intake-noted", { section: "order", item: "day-rate", part: null, place: null, value: 40 });
tram2.log.add("intake-noted", { section: "order", item: "redo-borne-by", part: null, place: null, value: "shop" });
tram2.log.add("intake-noted", { section: "order", item: "idle-borne-by", part: null, place: null, value: "owner" });
tram2.log.write("hill-tram-2");

// The hill tram's drive engine, just arrived: nothing is asked yet but its number.
const tram1 = openJob({
  seed: 44,
  at: "2026-11-24T06:50:00Z",
  origin: "engine",
  of: pellbrook,
  name: "Hill tram 1",
  engine: { number: null, variant: null },
  application: { kind: null, words: null },
  hoursWanted: null,
  budget: null,
  wantedBy: null,
});
identify(tram1, { "works-number": "2 11 L 0417" }, {});
tram1.log.write("hill-tram-1");

/** As it is typed; a gap that lies between two blades is two. */
type Figure = number | string;

/** Reads one sheet by hand, row by row; of points alike one figure is enough. */
function readSheet(job: Opened, sheetId: string, used: Gauge, rows: readonly (readonly Figure[] | Figure)[]): void {
  const sheet = job.pack.sheets.find((each) => each.id === sheetId)!;
  const occasion = openOccasion(job.log, used, null);
  const unit = unitById(sheet.feature.unit)!;
  rows.forEach((values, at) => {
    const row = sheet.rows[at]!;
    const of = typeof values === "object" ? values : [values];
    sheet.feature.points.forEach((point, index) => {
      const typed = of[index] ?? of.at(-1)!;
      const read = parseReading(String(typed), unit.dimension, unit);
      if (!read.ok) throw new Error(`${sheetId}: ${typed}`);
      const question = questionReading(read.value.value, sheet.feature, point.id);
      job.log.add("reading-taken", {
        occasion,
        part: partOf(job, row.slot.id),
        feature: row.at.id,
        point: point.id,
        ...read.value,
        ...(question ? { kept: question.code } : {}),
      });
    });
  });
}

/** Notes what is known of some parts, the same of each. */
const known = (
  job: Opened,
  slots: readonly string[],
  item: PartItem,
  value: string | number,
  feature: string | null = null,
) => {
  for (const slot of slots) job.log.add("part-noted", { part: partOf(job, slot), item, feature, value });
};

// The rescue station's hovercraft: a housing that has shrunk, chrome gone at a plug, and used plates it may stand on.
const heron = openJob({
  seed: 51,
  at: "2026-11-16T07:40:00Z",
  origin: "engine",
  of: windrow,
  name: "Rescue hovercraft Heron",
  engine: { number: "R2 81 1312", variant: null },
  application: { kind: null, words: null },
  hoursWanted: 500,
  budget: 5200,
  wantedBy: "2026-12-18",
});
identify(heron, { "engine-number": "R2 81 1312" }, { "seal-width": "three", chamber: "deep" });
note(heron, [
  ["application", "intent", "rescue"],
  ["order", "variant", "v-r2-i"],
  ["history", "hours-since-new", 640],
  ["history", "overheated", "once"],
  ["history", "salt", "never"],
  ["school", "housing-surface", "coat"],
  ["symptom", "white-smoke", true],
]);
heron.log.add("check-noted", { check: "turns", place: null, state: "stiff", value: null, skipped: null });
heron.log.add("check-noted", { check: "end-play", place: null, state: null, value: 0.07, skipped: null });
heron.log.add("check-noted", { check: "bolt-torque", place: null, state: "tight", value: null, skipped: null });
strip(heron);
const heronSeen: readonly Seen[] = [
  ["rotor-housing-1", "chrome", "gone", "plugs"],
  ["rotor-housing-2", "chrome", "bright", "exhaust"],
  ["rotor-housing-2", "corrosion", "trace", "water"],
  ["rotor-1", "carbon", "severe", "side-1"],
  ["apex-seals-1", "edge", "worn-hollow", "edge"],
  ["apex-seals-2", "edge", "glazed", "edge"],
];
see(heron, heronSeen);
clean(heron, ["front-plate", "middle-plate", "rear-plate", "rotor-2", "rotor-housing-2"], "solvent");
known(heron, ["rotor-1", "rotor-2", "apex-seals-1", "apex-seals-2"], "series", "series-1");
known(heron, ["rotor-1", "rotor-2"], "number", "WR-2041-B");
known(heron, ["rotor-housing-1"], "own-size", 80.004, "width");
known(heron, ["rotor-housing-2"], "own-size", 80.001, "width");
readSheet(heron, "rotor-housing-width", gauges.mic75, [
  [79.902, 79.962, 79.995, 79.999],
  [79.972, 79.986, 79.996, 79.998],
]);
readSheet(heron, "rotor-housing-face", gauges.depth, [0.042, 0.03, 0.012, 0.018]);
readSheet(heron, "rotor-apex-slot", gauges.pins, [
  [3.04, 3.05, 3.04],
  [3.03, 3.04, 3.03],
]);
readSheet(heron, "rotor-land", gauges.depth, [0.06, 0.04]);
readSheet(heron, "rotor-width", gauges.mic75, [
  [79.878, 79.876],
  [79.88, 79.879],
]);
readSheet(heron, "side-plate-step", gauges.depth, [
  [0.062, 0.02],
  [0.118, 0.03],
  [0.055, 0.02],
]);
readSheet(heron, "eccentric-shaft-rotor-journal", gauges.mic50, [73.986, 73.984]);
readSheet(heron, "eccentric-shaft-run-out", gauges.dial, [0.012]);
{
  // A box from the supplier, opened today: housings that are measured before any is fitted, and a pump of the old stock.
  const { log } = heron;
  const boxed = (of: string, tag: string, noted: readonly (readonly [PartItem, string])[]) => {
    const part = log.newId();
    log.add("part-tagged", { part, class: of, tag, origin: "supplier" });
    for (const [item, value] of noted) log.add("part-noted", { part, item, feature: null, value });
    return part;
  };
  const fresh = boxed("rotor-housing", "RH-N1", [
    ["lot", "4407"],
    ["supplier", "Marsh Rotary"],
    ["meant-for", "rotor-housing-1"],
  ]);
  boxed("oil-pump", "OP-N1", [
    ["number", "WR-1180-A"],
    ["supplier", "Marsh Rotary"],
    ["meant-for", "oil-pump"],
  ]);
  const occasion = log.newId();
  log.add("occasion-opened", {
    occasion,
    phase: "as-received",
    gauge: gauges.mic75,
    master: null,
    temperatures: { partC: 20.6, gaugeC: 20.6, masterC: null, standardK: 0.5 },
  });
  log.add("part-noted", { part: fresh, item: "own-size", feature: "width", value: 80.002 });
  for (const [point, value] of [
    ["plug", 80.002],
    ["exhaust", 80.001],
    ["intake", 80.003],
    ["opposite", 80.002],
  ] as const)
    log.add("reading-taken", {
      occasion,
      part: fresh,
      feature: "width",
      point,
      value,
      typed: value.toFixed(3),
      unit: "mm",
    });
}
heron.log.write("hovercraft-heron");

// The ice survey's sled: a top end that seized once, on the measuring bench.
const sled = openJob({
  seed: 52,
  at: "2026-11-19T08:10:00Z",
  origin: "engine",
  of: tarnwick,
  name: "Ice survey sled 2",
  engine: { number: "2T A 17204", variant: null },
  application: { kind: null, words: null },
  hoursWanted: 120,
  budget: 1800,
  wantedBy: "2027-01-08",
});
identify(sled, { "case-number": "2T A 17204" }, { valves: "no" });
note(sled, [
  ["application", "intent", "survey"],
  ["order", "variant", "v-2t"],
  ["history", "hours-since-new", 310],
  ["history", "raced", "never"],
  ["history", "seized", "once"],
  ["history", "mix", "pump"],
  ["school", "top-end", "together"],
  ["symptom", "lean", true],
]);
sled.log.add("check-noted", { check: "case-leak", place: null, state: null, value: 9000, skipped: null });
sled.log.add("check-noted", { check: "gears-shift", place: null, state: "jumps", value: null, skipped: null });
sled.log.add("check-noted", { check: "clutch-drag", place: null, state: "slips", value: null, skipped: null });
strip(sled);
see(sled, [
  ["cylinder-1", "plating", "scored", "bore"],
  ["cylinder-2", "plating", "polished", "bore"],
  ["piston-1", "seizure", "severe", "skirt-exhaust"],
  ["piston-2", "carbon", "moderate", "crown"],
  ["petals-1", "petal", "chipped", "tips"],
  ["drive-gear-2", "dogs", "rounded", "dogs"],
  ["fork-1", "bent", "seen", "arm"],
  ["friction-3", "glazed", "glazed", "faces"],
]);
clean(sled, ["cylinder-1", "cylinder-2", "crankshaft"], "solvent");
sled.log.add("crack-checked", {
  part: partOf(sled, "crankshaft"),
  method: "magnetic",
  zones: [],
  when: "before-machining",
  found: "nothing",
  preparation: "washed, oil out of the big ends",
  by: "Demo test house",
});
readSheet(sled, "crankshaft-side", gauges.feeler, ["0.40/0.45", "0.45/0.50"]);
readSheet(sled, "crankshaft-play", gauges.dial, [0.022, 0.031]);
readSheet(sled, "crankshaft-run-out", gauges.dial, [[0.018, 0.026]]);
readSheet(sled, "piston-skirt", gauges.mic50, [59.902, 59.921]);
readSheet(sled, "friction-plate-thickness", gauges.mic0, [2.86, 2.84, 2.7, 2.85, 2.88]);
sled.log.write("ice-sled-2");

// The shelf: what past jobs had over, with what was measured and seen of it then.
{
  const shelf = new Log(61, "2026-11-18T15:00:00Z", "Demo shop");
  const lay = (
    from: Opened,
    name: string,
    slot: string,
    lies: string,
    against: readonly (readonly [string, string])[] = [],
  ) => {
    const part = partOf(from, slot);
    const along = takeAlong(part, standingEntries(from.log.entries));
    if (along.kind !== "all") throw new Error(`${slot}: too much is known of it`);
    const { class: of, label } = from.pack.slots.get(slot)!;
    shelf.wait(600);
    shelf.add("shelf-laid", {
      part,
      class: of,
      tag: `${from.pack.classes.get(of)!.tag}-${label.toUpperCase()}`,
      pack: { id: from.pack.pack.id, revision: from.pack.pack.revision, sha256: from.pack.sha256 },
      number: null,
      series: null,
      revision: null,
      from: { job: from.log.maker.stream, name },
      lies,
      entries: [...along.entries],
      against: against.map(([code, said]) => ({ code, said })),
    });
  };
  lay(launch, "Survey launch Tern", "liner-2", "rack 3, upper");
  lay(launch, "Survey launch Tern", "rod-4", "rack 3, lower", [
    ["known-asks", "From an engine that broke a rod: straightness and cracks before anything else."],
  ]);
  lay(airship, "Airship Larkspire", "cylinder-2", "cabinet A, certified");
  lay(tram2, "Hill tram 2", "balance-shaft", "drawer 12");
  shelf.write("shelf");
}
