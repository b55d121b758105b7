import type { Fitted } from "./linear-fit";
import { zoneWidth } from "./zone";

/** A height over a place of the plane. */
export type Height = readonly [x: number, y: number, z: number];

/**
 * The least vertical distance between two parallel planes that hold all heights between them.
 *
 * @returns  the distance with how it follows each height; null for fewer than three points, or all in one line
 * @source   the dual of Chebyshev's approximation, as a linear program
 */
export function minimumZone(heights: readonly Height[]): Fitted | null {
  if (heights.length < 3 || !spansPlane(heights)) return null;
  const near = (axis: 0 | 1) => {
    const values = heights.map((height) => height[axis]);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    return values.map((value) => (value - (low + high) / 2) / ((high - low) / 2 || 1));
  };
  const [xs, ys] = [near(0), near(1)];
  return zoneWidth(heights.map((_, at) => [1, xs[at]!, ys[at]!]), heights.map(([, , z]) => z)); // prettier-ignore
}

/**
 * Whether places do not all lie in one line.
 *
 * @returns  false for points on one line: nothing can be said of their flatness
 */
export function spansPlane(heights: readonly Height[]): boolean {
  const [first] = heights;
  if (!first) return false;
  const reach = Math.max(...heights.map(([x, y]) => Math.hypot(x - first[0], y - first[1])));
  const far = heights.find(([x, y]) => Math.hypot(x - first[0], y - first[1]) === reach)!;
  return heights.some(
    ([x, y]) =>
      Math.abs((far[0] - first[0]) * (y - first[1]) - (far[1] - first[1]) * (x - first[0])) > 1e-9 * reach * reach,
  );
}
