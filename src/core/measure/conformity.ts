import type { DecisionRule } from "../entry/schema";
import { normalCdf } from "../numeric/normal-cdf";
import { tCdf, tQuantile } from "../numeric/student-t";
import { effectiveDegrees, standardUncertainty, type Estimate } from "../quantity/estimate";

/** Coverage of every expanded uncertainty shown: two standard deviations of a normal distribution. */
const coverage = 0.9545;

/** Coverage factor where everything is known well: the repeatability of a gauge is pooled over many readings. */
export const coverageFactor = 2;

/**
 * Coverage factor for 95.45 %: 2 where all sources are known well, more where what dominates is known from few readings.
 *
 * @returns  2 or more
 * @source  JCGM 100:2008, G.4 (from memory)
 * @example coverageOf(estimate(1, [["a", 0.1]])) // 2
 */
export function coverageOf(of: Estimate): number {
  const degrees = effectiveDegrees(of);
  return degrees === Infinity ? coverageFactor : tQuantile((1 + coverage) / 2, degrees);
}

/**
 * U = k u.
 *
 * @returns  U in the value's unit, for 95.45 %
 * @source   JCGM 100:2008, 6.2 (from memory)
 * @example expandedUncertainty(estimate(1, [["a", 0.1]])) // 0.2
 */
export const expandedUncertainty = (of: Estimate): number => coverageOf(of) * standardUncertainty(of);

export const marks = ["inside", "inside-within-u", "outside-within-u", "outside"] as const;
export type Mark = (typeof marks)[number];

export interface Bounds {
  readonly min?: number | undefined;
  readonly max?: number | undefined;
}

export interface Conformity {
  readonly mark: Mark;
  /** Probability that the true value lies within the bounds. */
  readonly probability: number;
  /** The bound that is nearest to being broken, or broken furthest. */
  readonly bound: "min" | "max";
  readonly limit: number;
  /** How far inside that bound the value lies; negative outside. */
  readonly margin: number;
  readonly expanded: number;
}

/**
 * Probability that the true value lies within the bounds, for a normal distribution about the estimate, or Student's where
 * it is known from few readings; truncated at zero for a quantity that cannot be negative.
 *
 * @param of           in any unit; no uncertainty is taken as exact
 * @param nonNegative  the quantity cannot be below zero
 * @returns            0 to 1
 * @source  JCGM 106:2012, 7.2 and 7.3 (from memory)
 * @example probabilityWithin(estimate(0, [["a", 1]]), { max: 0 }) // 0.5
 */
export function probabilityWithin(
  of: Estimate,
  { min = -Infinity, max = Infinity }: Bounds,
  nonNegative = false,
): number {
  const u = standardUncertainty(of);
  if (u === 0) return clean(of.value - min, min) >= 0 && clean(max - of.value, max) >= 0 ? 1 : 0;
  const degrees = effectiveDegrees(of);
  // By the same distribution as U: Student's where what dominates is known from few readings.
  const below = (x: number) => {
    const away = (x - of.value) / u;
    return degrees === Infinity || !Number.isFinite(away) ? normalCdf(away) : tCdf(away, degrees);
  };
  const floor = nonNegative ? 0 : -Infinity;
  const possible = 1 - below(floor);
  // All of the distribution below zero: the reading contradicts the quantity, and the nearest possible value is zero.
  if (possible <= 0) return min <= 0 && max >= 0 ? 1 : 0;
  return Math.max(0, below(Math.max(max, floor)) - below(Math.max(min, floor))) / possible;
}

/**
 * One of four answers: clearly inside, inside but within U of the limit, outside but within U, clearly outside.
 * A value on the limit is inside.
 *
 * @param of           in any unit
 * @param bounds       in the same unit; where both are given the nearer one speaks
 * @param nonNegative  the quantity cannot be below zero
 * @returns            mark, probability of being inside, and the signed margin to the nearer bound
 * @source  ISO 14253-1 and JCGM 106:2012, 8 (from memory): guard band g = U
 * @example conformity(estimate(5, [["a", 1]]), { max: 8 }).mark // "inside"
 */
export function conformity(of: Estimate, bounds: Bounds, nonNegative = false): Conformity {
  const expanded = expandedUncertainty(of);
  const sides: { bound: "min" | "max"; limit: number; margin: number }[] = [];
  if (bounds.max !== undefined)
    sides.push({ bound: "max", limit: bounds.max, margin: clean(bounds.max - of.value, bounds.max) });
  if (bounds.min !== undefined)
    sides.push({ bound: "min", limit: bounds.min, margin: clean(of.value - bounds.min, bounds.min) });
  const nearest = sides.reduce((worst, side) => (side.margin < worst.margin ? side : worst));
  const within = Math.abs(nearest.margin) < expanded;
  const mark: Mark =
    nearest.margin >= 0 ? (within ? "inside-within-u" : "inside") : within ? "outside-within-u" : "outside";
  return { ...nearest, mark, probability: probabilityWithin(of, bounds, nonNegative), expanded };
}

/** A difference this small is none: a millionth of a micrometre, and of whatever is limited to less a ten-millionth of that. */
const least = 1e-9;

/**
 * Takes off what binary arithmetic adds, so that 108.100 read on a limit of 108.100 lies on it, and so does a difference of two
 * such sizes on its own small limit.
 */
function clean(difference: number, near: number): number {
  const small = near === 0 ? least : Math.min(least, Math.abs(near) * 1e-7);
  return Math.abs(difference) <= Math.max(small, Math.abs(near) * 1e-12) ? 0 : difference;
}

const acceptedMarks: Readonly<Record<DecisionRule, readonly Mark[]>> = {
  simple: ["inside", "inside-within-u"],
  "guarded-acceptance": ["inside"],
  "guarded-rejection": ["inside", "inside-within-u", "outside-within-u"],
};

/**
 * Whether a decision rule accepts what was found.
 *
 * @source  JCGM 106:2012, 8.2 and 8.3 (from memory)
 * @example accepts("guarded-acceptance", conformity(estimate(7, [["a", 1]]), { max: 8 })) // false
 */
export const accepts = (rule: DecisionRule, { mark }: Conformity): boolean => acceptedMarks[rule].includes(mark);

/** From lenient to strict. */
const strictness: readonly DecisionRule[] = ["guarded-rejection", "simple", "guarded-acceptance"];

/**
 * The stricter of two decision rules; the first where there is no second.
 *
 * @example stricter("simple", "guarded-acceptance") // "guarded-acceptance"
 */
export const stricter = (rule: DecisionRule, atLeast: DecisionRule | undefined): DecisionRule =>
  atLeast !== undefined && strictness.indexOf(atLeast) > strictness.indexOf(rule) ? atLeast : rule;
