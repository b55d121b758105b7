import { problem, type Problem } from "../problem/problem";
import { figureById } from "../figures/figures";
import { unitById, type Unit } from "../quantity/units";
import type { Expr } from "./schema";

/** What a value measures, as powers of kinds of quantity: an area is length to the power 2, a spring rate force by length. */
export type Powers = Readonly<Record<string, number>>;

export const bareNumber: Powers = {};

const composed: Readonly<Record<string, Powers>> = {
  number: bareNumber,
  area: { length: 2 },
  volume: { length: 3 },
  stiffness: { force: 1, length: -1 },
};

export const powersOf = ({ dimension }: Unit): Powers => composed[dimension] ?? { [dimension]: 1 };

/** The powers of a unit by its id, `1` for a bare number; null where there is no such unit. */
export function powersOfUnit(id: string): Powers | null {
  if (id === "1") return bareNumber;
  const unit = unitById(id);
  return unit ? powersOf(unit) : null;
}

const combined = (a: Powers, b: Powers, sign: 1 | -1): Powers =>
  Object.fromEntries(
    [...new Set([...Object.keys(a), ...Object.keys(b)])]
      .map((base) => [base, (a[base] ?? 0) + sign * (b[base] ?? 0)] as const)
      .filter(([, power]) => power !== 0),
  );

export const samePowers = (a: Powers, b: Powers): boolean => Object.keys(combined(a, b, -1)).length === 0;

/** As it is said to the one who writes the pack: `length^2`, `force length^-1`, `a bare number`. */
export const sayPowers = (powers: Powers): string =>
  Object.keys(powers).length === 0
    ? "a bare number"
    : Object.entries(powers)
        .map(([base, power]) => (power === 1 ? base : `${base}^${power}`))
        .join(" ");

/** What the leaves of an expression measure. */
export interface Kinds {
  readonly facts: ReadonlyMap<string, Powers>;
  /** Of the points it reads. */
  readonly points: Powers;
  /** Of the value that governs its feature. */
  readonly governing: Powers;
  readonly ends: ReadonlyMap<string, Powers>;
}

const length: Powers = { length: 1 };

export const mismatch = (path: readonly (string | number)[], needed: Powers, got: Powers): Problem =>
  problem("dimension-mismatch", path, { needed: sayPowers(needed), got: sayPowers(got) });

/**
 * What an expression measures, with every disagreement found on the way.
 *
 * @returns  powers is null where it cannot be said
 */
export function exprDimension(
  expr: Expr,
  kinds: Kinds,
  path: readonly (string | number)[],
): { powers: Powers | null; problems: Problem[] } {
  const leaf = (powers: Powers | null, ...problems: Problem[]) => ({ powers, problems });
  if ("const" in expr) return leaf(expr.unit ? powersOfUnit(expr.unit) : bareNumber);
  if ("fact" in expr) {
    const powers = kinds.facts.get(expr.fact) ?? null;
    return powers ? leaf(powers) : leaf(null, problem("unknown-fact", path, { fact: expr.fact }));
  }
  if ("ref" in expr) return leaf(expr.ref === "finished" ? length : kinds.governing);
  if ("points" in expr || "own" in expr) return leaf(kinds.points);
  if ("end" in expr)
    return exprDimension(expr.each, { ...kinds, points: kinds.ends.get(expr.end) ?? kinds.points }, [...path, "each"]);
  if ("across" in expr)
    return exprDimension(expr.each, { ...kinds, points: kinds.ends.get(expr.across[0]!) ?? kinds.points }, [
      ...path,
      "each",
    ]);
  if ("each" in expr) return exprDimension(expr.each, kinds, [...path, "each"]);
  if ("figure" in expr) {
    const figure = figureById(expr.figure);
    const gives = figure?.outputs.find(({ id }) => id === expr.gives);
    if (!figure || !gives)
      return leaf(null, problem("unknown-figure", path, { figure: `${expr.figure} ${expr.gives}` }));
    const wrong = figure.inputs.flatMap(({ id, unit }): Problem[] => {
      const inner = expr.with[id];
      const at = [...path, "with", id];
      if (!inner) return [problem("figure-input-missing", path, { figure: expr.figure, input: id })];
      const { powers, problems } = exprDimension(inner, kinds, at);
      const needed = powersOfUnit(unit)!;
      return powers && !samePowers(powers, needed) ? [...problems, mismatch(at, needed, powers)] : problems;
    });
    const strange = Object.keys(expr.with).filter((id) => !figure.inputs.some((input) => input.id === id));
    return leaf(powersOfUnit(gives.unit), ...wrong, ...strange.map((id) => problem("unknown-figure", [...path, "with", id], { figure: `${expr.figure} ${id}` }))); // prettier-ignore
  }
  const parts = expr.args.map((arg, at) => exprDimension(arg, kinds, [...path, "args", at]));
  const problems = parts.flatMap((part) => part.problems);
  const known = parts.map(({ powers }) => powers).filter((powers) => powers !== null);
  const [first] = known;
  if (!first || known.length < parts.length) return { powers: null, problems };
  if ("fn" in expr) {
    if (!samePowers(first, length)) problems.push(mismatch(path, length, first));
    return { powers: expr.fn === "circle-area" ? { length: 2 } : length, problems };
  }
  if (expr.op === "multiply")
    return { powers: known.reduce<Powers>((product, powers) => combined(product, powers, 1), bareNumber), problems };
  if (expr.op === "divide")
    return { powers: known.slice(1).reduce<Powers>((left, powers) => combined(left, powers, -1), first), problems };
  const other = known.find((powers) => !samePowers(powers, first));
  if (other) problems.push(mismatch(path, first, other));
  return { powers: first, problems };
}
