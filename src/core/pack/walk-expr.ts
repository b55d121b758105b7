import type { Fit } from "./fit-kinds";
import type { Expr } from "./schema";

/** The expressions directly inside one. */
export function innerExprs(expr: Expr): readonly Expr[] {
  if ("args" in expr) return expr.args;
  if ("figure" in expr) return Object.values(expr.with);
  if ("each" in expr) return [expr.each];
  return [];
}

const widening: ReadonlySet<Fit> = new Set(["minimum-zone", "straightness-zone", "roundness-zone", "straight-edge"]);

/** How a value moves as more of its points are measured: `open` where it may do either. */
export type Trend = "rises" | "falls" | "fixed" | "open";

const opposite: Readonly<Record<Trend, Trend>> = { rises: "falls", falls: "rises", fixed: "fixed", open: "open" };

/** Sums move the way all their terms move. */
const together = (trends: readonly Trend[]): Trend => {
  const moving = [...new Set(trends.filter((each) => each !== "fixed"))];
  return moving.length === 0 ? "fixed" : moving.length === 1 ? moving[0]! : "open";
};

/**
 * What happens to an expression's value as more of its points are measured. A greatest value can only rise, so
 * that one found past an upper limit stays past it, whatever the missing points read; a greatest less a smallest too.
 */
export function trend(expr: Expr): Trend {
  if ("const" in expr || "fact" in expr || "own" in expr) return "fixed";
  // A zone over more points can only be wider; a least-squares fit may do either.
  if ("fit" in expr) return widening.has(expr.fit) ? "rises" : "open";
  if ("points" in expr) return expr.reduce === "mean" ? "open" : expr.reduce === "min" ? "falls" : "rises";
  if ("over" in expr || "across" in expr)
    return expr.reduce !== "mean" &&
      expr.reduce !== "range" &&
      trend(expr.each) === (expr.reduce === "max" ? "rises" : "falls")
      ? trend(expr.each)
      : "open";
  if ("end" in expr) return trend(expr.each);
  if ("op" in expr && expr.op === "add") return together(expr.args.map(trend));
  if ("op" in expr && expr.op === "subtract")
    return together(expr.args.map((arg, at) => (at === 0 ? trend(arg) : opposite[trend(arg)])));
  return "open";
}

/** Whether a fit through several points has a say in what an expression gives. */
export const hasFit = (expr: Expr): boolean => "fit" in expr || innerExprs(expr).some(hasFit);
