import type { Expr } from "./schema";

/** The expressions directly inside one. */
export function innerExprs(expr: Expr): readonly Expr[] {
  if ("args" in expr) return expr.args;
  if ("each" in expr) return [expr.each];
  return [];
}

/**
 * What happens to an expression's value as more of its points are measured. A greatest value can only rise, so
 * that one found past an upper limit stays past it, whatever the missing points read.
 */
export function trend(expr: Expr): "rises" | "falls" | "open" {
  if ("points" in expr) return expr.reduce === "mean" ? "open" : expr.reduce === "min" ? "falls" : "rises";
  if ("over" in expr) return trend(expr.each) === (expr.reduce === "max" ? "rises" : "falls") ? trend(expr.each) : "open";
  return "open";
}
