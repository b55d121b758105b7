import { normalCdf } from "./normal-cdf";

/**
 * How much higher the greatest of some readings is expected to be than the greatest of what they read, each scattered
 * by itself: the more readings lie close together, the more likely one of them is the greatest by chance.
 *
 * @param values     what was read at each point
 * @param deviation  standard deviation of a reading
 * @returns          never below zero; the same for the least of them, downwards
 * @source           E[max] as the integral of 1 - F over the product of normal distributions, by Simpson's rule
 * @example          extremeBias([0, 0], 1) // 0.5642
 */
export function extremeBias(values: readonly number[], deviation: number): number {
  if (values.length < 2 || deviation <= 0) return 0;
  const greatest = Math.max(...values);
  // In units of the deviation, from where nothing can be the greatest to where everything is below.
  const places = values.map((value) => (value - greatest) / deviation).filter((place) => place > -12);
  const below = (x: number) => places.reduce((product, place) => product * normalCdf(x - place), 1);
  const [reach, steps] = [8, 160];
  const width = reach / steps;
  // E[X] = integral of 1 - F above zero, less the integral of F below it.
  const simpson = (of: (x: number) => number) => {
    let sum = of(0) + of(reach);
    for (let at = 1; at < steps; at += 1) sum += of(at * width) * (at % 2 === 1 ? 4 : 2);
    return (sum * width) / 3;
  };
  return Math.max(0, deviation * (simpson((x) => 1 - below(x)) - simpson((x) => below(-x))));
}
