import { seeded } from "../seeded";
import { causesOf, gradesOf, relevant, type Evidence, type Node } from "./network";

/** Beliefs that were sampled, each with the standard error of its first grade's share. */
export interface Sampled {
  readonly of: ReadonlyMap<string, readonly number[]>;
  readonly errors: ReadonlyMap<string, number>;
}

const chains = 8;
const burnIn = 0.2;

/** P(node at grade | causes as they are). */
function given(
  node: Node,
  grade: number,
  state: ReadonlyMap<string, number>,
  nodes: ReadonlyMap<string, Node>,
): number {
  if (node.kind === "table") {
    const row = node.causes.reduce((at, cause) => at * gradesOf(nodes.get(cause)!) + state.get(cause)!, 0);
    return node.rows[row]![grade]!;
  }
  const upTo = (most: number) => {
    if (most < 0) return 0;
    const sum = (shares: readonly number[]) => shares.slice(0, most + 1).reduce((total, share) => total + share, 0);
    return node.causes.reduce((all, { of, effect }) => all * sum(effect[state.get(of)!]!), sum(node.leak));
  };
  return upTo(grade) - upTo(grade - 1);
}

/**
 * What nodes are, by Gibbs sampling: an estimate, for networks that are too wide to be worked out. Several chains from
 * different beginnings; the error is how far they differ, so that chains that do not mix show it.
 *
 * @param sweeps  how often each node is drawn anew in each chain
 * @param seed    the same seed gives the same answer
 */
export function sampledBeliefs(
  nodes: ReadonlyMap<string, Node>,
  evidence: Evidence,
  asked: Iterable<string>,
  { sweeps, seed }: { readonly sweeps: number; readonly seed: number },
): Sampled {
  const wanted = [...new Set(asked)];
  const kept = relevant(nodes, evidence, wanted);
  const ids = [...nodes.keys()].filter((id) => kept.has(id));
  const effects = new Map(ids.map((id): [string, string[]] => [id, []]));
  for (const id of ids) for (const cause of causesOf(nodes.get(id)!)) effects.get(cause)!.push(id);
  const shares = wanted.map(() => [] as number[][]);
  for (let chain = 0; chain < chains; chain += 1) {
    const random = seeded(seed + chain).next;
    const state = new Map(ids.map((id) => [id, Math.floor(random() * gradesOf(nodes.get(id)!))]));
    const seen = wanted.map((id) => new Array<number>(gradesOf(nodes.get(id)!)).fill(0));
    for (let sweep = 0; sweep < sweeps; sweep += 1) {
      for (const id of ids) {
        const node = nodes.get(id)!;
        const weights = Array.from({ length: gradesOf(node) }, (_, grade) => {
          state.set(id, grade);
          const own = given(node, grade, state, nodes) * (evidence.get(id)?.[grade] ?? 1);
          return effects.get(id)!.reduce((all, effect) => all * given(nodes.get(effect)!, state.get(effect)!, state, nodes), own); // prettier-ignore
        });
        let left = random() * weights.reduce((sum, each) => sum + each, 0);
        const drawn = weights.findIndex((each) => (left -= each) < 0);
        state.set(id, drawn < 0 ? 0 : drawn);
      }
      if (sweep >= sweeps * burnIn) wanted.forEach((id, at) => (seen[at]![state.get(id)!]! += 1));
    }
    seen.forEach((counts, at) => {
      const sum = counts.reduce((total, each) => total + each, 0);
      shares[at]!.push(counts.map((each) => each / sum));
    });
  }
  const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
  const of = new Map(wanted.map((id, at) => [id, shares[at]![0]!.map((_, grade) => mean(shares[at]!.map((each) => each[grade]!)))])); // prettier-ignore
  const errors = new Map(
    wanted.map((id, at) => {
      const first = shares[at]!.map((each) => each[0]!);
      const middle = mean(first);
      return [id, Math.sqrt(mean(first.map((each) => (each - middle) ** 2)) / (chains - 1))] as const;
    }),
  );
  return { of, errors };
}
