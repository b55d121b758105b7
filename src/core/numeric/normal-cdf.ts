import erfc from "@stdlib/math-base-special-erfc";

/**
 * Probability that a standard normal variable is at most z.
 *
 * @param z  any number, infinite included
 * @returns  0 to 1
 * @source   Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.22 and 26.2 (from memory); erfc by @stdlib
 * @example  normalCdf(0) // 0.5
 */
export const normalCdf = (z: number): number => erfc(-z / Math.SQRT2) / 2;
