import { problem, type Problem } from "../problem";
import type { Expr } from "./schema";

/**
 * The dimension of an expression as a power of length, with every disagreement found on the way.
 *
 * @param facts  the power of length of each fact: 1 for millimetres, 0 for a bare number
 * @returns  power is null where it cannot be said
 */
export function exprDimension(expr: Expr, facts: ReadonlyMap<string, number>, path: readonly (string | number)[]): { power: number | null; problems: Problem[] } {
  if ("const" in expr) return { power: expr.unit ? 1 : 0, problems: [] };
  if ("fact" in expr) {
    const power = facts.get(expr.fact) ?? null;
    return { power, problems: power === null ? [problem("error", "unknown-fact", path, { fact: expr.fact })] : [] };
  }
  if ("ref" in expr || "points" in expr) return { power: 1, problems: [] };
  if ("each" in expr) return exprDimension(expr.each, facts, [...path, "each"]);
  const parts = expr.args.map((arg, at) => exprDimension(arg, facts, [...path, "args", at]));
  const problems = parts.flatMap((part) => part.problems);
  const powers = parts.map((part) => part.power);
  if (powers.some((power) => power === null)) return { power: null, problems };
  const known = powers as number[];
  if ("fn" in expr) {
    if (known[0] !== 1) problems.push(problem("error", "dimension-mismatch", path, { needed: 1, got: known[0]! }));
    return { power: expr.fn === "circle-area" ? 2 : 1, problems };
  }
  if (expr.op === "multiply") return { power: known.reduce((sum, power) => sum + power, 0), problems };
  if (expr.op === "divide") return { power: known.reduce((left, power) => left - power), problems };
  if (known.some((power) => power !== known[0])) problems.push(problem("error", "dimension-mismatch", path, { needed: known[0]!, got: known.find((power) => power !== known[0])! }));
  return { power: known[0]!, problems };
}
