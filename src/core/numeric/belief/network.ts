import { Elimination, minFill } from "./eliminate";
import type { Table } from "./tables";

/** How much of each grade a cause brings about by itself, by the cause's own grade: `[[1, 0], [0.2, 0.8]]` is noisy-OR with 0.8. */
export type Effect = readonly (readonly number[])[];

/**
 * A node: what it is, given what causes it.
 * - max: of its causes each brings about some grade by itself, besides what comes by none of them (leak), and the worst of
 *   those is what it is. With two grades that is noisy-OR; without causes, the leak is how often it is what.
 * - table: any other way, a row for each combination of its causes' grades, the last one's changing fastest.
 */
export type Node =
  | {
      readonly kind: "max";
      readonly id: string;
      readonly leak: readonly number[];
      readonly causes: readonly { readonly of: string; readonly effect: Effect }[];
    }
  | {
      readonly kind: "table";
      readonly id: string;
      readonly causes: readonly string[];
      readonly rows: readonly (readonly number[])[];
    };

/** How likely what was seen is by each grade of a node: `[0, 1]` is seen to be there, `[0.9, 0.1]` looked for and not found. */
export type Evidence = ReadonlyMap<string, readonly number[]>;

export interface Beliefs {
  /** What each node that was asked for is, by its grades. */
  readonly of: ReadonlyMap<string, readonly number[]>;
  /** Logarithm of how likely the evidence is; minus infinity for what cannot be. */
  readonly logEvidence: number;
  /** See Order. */
  readonly width: number;
}

/** How many grades a node has. */
export const gradesOf = (node: Node): number => (node.kind === "max" ? node.leak.length : node.rows[0]!.length);
export const causesOf = (node: Node): readonly string[] =>
  node.kind === "max" ? node.causes.map(({ of }) => of) : node.causes;

/** Shares of what is at most each grade. */
export const cumulated = (shares: readonly number[]): number[] => {
  let sum = 0;
  return shares.map((share) => (sum += share));
};

/** Nodes that have a say: those asked for, those with evidence, and what causes any of them. */
export function relevant(
  nodes: ReadonlyMap<string, Node>,
  evidence: Evidence,
  asked: Iterable<string> = [],
): ReadonlySet<string> {
  const found = new Set<string>();
  const open = [...asked, ...[...evidence.keys()].filter((id) => nodes.has(id))];
  while (open.length > 0) {
    const id = open.pop()!;
    if (found.has(id)) continue;
    found.add(id);
    open.push(...causesOf(nodes.get(id)!));
  }
  return found;
}

interface Tables {
  readonly states: readonly number[];
  readonly tables: readonly Table[];
  readonly variables: ReadonlyMap<string, number>;
}

/**
 * The tables of a network with its evidence. A max node is a sum over one hub beside it, h: P(x ≤ h) is a plain product over
 * its causes, and P(x = g) is that for g less that for g - 1. So a node with many causes ties none of them together but
 * through its hub; and one that was seen at its lowest grade, and causes nothing, needs not even that.
 *
 * @source  Díez and Galán, Efficient computation for the noisy MAX, 2003: the factorization
 */
export function tablesOf(nodes: ReadonlyMap<string, Node>, evidence: Evidence, asked: ReadonlySet<string>): Tables {
  const kept = relevant(nodes, evidence, asked);
  const hasEffects = new Set([...kept].flatMap((id) => causesOf(nodes.get(id)!)));
  const variables = new Map<string, number>();
  const states: number[] = [];
  const tables: Table[] = [];
  const add = (count: number) => states.push(count) - 1;
  const put = (of: readonly number[], values: Iterable<number>) => void tables.push({ of, values: Float64Array.from(values) }); // prettier-ignore
  /** Nobody asks for it and nothing hangs on it: it is summed out on the spot. */
  const isLast = (id: string) => !asked.has(id) && !hasEffects.has(id);
  for (const [id, node] of nodes)
    if (kept.has(id) && !(isLast(id) && node.kind === "max")) variables.set(id, add(gradesOf(node)));

  for (const [id, node] of nodes) {
    if (!kept.has(id)) continue;
    const seen = evidence.get(id);
    const own = variables.get(id);
    if (own !== undefined && seen) put([own], seen);
    const causes = causesOf(node).map((cause) => variables.get(cause)!);
    if (node.kind === "table") {
      put([...causes, own!], node.rows.flat());
      continue;
    }
    const grades = gradesOf(node);
    if (causes.length === 0) {
      if (own !== undefined) put([own], node.leak);
      else put([], [node.leak.reduce((sum, share, grade) => sum + share * seen![grade]!, 0)]);
      continue;
    }
    // What the hub at h stands for: P(x ≤ h), taken once for grade h and taken off once for the grade above.
    const signs = (h: number, grade: number) => (grade === h ? 1 : grade === h + 1 ? -1 : 0);
    const leaks = cumulated(node.leak);
    const effects = node.causes.map(({ effect }) => effect.map(cumulated));
    const all = Array.from({ length: grades }, (_, h) => h);
    const weights = all.map((h) => seen?.reduce((sum, likely, grade) => sum + likely * signs(h, grade), 0) ?? 0);
    const open = own === undefined ? all.filter((h) => weights[h] !== 0) : all;
    if (open.length === 0) {
      put([], [0]);
      continue;
    }
    if (own === undefined && open.length === 1) {
      const [h] = open as [number];
      put([], [weights[h]! * leaks[h]!]);
      causes.forEach((cause, at) =>
        put(
          [cause],
          effects[at]!.map((row) => row[h]!),
        ),
      );
      continue;
    }
    const hub = add(open.length);
    if (own === undefined) put([hub], open.map((h) => weights[h]! * leaks[h]!)); // prettier-ignore
    else put([hub, own], open.flatMap((h) => all.map((grade) => leaks[h]! * signs(h, grade)))); // prettier-ignore
    causes.forEach((cause, at) => put([hub, cause], open.flatMap((h) => effects[at]!.map((row) => row[h]!)))); // prettier-ignore
  }
  return { states, tables, variables };
}

/**
 * What a max node is, where it has one cause at most: from what that is.
 *
 * @param shares  beliefs of its cause; not looked at where it has none
 */
export function fromOneCause(node: Extract<Node, { kind: "max" }>, shares: readonly number[]): readonly number[] {
  const [cause] = node.causes;
  if (!cause) return node.leak;
  const leak = cumulated(node.leak);
  const by = cause.effect.map(cumulated);
  const upTo = leak.map((each, grade) => each * shares.reduce((sum, share, of) => sum + share * by[of]![grade]!, 0));
  return upTo.map((each, grade) => each - (upTo[grade - 1] ?? 0));
}

/** A network made ready to be worked out: what it costs is known, and no number has been touched. */
export interface Prepared {
  /** The width of its largest table, see Order. */
  readonly width: number;
  /** Works it out; with more evidence of nodes that are asked for, which ties nothing together that was not tied. */
  readonly beliefs: (more?: Evidence) => Beliefs;
}

/**
 * Makes ready to tell what nodes are, given what was seen.
 *
 * @param nodes     by their ids; every cause of one is among them, and none causes itself
 * @param evidence  likelihoods by grade; of a node that nobody looked at there is none, and nothing is concluded from that
 * @param asked     nodes to tell of
 */
export function prepare(nodes: ReadonlyMap<string, Node>, evidence: Evidence, asked: Iterable<string>): Prepared {
  const wanted = new Set(asked);
  const { states, tables, variables } = tablesOf(nodes, evidence, wanted);
  const { order, width } = minFill(states.length, tables.map(({ of }) => of), states); // prettier-ignore
  let ready: Elimination | null = null;
  return {
    width,
    beliefs: (more = new Map()) => {
      ready ??= new Elimination(states, tables, order);
      const { of, log } = ready.marginals(new Map([...more].map(([id, seen]) => [variables.get(id)!, seen])));
      const isPossible = Number.isFinite(log);
      return {
        of: new Map(isPossible ? [...wanted].map((id) => [id, of[variables.get(id)!]!] as const) : []),
        logEvidence: log,
        width,
      };
    },
  };
}

/** What a network costs with this evidence: the width of its largest table, found without a number being worked out. */
export const widthOf = (nodes: ReadonlyMap<string, Node>, evidence: Evidence, asked: Iterable<string>): number =>
  prepare(nodes, evidence, asked).width;

/** What nodes are, given what was seen: exact, more than one cause at once, whatever order the evidence comes in. See prepare. */
export const beliefsOf = (nodes: ReadonlyMap<string, Node>, evidence: Evidence, asked: Iterable<string>): Beliefs =>
  prepare(nodes, evidence, asked).beliefs();
