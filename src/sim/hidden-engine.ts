import { hashText, seeded } from "@/core/numeric/seeded";
import type { Row } from "@/core/pack/compile-pack";

/** What an engine of the demo really measures, which nobody in the shop knows. */
export interface HiddenEngine {
  /** Stamped number: what the engine is found by. */
  readonly number: string;
  /** Share of the wear between new and limit that its parts have on average. */
  readonly wear: number;
  /** True sizes in mm at 20 °C, by row, in the order of the feature's points; where the story says so. */
  readonly sizes: Readonly<Record<string, readonly number[]>>;
}

/** Wear falls off from the first point to the last: bores wear at the top, journals where the load is. */
const falloff = (at: number, count: number) => 1 - (0.7 * at) / Math.max(1, count);

/**
 * The true size of one point of one row: from the story where it has one, otherwise worn in a plausible way that is
 * always the same for the same engine.
 */
export function hiddenSize(engine: HiddenEngine, row: Row, point: string): number {
  const { feature } = row.at;
  const at = feature.points.findIndex((each) => each.id === point);
  const told = engine.sizes[row.id]?.[at];
  if (told !== undefined) return told;
  const { new: fresh, reassembly } = feature.governing.limits;
  const whole = seeded(hashText(`${engine.number} ${row.id}`));
  const own = seeded(hashText(`${engine.number} ${row.id} ${point}`));
  const low = fresh?.min ?? 0;
  const high = fresh?.max ?? 0;
  const start = low + (high - low) * (0.2 + 0.6 * whole.next());
  const stop = feature.wearsTowards === "larger" ? reassembly?.max : reassembly?.min;
  // Where nothing wears away there is nothing to see: a depth of damage, a face that has not moved.
  if (stop === undefined || fresh === undefined || high === 0) return start;
  const way = stop - (feature.wearsTowards === "larger" ? high : low);
  return start + way * engine.wear * (0.5 + 0.8 * whole.next()) * falloff(at, feature.points.length) + (high - low) * 0.05 * own.normal();
}

const bores = {
  "liner-1/bore": [108.041, 108.033, 108.03, 108.026, 108.021, 108.02],
  "liner-2/bore": [108.046, 108.036, 108.033, 108.029, 108.024, 108.022],
  "liner-3/bore": [108.097, 108.078, 108.071, 108.06, 108.046, 108.041],
  "liner-4/bore": [108.052, 108.043, 108.04, 108.035, 108.03, 108.027],
  "liner-5/bore": [108.071, 108.058, 108.05, 108.044, 108.036, 108.033],
  "liner-6/bore": [108.049, 108.04, 108.036, 108.031, 108.027, 108.025],
};

const bigEnds = {
  "crankshaft/big-end-j1": [70.986, 70.983, 70.984, 70.981],
  "crankshaft/big-end-j2": [70.984, 70.98, 70.983, 70.979],
  "crankshaft/big-end-j3": [70.985, 70.981, 70.982, 70.978],
  "crankshaft/big-end-j4": [70.978, 70.972, 70.976, 70.97],
  "crankshaft/big-end-j5": [70.902, 70.871, 70.911, 70.88],
  "crankshaft/big-end-j6": [70.983, 70.979, 70.984, 70.98],
};

/**
 * The ferry's engine: oil jet 5 taps the drilling of main 5, which also feeds big-end 5. Its cracked pipe starved
 * both: big-end 5 wiped, main 5 streaked, piston 5 hot. Everything made up.
 */
const marigold: HiddenEngine = {
  number: "M74-21877",
  wear: 0.28,
  sizes: {
    ...bores,
    ...bigEnds,
    "crankshaft/damage-j4": [0.004],
    "crankshaft/damage-j5": [0.06],
    "crankshaft/main-m5": [83.966, 83.961, 83.968, 83.963],
    "crankshaft/main-damage-m5": [0.008],
    "crankshaft/run-out": [0.03],
    "rod-shell-upper-5/wall": [1.902],
    "rod-shell-lower-5/wall": [1.931],
    "rod-shell-upper-4/wall": [1.961],
    "main-shell-upper-5/wall": [2.449],
    "main-shell-lower-5/wall": [2.441],
    "rod-5/big-end": [75.034, 75.004, 75.007],
    "rod-5/bend": [0.04],
    "piston-5/skirt": [107.812],
  },
};

const tern: HiddenEngine = { number: "M66-09120", wear: 0.22, sizes: { "liner-2/bore": [108.114, 108.106, 108.1, 108.094, 108.083, 108.078], "crankshaft/damage-j3": [0.003] } };
const drainagePump: HiddenEngine = { number: "S-0311", wear: 0.45, sizes: {} };

/** The engines of the demo by their number. */
export const hiddenEngines: ReadonlyMap<string, HiddenEngine> = new Map([marigold, tern, drainagePump].map((engine) => [engine.number, engine]));
