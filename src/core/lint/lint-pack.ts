import { minorUnits, moneyOf } from "../option/price-option";
import type { Path, Problem } from "../problem/problem";
import { stations } from "../stations";
import { unreachableSteps } from "../strip/step-order";
import { bareNumber, powersOfUnit, type Kinds } from "../pack/expr-dimension";
import type { Pack } from "../pack/schema";
import type { Parts } from "../pack/schema-relations";
import type { ShopOperation } from "../pack/schema-shop";
import { lintContext, type LintContext } from "./lint-context";
import { lintConditions } from "./lint-conditions";
import { lintConsequences } from "./lint-consequences";
import { lintDiagnosis } from "./lint-diagnosis";
import { lintDimension } from "./lint-expr";
import { lintFeature } from "./lint-feature";
import { lintIdentity } from "./lint-identity";
import { lintIntake } from "./lint-intake";
import { featuresIn, lintJoint } from "./lint-joint";
import { lintMatch } from "./lint-match";
import { lintRelations } from "./lint-relations";
import { lintTeardown } from "./lint-teardown";

function lintCautions({ pack, report, checkRef }: LintContext, classes: ReadonlySet<string>): void {
  pack.cautions.forEach((caution, at) => {
    checkRef(caution.ref, ["cautions", at, "ref"]);
    if (caution.class !== undefined && !classes.has(caution.class))
      report("unknown-class", ["cautions", at, "class"], { class: caution.class });
    if (!stations.some((station) => station === caution.station))
      report("unknown-station", ["cautions", at, "station"], { station: caution.station });
  });
}

function lintSlots({ pack, report }: LintContext, classes: ReadonlySet<string>, outlines: ReadonlySet<string>): void {
  pack.slots.forEach((slot, at) => {
    if (!classes.has(slot.class)) report("unknown-class", ["slots", at, "class"], { class: slot.class });
    const of = slot.has && pack.classes.find(({ id }) => id === slot.class);
    const there = of && new Set([...of.features.flatMap(({ places }) => places.map(({ id }) => id)), ...of.findings.flatMap(({ places }) => places)]); // prettier-ignore
    for (const place of there ? slot.has! : [])
      if (!there!.has(place)) report("slot-has-nothing", ["slots", at, "has"], { slot: slot.id, place });
    if (slot.map && !outlines.has(slot.map.outline))
      report("unknown-outline", ["slots", at, "map", "outline"], { outline: slot.map.outline });
  });
}

function lintWorth(
  { pack: { worth, slots: all }, report, checkRef, ids }: LintContext,
  classes: ReadonlySet<string>,
): void {
  // prettier-ignore
  if (!worth) return;
  const slots = new Set(all.map(({ id }) => id));
  const checkParts = (parts: Parts, path: Path) => {
    for (const id of parts.classes) if (!classes.has(id)) report("unknown-class", path, { class: id });
    for (const id of parts.slots) if (!slots.has(id)) report("unknown-slot", path, { slot: id });
  };
  checkRef(worth.ref, ["worth", "ref"]);
  checkRef(worth.ceiling.ref, ["worth", "ceiling", "ref"]);
  for (const id of [...worth.classes.map((each) => each.class), ...worth.castings])
    if (!classes.has(id)) report("unknown-class", ["worth"], { class: id });
  if (worth.lasts) checkRef(worth.lasts.ref, ["worth", "lasts", "ref"]);
  if (worth.floor) checkRef(worth.floor.ref, ["worth", "floor", "ref"]);
  worth.classes.forEach(({ lasts, takes }, at) => {
    const path = ["worth", "classes", at];
    if (lasts) checkRef(lasts.ref, [...path, "lasts", "ref"]);
    for (const { parts } of takes) checkParts(parts, [...path, "takes"]);
  });
  ids(worth.kits, ["worth", "kits"]);
  if (worth.merge) checkRef(worth.merge.ref, ["worth", "merge", "ref"]);
  worth.kits.forEach(({ parts }, at) => checkParts(parts, ["worth", "kits", at, "parts"]));
  ids(worth.discounts, ["worth", "discounts"]);
  const priceOf = new Map(worth.classes.map((each) => [each.class, moneyOf(each.replace)!.low]));
  // What several take off one part is taken off it together.
  const offOf = new Map<string, number>();
  worth.discounts.forEach(({ id, parts, from, off, ref }, at) => {
    const path = ["worth", "discounts", at];
    checkRef(ref, [...path, "ref"]);
    checkParts(parts, [...path, "parts"]);
    const places = all.filter((slot) => parts.classes.includes(slot.class) || parts.slots.includes(slot.id));
    if (places.length < from) report("discount-out-of-reach", [...path, "from"], { id, from, places: places.length });
    for (const of of new Set(places.map((slot) => slot.class))) {
      const [price, all] = [(priceOf.get(of) ?? 0) / minorUnits, (offOf.get(of) ?? 0) + off];
      offOf.set(of, all);
      if (all >= price) report("discount-past-price", [...path, "off"], { id, class: of, off: all, price });
    }
  });
}

/** Operations of the machine shop: known ones, in an order that ends, of features that are brought to a size. */
function lintShop({ pack, report, checkRef, ids, each }: LintContext, operations: readonly ShopOperation[]): void {
  const known = ids(operations, ["shop"]);
  const classes = new Map(pack.classes.map((partClass) => [partClass.id, partClass]));
  const circle = unreachableSteps(operations);
  if (circle.length > 0) report("steps-in-circle", ["shop"], { steps: circle.join(", ") });
  each(operations, ["shop"], ({ does, with: beside, after, ref }, path) => {
    checkRef(ref, [...path, "ref"]);
    for (const id of [...beside, ...after]) if (!known.has(id)) report("unknown-operation", path, { id });
    for (const { class: of, features } of does) {
      const partClass = classes.get(of);
      if (!partClass) report("unknown-class", [...path, "does"], { class: of });
      for (const id of features ?? [])
        if (partClass && !partClass.features.some((feature) => feature.id === id))
          report("unknown-feature", [...path, "does"], { feature: id });
    }
  });
}

/**
 * Everything that is wrong with a pack that has the right shape: references that lead nowhere, ids used twice,
 * limits that contradict each other, expressions whose units do not agree.
 *
 * @returns  all of it, each with the path to where it stands; empty for a pack that can be used
 */
export function lintPack(pack: Pack): Problem[] {
  const lint = lintContext(pack);
  const { ids, checkRef, found } = lint;
  const sources = ids(pack.sources, ["sources"]);
  const classes = ids(pack.classes, ["classes"]);
  const outlines = ids(pack.outlines, ["outlines"]);
  const drawings = ids(pack.drawings, ["drawings"]);
  const variants = ids(pack.variants, ["variants"]);
  for (const name of ["facts", "slots", "figures", "cautions", "joints"] as const) ids(pack[name], [name]);
  const facts = new Map(pack.facts.map((fact) => [fact.id, powersOfUnit(fact.unit)!]));
  /** Outside features and joints: no points to read. */
  const engine: Kinds = { facts, points: bareNumber, governing: bareNumber, ends: new Map() };

  pack.facts.forEach((fact, at) => checkRef(fact.ref, ["facts", at, "ref"]));
  lintCautions(lint, classes);
  pack.classes.forEach(({ expansionPerK, features }, at) => {
    const path = ["classes", at];
    checkRef(expansionPerK.ref, [...path, "expansionPerK", "ref"]);
    ids(features, [...path, "features"]);
    features.forEach((feature, index) =>
      lintFeature(lint, feature, features, { facts, drawings }, [...path, "features", index]),
    );
  });
  lintSlots(lint, classes, outlines);
  if (pack.identity) found.push(...lintIdentity(pack.identity, variants, sources, ["identity"]));
  if (pack.intake) lintIntake(lint, pack.intake, variants);
  lintTeardown(lint);
  lintConsequences(lint);
  lintRelations(lint);
  lintConditions(lint);
  lintDiagnosis(lint);
  lintMatch(lint);
  lintWorth(lint, classes);
  lintShop(lint, pack.shop);
  const features = featuresIn(pack);
  pack.joints.forEach((joint, at) => lintJoint(lint, joint, engine, features, ["joints", at]));
  pack.figures.forEach((figure, at) => {
    checkRef(figure.ref, ["figures", at, "ref"]);
    lintDimension(lint, figure.expr, figure.unit, engine, ["figures", at, "expr"]);
  });
  return found;
}
