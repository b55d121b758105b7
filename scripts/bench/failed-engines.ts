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
  /** The worst damage that shows, which brings it in. */
  readonly worst: string;
  /** Causes that truly brought it about, down an unbroken line of what they caused. */
  readonly began: ReadonlySet<string>;
}

/** What is seen where nothing is, and how often a grade is taken for the one beside it. Common practice, no source. */
const [outOfNothing, besideIt] = [0.004, 0.1];

export function drawEngine(nodes: ReadonlyMap<string, Node>, next: () => number): Engine {
  const pick = (shares: readonly number[]) => {
    let left = next();
    const at = shares.findIndex((share) => (left -= share) < 0);
    return at < 0 ? shares.length - 1 : at;
  };
  for (;;) {
    const truly = new Map<string, number>();
    const began = new Map<string, ReadonlySet<string>>();
    for (const id of order) {
      const node = nodes.get(id)!;
      if (node.kind !== "max") throw new Error("tables are not drawn");
      const byItself = pick(node.leak);
      const drawn = node.causes.map(({ of, effect }) => ({ of, grade: pick(effect[truly.get(of)!]!) }));
      const grade = drawn.reduce((worst, each) => Math.max(worst, each.grade), byItself);
      truly.set(id, grade);
      const by = drawn.filter((each) => grade > 0 && each.grade === grade);
      began.set(id, new Set([...(roots.includes(id) && grade > 0 ? [id] : []), ...by.flatMap(({ of }) => [...began.get(of)!])])); // prettier-ignore
    }
    const shown = new Map(
      findings.map(({ id }) => {
        const grade = truly.get(id)!;
        const most = nodes.get(id)!.kind === "max" ? (nodes.get(id) as { leak: readonly number[] }).leak.length - 1 : 1;
        if (grade === 0) return [id, next() < outOfNothing ? 1 : 0] as const;
        if (next() < misses.after ** grade) return [id, 0] as const;
        const seen = next() < besideIt ? grade + (next() < 0.5 ? -1 : 1) : grade;
        return [id, Math.min(most, Math.max(1, seen))] as const;
      }),
    );
    const severe = findings.filter(({ id, item }) => item.severe && shown.get(id)! > 0 && truly.get(id)! > 0);
    const [worst] = severe.sort((a, b) => shown.get(b.id)! - shown.get(a.id)!);
    if (worst && began.get(worst.id)!.size > 0) return { truly, shown, worst: worst.id, began: began.get(worst.id)! };
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
