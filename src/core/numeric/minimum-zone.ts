import { residualRange, solve, type Fitted } from "./linear-fit";

/** A height over a place of the plane. */
export type Height = readonly [x: number, y: number, z: number];

/** A column of the dual problem: a point that the upper (+1) or the lower plane (-1) rests on. */
interface Column {
  readonly point: number;
  readonly side: 1 | -1;
}

const mostExchanges = 5000;

/**
 * The least vertical distance between two parallel planes that hold all heights between them.
 *
 * @returns  the distance with how it follows each height; null for fewer than three points, or all in one line
 * @source   linear programming: the dual of Chebyshev's approximation, solved by exchanging one of the four points that
 *           the planes rest on (revised simplex method, Bland's rule where it stalls)
 */
export function minimumZone(heights: readonly Height[]): Fitted | null {
  const count = heights.length;
  if (count < 3) return null;
  const scaleOf = (axis: 0 | 1 | 2) => {
    const values = heights.map((height) => height[axis]);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    return { middle: (low + high) / 2, half: (high - low) / 2 };
  };
  const [sx, sy, sz] = [scaleOf(0), scaleOf(1), scaleOf(2)];
  if (!spansPlane(heights)) return null;
  // Where all are alike, two of them are still two readings: that they do not differ is known no better than they are.
  if (sz.half === 0) return residualRange(heights.map(([x, y]) => [1, x, y]), heights.map(([, , z]) => z)); // prettier-ignore
  // All in the same range, so that one tolerance fits: a plane through them has coefficients near one.
  const points = heights.map(
    ([x, y, z]) =>
      [1, (x - sx.middle) / (sx.half || 1), (y - sy.middle) / (sy.half || 1), (z - sz.middle) / sz.half] as const,
  );

  const columnOf = ({ point, side }: Column) => [...points[point]!.slice(0, 3).map((value) => side * value), 1];
  const costOf = ({ point, side }: Column) => side * points[point]![3];
  // To begin with the planes rest on nothing real: four columns that cost too much to stay.
  const penalty = -1e6;
  let basis: { columns: number[][]; costs: number[]; of: (Column | null)[] } = {
    columns: [0, 1, 2, 3].map((row) => [0, 1, 2, 3].map((at) => (at === row ? 1 : 0))),
    costs: [penalty, penalty, penalty, penalty],
    of: [null, null, null, null],
  };
  const transpose = (columns: readonly number[][]) => [0, 1, 2, 3].map((row) => columns.map((column) => column[row]!));
  const right = [0, 0, 0, 1];

  for (let exchange = 0; exchange < mostExchanges; exchange += 1) {
    const shares = solve(transpose(basis.columns), right);
    const plane = solve(basis.columns, basis.costs);
    if (!shares || !plane) return null;
    // The point that lies furthest outside the zone as it stands; by number where it has stalled for long.
    let entering: Column | null = null;
    let gain = 1e-10;
    for (let point = 0; point < count; point += 1) {
      const [one, x, y, z] = points[point]!;
      const residual = z - plane[0]! * one - plane[1]! * x - plane[2]! * y;
      for (const side of [1, -1] as const) {
        const outside = side * residual - plane[3]!;
        if (outside > gain) {
          entering = { point, side };
          if (exchange < mostExchanges / 2) gain = outside;
          else break;
        }
      }
      if (entering && exchange >= mostExchanges / 2) break;
    }
    if (!entering) {
      if (basis.of.some((each, at) => each === null && shares[at]! > 1e-9)) return null;
      const partials = heights.map(() => 0);
      basis.of.forEach((each, at) => {
        if (each) partials[each.point]! += 2 * each.side * Math.max(0, shares[at]!);
      });
      return { value: Math.max(0, 2 * plane[3]! * sz.half), partials };
    }
    const column = columnOf(entering);
    const direction = solve(transpose(basis.columns), column);
    if (!direction) return null;
    let leaving = -1;
    let step = Infinity;
    direction.forEach((value, at) => {
      if (value <= 1e-12) return;
      const ratio = Math.max(0, shares[at]!) / value;
      // Of equals the makeshift columns go first, so that none stays behind.
      if (
        ratio < step - 1e-13 ||
        (ratio < step + 1e-13 && leaving >= 0 && basis.of[leaving] !== null && basis.of[at] === null)
      )
        [step, leaving] = [ratio, at];
    });
    if (leaving < 0) return null;
    const replaced = <T>(list: readonly T[], value: T) => list.map((each, at) => (at === leaving ? value : each));
    basis = {
      columns: replaced(basis.columns, column),
      costs: replaced(basis.costs, costOf(entering)),
      of: replaced<Column | null>(basis.of, entering),
    };
  }
  return null;
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
