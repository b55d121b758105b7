import { crossesItself } from "../numeric/plane";
import type { Path } from "../problem/problem";
import type { Pack } from "../pack/schema";
import type { Zone, ZoneMap } from "../pack/schema-teardown";
import type { LintContext } from "./lint-context";

type Rule = Zone["rules"][number];
type Schools = ReadonlyMap<string, ReadonlySet<string>>;

export const schoolsOf = ({ intake }: Pick<Pack, "intake">): Schools =>
  new Map(intake?.schools.map((school) => [school.id, new Set(school.options.map((option) => option.id))]));

/** Conditions narrow a rule; the last one of a zone must have none, or some cracks there would have no verdict. */
const isCatchAll = ({ within, reaches, longerThanMm, runs, school }: Rule) =>
  [within, reaches, longerThanMm, runs, school].every((condition) => condition === undefined);

function lintRule(lint: LintContext, rule: Rule, zone: Zone, ids: ReadonlySet<string>, schools: Schools, path: Path) {
  const { report } = lint;
  lint.checkRef(rule.ref, [...path, "ref"]);
  for (const id of [...(rule.within ?? []), ...(rule.reaches ?? [])])
    if (!ids.has(id)) report("unknown-zone", path, { id });
  if (rule.within && !rule.within.includes(zone.id)) report("rule-shuts-out-its-zone", path, { zone: zone.id });
  if (rule.runs !== undefined && zone.axis === undefined) report("zone-without-axis", path, { zone: zone.id });
  if ((rule.verdict === "repairable") !== (rule.repair !== undefined))
    report("repair-and-verdict", path, { zone: zone.id });
  if (rule.school && !schools.get(rule.school.school)?.has(rule.school.option))
    report("unknown-school", path, { id: `${rule.school.school}/${rule.school.option}` });
}

/** Everything about the zones of a casting. */
export function lintZones(lint: LintContext, { width, height, zones }: ZoneMap, schools: Schools, path: Path): void {
  const { report, checkRef, each } = lint;
  const ids = lint.ids(zones, [...path, "zones"]);
  each(zones, [...path, "zones"], (zone, where) => {
    const last = zone.rules.at(-1);
    if (!last || !isCatchAll(last)) report("zone-without-verdict", where, { zone: zone.id });
    if (zone.polygon.some(([x, y]) => x < 0 || y < 0 || x > width || y > height))
      report("zone-outside-map", where, { zone: zone.id });
    if (crossesItself(zone.polygon)) report("zone-crosses-itself", where, { zone: zone.id });
    each(zone.rules, [...where, "rules"], (rule, at) => lintRule(lint, rule, zone, ids, schools, at));
    if (zone.threads) checkRef(zone.threads.ref, [...where, "threads", "ref"]);
    if (zone.studs) checkRef(zone.studs.ref, [...where, "studs", "ref"]);
  });
}
