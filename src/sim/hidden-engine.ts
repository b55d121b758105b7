import { hashText, seeded } from "@/core/numeric/seeded";
import type { Row } from "@/core/pack/compile-pack";

/** What an engine of the demo really measures, which nobody in the shop knows. */
export interface HiddenEngine {
  /** Stamped number: what the engine is found by. */
  readonly number: string;
  /** Share of the wear between new and limit that its parts have on average. */
  readonly wear: number;
  /** True sizes in core units, lengths at 20 °C, by row, in the order of the feature's points; where the story says so. */
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
  const nominal = feature.points[at]?.nominal;
  const whole = seeded(hashText(`${engine.number} ${row.id}`));
  const own = seeded(hashText(`${engine.number} ${row.id} ${point}`));
  // Where limits are of something else than the readings, wear is a few hundredths of what a new part reads.
  if (nominal !== undefined)
    return (
      nominal *
      (1 +
        (feature.wearsTowards === "larger" ? 1 : -1) * 0.02 * engine.wear * (0.5 + whole.next()) +
        0.001 * own.normal())
    );
  // What a form is fitted to lies about zero, and so does a count of faults.
  if ("fit" in feature.governing.expr) return 0.12 * (reassembly?.max ?? 0) * own.normal();
  const low = fresh?.min ?? 0;
  const high = fresh?.max ?? 0;
  const start = low + (high - low) * (0.2 + 0.6 * whole.next());
  const stop = feature.wearsTowards === "larger" ? reassembly?.max : reassembly?.min;
  // Where nothing wears away there is nothing to see: a depth of damage, a face that has not moved.
  if (stop === undefined || fresh === undefined || high === 0) return start;
  const way = stop - (feature.wearsTowards === "larger" ? high : low);
  return (
    start +
    way * engine.wear * (0.5 + 0.8 * whole.next()) * falloff(at, feature.points.length) +
    (high - low) * 0.05 * own.normal()
  );
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
    // Its joint face has bowed where the seat cracked.
    "head-rear/flatness": [
      0, 0.066, 0.118, 0.071, 0.004, 0.002, 0.07, 0.121, 0.069, 0.001, 0, 0.064, 0.116, 0.068, 0.003,
    ],
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
    // Eaten from the water side, worst where it shakes most.
    "liner-1/pits": [0.22],
    "liner-2/pits": [0.35],
    "liner-3/pits": [1.12],
    "liner-4/pits": [0.61],
    "liner-5/pits": [1.74],
    "liner-6/pits": [0.18],
    "liner-4/protrusion": [0.049, 0.051, 0.048, 0.052],
    // The lobe over cylinder 5 ran dry with the rest of its bay.
    "camshaft/lobe-l5e": [1.07, 3.17, 5.36, 6.23, 5.35, 3.15, 1.06],
    // An ellipse of 0.012, its centre 0.034 off.
    "flywheel/pilot": [0.036, 0.034, 0.023, 0.005, -0.013, -0.025, -0.03, -0.032, -0.028, -0.013, 0.009, 0.028],
    // Bowed away from station 5.
    "camshaft/run-out": [
      0.002, 0, -0.002, 0, 0.013, 0.007, -0.012, -0.008, 0.015, 0.009, -0.016, -0.009, 0.001, -0.001, 0, 0.001,
    ],
  },
};

const tern: HiddenEngine = {
  number: "M66-09120",
  wear: 0.22,
  sizes: { "liner-2/bore": [108.114, 108.106, 108.1, 108.094, 108.083, 108.078], "crankshaft/damage-j3": [0.003] },
};
const drainagePump: HiddenEngine = { number: "S-0311", wear: 0.45, sizes: {} };

/** The engines of the demo by their number. */
export const hiddenEngines: ReadonlyMap<string, HiddenEngine> = new Map(
  [marigold, tern, drainagePump].map((engine) => [engine.number, engine]),
);
