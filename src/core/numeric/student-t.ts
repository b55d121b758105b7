import { normalCdf } from "./normal-cdf";

/** Beyond so many degrees the series about the normal distribution is exact to the last digit, and the fraction slow. */
const many = 1e6;

/**
 * Γ(a + ½) / Γ(a), without either of the two, which are past all bounds long before their ratio is.
 *
 * @source  NIST Digital Library of Mathematical Functions, 5.5.1 (one more or less) and 5.11.13 (series; from memory)
 */
function halfStep(a: number): number {
  let ratio = 1;
  for (; a < 25; a += 1) ratio *= a / (a + 0.5);
  const x = 1 / (8 * a);
  return (
    ratio * Math.sqrt(a) * (1 - x + x ** 2 * (1 / 2 + x * (5 / 2 - x * (21 / 8 + x * (399 / 8 - (x * 869) / 16)))))
  );
}

/**
 * The continued fraction of the incomplete beta function, by Lentz's method.
 *
 * @source  NIST Digital Library of Mathematical Functions, 8.17.22; converges quickly for x below (a + 1) / (a + b + 2)
 */
function betaFraction(a: number, b: number, x: number): number {
  const least = 1e-300;
  const kept = (value: number) => (Math.abs(value) < least ? least : value);
  let c = 1;
  let d = 1 / kept(1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m < 10_000; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / kept(1 + even * d);
    c = kept(1 + even / c);
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / kept(1 + odd * d);
    c = kept(1 + odd / c);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-16) break;
  }
  return fraction;
}

/** The density of a Student t variable of so many degrees at zero. */
const densityAtZero = (degrees: number): number =>
  degrees > many ? 1 / Math.sqrt(2 * Math.PI) : halfStep(degrees / 2) / Math.sqrt(Math.PI * degrees);

/** How much less dense it is away from there. */
const thinned = (t: number, degrees: number): number =>
  Math.exp(degrees > many ? (-t * t) / 2 : (-(degrees + 1) / 2) * Math.log1p((t * t) / degrees));

/** Probability that a Student t variable lies above a value of zero or more, by its density at zero. */
function tailAbove(t: number, degrees: number, atZero: number): number {
  const square = t * t;
  if (degrees > many) {
    const first = (t * (square + 1)) / (4 * degrees);
    const second = (t * (((3 * square - 7) * square - 5) * square - 3)) / (96 * degrees * degrees);
    return normalCdf(-t) + atZero * thinned(t, degrees) * (first + second);
  }
  const a = degrees / 2;
  const x = degrees / (degrees + square);
  const y = square / (degrees + square);
  const front = Math.exp(a * (x < y ? Math.log(x) : Math.log1p(-y))) * Math.sqrt(y * degrees) * atZero;
  return x < (a + 1) / (a + 2.5) ? (front * betaFraction(a, 0.5, x)) / degrees : 0.5 - front * betaFraction(0.5, a, y);
}

/**
 * Probability that a Student t variable lies below a value.
 *
 * @param degrees  degrees of freedom, above 0; infinite for the normal distribution
 * @returns        0 to 1
 * @source   NIST Digital Library of Mathematical Functions, 8.17; for many degrees R. A. Fisher's series about the normal
 *           distribution (both from memory). Held against two independent libraries in the tests
 * @example  tCdf(0, 5) // 0.5
 */
export function tCdf(value: number, degrees: number): number {
  const above =
    value === 0 ? 0.5 : Math.abs(value) === Infinity ? 0 : tailAbove(Math.abs(value), degrees, densityAtZero(degrees));
  return value > 0 ? 1 - above : above;
}

/**
 * The value below which a Student t variable lies with a probability.
 *
 * Newton's method for the logarithm of the tail over that of the value: concave there, so that it comes down on the root
 * from one side and cannot miss it.
 *
 * @param probability  above 0 and below 1
 * @param degrees      degrees of freedom, above 0; infinite for the normal distribution
 * @source   the inverse of tCdf
 * @example  tQuantile(0.975, Infinity) // 1.96
 */
export function tQuantile(probability: number, degrees: number): number {
  if (probability === 0.5) return 0;
  const above = Math.min(probability, 1 - probability);
  const atZero = densityAtZero(degrees);
  let log = 0;
  for (let turn = 0; turn < 1000; turn++) {
    const t = Math.exp(log);
    const tail = tailAbove(t, degrees, atZero);
    // A unit at most: where the tail is flat the tangent leads past all that can be told from zero.
    const step = Math.max(-1, Math.min(1, (Math.log(tail / above) * tail) / (t * atZero * thinned(t, degrees))));
    log += step;
    if (Math.abs(step) < 1e-9) break;
  }
  return probability < 0.5 ? -Math.exp(log) : Math.exp(log);
}
