/**
 * Solves a small square system; null where it has no one solution.
 *
 * @param matrix  n rows of n figures
 * @param right   n figures
 * @source  Gaussian elimination with partial pivoting
 * @example solve([[2, 0], [0, 4]], [2, 8]) // [1, 2]
 */
export function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] | null {
  const size = right.length;
  const rows = matrix.map((row, at) => [...row, right[at]!]);
  const scale = Math.max(...rows.flatMap((row) => row.slice(0, size).map(Math.abs)));
  for (let column = 0; column < size; column += 1) {
    const pivot = rows
      .slice(column)
      .reduce(
        (best, row, at) => (Math.abs(row[column]!) > Math.abs(rows[best]![column]!) ? at + column : best),
        column,
      );
    if (Math.abs(rows[pivot]![column]!) <= 1e-12 * scale) return null;
    [rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!];
    for (let row = 0; row < size; row += 1) {
      if (row === column) continue;
      const factor = rows[row]![column]! / rows[column]![column]!;
      if (factor !== 0) for (let at = column; at <= size; at += 1) rows[row]![at]! -= factor * rows[column]![at]!;
    }
  }
  return rows.map((row, at) => row[size]! / row[at]!);
}

const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, value, at) => sum + value * b[at]!, 0);

/**
 * How each parameter of a least-squares fit follows from the observations: parameter p is the sum over i of
 * weights[p][i] times observation i. Null where the observations do not carry the parameters.
 *
 * @param basis  for each observation, what multiplies each parameter
 * @source  QR decomposition by Gram-Schmidt, each column made square twice ("twice is enough", Giraud and others 2005, from
 *          memory): places nearly in one line lose no digits to a squared condition. The fit is linear in what is observed, so
 *          its uncertainty follows exactly.
 * @example leastSquaresWeights([[1], [1]]) // [[0.5, 0.5]]
 */
export function leastSquaresWeights(basis: readonly (readonly number[])[]): number[][] | null {
  const size = basis[0]?.length ?? 0;
  if (size === 0 || basis.length < size) return null;
  const square: number[][] = [];
  const upper = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (let p = 0; p < size; p += 1) {
    const column = basis.map((row) => row[p]!);
    const length = Math.hypot(...column);
    for (let pass = 0; pass < 2; pass += 1) {
      for (const [q, other] of square.entries()) {
        const along = dot(other, column);
        upper[q]![p]! += along;
        other.forEach((value, at) => (column[at]! -= along * value));
      }
    }
    const left = Math.hypot(...column);
    // What is left of a column that the others make up is rounding.
    if (left <= 1e-6 * length) return null;
    upper[p]![p] = left;
    square.push(column.map((value) => value / left));
  }
  const weights = square.map((row) => [...row]);
  for (let p = size - 1; p >= 0; p -= 1) {
    for (let q = p + 1; q < size; q += 1)
      weights[q]!.forEach((value, at) => (weights[p]![at]! -= upper[p]![q]! * value));
    weights[p] = weights[p]!.map((value) => value / upper[p]![p]!);
  }
  return weights;
}

/** A figure with what moves it: how fast it follows each observation. */
export interface Fitted {
  readonly value: number;
  readonly partials: readonly number[];
}

const combination = (partials: readonly number[], observed: readonly number[]): Fitted => ({
  value: dot(partials, observed),
  partials,
});

/** Residuals of a fit, each as what moves it. */
function residualOf(
  basis: readonly (readonly number[])[],
  weights: readonly (readonly number[])[],
  at: number,
): number[] {
  return basis.map((_, i) => (i === at ? 1 : 0) - weights.reduce((sum, row, p) => sum + basis[at]![p]! * row[i]!, 0));
}

/**
 * The greatest less the least residual of a least-squares fit, with what moves it.
 *
 * @param basis     for each observation, what multiplies each parameter
 * @param observed  as many as the basis has rows
 * @returns         null where the observations do not carry the parameters
 * @example residualRange([[1], [1], [1]], [1, 2, 4])!.value // 3
 */
export function residualRange(basis: readonly (readonly number[])[], observed: readonly number[]): Fitted | null {
  const weights = leastSquaresWeights(basis);
  if (!weights) return null;
  const fitted = weights.map((row) => dot(row, observed));
  const residuals = observed.map((value, at) => value - dot(basis[at]!, fitted));
  const [high, first] = [residuals.indexOf(Math.max(...residuals)), residuals.indexOf(Math.min(...residuals))];
  // Where all are alike, as where none is off, two of them are still two readings: their difference is not known to be nothing.
  const low = high === first ? residuals.length - 1 : first;
  const [top, bottom] = [residualOf(basis, weights, high), residualOf(basis, weights, low)];
  return combination(
    top.map((value, at) => value - bottom[at]!),
    observed,
  );
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/**
 * What a least-squares circle asks of readings at angles: a mean, and a shift along two axes.
 *
 * @param degrees  angle of each reading
 * @returns        a row for each: 1, cos, sin
 */
export const circleBasis = (degrees: readonly number[]): number[][] =>
  degrees.map((angle) => [1, Math.cos(radians(angle)), Math.sin(radians(angle))]);

/**
 * The shift of a least-squares circle from the axis it was turned about, apart from its form.
 *
 * @param degrees   angle of each dial reading
 * @param readings  radial readings
 * @returns         the two components, each with what moves it; null for fewer than three angles
 * @source  limacon approximation: r = R + a cos t + b sin t, for shifts small against the radius
 */
export function circleShift(
  degrees: readonly number[],
  readings: readonly number[],
): { readonly x: Fitted; readonly y: Fitted } | null {
  const weights = leastSquaresWeights(circleBasis(degrees));
  return weights && { x: combination(weights[1]!, readings), y: combination(weights[2]!, readings) };
}

/** The length of a vector of two fitted figures; of none it may lie any way, and is as well known as along the first. */
export function lengthOf(x: Fitted, y: Fitted): Fitted {
  const value = Math.hypot(x.value, y.value);
  return {
    value,
    partials: x.partials.map((partial, at) =>
      value === 0 ? partial : (x.value * partial + y.value * y.partials[at]!) / value,
    ),
  };
}
