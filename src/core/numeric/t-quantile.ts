import quantile from "@stdlib/stats-base-dists-t-quantile";

/**
 * The value below which a Student t variable lies with a probability.
 *
 * @param probability  0 to 1
 * @param degrees      degrees of freedom, above 0
 * @source   Student's t distribution; computed by @stdlib
 * @example  tQuantile(0.975, Infinity) // 1.96
 */
export const tQuantile = (probability: number, degrees: number): number =>
  quantile(probability, Math.min(degrees, 1e9));
