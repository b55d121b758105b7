import type { Payload } from "../entry/schema";
import { coreVersion } from "../version";
import type { Chain, Posterior } from "./infer";
import type { Sighting } from "../causes/sightings";
import { nameOfNode, type Network } from "../causes/unfold";

type Witness = NonNullable<Payload<"cause-settled">["witness"]>;

/** Beliefs below this are not shown, and not kept. */
const shown = 0.005;
const at = (network: Network, id: string) => network.of.get(id)!;

/**
 * What whoever settles a cause is shown, to be kept with the entry that does.
 *
 * @param settled  the nodes of the causes it is put down to: their beliefs are kept however small
 */
export function makeDiagnosisWitness(
  network: Network,
  pack: string,
  sightings: readonly Sighting[],
  { causes }: Pick<Posterior, "causes">,
  { nodes, unexplained }: Pick<Chain, "nodes" | "unexplained">,
  settled: readonly string[],
): Witness {
  const placeOf = (id: string) => at(network, id).place?.id ?? null;
  const index = new Map(nodes.map(({ node }, place) => [node, place]));
  return {
    pack,
    core: coreVersion,
    evidence: sightings.map(({ node, grade }) => ({ finding: at(network, node).item.id, place: placeOf(node), grade })),
    beliefs: causes
      .filter(({ node, probability }) => probability >= shown || settled.includes(node))
      .map(({ node, probability, accounts }) => ({
        cause: at(network, node).item.id,
        place: placeOf(node),
        probability,
        ...(accounts === null ? {} : { accounts }),
      })),
    chain: nodes.slice(0, 400).map(({ node, from }) => ({
      node: at(network, node).item.id,
      place: placeOf(node),
      name: nameOfNode(at(network, node)),
      kind: at(network, node).kind,
      from: from.flatMap((cause) => index.get(cause) ?? []).slice(0, 12),
    })),
    unexplained: unexplained.map((id) => ({
      finding: at(network, id).item.id,
      place: placeOf(id),
      name: nameOfNode(at(network, id)),
    })),
  };
}
