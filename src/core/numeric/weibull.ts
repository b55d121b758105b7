/** How long one item lasted: it ended at that age, was found ended by then, or was still good at it. */
export interface Lifetime {
  readonly age: number;
  readonly is: "ended" | "ended-by" | "good";
}

export interface WeibullFit {
  /** 1 is chance alone; the larger, the more they end together. */
  readonly shape: number;
  /** The age by which 63 of a hundred have ended. */
  readonly scale: number;
  /** The age by which half have ended, and between what it lies for 95 %. */
  readonly half: number;
  readonly halfLow: number;
  readonly halfHigh: number;
  readonly shapeLow: number;
  readonly shapeHigh: number;
  readonly count: number;
  readonly ended: number;
}

type Theta = readonly [lnShape: number, lnScale: number];

/** How likely such ages are, as a logarithm. */
function likelihood(items: readonly Lifetime[], [lnShape, lnScale]: Theta): number {
  const shape = Math.exp(lnShape);
  let sum = 0;
  for (const { age, is } of items) {
    const away = Math.log(age) - lnScale;
    const hazard = Math.exp(shape * away);
    if (is === "good") sum -= hazard;
    else if (is === "ended") sum += lnShape + (shape - 1) * away - lnScale - hazard;
    else sum += Math.log(-Math.expm1(-hazard));
  }
  return sum;
}

const step = 1e-4;

/** Slope and curvature, by differences. */
function around(of: (theta: Theta) => number, [a, b]: Theta) {
  const at = (da: number, db: number) => of([a + da * step, b + db * step]);
  const [here, up, down, right, left] = [at(0, 0), at(1, 0), at(-1, 0), at(0, 1), at(0, -1)];
  return {
    slope: [(up - down) / (2 * step), (right - left) / (2 * step)] as const,
    aa: (up - 2 * here + down) / step ** 2,
    bb: (right - 2 * here + left) / step ** 2,
    ab: (at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / (4 * step ** 2),
  };
}

/** Two standard deviations of a normal logarithm. */
const coverage = 1.96;
const mostShape = 60;

/**
 * Weibull's law fitted to ages of which some are not ends: items that are still good, and items found ended when they were
 * looked at.
 *
 * @param items  ages above 0
 * @returns      null where fewer than three are given or fewer than two of them ended, or where the ages carry no one answer
 * @source       maximum likelihood by Newton's method on the logarithms; intervals from its curvature (asymptotic, 95 %)
 * @example fitWeibull([{ age: 100, is: "ended" }, { age: 200, is: "ended" }, { age: 300, is: "ended" }])!.ended // 3
 */
export function fitWeibull(items: readonly Lifetime[]): WeibullFit | null {
  const known = items.filter(({ age }) => age > 0 && Number.isFinite(age));
  const ended = known.filter(({ is }) => is !== "good").length;
  if (known.length < 3 || ended < 2) return null;
  const of = (theta: Theta) => likelihood(known, theta);
  const mean = known.reduce((sum, { age }) => sum + Math.log(age), 0) / known.length;
  let theta: Theta = [Math.log(1.5), mean + 0.5];
  let height = of(theta);
  for (let turn = 0; turn < 200; turn += 1) {
    const { slope, aa, bb, ab } = around(of, theta);
    const determinant = aa * bb - ab * ab;
    // Uphill by Newton where it is a hilltop, else along the slope.
    const isTop = aa < 0 && bb < 0 && determinant > 0;
    const way: Theta = isTop
      ? [-(bb * slope[0] - ab * slope[1]) / determinant, -(aa * slope[1] - ab * slope[0]) / determinant]
      : [slope[0] / known.length, slope[1] / known.length];
    let share = 1;
    let next: Theta = theta;
    let reached = -Infinity;
    while (share > 1e-6 && !(reached >= height)) {
      next = [theta[0] + share * way[0], theta[1] + share * way[1]];
      reached = of(next);
      share /= 2;
    }
    if (!(reached >= height) || Math.exp(next[0]) > mostShape) return null;
    const moved = Math.hypot(next[0] - theta[0], next[1] - theta[1]);
    [theta, height] = [next, reached];
    if (moved < 1e-9 && isTop) return summary(theta, around(of, theta), known.length, ended);
  }
  return null;
}

function summary(
  [lnShape, lnScale]: Theta,
  { aa, bb, ab }: ReturnType<typeof around>,
  count: number,
  ended: number,
): WeibullFit | null {
  const determinant = aa * bb - ab * ab;
  if (!(determinant > 0)) return null;
  const [ofShape, ofScale, ofBoth] = [-bb / determinant, -aa / determinant, ab / determinant];
  const shape = Math.exp(lnShape);
  // ln half = ln scale + ln(ln 2) / shape.
  const byShape = -Math.log(Math.LN2) / shape;
  const lnHalf = lnScale + Math.log(Math.LN2) / shape;
  const spread = coverage * Math.sqrt(ofScale + 2 * byShape * ofBoth + byShape ** 2 * ofShape);
  const shapeSpread = coverage * Math.sqrt(ofShape);
  return {
    shape,
    scale: Math.exp(lnScale),
    half: Math.exp(lnHalf),
    halfLow: Math.exp(lnHalf - spread),
    halfHigh: Math.exp(lnHalf + spread),
    shapeLow: shape * Math.exp(-shapeSpread),
    shapeHigh: shape * Math.exp(shapeSpread),
    count,
    ended,
  };
}
