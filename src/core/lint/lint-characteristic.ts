import type { Path } from "../problem/problem";
import { unitById } from "../quantity/units";
import type { Kinds } from "../pack/expr-dimension";
import type { Characteristic, Limit, Limits } from "../pack/schema";
import { rulesOfThumb } from "../pack/thumb-rules";
import type { LintContext } from "./lint-context";
import { lintDimension, lintExpr, type Axes } from "./lint-expr";

const reachesOutside = (inner: Limit | undefined, outer: Limit | undefined): boolean =>
  (inner?.max !== undefined && outer?.max !== undefined && inner.max > outer.max) ||
  (inner?.min !== undefined && outer?.min !== undefined && inner.min < outer.min);

function lintLimits({ report, checkRef }: LintContext, limits: Limits, unit: string, path: Path): void {
  for (const [kind, limit] of Object.entries(limits)) {
    if (!limit) continue;
    checkRef(limit.ref, [...path, kind, "ref"]);
    const { printed } = limit;
    const as = printed && ("zone" in printed ? "mm" : printed.unit);
    if (as && unitById(as)!.dimension !== (unitById(unit)?.dimension ?? "number"))
      report("limit-of-another-kind", [...path, kind], { printed: as, unit });
  }
  const { new: fresh, reassembly, inService } = limits;
  if (reachesOutside(fresh, reassembly)) report("new-outside-reassembly", [...path, "reassembly"]);
  if (reachesOutside(reassembly, inService)) report("reassembly-outside-in-service", [...path, "inService"]);
}

function lintThumb({ report }: LintContext, { thumb, unit }: Characteristic, path: Path): void {
  if (!thumb) return;
  const { rule, diameter } = thumb;
  if (rulesOfThumb[rule].perDiameter !== (diameter !== undefined))
    report(diameter === undefined ? "thumb-without-diameter" : "thumb-with-diameter", path, { rule });
  if (unitById(unit)?.dimension !== "length") report("thumb-of-no-length", path, { rule, unit });
}

/** Limits, expression, unit and rule of thumb of one characteristic. */
export function lintCharacteristic(
  lint: LintContext,
  item: Characteristic,
  axes: Axes,
  kinds: Kinds,
  path: Path,
  ends?: ReadonlyMap<string, Axes>,
): void {
  lintLimits(lint, item.limits, item.unit, [...path, "limits"]);
  lint.each(item.limitsWhere, [...path, "limitsWhere"], ({ limits }, at) =>
    lintLimits(lint, limits, item.unit, [...at, "limits"]),
  );
  lintExpr(lint, item.expr, axes, [...path, "expr"], ends);
  lintDimension(lint, item.expr, item.unit, kinds, [...path, "expr"]);
  lintThumb(lint, item, [...path, "thumb"]);
}
