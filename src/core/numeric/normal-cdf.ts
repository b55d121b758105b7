import cdf from "@stdlib/stats-base-dists-normal-cdf";

/**
 * Probability that a standard normal variable is at most z.
 *
 * @param z  any number, infinite included
 * @returns  0 to 1
 * @source   Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2 (definition); computed by @stdlib
 * @example  normalCdf(0) // 0.5
 */
export const normalCdf = (z: number): number => cdf(z, 0, 1);
