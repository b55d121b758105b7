import type { Pack, PartClass } from "../pack/schema";
import type { Consequence } from "../pack/schema-consequences";
import type { LintContext } from "./lint-context";
import { schoolsOf } from "./lint-zones";

/** What a consequence names that its pack does not have. */
function missing({ when }: Consequence, { findings }: PartClass, { strip, intake }: Pack): string[] {
  const without = (wanted: readonly string[] | undefined, there: readonly { readonly id: string }[] | undefined) =>
    (wanted ?? []).filter((id) => !there?.some((each) => each.id === id));
  if (when.is === "finding") {
    const kind = findings.find(({ id }) => id === when.finding);
    if (!kind) return [when.finding];
    return [...without(when.values, kind.values), ...(when.places ?? []).filter((id) => !kind.places.includes(id))];
  }
  if (when.is === "check") {
    const check = strip?.checks.find(({ id }) => id === when.check);
    return check ? without(when.states, check.states) : [when.check];
  }
  const line = intake?.history.find(({ id }) => id === when.item);
  return line ? without([String(when.value)], line.options) : [when.item];
}

/** Everything that is wrong with what a pack says follows from what is seen, tested and known. */
export function lintConsequences({ pack, ids, report, checkRef, each }: LintContext): void {
  const classes = new Map(pack.classes.map((partClass) => [partClass.id, partClass]));
  const schools = schoolsOf(pack);
  ids(pack.consequences, ["consequences"]);
  each(pack.consequences, ["consequences"], (consequence, path) => {
    checkRef(consequence.ref, [...path, "ref"]);
    const partClass = classes.get(consequence.class);
    if (!partClass) return report("unknown-class", [...path, "class"], { class: consequence.class });
    for (const what of missing(consequence, partClass, pack))
      report("consequence-of-nothing", [...path, "when"], { consequence: consequence.id, what });
    const { school } = consequence;
    if (school && !schools.get(school.school)?.has(school.option))
      report("unknown-school", [...path, "school"], { id: `${school.school}/${school.option}` });
  });
}
