import { tQuantile } from "../numeric/t-quantile";

/** Coverage of every expanded uncertainty: two standard deviations of a normal distribution. */
const coverage = 0.9545;

/**
 * Coverage factor for a mean whose scatter is known from a few repeats only: a Student t quantile, far above 2.
 *
 * @param repeats  n, at least 2
 * @source  JCGM 100:2008, G.3 (from memory)
 * @example  coverageForRepeats(3) // 4.53
 */
export const coverageForRepeats = (repeats: number): number => tQuantile((1 + coverage) / 2, repeats - 1);

export interface OwnScatter {
  readonly repeats: number;
  /** Sample standard deviation of the repeats. */
  readonly deviation: number;
  readonly coverage: number;
  /** U of their mean if nothing but these repeats were known. */
  readonly expanded: number;
  /** Scatter so far beyond the gauge's pooled repeatability that chance alone explains it in one case of a hundred or fewer. */
  readonly exceedsPooled: boolean;
}

/** 99th percentiles of chi-squared over its degrees of freedom, for 1 to 9 degrees. Abramowitz and Stegun, table 26.8 (from memory). */
const chiSquaredOver = [6.635, 4.605, 3.782, 3.319, 3.017, 2.802, 2.639, 2.511, 2.407];

/**
 * What a few repeats of one point say of their own scatter, beside the repeatability pooled for the gauge. Null for
 * fewer than two.
 *
 * @param values  repeats of one point in one occasion
 * @param pooled  the gauge's repeatability, as a standard deviation
 */
export function ownScatter(values: readonly number[], pooled: number): OwnScatter | null {
  const repeats = values.length;
  if (repeats < 2) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / repeats;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (repeats - 1);
  const bound = chiSquaredOver[Math.min(repeats - 1, chiSquaredOver.length) - 1]!;
  const factor = coverageForRepeats(repeats);
  return {
    repeats,
    deviation: Math.sqrt(variance),
    coverage: factor,
    expanded: (factor * Math.sqrt(variance)) / Math.sqrt(repeats),
    exceedsPooled: variance > bound * pooled ** 2,
  };
}
