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

/**
 * A value taken as exact.
 *
 * @param value   in any unit
 * @example standardUncertainty(exact(7)) // 0
 */
export const exact = (value: number): Estimate => ({ value, contributions: none });

/**
 * An estimate from source ids and signed standard uncertainties.
 *
 * @param value          in any unit
 * @param contributions  source id and signed standard uncertainty (k = 1), in the value's unit; one source may come twice
 * @param degrees        of sources known from few observations
 * @throws CoreError bad-uncertainty for one that is not finite
 * @example standardUncertainty(estimate(10, [["a", 3], ["b", 4]])) // 5
 */
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
 * @returns        an estimate in the result's unit
 * @source JCGM 100:2008, 5.1.2 and 5.2.2, first order, with correlation carried by shared sources (from memory)
 * @example propagate(20, [[estimate(10, [["a", 0.5]]), 2]]).contributions.get("a") // 1
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

/**
 * a + b + ...
 *
 * @param terms  one or more, in one unit
 * @example add(exact(1), exact(2)).value // 3
 */
export const add = (...terms: readonly Estimate[]): Estimate =>
  propagate(
    terms.reduce((sum, term) => sum + term.value, 0),
    terms.map((term) => [term, 1]),
  );

/**
 * a - b
 *
 * @param a  minuend
 * @param b  in a's unit; what both owe to one source cancels
 * @example standardUncertainty(subtract(estimate(3, [["g", 1]]), estimate(2, [["g", 1]]))) // 0
 */
export const subtract = (a: Estimate, b: Estimate): Estimate =>
  propagate(a.value - b.value, [
    [a, 1],
    [b, -1],
  ]);

/**
 * factor * a, the factor exact
 *
 * @example standardUncertainty(scale(estimate(2, [["a", 0.1]]), -3)) // 0.3
 */
export const scale = (a: Estimate, factor: number): Estimate => propagate(a.value * factor, [[a, factor]]);

/**
 * a * b
 *
 * @returns  in the product of the two units
 * @source   JCGM 100:2008, 5.1.2, first order (from memory)
 * @example multiply(exact(3), exact(4)).value // 12
 */
export const multiply = (a: Estimate, b: Estimate): Estimate =>
  propagate(a.value * b.value, [
    [a, b.value],
    [b, a.value],
  ]);

/**
 * a / b; throws division-by-zero
 *
 * @throws   CoreError division-by-zero
 * @source   JCGM 100:2008, 5.1.2, first order (from memory)
 * @example divide(exact(3), exact(4)).value // 0.75
 */
export function divide(a: Estimate, b: Estimate): Estimate {
  if (b.value === 0) throw new CoreError("division-by-zero", "the divisor of an estimate must not be zero");
  return propagate(a.value / b.value, [
    [a, 1 / b.value],
    [b, -a.value / (b.value * b.value)],
  ]);
}

/**
 * Arithmetic mean of one or more estimates.
 *
 * @param terms  one or more, in one unit
 * @example mean([exact(1), exact(3)]).value // 2
 */
export const mean = (terms: readonly Estimate[]): Estimate => scale(add(...terms), 1 / terms.length);

/**
 * Combined standard uncertainty, k = 1: the root of the sum of squares of the contributions.
 *
 * @returns  in the value's unit, never negative
 * @source   JCGM 100:2008, 5.1.2 (from memory)
 * @example standardUncertainty(estimate(0, [["a", 3], ["b", -4]])) // 5
 */
export const standardUncertainty = ({ contributions }: Estimate): number => Math.hypot(...contributions.values());

/**
 * Covariance of two estimates, from the sources that both name.
 *
 * @returns  in the product of the two units; negative where the source moves them apart
 * @source  JCGM 100:2008, F.1.2.3 (from memory)
 * @example covariance(estimate(0, [["g", 2]]), estimate(0, [["g", 3]])) // 6
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
