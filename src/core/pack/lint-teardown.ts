import { unreachableNodes } from "../circuits/reach";
import { crossesItself } from "../numeric/plane";
import { problem, type Path, type Problem, type Report } from "../problem/problem";
import { stepsBefore, unreachableSteps } from "../strip/step-order";
import type { Pack, PartClass, Ref } from "./schema";
import type { Circuit, Strip, Zone, ZoneMap } from "./schema-teardown";

/** What a pack can name that is not in it. */
type UnknownId =
  | "unknown-treatment"
  | "unknown-zone"
  | "unknown-material"
  | "unknown-place"
  | "unknown-method"
  | "unknown-step"
  | "unknown-position"
  | "unknown-node";

/** Everything that is wrong with what a pack says of taking apart, cleaning and crack-checking. */
export function lintTeardown(pack: Pack): Problem[] {
  const found: Problem[] = [];
  const report: Report = (code, path, ...params) => found.push(problem(code, path, ...params) as Problem);
  const idsOf = (list: readonly { readonly id: string }[], path: Path): ReadonlySet<string> => {
    const seen = new Set<string>();
    list.forEach(({ id }, at) => {
      if (seen.has(id)) report("id-twice", [...path, at, "id"], { id });
      seen.add(id);
    });
    return seen;
  };
  const sources = new Set(pack.sources.map((source) => source.id));
  const checkRef = (ref: Ref, path: Path) =>
    sources.has(ref.source) || report("unknown-source", [...path, "ref"], { source: ref.source });
  const each = <T>(list: readonly T[], path: Path, check: (item: T, path: Path) => void) =>
    list.forEach((item, at) => check(item, [...path, at]));
  const known = (all: ReadonlySet<string>, wanted: readonly string[], code: UnknownId, path: Path) =>
    wanted.filter((id) => !all.has(id)).forEach((id) => report(code, path, { id }));

  const materials = idsOf(pack.materials, ["materials"]);
  const treatments = idsOf(pack.treatments, ["treatments"]);
  const methods = idsOf(pack.crackMethods, ["crackMethods"]);
  const slots = new Set(pack.slots.map((slot) => slot.id));
  const schools = new Map(
    pack.intake?.schools.map((school) => [school.id, new Set(school.options.map((option) => option.id))]),
  );

  each(pack.materials, ["materials"], (material, path) => {
    checkRef(material.ref, path);
    known(
      treatments,
      material.treatments.map((one) => one.treatment),
      "unknown-treatment",
      path,
    );
  });
  each(pack.crackMethods, ["crackMethods"], (method, path) => checkRef(method.ref, path));
  if (pack.ledger) checkRef(pack.ledger.ref, ["ledger"]);
  if (pack.wear) checkRef(pack.wear.ref, ["wear"]);

  /** Conditions narrow a rule; the last one of a zone must have none, or some cracks there would have no verdict. */
  const isCatchAll = ({ within, reaches, longerThanMm, runs, school }: Zone["rules"][number]) =>
    [within, reaches, longerThanMm, runs, school].every((condition) => condition === undefined);

  const checkZones = ({ width, height, zones }: ZoneMap, path: Path) => {
    const ids = idsOf(zones, [...path, "zones"]);
    each(zones, [...path, "zones"], (zone, where) => {
      const last = zone.rules.at(-1);
      if (!last || !isCatchAll(last)) report("zone-without-verdict", where, { zone: zone.id });
      if (zone.polygon.some(([x, y]) => x < 0 || y < 0 || x > width || y > height))
        report("zone-outside-map", where, { zone: zone.id });
      if (crossesItself(zone.polygon)) report("zone-crosses-itself", where, { zone: zone.id });
      each(zone.rules, [...where, "rules"], (rule, at) => {
        checkRef(rule.ref, at);
        known(ids, [...(rule.within ?? []), ...(rule.reaches ?? [])], "unknown-zone", at);
        if (rule.within && !rule.within.includes(zone.id)) report("rule-shuts-out-its-zone", at, { zone: zone.id });
        if (rule.runs !== undefined && zone.axis === undefined) report("zone-without-axis", at, { zone: zone.id });
        if ((rule.verdict === "repairable") !== (rule.repair !== undefined))
          report("repair-and-verdict", at, { zone: zone.id });
        if (rule.school && !schools.get(rule.school.school)?.has(rule.school.option))
          report("unknown-school", at, { id: `${rule.school.school}/${rule.school.option}` });
      });
      if (zone.threads) checkRef(zone.threads.ref, [...where, "threads"]);
      if (zone.studs) checkRef(zone.studs.ref, [...where, "studs"]);
    });
  };

  each<PartClass>(
    pack.classes,
    ["classes"],
    ({ material, mass, life, rule, places, findings, cleaning, crackCheck, zoneMap }, path) => {
      if (material !== undefined) known(materials, [material], "unknown-material", [...path, "material"]);
      if (mass) checkRef(mass.ref, [...path, "mass"]);
      if (rule) checkRef(rule.ref, [...path, "rule"]);
      if (life) checkRef(life.ref, [...path, "life"]);
      const placeIds = idsOf(places, [...path, "places"]);
      idsOf(findings, [...path, "findings"]);
      each(findings, [...path, "findings"], (kind, at) => {
        known(placeIds, kind.places, "unknown-place", at);
        if (idsOf(kind.values, [...at, "values"]).has("none")) report("none-is-given", at, { id: kind.id });
      });
      if (cleaning) {
        checkRef(cleaning.ref, [...path, "cleaning"]);
        known(
          treatments,
          cleaning.treatments.map((one) => one.treatment),
          "unknown-treatment",
          [...path, "cleaning"],
        );
        idsOf(cleaning.first, [...path, "cleaning", "first"]);
      }
      if (crackCheck) {
        checkRef(crackCheck.ref, [...path, "crackCheck"]);
        known(methods, crackCheck.methods, "unknown-method", [...path, "crackCheck"]);
      }
      if (zoneMap) checkZones(zoneMap, [...path, "zoneMap"]);
    },
  );

  const holders = new Map(
    pack.slots.flatMap((slot) => (slot.within === undefined ? [] : [[slot.id, slot.within] as const])),
  );
  each(pack.slots, ["slots"], ({ id, within }, path) => {
    if (within === undefined) return;
    if (!slots.has(within)) report("unknown-slot", [...path, "within"], { slot: within });
    const seen = new Set([id]);
    for (let at: string | undefined = within; at !== undefined; at = holders.get(at)) {
      if (seen.has(at)) return void report("slot-within-itself", [...path, "within"], { slot: id });
      seen.add(at);
    }
  });

  const checkStrip = ({ steps, positions, checks }: Strip, path: Path) => {
    const stepIds = idsOf(steps, [...path, "steps"]);
    const positionIds = idsOf(positions, [...path, "positions"]);
    idsOf(checks, [...path, "checks"]);
    const circle = unreachableSteps(steps);
    if (circle.length > 0) report("steps-in-circle", [...path, "steps"], { steps: circle.join(", ") });
    const before = stepsBefore(steps);
    const byId = new Map(steps.map((step) => [step.id, step]));
    const removed = new Map<string, string>();
    each(steps, [...path, "steps"], (step, at) => {
      checkRef(step.ref, at);
      known(stepIds, step.after, "unknown-step", [...at, "after"]);
      known(positionIds, [...step.loses, ...step.secures], "unknown-position", at);
      step.removes
        .filter((slot) => !slots.has(slot))
        .forEach((slot) => report("unknown-slot", [...at, "removes"], { slot }));
      for (const slot of step.removes) {
        if (removed.has(slot)) report("slot-removed-twice", [...at, "removes"], { slot, step: removed.get(slot)! });
        removed.set(slot, step.id);
      }
      const secured = new Set([...(before.get(step.id) ?? [])].flatMap((id) => byId.get(id)?.secures ?? []));
      for (const position of step.loses)
        if (!secured.has(position)) report("loses-without-lock", at, { step: step.id, position });
    });
    each(checks, [...path, "checks"], (check, at) => {
      checkRef(check.ref, at);
      known(stepIds, [check.before], "unknown-step", [...at, "before"]);
      idsOf(check.places, [...at, "places"]);
      if (!check.states && !check.figure) report("check-without-answer", at, { check: check.id });
    });
  };
  if (pack.strip) checkStrip(pack.strip, ["strip"]);

  idsOf(pack.circuits, ["circuits"]);
  each<Circuit>(pack.circuits, ["circuits"], (circuit, path) => {
    const nodes = idsOf(circuit.nodes, [...path, "nodes"]);
    idsOf(circuit.passages, [...path, "passages"]);
    known(nodes, [circuit.from], "unknown-node", [...path, "from"]);
    each(circuit.nodes, [...path, "nodes"], (node, at) =>
      node.slots.filter((slot) => !slots.has(slot)).forEach((slot) => report("unknown-slot", at, { slot })),
    );
    each(circuit.passages, [...path, "passages"], ({ from, to, in: slot }, at) => {
      known(nodes, [from, to], "unknown-node", at);
      if (slot !== undefined && !slots.has(slot)) report("unknown-slot", at, { slot });
    });
    for (const id of unreachableNodes(circuit))
      report("circuit-part-unreachable", path, { circuit: circuit.id, node: id });
  });
  return found;
}
