import type { Path } from "../problem/problem";
import { powersOfUnit, type Kinds } from "../pack/expr-dimension";
import type { Feature } from "../pack/schema";
import { lintCharacteristic } from "./lint-characteristic";
import type { LintContext } from "./lint-context";
import { axesOf, lintDimension, lintExpr, lintFits } from "./lint-expr";

/** Other features of the part that it names: they are there, and have the same places. */
function lintRelated({ report }: LintContext, feature: Feature, siblings: readonly Feature[], path: Path): void {
  const known = new Map(siblings.map((sibling) => [sibling.id, sibling]));
  for (const id of [...feature.restsOn, ...(feature.rework?.allowances.map((allowance) => allowance.feature) ?? [])]) {
    const other = known.get(id);
    if (!other) report("unknown-feature", path, { feature: id });
    else if (
      other.places.length > 0 &&
      feature.places.some(({ id: place }) => !other.places.some((at) => at.id === place))
    )
      report("places-differ", path, { feature: id });
  }
}

/** Its drawing shows where the gauge goes for each of its points, and for no others. */
function lintDrawing(
  { report }: LintContext,
  { drawing, points }: Feature,
  drawings: ReadonlySet<string>,
  path: Path,
): void {
  if (!drawing) return;
  if (!drawings.has(drawing.id)) report("unknown-drawing", [...path, "id"], { drawing: drawing.id });
  for (const { id } of points)
    if (!Object.hasOwn(drawing.marks, id)) report("point-not-drawn", [...path, "marks"], { point: id });
  for (const id of Object.keys(drawing.marks))
    if (!points.some((point) => point.id === id)) report("unknown-point", [...path, "marks"], { point: id });
}

function lintRework(lint: LintContext, feature: Feature, kinds: Kinds, path: Path): void {
  const { rework } = feature;
  if (!rework) return;
  const { ref, cleanUp, hardenedCase, wall, offset, effects, kind } = rework;
  for (const [name, held] of Object.entries({ cleanUp, hardenedCase, wall }))
    if (held) lint.checkRef(held.ref, [...path, name, "ref"]);
  lint.checkRef(ref, [...path, "ref"]);
  if (offset) lintExpr(lint, offset, axesOf(feature), [...path, "offset"]);
  effects.forEach(({ expr, unit }, at) => lintDimension(lint, expr, unit, kinds, [...path, "effects", at]));
  const { new: fresh } = feature.governing.limits;
  if ((kind === "oversize" ? fresh?.min : fresh?.max) === undefined) lint.report("rework-needs-new-size", path);
}

/** Everything about one feature of a kind of part. */
export function lintFeature(
  lint: LintContext,
  feature: Feature,
  siblings: readonly Feature[],
  { facts, drawings }: { readonly facts: Kinds["facts"]; readonly drawings: ReadonlySet<string> },
  path: Path,
): void {
  const { ids, checkRef } = lint;
  const all = [feature.governing, ...feature.derived];
  ids(feature.places, [...path, "places"]);
  ids(feature.points, [...path, "points"]);
  ids(all, [...path, "derived"]);
  if (feature.sampling) checkRef(feature.sampling.ref, [...path, "sampling", "ref"]);
  for (const item of all) lintFits(lint, item.expr, feature.points, [...path, item.id, "expr"]);
  const kinds: Kinds = {
    facts,
    points: powersOfUnit(feature.unit)!,
    governing: powersOfUnit(feature.governing.unit)!,
    ends: new Map(),
  };
  const axes = axesOf(feature);
  lintCharacteristic(lint, feature.governing, axes, kinds, [...path, "governing"]);
  feature.derived.forEach((item, at) => lintCharacteristic(lint, item, axes, kinds, [...path, "derived", at]));
  lintRelated(lint, feature, siblings, path);
  lintDrawing(lint, feature, drawings, [...path, "drawing"]);
  if (feature.remedy) {
    checkRef(feature.remedy.ref, [...path, "remedy", "ref"]);
    checkRef(feature.remedy.within.ref, [...path, "remedy", "within", "ref"]);
  }
  lintRework(lint, feature, kinds, [...path, "rework"]);
}
