import { problem, type Path, type Problem, type Report } from "../problem/problem";
import { unitById } from "../quantity/units";
import { stations } from "../stations";
import {
  bareNumber,
  exprDimension,
  mismatch,
  powersOfUnit,
  samePowers,
  type Kinds,
  type Powers,
} from "./expr-dimension";
import { placesFor } from "./fit-points";
import { placesOf } from "./places";
import { rulesOfThumb } from "./thumb-rules";
import type { Characteristic, Expr, Feature, Joint, Limits, Pack, Point, Ref } from "./schema";
import { lintIdentity } from "./lint-identity";
import { lintTeardown } from "./lint-teardown";
import { innerExprs } from "./walk-expr";

/**
 * Everything that is wrong with a pack that has the right shape: references that lead nowhere, ids used twice,
 * limits that contradict each other, expressions whose units do not agree.
 */
export function lintPack(pack: Pack): Problem[] {
  const found: Problem[] = [];
  const report: Report = (code, path, ...params) => found.push(problem(code, path, ...params) as Problem);

  const ids = (list: readonly { id: string }[], path: Path) => {
    const seen = new Set<string>();
    list.forEach(({ id }, at) => {
      if (seen.has(id)) report("id-twice", [...path, at, "id"], { id });
      seen.add(id);
    });
    return seen;
  };

  const sources = ids(pack.sources, ["sources"]);
  const classes = ids(pack.classes, ["classes"]);
  const outlines = ids(pack.outlines, ["outlines"]);
  const drawings = ids(pack.drawings, ["drawings"]);
  ids(pack.facts, ["facts"]);
  const slots = ids(pack.slots, ["slots"]);
  const variants = ids(pack.variants, ["variants"]);
  ids(pack.figures, ["figures"]);
  ids(pack.cautions, ["cautions"]);
  const factPowers = new Map(pack.facts.map((fact) => [fact.id, powersOfUnit(fact.unit)!]));
  /** Outside features and joints: no points to read. */
  const engineKinds: Kinds = { facts: factPowers, points: bareNumber, governing: bareNumber, ends: new Map() };

  const checkRef = (ref: Ref, path: Path) => {
    if (!sources.has(ref.source)) report("unknown-source", [...path, "source"], { source: ref.source });
  };

  const checkLimits = (limits: Limits, path: Path) => {
    for (const [kind, limit] of Object.entries(limits)) if (limit) checkRef(limit.ref, [...path, kind, "ref"]);
    const { new: fresh, reassembly, inService } = limits;
    const outside = (inner: typeof fresh, outer: typeof fresh) =>
      (inner?.max !== undefined && outer?.max !== undefined && inner.max > outer.max) ||
      (inner?.min !== undefined && outer?.min !== undefined && inner.min < outer.min);
    if (outside(fresh, reassembly)) report("new-outside-reassembly", [...path, "reassembly"]);
    if (outside(reassembly, inService)) report("reassembly-outside-in-service", [...path, "inService"]);
  };

  /** Whether an expression comes out as what its unit says. */
  const checkDimension = (expr: Expr, unit: string, kinds: Kinds, path: Path) => {
    const needed = powersOfUnit(unit);
    if (!needed) return report("unknown-unit", path, { unit });
    const { powers, problems } = exprDimension(expr, kinds, path);
    found.push(...problems);
    if (powers && !samePowers(powers, needed)) found.push(mismatch(path, needed, powers));
  };

  type Axes = ReadonlyMap<string, ReadonlySet<string>>;
  const axesOf = (feature: Feature): Axes => {
    const axes = new Map<string, Set<string>>();
    for (const point of feature.points) {
      for (const [axis, place] of Object.entries(point.at)) axes.set(axis, (axes.get(axis) ?? new Set()).add(place));
    }
    return axes;
  };

  const checkExpr = (expr: Expr, axes: Axes, path: Path, ends: ReadonlyMap<string, Axes> = new Map()) => {
    if ("end" in expr) {
      const inner = ends.get(expr.end);
      if (!inner) report("unknown-end", [...path, "end"], { end: expr.end });
      return checkExpr(expr.each, inner ?? new Map(), [...path, "each"]);
    }
    if ("across" in expr) {
      for (const end of expr.across) {
        const inner = ends.get(end);
        if (!inner) report("unknown-end", [...path, "across"], { end });
        checkExpr(expr.each, inner ?? new Map(), [...path, "each"]);
      }
      return;
    }
    if ("over" in expr && !axes.has(expr.over)) report("unknown-axis", [...path, "over"], { axis: expr.over });
    if ("points" in expr) {
      for (const [axis, place] of Object.entries(expr.points))
        if (!axes.get(axis)?.has(place)) report("no-such-points", [...path, "points"], { axis, place });
    }
    innerExprs(expr).forEach((inner, at) => checkExpr(inner, axes, [...path, at], ends));
  };

  /** Whether some square of a side holds the four points that say anything of flatness. */
  const squaresHold = (side: number, points: readonly Point[]) => {
    const spots = points.flatMap(({ place }) =>
      place?.x === undefined || place.y === undefined ? [] : [{ x: place.x, y: place.y }],
    );
    return spots.some(({ x: left }) =>
      spots.some(
        ({ y: top }) =>
          spots.filter(({ x, y }) => x >= left && x <= left + side && y >= top && y <= top + side).length >= 4,
      ),
    );
  };

  /** Points that a fit asks for have to lie somewhere. */
  const checkFits = (expr: Expr, points: readonly Point[], path: Path) => {
    if ("fit" in expr) {
      const placeless = points.find(
        (point) =>
          Object.entries(expr.points).every(([axis, place]) => point.at[axis] === place) &&
          placesFor[expr.fit].some((axis) => point.place?.[axis] === undefined),
      );
      if (placeless) report("fit-without-place", path, { point: placeless.id, fit: expr.fit });
      if (expr.within !== undefined && !placesFor[expr.fit].includes("y"))
        report("fit-without-face", path, { fit: expr.fit });
      else if (expr.within !== undefined && !squaresHold(expr.within, points))
        report("fit-within-empty", path, { within: expr.within });
    }
    innerExprs(expr).forEach((inner, at) => checkFits(inner, points, [...path, at]));
  };

  const checkCharacteristic = (
    item: Characteristic,
    axes: Axes,
    kinds: Kinds,
    path: Path,
    ends?: ReadonlyMap<string, Axes>,
  ) => {
    checkLimits(item.limits, [...path, "limits"]);
    checkExpr(item.expr, axes, [...path, "expr"], ends);
    checkDimension(item.expr, item.unit, kinds, [...path, "expr"]);
    if (item.thumb) checkThumb(item.thumb, item.unit, [...path, "thumb"]);
  };

  const checkThumb = ({ rule, diameter }: NonNullable<Characteristic["thumb"]>, unit: string, path: Path) => {
    if (rulesOfThumb[rule].perDiameter !== (diameter !== undefined))
      report(diameter === undefined ? "thumb-without-diameter" : "thumb-with-diameter", path, { rule });
    if (unitById(unit)?.dimension !== "length") report("thumb-of-no-length", path, { rule, unit });
  };

  const checkFeature = (feature: Feature, siblings: readonly Feature[], path: Path) => {
    ids(feature.places, [...path, "places"]);
    ids(feature.points, [...path, "points"]);
    ids([feature.governing, ...feature.derived], [...path, "derived"]);
    if (feature.sampling) checkRef(feature.sampling.ref, [...path, "sampling", "ref"]);
    const axes = axesOf(feature);
    [feature.governing, ...feature.derived].forEach((item) =>
      checkFits(item.expr, feature.points, [...path, item.id, "expr"]),
    );
    const kinds: Kinds = {
      facts: factPowers,
      points: powersOfUnit(feature.unit)!,
      governing: powersOfUnit(feature.governing.unit)!,
      ends: new Map(),
    };
    checkCharacteristic(feature.governing, axes, kinds, [...path, "governing"]);
    feature.derived.forEach((item, at) => checkCharacteristic(item, axes, kinds, [...path, "derived", at]));

    const known = new Map(siblings.map((sibling) => [sibling.id, sibling]));
    const related = [...feature.restsOn, ...(feature.rework?.allowances.map((allowance) => allowance.feature) ?? [])];
    for (const id of related) {
      const other = known.get(id);
      if (!other) report("unknown-feature", path, { feature: id });
      else if (
        other.places.length > 0 &&
        feature.places.some((place) => !other.places.some((at) => at.id === place.id))
      )
        report("places-differ", path, { feature: id });
    }
    if (feature.drawing) {
      if (!drawings.has(feature.drawing.id))
        report("unknown-drawing", [...path, "drawing", "id"], { drawing: feature.drawing.id });
      const { marks } = feature.drawing;
      for (const point of feature.points)
        if (!Object.hasOwn(marks, point.id))
          report("point-not-drawn", [...path, "drawing", "marks"], { point: point.id });
      for (const id of Object.keys(marks))
        if (!feature.points.some((point) => point.id === id))
          report("unknown-point", [...path, "drawing", "marks"], { point: id });
    }
    if (feature.remedy) {
      checkRef(feature.remedy.ref, [...path, "remedy", "ref"]);
      checkRef(feature.remedy.within.ref, [...path, "remedy", "within", "ref"]);
    }
    if (feature.rework) {
      checkRef(feature.rework.ref, [...path, "rework", "ref"]);
      checkRef(feature.rework.cleanUp.ref, [...path, "rework", "cleanUp", "ref"]);
      const { hardenedCase, wall, offset, effects, kind } = feature.rework;
      if (hardenedCase) checkRef(hardenedCase.ref, [...path, "rework", "hardenedCase", "ref"]);
      if (wall) checkRef(wall.ref, [...path, "rework", "wall", "ref"]);
      if (offset) checkExpr(offset, axes, [...path, "rework", "offset"]);
      effects.forEach(({ expr, unit }, at) => {
        checkDimension(expr, unit, kinds, [...path, "rework", "effects", at]);
      });
      const { new: fresh } = feature.governing.limits;
      if ((kind === "oversize" ? fresh?.min : fresh?.max) === undefined)
        report("rework-needs-new-size", [...path, "rework"]);
    }
  };

  /** Features as readings name them, by slot. */
  const featuresIn = new Map(
    pack.slots.map((slot) => [
      slot.id,
      new Map(
        pack.classes
          .find((each) => each.id === slot.class)
          ?.features.flatMap((feature) => placesOf(feature).map((at) => [at.id, feature] as const)) ?? [],
      ),
    ]),
  );

  const checkJoint = (joint: Joint, path: Path) => {
    if (slots.has(joint.id)) report("id-twice", [...path, "id"], { id: joint.id });
    const ends = ids(joint.ends, [...path, "ends"]);
    ids(joint.places, [...path, "places"]);
    ids([joint.governing, ...joint.derived], [...path, "derived"]);
    const axes = new Map<string, Axes>();
    const kindsOfEnds = new Map<string, Powers>();
    joint.places.forEach((place, at) => {
      const where = [...path, "places", at, "ends"];
      for (const end of ends) if (!Object.hasOwn(place.ends, end)) report("end-missing", where, { end });
      for (const [end, { slot, feature }] of Object.entries(place.ends)) {
        const found = featuresIn.get(slot)?.get(feature);
        if (!ends.has(end)) report("unknown-end", where, { end });
        else if (!slots.has(slot)) report("unknown-slot", [...where, end], { slot });
        else if (!found) report("unknown-feature", [...where, end], { feature });
        else {
          axes.set(end, axesOf(found));
          kindsOfEnds.set(end, powersOfUnit(found.unit)!);
        }
      }
    });
    const kinds: Kinds = { ...engineKinds, ends: kindsOfEnds };
    checkCharacteristic(joint.governing, new Map(), kinds, [...path, "governing"], axes);
    joint.derived.forEach((item, at) => checkCharacteristic(item, new Map(), kinds, [...path, "derived", at], axes));
    const named = [...joint.givesWay, ...joint.renews.flatMap(({ when, replace }) => [when, ...replace])];
    for (const end of named) if (!ends.has(end)) report("unknown-end", path, { end });
    joint.renews.forEach(({ ref }, at) => checkRef(ref, [...path, "renews", at, "ref"]));
  };

  pack.facts.forEach((fact, at) => checkRef(fact.ref, ["facts", at, "ref"]));
  pack.cautions.forEach((caution, at) => {
    checkRef(caution.ref, ["cautions", at, "ref"]);
    if (caution.class !== undefined && !classes.has(caution.class))
      report("unknown-class", ["cautions", at, "class"], { class: caution.class });
    if (!stations.some((station) => station === caution.station))
      report("unknown-station", ["cautions", at, "station"], { station: caution.station });
  });
  pack.classes.forEach((partClass, at) => {
    const path = ["classes", at];
    checkRef(partClass.expansionPerK.ref, [...path, "expansionPerK", "ref"]);
    ids(partClass.features, [...path, "features"]);
    partClass.features.forEach((feature, index) =>
      checkFeature(feature, partClass.features, [...path, "features", index]),
    );
  });
  pack.slots.forEach((slot, at) => {
    if (!classes.has(slot.class)) report("unknown-class", ["slots", at, "class"], { class: slot.class });
    if (slot.map && !outlines.has(slot.map.outline))
      report("unknown-outline", ["slots", at, "map", "outline"], { outline: slot.map.outline });
  });
  if (pack.identity) found.push(...lintIdentity(pack.identity, variants, sources, ["identity"]));
  if (pack.intake) {
    const { questions, schools, history, symptoms, tests, weakPoints, bulletins } = pack.intake;
    for (const [name, list] of Object.entries({ questions, schools, history, symptoms, tests, weakPoints, bulletins }))
      ids(list, ["intake", name]);
    for (const [name, list] of Object.entries({ schools, tests, weakPoints, bulletins }))
      list.forEach((each, at) => checkRef(each.ref, ["intake", name, at, "ref"]));
    tests.forEach((test, at) => {
      ids(test.places, ["intake", "tests", at, "places"]);
      if (!unitById(test.unit)) report("unknown-unit", ["intake", "tests", at, "unit"], { unit: test.unit });
    });
    weakPoints.forEach((point, at) =>
      point.variants
        .filter((id) => !variants.has(id))
        .forEach((id) => report("unknown-variant", ["intake", "weakPoints", at, "variants"], { variant: id })),
    );
  }
  found.push(...lintTeardown(pack));
  if (pack.worth) {
    checkRef(pack.worth.ref, ["worth", "ref"]);
    checkRef(pack.worth.ceiling.ref, ["worth", "ceiling", "ref"]);
    for (const id of [...pack.worth.classes.map((each) => each.class), ...pack.worth.castings])
      if (!classes.has(id)) report("unknown-class", ["worth"], { class: id });
  }
  ids(pack.joints, ["joints"]);
  pack.joints.forEach((joint, at) => checkJoint(joint, ["joints", at]));
  pack.figures.forEach((figure, at) => {
    checkRef(figure.ref, ["figures", at, "ref"]);
    checkDimension(figure.expr, figure.unit, engineKinds, ["figures", at, "expr"]);
  });
  return found;
}
