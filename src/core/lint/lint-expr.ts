import type { Path } from "../problem/problem";
import { exprDimension, mismatch, powersOfUnit, samePowers, type Kinds } from "../pack/expr-dimension";
import { placesFor } from "../pack/fit-points";
import type { Expr, Feature, Point } from "../pack/schema";
import { innerExprs } from "../pack/walk-expr";
import type { LintContext } from "./lint-context";

/** By axis, the places along it at which a feature has points. */
export type Axes = ReadonlyMap<string, ReadonlySet<string>>;

export function axesOf({ points }: Pick<Feature, "points">): Axes {
  const axes = new Map<string, Set<string>>();
  for (const { at } of points)
    for (const [axis, place] of Object.entries(at)) axes.set(axis, (axes.get(axis) ?? new Set()).add(place));
  return axes;
}

/** Whether an expression comes out as what its unit says. */
export function lintDimension(lint: LintContext, expr: Expr, unit: string, kinds: Kinds, path: Path): void {
  const needed = powersOfUnit(unit);
  if (!needed) return lint.report("unknown-unit", path, { unit });
  const { powers, problems } = exprDimension(expr, kinds, path);
  lint.found.push(...problems);
  if (powers && !samePowers(powers, needed)) lint.found.push(mismatch(path, needed, powers));
}

/** Whether an expression speaks of points, axes and ends that are there. */
export function lintExpr(
  lint: LintContext,
  expr: Expr,
  axes: Axes,
  path: Path,
  ends: ReadonlyMap<string, Axes> = new Map(),
): void {
  const { report } = lint;
  const none: Axes = new Map();
  if ("end" in expr) {
    const inner = ends.get(expr.end);
    if (!inner) report("unknown-end", [...path, "end"], { end: expr.end });
    return lintExpr(lint, expr.each, inner ?? none, [...path, "each"]);
  }
  if ("across" in expr) {
    const known = expr.across.flatMap((end) => {
      const inner = ends.get(end);
      if (!inner) report("unknown-end", [...path, "across"], { end });
      return inner ?? [];
    });
    // What stands at no end is looked at once: in one another they would multiply.
    for (const inner of known.length > 0 ? known : [none]) lintExpr(lint, expr.each, inner, [...path, "each"]);
    return;
  }
  if ("over" in expr && !axes.has(expr.over)) report("unknown-axis", [...path, "over"], { axis: expr.over });
  if ("points" in expr)
    for (const [axis, place] of Object.entries(expr.points))
      if (!axes.get(axis)?.has(place)) report("no-such-points", [...path, "points"], { axis, place });
  innerExprs(expr).forEach((inner, at) => lintExpr(lint, inner, axes, [...path, at], ends));
}

/** Whether some square of a side holds the four points that say anything of flatness. */
function squaresHold(side: number, points: readonly Point[]): boolean {
  const spots = points.flatMap(({ place }) =>
    place?.x === undefined || place.y === undefined ? [] : [{ x: place.x, y: place.y }],
  );
  const isWithin = (left: number, top: number) =>
    spots.filter(({ x, y }) => x >= left && x <= left + side && y >= top && y <= top + side).length >= 4;
  return spots.some(({ x }) => spots.some(({ y }) => isWithin(x, y)));
}

/** Whether the points that something is fitted to lie somewhere. */
export function lintFits(lint: LintContext, expr: Expr, points: readonly Point[], path: Path): void {
  if ("fit" in expr) {
    const { fit, within } = expr;
    const placeless = points.find(
      (point) =>
        Object.entries(expr.points).every(([axis, place]) => point.at[axis] === place) &&
        placesFor[fit].some((axis) => point.place?.[axis] === undefined),
    );
    if (placeless) lint.report("fit-without-place", path, { point: placeless.id, fit });
    if (within !== undefined && !placesFor[fit].includes("y")) lint.report("fit-without-face", path, { fit });
    else if (within !== undefined && !squaresHold(within, points)) lint.report("fit-within-empty", path, { within });
  }
  innerExprs(expr).forEach((inner, at) => lintFits(lint, inner, points, [...path, at]));
}
