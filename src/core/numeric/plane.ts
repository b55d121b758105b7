/** A point of the plane. */
export type Spot = readonly [x: number, y: number];

const cross = ([ax, ay]: Spot, [bx, by]: Spot, [cx, cy]: Spot) => (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

/**
 * Distance of two points, in their unit.
 *
 * @source   Pythagoras
 * @example distance([0, 0], [3, 4]) // 5
 */
export const distance = ([ax, ay]: Spot, [bx, by]: Spot): number => Math.hypot(bx - ax, by - ay);

/**
 * Area enclosed by corners in order, never negative.
 *
 * @param corners  three or more, in order
 * @returns        in the square of their unit
 * @source shoelace formula
 * @example polygonArea([[0, 0], [2, 0], [2, 3], [0, 3]]) // 6
 */
export function polygonArea(corners: readonly Spot[]): number {
  let twice = 0;
  corners.forEach(([x, y], at) => {
    const [nextX, nextY] = corners[(at + 1) % corners.length]!;
    twice += x * nextY - nextX * y;
  });
  return Math.abs(twice) / 2;
}

const onSegment = (a: Spot, b: Spot, p: Spot) =>
  Math.min(a[0], b[0]) <= p[0] &&
  p[0] <= Math.max(a[0], b[0]) &&
  Math.min(a[1], b[1]) <= p[1] &&
  p[1] <= Math.max(a[1], b[1]);

/**
 * Whether two segments have a point in common, ends included.
 *
 * @example segmentsMeet([0, 0], [2, 2], [0, 2], [2, 0]) // true
 */
export function segmentsMeet(a: Spot, b: Spot, c: Spot, d: Spot): boolean {
  const [d1, d2, d3, d4] = [cross(a, b, c), cross(a, b, d), cross(c, d, a), cross(c, d, b)];
  if (d1 * d2 < 0 && d3 * d4 < 0) return true;
  return (
    (d1 === 0 && onSegment(a, b, c)) ||
    (d2 === 0 && onSegment(a, b, d)) ||
    (d3 === 0 && onSegment(c, d, a)) ||
    (d4 === 0 && onSegment(c, d, b))
  );
}

/**
 * Whether an outline crosses itself: then it has no one area.
 *
 * @param corners  in order; the last is joined to the first
 * @example crossesItself([[0, 0], [2, 2], [2, 0], [0, 2]]) // true
 */
export function crossesItself(corners: readonly Spot[]): boolean {
  const count = corners.length;
  for (let at = 0; at < count; at += 1) {
    for (let other = at + 1; other < count; other += 1) {
      const areNeighbours = other === at + 1 || (at === 0 && other === count - 1);
      if (
        !areNeighbours &&
        segmentsMeet(corners[at]!, corners[(at + 1) % count]!, corners[other]!, corners[(other + 1) % count]!)
      )
        return true;
    }
  }
  return false;
}

/**
 * Whether a point lies in a polygon.
 *
 * @source even-odd rule
 * @example isInside([[0, 0], [2, 0], [2, 2], [0, 2]], [1, 1]) // true
 */
export function isInside(polygon: readonly Spot[], [x, y]: Spot): boolean {
  let inside = false;
  polygon.forEach(([ax, ay], at) => {
    const [bx, by] = polygon[(at + 1) % polygon.length]!;
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  });
  return inside;
}

/**
 * Whether any part of a line of segments lies in a polygon or on its edge.
 *
 * @example lineTouches([[0, 0], [2, 0], [2, 2], [0, 2]], [[-1, 1], [3, 1]]) // true
 */
export function lineTouches(polygon: readonly Spot[], line: readonly Spot[]): boolean {
  if (line.some((spot) => isInside(polygon, spot))) return true;
  return line
    .slice(1)
    .some((end, at) =>
      polygon.some((corner, each) => segmentsMeet(line[at]!, end, corner, polygon[(each + 1) % polygon.length]!)),
    );
}

/**
 * Length of a line of segments, in the unit of its points.
 *
 * @example lineLength([[0, 0], [3, 4], [3, 5]]) // 6
 */
export const lineLength = (line: readonly Spot[]): number =>
  line.slice(1).reduce((sum, end, at) => sum + distance(line[at]!, end), 0);
