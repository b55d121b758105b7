/** Gauss-Legendre nodes and weights on 0 to 1. @source  Abramowitz and Stegun, table 25.4, n = 8 (from memory) */
export const gaussNodes: readonly (readonly [at: number, weight: number])[] = (
  [
    [0.1834346424956498, 0.362683783378362],
    [0.525532409916329, 0.3137066458778873],
    [0.7966664774136267, 0.2223810344533745],
    [0.9602898564975363, 0.1012285362903763],
  ] as const
).flatMap(
  ([x, weight]) =>
    [
      [(1 - x) / 2, weight / 2],
      [(1 + x) / 2, weight / 2],
    ] as const,
);

/**
 * Mean of a function over all figures between two, each as likely as the next, by Gauss-Legendre quadrature on pieces that
 * double: exact enough where it changes fastest near nought.
 *
 * @param from  no larger than `to`, in the unit of what `at` takes
 * @example gaussLegendreMean(0, 2, (age) => age) // 1
 */
export function gaussLegendreMean(from: number, to: number, at: (age: number) => number): number {
  if (to <= from) return at(from);
  // What changes fastest are small figures: pieces that double keep the sum exact there.
  const edges = [from];
  for (let edge = Math.max(from * 2, to / 64); edge < to; edge *= 2) edges.push(edge);
  edges.push(to);
  let sum = 0;
  for (let piece = 1; piece < edges.length; piece += 1) {
    const [low, high] = [edges[piece - 1]!, edges[piece]!];
    for (const [place, weight] of gaussNodes) sum += weight * (high - low) * at(low + place * (high - low));
  }
  return sum / (to - from);
}
