import { problem, type Problem } from "../problem/problem";
import { unitById } from "../quantity/units";
import type { Characteristic, Expr, Feature, Pack, PartClass } from "../pack/schema";
import { innerExprs } from "../pack/walk-expr";

import { diagnosisWarnings } from "./lint-diagnosis";

type Path = readonly (string | number)[];

/** A limit of an angle beyond this is more likely in degrees than in radians: 45°. */
const muchAngle = Math.PI / 4;

/** What a drawn outline leaves behind, command by command; moving alone draws nothing. */
const draws = (path: string) => /[lhvcsqta]/iu.test(path) && new Set(path.match(/-?\d*\.?\d+/gu) ?? []).size > 1;

const ownIn = (expr: Expr): readonly string[] => ("own" in expr ? [expr.own] : innerExprs(expr).flatMap(ownIn));

/** Features that say something to something: decided by, rested on, met in a joint or a mating, allowed for, or asked of new parts. */
function usedFeatures({ id, features, incoming }: PartClass, pack: Pack): ReadonlySet<string> {
  const slots = new Set(pack.slots.filter((slot) => slot.class === id).map((slot) => slot.id));
  const inJoints = pack.joints.flatMap(({ places }) =>
    places.flatMap(({ ends }) => Object.values(ends).flatMap((at) => (slots.has(at.slot) ? [at.feature] : []))),
  );
  const atPlace = (feature: Feature) =>
    inJoints.some((at) => at === feature.id || at.startsWith(`${feature.id}-`)) ? [feature.id] : [];
  return new Set([
    ...features.filter(({ decides }) => decides).map((feature) => feature.id),
    ...features.flatMap(({ restsOn, rework, governing, derived }) => [
      ...restsOn,
      ...(rework?.allowances.map(({ feature }) => feature) ?? []),
      ...[governing, ...derived].flatMap(({ expr }) => ownIn(expr)),
    ]),
    ...features.flatMap(atPlace),
    ...(incoming?.features ?? []),
    ...(pack.match?.attributes ?? []).flatMap(({ measured }) => measured.flatMap((each) => (each.class === id ? [each.feature] : []))), // prettier-ignore
  ]);
}

function ofCharacteristic(item: Characteristic, wearsTowards: Feature["wearsTowards"], path: Path): Problem[] {
  const found: Problem[] = [];
  const { reassembly, new: fresh, inService } = item.limits;
  const [stop, other] = wearsTowards === "larger" ? [reassembly?.max, reassembly?.min] : [reassembly?.min, reassembly?.max]; // prettier-ignore
  if (reassembly && stop === undefined && other !== undefined)
    found.push(problem("wears-away-from-limit", [...path, "limits", "reassembly"], { characteristic: item.id, wears: wearsTowards })); // prettier-ignore
  if (unitById(item.unit)?.dimension === "angle")
    for (const [kind, limit] of Object.entries({ new: fresh, reassembly, inService }))
      for (const value of [limit?.min, limit?.max])
        if (value !== undefined && Math.abs(value) > muchAngle)
          found.push(problem("angle-in-degrees", [...path, "limits", kind], { characteristic: item.id, value }));
  return found;
}

/**
 * Kinds of part whose failure commonly hurts people, by the words their names hold: rods and their bolts, cranks, what spins and
 * is thrown, controls, fuel, steering. Common practice, no source.
 */
const hurting = /\b(connecting rod|rod bolt|crankshaft|eccentric shaft|flywheel|propeller|governor|injection pump|injector|fuel|carburettor|steering|throttle|brake)\b/iu; // prettier-ignore

/** A value that decides nothing refuses its part all the same past a limit; without one it says nothing. */
const isUnlimited = ({ governing, derived }: Feature) =>
  [governing, ...derived].every(({ limits, limitsWhere }) => Object.keys(limits).length + limitsWhere.length === 0);

function ofClass(partClass: PartClass, pack: Pack, path: Path): Problem[] {
  const { id, features, findings } = partClass;
  const found: Problem[] = [];
  const used = usedFeatures(partClass, pack);
  features.forEach((feature, at) => {
    const here = [...path, "features", at];
    if (!used.has(feature.id) && isUnlimited(feature))
      found.push(problem("feature-says-nothing", here, { feature: feature.id }));
    found.push(...ofCharacteristic(feature.governing, feature.wearsTowards, [...here, "governing"]));
  });
  const spoken = new Set(
    pack.consequences.flatMap((each) => (each.class === id && each.when.is === "finding" ? [each.when.finding] : [])),
  );
  findings.forEach((kind, at) => {
    if (!spoken.has(kind.id))
      found.push(problem("finding-without-consequence", [...path, "findings", at], { finding: kind.id, nature: kind.nature })); // prettier-ignore
  });
  if (partClass.rule === undefined && hurting.test(partClass.name))
    found.push(problem("rule-owed", path, { class: partClass.name }));
  if (!pack.slots.some((slot) => slot.class === id)) found.push(problem("class-without-slot", path, { class: id }));
  return found;
}

/** All references to sources anywhere in a pack. */
function sourcesNamed(value: unknown, named: Set<string>): Set<string> {
  if (Array.isArray(value)) for (const each of value) sourcesNamed(each, named);
  else if (typeof value === "object" && value !== null)
    for (const [key, inner] of Object.entries(value))
      if (key === "ref" && typeof (inner as { source?: unknown }).source === "string")
        named.add((inner as { source: string }).source);
      else sourcesNamed(inner, named);
  return named;
}

/**
 * What is not wrong with a pack and is hardly meant: things that change no verdict, wear that runs away from its limit,
 * angles in degrees.
 *
 * @returns  notices, each with the path to where it stands
 */
export function lintWarnings(pack: Pack): readonly Problem[] {
  const sources = sourcesNamed(pack, new Set());
  return [
    ...diagnosisWarnings(pack),
    ...pack.classes.flatMap((partClass, at) => ofClass(partClass, pack, ["classes", at])),
    ...pack.joints.flatMap((joint, at): Problem[] => [
      ...(joint.givesWay.length === 0 && joint.governing.limits.reassembly
        ? [problem("joint-without-give", ["joints", at], { joint: joint.id })]
        : []),
      ...ofCharacteristic(joint.governing, joint.wearsTowards, ["joints", at, "governing"]),
    ]),
    ...pack.outlines.flatMap(({ id, path }, at) =>
      draws(path) ? [] : [problem("outline-draws-nothing", ["outlines", at, "path"], { outline: id })],
    ),
    ...pack.drawings.flatMap(({ id, paths }, at) =>
      paths.some(({ path }) => draws(path))
        ? []
        : [problem("outline-draws-nothing", ["drawings", at], { outline: id })],
    ),
    ...pack.sources.flatMap(({ id }, at) =>
      sources.has(id) ? [] : [problem("source-unused", ["sources", at], { source: id })],
    ),
  ];
}
