import cdf from "@stdlib/stats-base-dists-t-cdf";

/**
 * Probability that a Student t variable lies below a value.
 *
 * @param degrees  degrees of freedom, above 0
 * @source   Student's t distribution; computed by @stdlib
 * @example  tCdf(0, 5) // 0.5
 */
export const tCdf = (value: number, degrees: number): number => cdf(value, Math.min(degrees, 1e9));
