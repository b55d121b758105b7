import { cumulated, gradesOf, type Beliefs, type Evidence, type Node } from "./network";

/** What a network comes to once some of its nodes are taken as known: the others, with what those say of them. */
export interface Fixed {
  readonly nodes: ReadonlyMap<string, Node>;
  readonly evidence: Evidence;
  /** The grade each fixed node was taken to have. */
  readonly grades: ReadonlyMap<string, number>;
  /** How often at most any of them is otherwise: no belief in the others is off by more (total variation). */
  readonly doubt: number;
}

/**
 * Takes nodes as known that are nearly so, the surest first, until their doubts sum to a bound. By the union bound the
 * chance that any of them is otherwise is at most that sum, so that no other belief is off by more.
 *
 * @param among  nodes that may be fixed, with the beliefs they have
 * @param bound  the most that the doubts may sum to, as 0.001
 */
export function fixNearlyCertain(
  nodes: ReadonlyMap<string, Node>,
  evidence: Evidence,
  { of }: Pick<Beliefs, "of">,
  bound: number,
): Fixed {
  const sure = [...of]
    .map(([id, shares]) => {
      const grade = shares.indexOf(Math.max(...shares));
      return { id, grade, doubt: 1 - shares[grade]! };
    })
    .sort((a, b) => a.doubt - b.doubt);
  let doubt = 0;
  const grades = new Map<string, number>();
  for (const each of sure) {
    if (doubt + each.doubt > bound) break;
    doubt += each.doubt;
    grades.set(each.id, each.grade);
  }
  return { ...withGrades(nodes, evidence, grades), grades, doubt: Math.max(0, doubt) };
}

/**
 * The network without nodes whose grades are known: what they bring about goes into the leak of each of their effects,
 * and what brings them about is held to them as evidence. Exact, given those grades.
 */
export function withGrades(
  nodes: ReadonlyMap<string, Node>,
  evidence: Evidence,
  grades: ReadonlyMap<string, number>,
): Pick<Fixed, "nodes" | "evidence"> {
  const left = new Map<string, Node>();
  const seen = new Map(evidence);
  for (const [id, node] of nodes) {
    const grade = grades.get(id);
    const own = withoutKnown(node, grades, nodes);
    left.set(id, own);
    if (grade === undefined) continue;
    const count = gradesOf(own);
    const likely = evidence.get(id)?.[grade] ?? 1;
    seen.set(
      id,
      Array.from({ length: count }, (_, at) => (at === grade ? likely : 0)),
    );
  }
  return { nodes: left, evidence: seen };
}

function withoutKnown(node: Node, grades: ReadonlyMap<string, number>, nodes: ReadonlyMap<string, Node>): Node {
  if (node.kind === "table") {
    const known = node.causes.map((cause) => grades.get(cause));
    if (known.every((grade) => grade === undefined)) return node;
    // Rows run through the causes' grades, the last one's fastest; those kept agree with what is known.
    let rows: (readonly number[])[][] = [node.rows.map((row) => row)];
    known.forEach((grade, at) => {
      const count = gradesOf(nodes.get(node.causes[at]!)!);
      rows = rows.flatMap((part) => {
        const size = part.length / count;
        const split = Array.from({ length: count }, (_, value) => part.slice(value * size, (value + 1) * size));
        return grade === undefined ? split : [split[grade]!];
      });
    });
    return { ...node, causes: node.causes.filter((_, at) => known[at] === undefined), rows: rows.flat() };
  }
  const known = node.causes.flatMap(({ of, effect }) => {
    const grade = grades.get(of);
    return grade === undefined ? [] : [effect[grade]!];
  });
  if (known.length === 0) return node;
  // The worst of several by themselves: their cumulated shares multiply.
  const upTo = [node.leak, ...known]
    .map(cumulated)
    .reduce((product, shares) => product.map((each, at) => each * shares[at]!));
  return {
    ...node,
    leak: upTo.map((each, at) => Math.max(0, each - (upTo[at - 1] ?? 0))),
    causes: node.causes.filter(({ of }) => !grades.has(of)),
  };
}
