import type { Parts, Relation } from "../pack/schema-relations";
import type { LintContext } from "./lint-context";
import { schoolsOf } from "./lint-zones";

const partsOf = (relation: Relation): readonly Parts[] => {
  switch (relation.is) {
    case "set":
      return relation.groups;
    case "ran-together":
    case "used-on-used":
      return [relation.one, relation.other];
    case "companion":
      return [relation.when, relation.replace];
    case "weak-link":
      return [relation.fresh, relation.tired];
    case "not-before":
      return [relation.fitted, relation.after];
    case "renew":
      return [relation.parts];
  }
};

/** Everything that is wrong with what a pack says holds between parts: parts it does not have, pairs that do not pair. */
export function lintRelations({ pack, ids, report, checkRef, each }: LintContext): void {
  const classes = new Set(pack.classes.map(({ id }) => id));
  const slots = new Set(pack.slots.map(({ id }) => id));
  const schools = schoolsOf(pack);
  const count = (parts: Parts) =>
    pack.slots.filter(({ id, class: of }) => parts.classes.includes(of) || parts.slots.includes(id)).length;
  ids(pack.relations, ["relations"]);
  each(pack.relations, ["relations"], (relation, path) => {
    checkRef(relation.ref, [...path, "ref"]);
    for (const parts of partsOf(relation)) {
      for (const id of parts.classes) if (!classes.has(id)) report("unknown-class", path, { class: id });
      for (const id of parts.slots) if (!slots.has(id)) report("unknown-slot", path, { slot: id });
    }
    if (relation.is === "ran-together" || relation.is === "used-on-used" || relation.is === "not-before") {
      const [one, other] = partsOf(relation).map(count) as [number, number];
      if (one !== other && one !== 1 && other !== 1)
        report("pairs-uneven", path, { relation: relation.id, one, other });
    }
    if (relation.is === "weak-link" && relation.unless) {
      const { school, option } = relation.unless;
      if (!schools.get(school)?.has(option)) report("unknown-school", path, { id: `${school}/${option}` });
    }
  });
}
