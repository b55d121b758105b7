import { nodeId, unfold } from "../causes/unfold";
import { problem, type Path, type Problem } from "../problem/problem";
import type { Pack } from "../pack/schema";
import type { CauseEvent, CauseFinding, Diagnosis, Reads } from "../pack/schema-diagnosis";
import type { LintContext } from "./lint-context";

/** Sums of shares that leave nothing for 'not there' would be certain. */
const sharesTooMuch = (p: number | readonly number[]): boolean =>
  typeof p !== "number" && p.reduce((sum, each) => sum + each, 0) >= 1;

/** Nodes that bring each other about in a circle, by their ids; null where none do. */
export function circleOf(diagnosis: Diagnosis): readonly string[] | null {
  const causesOf = new Map(
    [...diagnosis.events, ...diagnosis.findings].map((each) => [
      each.id,
      [...each.causes.map(({ of }) => of), ...("table" in each ? (each.table?.of ?? []) : [])],
    ]),
  );
  const done = new Set<string>();
  const onWay: string[] = [];
  const visit = (id: string): readonly string[] | null => {
    const at = onWay.indexOf(id);
    if (at >= 0) return [...onWay.slice(at), id];
    if (done.has(id)) return null;
    onWay.push(id);
    for (const cause of causesOf.get(id) ?? []) {
      const found = visit(cause);
      if (found) return found;
    }
    onWay.pop();
    done.add(id);
    return null;
  };
  for (const id of causesOf.keys()) {
    const found = visit(id);
    if (found) return found;
  }
  return null;
}

/** Everything that what a finding is read off names, by kind. */
function lintReads(lint: LintContext, reads: Reads, path: Path): void {
  const { pack, report } = lint;
  const classOf = (id: string) => pack.classes.find((each) => each.id === id);
  const known = (id: string) => {
    if (!classOf(id)) report("unknown-class", path, { class: id });
    return classOf(id);
  };
  switch (reads.is) {
    case "finding":
      for (const id of reads.classes)
        if (known(id) && !classOf(id)!.findings.some((kind) => kind.id === reads.finding))
          report("unknown-cause-node", path, { id: `${id}: ${reads.finding}` });
      return;
    case "value":
      if (known(reads.class) && !classOf(reads.class)!.features.some(({ id }) => id === reads.feature))
        report("unknown-feature", path, { feature: reads.feature });
      return;
    case "fit":
      if (!pack.joints.some(({ id }) => id === reads.joint)) report("unknown-cause-node", path, { id: reads.joint });
      return;
    case "check":
      if (!pack.strip?.checks.some(({ id }) => id === reads.check))
        report("unknown-cause-node", path, { id: reads.check });
      return;
    case "test":
      if (!pack.intake?.tests.some(({ id }) => id === reads.test))
        report("unknown-cause-node", path, { id: reads.test });
      return;
    case "symptom":
      if (!pack.intake?.symptoms.some(({ id }) => id === reads.symptom))
        report("unknown-cause-node", path, { id: reads.symptom });
      return;
    case "crack":
      known(reads.class);
      return;
    case "broken":
    case "account":
      reads.classes.forEach(known);
      return;
    case "revision":
      if (known(reads.class))
        for (const id of reads.revisions)
          if (!classOf(reads.class)!.revisions.some((each) => each.id === id))
            report("unknown-revision", path, { revision: id });
      return;
    case "identity":
      if (!pack.identity) report("unknown-cause-node", path, { id: "identity" });
  }
}

/** What is wrong with a network of causes: names that lead nowhere, circles, certainties, findings nobody can record. */
export function lintDiagnosis(lint: LintContext): void {
  const { pack, ids, checkRef, each, report } = lint;
  const { diagnosis } = pack;
  if (!diagnosis) return;
  const at: Path = ["diagnosis"];
  const plates = ids(diagnosis.plates, [...at, "plates"]);
  const slots = new Set(pack.slots.map(({ id }) => id));
  each(diagnosis.plates, [...at, "plates"], (plate, path) =>
    each(plate.places, [...path, "places"], (place, here) => {
      for (const slot of place.slots) if (!slots.has(slot)) report("unknown-slot", here, { slot });
    }),
  );
  const tables = new Map(diagnosis.tables.map((table) => [table.id, table]));
  ids(diagnosis.tables, [...at, "tables"]);
  const placesOf = new Map(diagnosis.plates.map(({ id, places }) => [id, new Set(places.map((place) => place.id))]));
  each(diagnosis.tables, [...at, "tables"], ({ one, other, pairs }, path) => {
    for (const plate of [one, other]) if (!plates.has(plate)) report("unknown-plate", path, { plate });
    const seen = new Set<string>();
    pairs.forEach((pair, index) => {
      // One wrong name would vanish without a word: what it pairs would have no neighbour.
      pair.forEach((place, end) => {
        const plate = end === 0 ? one : other;
        if (plates.has(plate) && !placesOf.get(plate)!.has(place)) report("no-place-on-plate", [...path, "pairs", index], { place, plate }); // prettier-ignore
      });
      if (seen.has(pair.join())) report("pair-twice", [...path, "pairs", index], { one: pair[0], other: pair[1] });
      seen.add(pair.join());
    });
  });
  const all = [...diagnosis.causes, ...diagnosis.events, ...diagnosis.findings];
  const plateOfNode = new Map(all.map(({ id, plate }) => [id, plate]));
  ids(all, at);
  const upper = new Set([...diagnosis.causes, ...diagnosis.events].map(({ id }) => id));
  const findings = new Set(diagnosis.findings.map(({ id }) => id));
  const checkNode = ({ plate, ref }: (typeof all)[number], path: Path) => {
    checkRef(ref, [...path, "ref"]);
    if (plate !== undefined && !plates.has(plate)) report("unknown-plate", path, { plate });
  };
  each(diagnosis.causes, [...at, "causes"], (cause, path) => {
    checkNode(cause, path);
    for (const id of cause.confirm) if (!findings.has(id)) report("unknown-cause-node", [...path, "confirm"], { id });
    if (
      !diagnosis.findings.some(
        (finding) => cause.confirm.includes(finding.id) && (finding.reads.length > 0 || finding.ask),
      )
    )
      report("cause-without-test", path, { cause: cause.id });
  });
  for (const list of ["events", "findings"] as const)
    each<CauseEvent | CauseFinding>(diagnosis[list], [...at, list], (node, path) => {
      checkNode(node, path);
      const table = "table" in node ? node.table : undefined;
      for (const of of [...node.causes.map((link) => link.of), ...(table?.of ?? [])])
        if (!upper.has(of)) report("unknown-cause-node", path, { id: of });
      for (const { of, reach } of node.causes) {
        if (typeof reach !== "object" || !("table" in reach)) continue;
        const pairs = tables.get(reach.table);
        const ends = [node.plate, plateOfNode.get(of)];
        if (!pairs) report("unknown-table", path, { table: reach.table });
        // Paired by a table of other plates it would reach nothing.
        else if (
          ![
            [pairs.one, pairs.other],
            [pairs.other, pairs.one],
          ].some(([a, b]) => a === ends[0] && b === ends[1])
        )
          report("table-of-other-plates", path, { table: reach.table, node: node.id, of });
      }
      if (
        sharesTooMuch(node.leak) ||
        node.causes.some(({ p }) => sharesTooMuch(p)) ||
        (table && table.rows.length !== 2 ** table.of.length)
      )
        report("cause-shares", path, { id: node.id });
      const grades = (p: number | readonly number[]) => (typeof p === "number" ? 1 : p.length);
      if (node.causes.some(({ p }) => grades(p) !== grades(node.leak))) report("cause-shares", path, { id: node.id });
    });
  each(diagnosis.findings, [...at, "findings"], (finding, path) => {
    if (finding.reads.length === 0 && finding.ask === undefined)
      report("cause-unrecordable", path, { finding: finding.id });
    finding.reads.forEach((reads, index) => lintReads(lint, reads, [...path, "reads", index]));
  });
  const circle = circleOf(diagnosis);
  if (circle) report("cause-cycle", at, { nodes: circle.join(" → ") });
}

/** So many states of the whole engine may reach into places, and so many may gather from them, before beliefs take long. */
const [mostGateways, mostCollectors] = [8, 4];

/** What makes beliefs slow, and causes that nothing tells apart. */
export function diagnosisWarnings(pack: Pack): readonly Problem[] {
  const { diagnosis } = pack;
  if (!diagnosis || circleOf(diagnosis)) return [];
  const network = unfold({ pack })!;
  const at: Path = ["diagnosis"];
  const found: Problem[] = [];
  const effects = new Map<string, string[]>();
  for (const { id, kind, item, causes } of network.of.values())
    if (kind !== "cause")
      for (const cause of causes) {
        const node = network.nodes.get(id)!;
        const p = node.kind === "max" ? node.causes.find(({ of }) => of === cause)!.effect[1] : null;
        effects.set(cause, [...(effects.get(cause) ?? []), `${id} ${JSON.stringify(p)} ${item.id}`]);
      }
  const bySay = new Map<string, string>();
  for (const cause of diagnosis.causes) {
    const place = diagnosis.plates.find(({ id }) => id === cause.plate)?.places[0]?.id ?? null;
    const say = (effects.get(nodeId(cause.id, place)) ?? []).sort().join("; ");
    const other = bySay.get(say);
    if (other) found.push(problem("causes-alike", [...at, "causes"], { first: other, second: cause.id }));
    bySay.set(say, cause.id);
  }
  const plateOf = new Map([...diagnosis.causes, ...diagnosis.events].map(({ id, plate }) => [id, plate]));
  const roots = new Set(diagnosis.causes.map(({ id }) => id));
  const into = new Map<string, number>();
  const collectors: string[] = [];
  for (const event of diagnosis.events) {
    const gathers = event.plate === undefined && event.causes.some(({ of }) => plateOf.get(of) !== undefined);
    if (gathers) collectors.push(event.id);
    if (event.plate === undefined) continue;
    for (const { of } of event.causes) if (plateOf.get(of) === undefined) into.set(of, (into.get(of) ?? 0) + 1);
  }
  for (const [cause, count] of into)
    if (roots.has(cause) && count > 1) found.push(problem("root-into-places", [...at, "causes"], { cause, count }));
  const gateways = [...into].filter(([, count]) => count > 1).map(([id]) => id);
  if (gateways.length > mostGateways)
    found.push(problem("gateways-many", at, { count: gateways.length, names: gateways.join(", ") }));
  if (collectors.length > mostCollectors)
    found.push(problem("collectors-many", at, { count: collectors.length, names: collectors.join(", ") }));
  return found;
}
