import type { Path } from "../problem/problem";
import { powersOfUnit, type Kinds, type Powers } from "../pack/expr-dimension";
import { hasPlace, placesNamed, placesOf } from "../pack/places";
import type { Feature, Joint, Pack } from "../pack/schema";
import { lintCharacteristic } from "./lint-characteristic";
import type { LintContext } from "./lint-context";
import { axesOf, type Axes } from "./lint-expr";

/** Features as readings name them, by slot. */
export type FeaturesIn = ReadonlyMap<string, ReadonlyMap<string, Feature>>;

export function featuresIn({ slots, classes }: Pick<Pack, "slots" | "classes">): FeaturesIn {
  const named = placesNamed(slots);
  const classOf = new Map(classes.map((each) => [each.id, each]));
  return new Map(
    slots.map((slot) => {
      const features = classOf.get(slot.class)?.features ?? [];
      return [
        slot.id,
        new Map(
          features.flatMap(
            (feature) =>
            placesOf(feature).flatMap((at) => (at.place === null || hasPlace(slot, at.place.id, named) ? [[at.id, feature] as const] : [])), // prettier-ignore
          ),
        ),
      ];
    }),
  );
}

/** What meets at the places of a joint, by end: where its points lie and what is measured there. */
function lintPlaces(lint: LintContext, joint: Joint, ends: ReadonlySet<string>, features: FeaturesIn, path: Path) {
  const axes = new Map<string, Axes>();
  const kinds = new Map<string, Powers>();
  joint.places.forEach((place, at) => {
    const where = [...path, "places", at, "ends"];
    for (const end of ends) if (!Object.hasOwn(place.ends, end)) lint.report("end-missing", where, { end });
    for (const [end, { slot, feature }] of Object.entries(place.ends)) {
      const found = features.get(slot)?.get(feature);
      if (!ends.has(end)) lint.report("unknown-end", where, { end });
      else if (!features.has(slot)) lint.report("unknown-slot", [...where, end], { slot });
      else if (!found) lint.report("unknown-feature", [...where, end], { feature });
      else {
        axes.set(end, axesOf(found));
        kinds.set(end, powersOfUnit(found.unit)!);
      }
    }
  });
  return { axes, kinds };
}

/** Everything about one joint. */
export function lintJoint(lint: LintContext, joint: Joint, engine: Kinds, features: FeaturesIn, path: Path): void {
  const { ids, report, checkRef } = lint;
  if (features.has(joint.id)) report("id-twice", [...path, "id"], { id: joint.id });
  const ends = ids(joint.ends, [...path, "ends"]);
  ids(joint.places, [...path, "places"]);
  ids([joint.governing, ...joint.derived], [...path, "derived"]);
  const { axes, kinds } = lintPlaces(lint, joint, ends, features, path);
  const ofEnds: Kinds = { ...engine, ends: kinds };
  const none: Axes = new Map();
  lintCharacteristic(lint, joint.governing, none, ofEnds, [...path, "governing"], axes);
  joint.derived.forEach((item, at) => lintCharacteristic(lint, item, none, ofEnds, [...path, "derived", at], axes));
  const named = [...joint.givesWay, ...joint.renews.flatMap(({ when, replace }) => [when, ...replace])];
  for (const end of named) if (!ends.has(end)) report("unknown-end", path, { end });
  joint.renews.forEach(({ ref }, at) => checkRef(ref, [...path, "renews", at, "ref"]));
}
