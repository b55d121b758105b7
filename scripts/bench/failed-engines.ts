/** Failed engines drawn from the network of the Orrinshaw 6M, with what each finding shows to whoever looks. */
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { isRecordable } from "@/core/diagnose/infer";
import { likelihoodOf, type Sighting } from "@/core/causes/sightings";
import { gradesOfFinding, unfold, type FindingNode } from "@/core/causes/unfold";
import type { Node } from "@/core/numeric/belief/network";

export const network = unfold(orrinshaw)!;
const { misses } = network.diagnosis;
export const findings = [...network.of.values()].filter((each): each is FindingNode => each.kind === "finding" && isRecordable(each)); // prettier-ignore
export const hidden = [...network.of.values()].flatMap(({ kind, id }) => (kind === "finding" ? [] : [id]));
export const roots = [...network.of.values()].flatMap(({ kind, id }) => (kind === "cause" ? [id] : []));
export const isTold = ({ item }: FindingNode) => item.reads.some(({ is }) => is === "symptom");

export const order: string[] = [];
{
  const done = new Set<string>();
  const visit = (id: string) => {
    if (done.has(id)) return;
    done.add(id);
    network.of.get(id)!.causes.forEach(visit);
    order.push(id);
  };
  [...network.nodes.keys()].forEach(visit);
}

/** One engine: every node as it truly is, and what each finding shows to whoever looks. */
export interface Engine {
  readonly truly: ReadonlyMap<string, number>;
  readonly shown: ReadonlyMap<string, number>;
}

export function drawEngine(nodes: ReadonlyMap<string, Node>, next: () => number): Engine {
  const pick = (shares: readonly number[]) => {
    let left = next();
    const at = shares.findIndex((share) => (left -= share) < 0);
    return at < 0 ? shares.length - 1 : at;
  };
  for (;;) {
    const truly = new Map<string, number>();
    for (const id of order) {
      const node = nodes.get(id)!;
      if (node.kind !== "max") throw new Error("tables are not drawn");
      truly.set(id, node.causes.reduce((worst, { of, effect }) => Math.max(worst, pick(effect[truly.get(of)!]!)), pick(node.leak))); // prettier-ignore
    }
    const shown = new Map(
      findings.map(({ id }) => {
        const grade = truly.get(id)!;
        return [id, grade > 0 && next() < misses.after ** grade ? 0 : grade] as const;
      }),
    );
    const isFailed = findings.some(({ id, item }) => item.severe && shown.get(id)! > 0);
    if (isFailed && roots.some((id) => truly.get(id)! > 0)) return { truly, shown };
  }
}

export const sightingOf = ({ id, item }: FindingNode, grade: number): Sighting => ({
  node: id,
  grade,
  likelihood: likelihoodOf(grade, gradesOfFinding(item), misses.after),
  look: "after",
  parts: [],
  isDisputed: false,
});
