import { minFill } from "./eliminate";
import { causesOf, cumulated, gradesOf, relevant, type Evidence, type Node } from "./network";
import { product, sizeOf, type Table } from "./tables";

const largest = 2 ** 20;

/** P(node at grade | causes), for each combination of its causes' grades, the last one's changing fastest. */
function fullTable(node: Node, gradesOf: (id: string) => number): readonly (readonly number[])[] {
  if (node.kind === "table") return node.rows;
  let rows: number[][] = [cumulated(node.leak)];
  for (const { of, effect } of node.causes) {
    const by = effect.map(cumulated);
    rows = rows.flatMap((row) =>
      Array.from({ length: gradesOf(of) }, (_, grade) => row.map((each, at) => each * by[grade]![at]!)),
    );
  }
  return rows.map((row) => row.map((each, at) => Math.max(0, each - (row[at - 1] ?? 0))));
}

/**
 * The one most probable state of all nodes that have a say in the evidence, by max-product elimination and going back.
 *
 * @param nodes     a small network, as what is left once nearly certain nodes are fixed; tables are written out in full,
 *                  since the hubs by which sums are made have negative entries, of which no maximum can be taken
 * @param evidence  likelihoods by grade
 * @returns  the grade of each node, and the logarithm of the probability of all of it with the evidence; null where a table
 *           would be too large
 */
export function mostProbable(
  nodes: ReadonlyMap<string, Node>,
  evidence: Evidence,
): { readonly grades: ReadonlyMap<string, number>; readonly log: number } | null {
  const kept = relevant(nodes, evidence);
  const ids = [...nodes.keys()].filter((id) => kept.has(id));
  const at = new Map(ids.map((id, index) => [id, index]));
  const count = (id: string) => gradesOf(nodes.get(id)!);
  const states = ids.map(count);
  const tables: Table[] = [];
  for (const id of ids) {
    const node = nodes.get(id)!;
    const of = [...causesOf(node).map((cause) => at.get(cause)!), at.get(id)!];
    if (sizeOf(of, states) > largest) return null;
    tables.push({ of, values: Float64Array.from(fullTable(node, count).flat()) });
    const seen = evidence.get(id);
    if (seen) tables.push({ of: [at.get(id)!], values: Float64Array.from(seen) });
  }
  const { order } = minFill(states.length, tables.map(({ of }) => of), states); // prettier-ignore
  let left = tables;
  let log = 0;
  const back: { readonly variable: number; readonly of: readonly number[]; readonly best: Uint8Array }[] = [];
  for (const variable of order) {
    const about = left.filter(({ of }) => of.includes(variable));
    if (about.length === 0) continue;
    const others = [...new Set(about.flatMap(({ of }) => of))].filter((each) => each !== variable);
    if (sizeOf([...others, variable], states) > largest) return null;
    const whole = product([...others, variable], about, states);
    const size = states[variable]!;
    const values = new Float64Array(whole.values.length / size);
    const best = new Uint8Array(values.length);
    for (let place = 0; place < values.length; place += 1)
      for (let grade = 0; grade < size; grade += 1)
        if (grade === 0 || whole.values[place * size + grade]! > values[place]!) {
          values[place] = whole.values[place * size + grade]!;
          best[place] = grade;
        }
    back.push({ variable, of: others, best });
    const top = values.reduce((most, each) => Math.max(most, each), 0);
    if (top <= 0) return null;
    log += Math.log(top);
    left = [
      ...left.filter((table) => !about.includes(table)),
      { of: others, values: values.map((each) => each / top) },
    ];
  }
  const grades = new Map<number, number>();
  for (const { variable, of, best } of back.toReversed()) {
    const place = of.reduce((sofar, each) => sofar * states[each]! + grades.get(each)!, 0);
    grades.set(variable, best[place]!);
  }
  return { grades: new Map(ids.map((id, index) => [id, grades.get(index) ?? 0])), log };
}
