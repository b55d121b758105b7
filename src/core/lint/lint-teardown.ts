import { unreachedNodes } from "../circuits/downstream";
import type { Path } from "../problem/problem";
import type { PartClass } from "../pack/schema";
import type { Circuit } from "../pack/schema-teardown";
import type { LintContext } from "./lint-context";
import { lintStrip } from "./lint-strip";
import { placesOf } from "../pack/places";
import { lintZones, schoolsOf } from "./lint-zones";

type Ids = ReadonlySet<string>;

/** What treatments, materials and methods of crack-checking there are. */
function lintMaterials({ pack, ids, report, checkRef, each }: LintContext) {
  ids(pack.materials, ["materials"]);
  const treatments = ids(pack.treatments, ["treatments"]);
  const methods = ids(pack.crackMethods, ["crackMethods"]);
  each(pack.materials, ["materials"], (material, path) => {
    checkRef(material.ref, [...path, "ref"]);
    for (const { treatment } of material.treatments)
      if (!treatments.has(treatment)) report("unknown-treatment", path, { id: treatment });
  });
  each(pack.crackMethods, ["crackMethods"], (method, path) => checkRef(method.ref, [...path, "ref"]));
  return { materials: new Set(pack.materials.map(({ id }) => id)), treatments, methods };
}

/** What can be seen on a kind of part, and where. */
function lintFindings({ ids, report, each }: LintContext, { places, findings, features }: PartClass, path: Path): void {
  const placeIds = ids(places, [...path, "places"]);
  const measured = new Set(features.flatMap(placesOf).map(({ id }) => id));
  each(places, [...path, "places"], ({ on = [] }, at) => {
    for (const feature of on) if (!measured.has(feature)) report("unknown-feature", [...at, "on"], { feature });
  });
  ids(findings, [...path, "findings"]);
  each(findings, [...path, "findings"], (kind, at) => {
    for (const id of kind.places) if (!placeIds.has(id)) report("unknown-place", at, { id });
    if (ids(kind.values, [...at, "values"]).has("none")) report("none-is-given", at, { id: kind.id });
  });
}

function lintClass(
  lint: LintContext,
  partClass: PartClass,
  { materials, treatments, methods }: Readonly<Record<"materials" | "treatments" | "methods", Ids>>,
  path: Path,
): void {
  const { report, checkRef, ids } = lint;
  const { material, mass, life, rule, cleaning, crackCheck, zoneMap } = partClass;
  for (const [name, held] of Object.entries({ mass, rule, life, cleaning, crackCheck }))
    if (held) checkRef(held.ref, [...path, name, "ref"]);
  if (material !== undefined && !materials.has(material))
    report("unknown-material", [...path, "material"], { id: material });
  lintFindings(lint, partClass, path);
  for (const { treatment } of cleaning?.treatments ?? [])
    if (!treatments.has(treatment)) report("unknown-treatment", [...path, "cleaning"], { id: treatment });
  if (cleaning) ids(cleaning.first, [...path, "cleaning", "first"]);
  for (const id of crackCheck?.methods ?? [])
    if (!methods.has(id)) report("unknown-method", [...path, "crackCheck"], { id });
  if (zoneMap) lintZones(lint, zoneMap, schoolsOf(lint.pack), [...path, "zoneMap"]);
}

/** Slots that sit in other slots: those are there, and none sits in itself by way of others. */
function lintNesting({ pack, report, each }: LintContext, slots: Ids): void {
  const holders = new Map(
    pack.slots.flatMap(({ id, within }) => (within === undefined ? [] : [[id, within] as const])),
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
}

function lintCircuit({ ids, report, each }: LintContext, circuit: Circuit, slots: Ids, path: Path): void {
  const nodes = ids(circuit.nodes, [...path, "nodes"]);
  ids(circuit.passages, [...path, "passages"]);
  if (!nodes.has(circuit.from)) report("unknown-node", [...path, "from"], { id: circuit.from });
  each(circuit.nodes, [...path, "nodes"], (node, at) => {
    for (const slot of node.slots) if (!slots.has(slot)) report("unknown-slot", at, { slot });
  });
  each(circuit.passages, [...path, "passages"], ({ from, to, in: slot }, at) => {
    for (const id of [from, to]) if (!nodes.has(id)) report("unknown-node", at, { id });
    if (slot !== undefined && !slots.has(slot)) report("unknown-slot", at, { slot });
  });
  for (const id of unreachedNodes(circuit)) report("circuit-part-unreachable", path, { circuit: circuit.id, node: id });
}

/** Everything that is wrong with what a pack says of taking apart, cleaning and crack-checking. */
export function lintTeardown(lint: LintContext): void {
  const { pack, ids, checkRef, each } = lint;
  const known = lintMaterials(lint);
  const slots = new Set(pack.slots.map(({ id }) => id));
  if (pack.ledger) checkRef(pack.ledger.ref, ["ledger", "ref"]);
  if (pack.wear) checkRef(pack.wear.ref, ["wear", "ref"]);
  each(pack.classes, ["classes"], (partClass, path) => lintClass(lint, partClass, known, path));
  lintNesting(lint, slots);
  if (pack.strip) lintStrip(lint, pack.strip, slots, ["strip"]);
  ids(pack.circuits, ["circuits"]);
  each(pack.circuits, ["circuits"], (circuit, path) => lintCircuit(lint, circuit, slots, path));
}
