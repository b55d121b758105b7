import { CoreError } from "../errors";

/**
 * A value with everything that makes it uncertain. Each contribution is a signed standard uncertainty (k = 1)
 * in the value's unit, kept under the id of its source; two estimates that name the same source are correlated
 * by it, so that a difference cancels what both owe to it.
 */
export interface Estimate {
  readonly value: number;
  readonly contributions: ReadonlyMap<string, number>;
  /** Of sources that are known from few observations: what they were pooled in, and its degrees of freedom. The others are known well. */
  readonly degrees?: ReadonlyMap<string, Pool>;
}

/** Scatter that several readings share the knowledge of. */
export interface Pool {
  readonly pool: string;
  readonly degrees: number;
}

const none: ReadonlyMap<string, number> = new Map();

/** A value taken as exact. */
export const exact = (value: number): Estimate => ({ value, contributions: none });

/** An estimate from source ids and signed standard uncertainties. */
export function estimate(
  value: number,
  contributions: Iterable<readonly [string, number]>,
  degrees?: ReadonlyMap<string, Pool>,
): Estimate {
  const map = new Map<string, number>();
  for (const [source, signed] of contributions) {
    if (!Number.isFinite(signed)) throw new CoreError("bad-uncertainty", `${source} must be finite, got ${signed}`);
    if (signed !== 0) map.set(source, (map.get(source) ?? 0) + signed);
  }
  return degrees && degrees.size > 0 ? { value, contributions: map, degrees } : { value, contributions: map };
}

/**
 * A result that depends on estimates through a function with known partial derivatives.
 *
 * @param value  f at the inputs
 * @param parts  pairs of input and df/d(input)
 * @source JCGM 100:2008, 5.1.2 and 5.2.2, first order, with correlation carried by shared sources (from memory)
 */
export function propagate(value: number, parts: readonly (readonly [Estimate, number])[]): Estimate {
  return estimate(
    value,
    parts.flatMap(([input, sensitivity]) =>
      [...input.contributions].map(([source, signed]) => [source, signed * sensitivity] as const),
    ),
    parts.some(([input]) => input.degrees)
      ? new Map(parts.flatMap(([input]) => [...(input.degrees ?? [])]))
      : undefined,
  );
}

/** a + b + ... */
export const add = (...terms: readonly Estimate[]): Estimate =>
  propagate(
    terms.reduce((sum, term) => sum + term.value, 0),
    terms.map((term) => [term, 1]),
  );

/** a - b */
export const subtract = (a: Estimate, b: Estimate): Estimate =>
  propagate(a.value - b.value, [
    [a, 1],
    [b, -1],
  ]);

/** factor * a, the factor exact */
export const scale = (a: Estimate, factor: number): Estimate => propagate(a.value * factor, [[a, factor]]);

/** a * b */
export const multiply = (a: Estimate, b: Estimate): Estimate =>
  propagate(a.value * b.value, [
    [a, b.value],
    [b, a.value],
  ]);

/** a / b; throws division-by-zero */
export function divide(a: Estimate, b: Estimate): Estimate {
  if (b.value === 0) throw new CoreError("division-by-zero", "the divisor of an estimate must not be zero");
  return propagate(a.value / b.value, [
    [a, 1 / b.value],
    [b, -a.value / (b.value * b.value)],
  ]);
}

/** Arithmetic mean of one or more estimates. */
export const mean = (terms: readonly Estimate[]): Estimate => scale(add(...terms), 1 / terms.length);

/** Combined standard uncertainty, k = 1: the root of the sum of squares of the contributions. */
export const standardUncertainty = ({ contributions }: Estimate): number => Math.hypot(...contributions.values());

/**
 * Covariance of two estimates, from the sources that both name.
 * @source  JCGM 100:2008, F.1.2.3 (from memory)
 */
export function covariance(a: Estimate, b: Estimate): number {
  let sum = 0;
  for (const [source, signed] of a.contributions) sum += signed * (b.contributions.get(source) ?? 0);
  return sum;
}

/**
 * Effective degrees of freedom of a combined uncertainty; infinite where all of its sources are known well.
 *
 * @source  Welch-Satterthwaite, JCGM 100:2008, G.4.1 (from memory); readings that share a pool count as one component
 */
export function effectiveDegrees(of: Estimate): number {
  if (!of.degrees) return Infinity;
  const pools = new Map<string, { variance: number; degrees: number }>();
  for (const [source, signed] of of.contributions) {
    const known = of.degrees.get(source);
    if (!known) continue;
    const pool = pools.get(known.pool) ?? { variance: 0, degrees: known.degrees };
    pool.variance += signed ** 2;
    pools.set(known.pool, pool);
  }
  const lost = [...pools.values()].reduce((sum, { variance, degrees }) => sum + variance ** 2 / degrees, 0);
  return lost === 0 ? Infinity : standardUncertainty(of) ** 4 / lost;
}
