import { groupBy } from "../group";
import type { Circuit } from "../pack/schema-teardown";

/** Where what gets in at some nodes can be carried: those nodes and all that follows, up to what lets nothing pass. */
export function downstreamOf(circuit: Circuit, starts: readonly string[]): ReadonlySet<string> {
  const after = groupBy(circuit.passages, (passage) => passage.from);
  const stops = new Set(circuit.nodes.filter((node) => node.stops).map((node) => node.id));
  const reached = new Set(starts);
  const next = [...starts];
  for (let node = next.pop(); node !== undefined; node = next.pop()) {
    if (stops.has(node)) continue;
    for (const { to } of after.get(node) ?? []) {
      if (reached.has(to)) continue;
      reached.add(to);
      next.push(to);
    }
  }
  return reached;
}

/** Nodes of a circuit that nothing flows to, whatever stops on the way. */
export function unreachedNodes(circuit: Circuit): readonly string[] {
  const open: Circuit = { ...circuit, nodes: circuit.nodes.map((node) => ({ ...node, stops: false })) };
  const reached = downstreamOf(open, [circuit.from]);
  return circuit.nodes.flatMap(({ id }) => (reached.has(id) ? [] : [id]));
}
