import { evidence, type Evidence } from "../evidence/evidence";
import { problem } from "../problem/problem";
import type { CrackPart } from "./assess-crack";

/**
 * What crack-checks say of a part: each kind of crack for itself, and what nobody checked. A crack to be watched and one to
 * be repaired are both heard.
 */
export function crackEvidence({
  part,
  partClass,
  cracks,
  worst,
  isChecked,
  sister,
  map,
  hurt,
}: CrackPart): readonly Evidence[] {
  const { tag, id, origin } = part;
  const where = [id];
  const of = (word: string) => cracks.filter(({ verdict }) => verdict === word);
  const zonesOf = (word: string) =>
    [...new Set(of(word).flatMap(({ zones }) => zones.map(({ zone }) => zone.name)))].join(", ");
  const repairable = of("repairable");
  const repairs = repairable.flatMap(({ rule }) => rule?.repair ?? []);
  const cost = repairs.reduce((sum, each) => sum + each.cost, 0);
  const repair = [...new Set(repairs.map((each) => each.name))].join(", ");
  // One that the pack calls repairable without saying how is for a person to say.
  const isOpen = worst === null || (repairable.length > 0 && repairs.length === 0);
  // What comes new from its maker was never in an engine that could have cracked it.
  const isUnchecked = origin !== "supplier" && worst !== null && !isChecked;
  // Where the pack does not count inserts nobody can tell whether the zone takes one more.
  const isCounted = hurt.every(({ zone }) => map.zones.find(({ id: of }) => of === zone)?.threads);
  const inserts = hurt.length === 1 ? "a thread insert" : `${hurt.length} thread inserts`;
  return [
    ...(hurt.length > 0
      ? [
          evidence(
            problem("threads-damaged", where, {
              tag,
              count: hurt.length,
              broken: hurt.filter(({ state }) => state === "stud-broken").length,
            }),
            {
              // prettier-ignore
              madeGood: { id: "threads", step: "thread-inserts", name: inserts, allowed: isCounted || null, cost: null },
            },
          ),
        ]
      : []),
    ...(worst === "scrap" ? [evidence(problem("cracked-scrap", where, { tag, zones: zonesOf("scrap") }))] : []),
    ...(isOpen ? [evidence(problem("crack-open", where, { tag }))] : []),
    ...(of("watch").length > 0 ? [evidence(problem("crack-watched", where, { tag, zones: zonesOf("watch") }))] : []),
    ...repairable
      .filter(({ rule }) => rule?.repair?.watch !== undefined)
      .map(({ zones, rule }) =>
        evidence(
          problem("repair-watched", where, {
            tag,
            zones: zones.map(({ zone }) => zone.name).join(", "),
            why: rule!.repair!.watch!,
          }),
        ),
      ),
    ...(isUnchecked && sister
      ? [evidence(problem("sister-unchecked", where, { tag, sister: sister.tag }), { isAskedByWork: true })]
      : isUnchecked && partClass.crackCheck
        ? [evidence(problem("not-crack-checked", where, { tag }), { isAskedByWork: true })]
        : []),
    ...(repairs.length > 0
      ? [
          evidence(problem("cracked-repairable", where, { tag, zones: zonesOf("repairable"), repair, cost }), {
            madeGood: { id: "crack", step: "crack-repair", name: repair, allowed: true, cost },
          }),
        ]
      : []),
  ];
}
