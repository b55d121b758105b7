import type { Gauge } from "../entry/schema";
import { unitById } from "../quantity/units";

/** What is not known of a gauge, and is taken for it. */
export type Assumed = "scatter" | "certificate";

/** A gauge with figures for all that counts, and which of them are nobody's but the usual ones. */
export interface GaugeFigures {
  /** Standard deviation of repeats, in the gauge's core unit. */
  readonly repeatability: number;
  readonly repeatabilityDegrees: number | undefined;
  /** Standard uncertainty of what it shows. */
  readonly calibration: number;
  /** The calibration that all its readings share. */
  readonly calibratedOn: string;
  readonly assumed: readonly Assumed[];
}

/**
 * What a gauge of its kind is usually good for where nobody knows its own: wide, so that knowing always makes it
 * narrower. Lengths in mm; of other kinds a share of the top of its range. Common practice, no source.
 */
const usual = {
  direct: { scatterMm: 0.004, certificateMm: 0.01 },
  comparator: { scatterMm: 0.003, certificateMm: 0.008 },
  otherwise: { scatterShare: 0.01, certificateShare: 0.02 },
} as const;

/** How well the usual scatter is known: as though from six readings. */
const usualDegrees = 5;

/**
 * The figures of a gauge, with the usual ones of its kind for what is not known of it.
 *
 * @returns  in core units: mm for lengths, SI otherwise
 * @example  figuresOf({ id: "m", name: "M", quantities: ["d"], unit: "mm", range: [0, 25], method: "direct", resolution: 0.001, repeatability: null, calibration: null, scaleExpansionPerK: 0 }).repeatability // 0.004
 */
export function figuresOf(gauge: Gauge): GaugeFigures {
  const { resolution, range, method } = gauge;
  const top = Math.max(Math.abs(range[0]), Math.abs(range[1]));
  const isLength = unitById(gauge.unit)?.dimension === "length";
  const [scatter, certificate] = isLength
    ? [usual[method].scatterMm, usual[method].certificateMm]
    : [usual.otherwise.scatterShare * top, usual.otherwise.certificateShare * top];
  return {
    repeatability: gauge.repeatability ?? Math.max(2 * resolution, scatter),
    repeatabilityDegrees: gauge.repeatability === null ? usualDegrees : gauge.repeatabilityDegrees,
    calibration: gauge.calibration
      ? gauge.calibration.expanded / gauge.calibration.k
      : Math.max(2 * resolution, certificate) / 2,
    calibratedOn: gauge.calibration?.on ?? "unknown",
    assumed: [
      ...(gauge.repeatability === null ? (["scatter"] as const) : []),
      ...(gauge.calibration === null ? (["certificate"] as const) : []),
    ],
  };
}
