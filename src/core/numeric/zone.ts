import { residualRange, solve, type Fitted } from "./linear-fit";

const mostExchanges = 5000;
/** A share of the range of what was observed that is none. */
const nothing = 1e-9;

interface Mix {
  /** By column, how much of it; those that are not named have none. */
  readonly shares: ReadonlyMap<number, number>;
  /** What one more of each row of the right would be worth. */
  readonly prices: readonly number[];
}

/**
 * The mix of columns that adds up to the right and is worth most, no share of it below zero.
 *
 * @param columns  each as long as the right
 * @param worth    of each column; columns and worth of a size near one, so that one tolerance fits
 * @returns        null where no mix adds up to the right, or none is found
 * @source         linear programming: revised simplex method, Bland's rule where it stalls
 * @example dearestMix([[1], [2]], [1, 3], [4])!.prices // [1.5]
 */
export function dearestMix(
  columns: readonly (readonly number[])[],
  worth: readonly number[],
  right: readonly number[],
): Mix | null {
  const size = right.length;
  const rows = Array.from({ length: size }, (_, row) => row);
  // To begin with nothing real is in it: columns that cost too much to stay.
  const penalty = -1e6;
  let basis = rows.map((row): { column: readonly number[]; worth: number; of: number | null } => ({
    column: rows.map((at) => (at === row ? 1 : 0)),
    worth: penalty,
    of: null,
  }));
  for (let exchange = 0; exchange < mostExchanges; exchange += 1) {
    const matrix = rows.map((row) => basis.map(({ column }) => column[row]!));
    const shares = solve(matrix, right);
    const prices = solve(basis.map(({ column }) => column), basis.map((each) => each.worth)); // prettier-ignore
    if (!shares || !prices) return null;
    // The column that is worth most more than its price; the first of them where it has stalled for long.
    let [entering, gain] = [-1, 1e-10];
    for (let at = 0; at < columns.length; at += 1) {
      const column = columns[at]!;
      let more = worth[at]!;
      for (let row = 0; row < size; row += 1) more -= prices[row]! * column[row]!;
      if (more <= gain) continue;
      entering = at;
      if (exchange >= mostExchanges / 2) break;
      gain = more;
    }
    if (entering < 0) {
      if (basis.some(({ of }, at) => of === null && shares[at]! > 1e-9)) return null;
      return { shares: new Map(basis.flatMap(({ of }, at) => (of === null ? [] : [[of, Math.max(0, shares[at]!)]]))), prices }; // prettier-ignore
    }
    const direction = solve(matrix, columns[entering]!);
    if (!direction) return null;
    let [leaving, step] = [-1, Infinity];
    direction.forEach((value, at) => {
      if (value <= 1e-12) return;
      const ratio = Math.max(0, shares[at]!) / value;
      // Of equals the makeshift columns go first, so that none stays behind.
      const isFirst = leaving >= 0 && basis[leaving]!.of !== null && basis[at]!.of === null;
      if (ratio < step - 1e-13 || (ratio < step + 1e-13 && isFirst)) [step, leaving] = [ratio, at];
    });
    if (leaving < 0) return null;
    const taken = { column: columns[entering]!, worth: worth[entering]!, of: entering };
    basis = basis.map((each, at) => (at === leaving ? taken : each));
  }
  return null;
}

/** Brought to a size near one, and back. */
function scaled(observed: readonly number[]): { readonly near: number[]; readonly half: number } {
  const [low, high] = [Math.min(...observed), Math.max(...observed)];
  const half = (high - low) / 2;
  return { near: observed.map((value) => (half === 0 ? 0 : (value - (low + high) / 2) / half)), half };
}

/**
 * The least width of a zone of one form (two lines, two planes, two circles) that holds all that was observed.
 *
 * @param basis     for each observation what multiplies each parameter of the form, of a size near one; the first is 1
 * @param observed  as many as the basis has rows
 * @returns         the width with how it follows each observation; null where the observations do not carry the form
 * @source          the dual of Chebyshev's approximation as a linear program
 * @example zoneWidth([[1, -1], [1, 0], [1, 1]], [0, 3, 0])!.value // 3
 */
export function zoneWidth(basis: readonly (readonly number[])[], observed: readonly number[]): Fitted | null {
  const size = basis[0]?.length ?? 0;
  if (size === 0 || basis.length < size) return null;
  const { near, half } = scaled(observed);
  // Where all are alike, two of them are still two readings: that they do not differ is known no better than they are.
  if (half === 0) return residualRange(basis, observed);
  const sides = [1, -1] as const;
  const columns = basis.flatMap((row) => sides.map((side) => [...row.map((value) => side * value), 1]));
  const worth = near.flatMap((value) => sides.map((side) => side * value));
  const mix = dearestMix(columns, worth, [...new Array<number>(size).fill(0), 1]);
  if (!mix) return null;
  // No form at all is still known no better than the readings are.
  if (mix.prices[size]! <= nothing) return { value: 0, partials: residualRange(basis, observed)!.partials };
  const partials = observed.map(() => 0);
  for (const [at, share] of mix.shares) partials[at >> 1]! += 2 * sides[at % 2]! * share;
  return { value: 2 * mix.prices[size]! * half, partials };
}

/**
 * How far what was observed falls short of the least form that lies on or above all of it: of a journal, the
 * circumscribed circle. Where several are as small, of the one that all lies nearest to.
 *
 * @param basis  as for `zoneWidth`
 * @returns  the greatest distance from it, with how it follows each observation; null where that form is not bounded
 * @example shortOfLeast([[1, 1, 0], [1, 0, 1], [1, -1, 0], [1, 0, -1]], [5, 4, 5, 4])!.value // 1
 */
export function shortOfLeast(basis: readonly (readonly number[])[], observed: readonly number[]): Fitted | null {
  const size = basis[0]?.length ?? 0;
  if (basis.length <= size) return null;
  const { near, half } = scaled(observed);
  if (half === 0) return residualRange(basis, observed);
  const least = dearestMix(basis, near, [1, ...new Array<number>(size - 1).fill(0)]);
  if (!least) return null;
  // Of forms as small as that: all on or under it, and none further from it than can be helped.
  const size0 = least.prices[0]!;
  const rest = basis.map((row) => row.slice(1));
  const columns = [...rest.map((row) => [...row, 0]), ...rest.map((row) => [...row.map((value) => -value), 1])];
  const worth = [...near.map((value) => value - size0), ...near.map((value) => size0 - value)];
  const mix = dearestMix(columns, worth, [...new Array<number>(size - 1).fill(0), 1]);
  if (!mix) return null;
  const value = mix.prices[size - 1]!;
  if (value <= nothing) return { value: 0, partials: residualRange(basis, observed)!.partials };
  const partials = observed.map(() => 0);
  let ofSize = 0;
  for (const [at, share] of mix.shares) {
    const sign = at < basis.length ? 1 : -1;
    partials[at % basis.length]! += sign * share;
    ofSize -= sign * share;
  }
  for (const [at, share] of least.shares) partials[at]! += ofSize * share;
  return { value: value * half, partials };
}

/** How far what was observed stands out from the greatest form that lies on or below all of it: of a bore, the inscribed circle. */
export function outOfGreatest(basis: readonly (readonly number[])[], observed: readonly number[]): Fitted | null {
  const found = shortOfLeast(basis, observed.map((value) => -value)); // prettier-ignore
  return found && { value: found.value, partials: found.partials.map((partial) => -partial) };
}

/** The greatest distance of points from a straight-edge that rests on two of them, from above or from below. */
function offChord(along: readonly number[], heights: readonly number[], side: 1 | -1): Fitted {
  const order = along.map((_, at) => at).sort((a, b) => along[a]! - along[b]!);
  const hull: number[] = [];
  const turns = (a: number, b: number, c: number) =>
    side * ((along[b]! - along[a]!) * (heights[c]! - heights[a]!) - (along[c]! - along[a]!) * (heights[b]! - heights[a]!)); // prettier-ignore
  for (const at of order) {
    while (hull.length > 1 && turns(hull.at(-2)!, hull.at(-1)!, at) >= 0) hull.pop();
    hull.push(at);
  }
  let [best, partials] = [-Infinity, heights.map(() => 0)];
  for (const at of order) {
    if (hull.includes(at)) continue;
    const to = hull.findIndex((each) => along[each]! > along[at]!);
    if (to < 1) continue;
    const [a, b] = [hull[to - 1]!, hull[to]!];
    const share = (along[at]! - along[a]!) / (along[b]! - along[a]!);
    const off = side * ((1 - share) * heights[a]! + share * heights[b]! - heights[at]!);
    if (off <= best) continue;
    best = off;
    partials = heights.map((_, each) => side * ((each === a ? 1 - share : each === b ? share : 0) - (each === at ? 1 : 0))); // prettier-ignore
  }
  return { value: Math.max(best, 0), partials };
}

/**
 * What a straight-edge shows along one line: the widest gap under it where the line is hollow, or at its ends where it is
 * crowned and the edge is held level on the crown.
 *
 * @param along    where each height is along the line
 * @param heights  as many
 * @returns        null for fewer than three
 * @example gapUnderEdge([0, 50, 100], [0, -0.04, 0])!.value // 0.04
 */
export function gapUnderEdge(along: readonly number[], heights: readonly number[]): Fitted | null {
  if (along.length < 3) return null;
  const [hollow, crown] = [offChord(along, heights, 1), offChord(along, heights, -1)];
  return hollow.value >= crown.value ? hollow : crown;
}
