import { downstreamOf } from "../circuits/downstream";
import type { Effect, Node } from "../numeric/belief/network";
import type { Pack } from "../pack/schema";
import type {
  Cause,
  CauseEvent,
  CauseFinding,
  Diagnosis,
  PlaceTable,
  Plate,
  PlatePlace,
  Reach,
} from "../pack/schema-diagnosis";
import { keptBeside } from "../same";

/** A node of the pack's network at one place of the engine, or of the engine as a whole. */
export type Unfolded = (
  | { readonly kind: "cause"; readonly item: Cause }
  | { readonly kind: "event"; readonly item: CauseEvent }
  | { readonly kind: "finding"; readonly item: CauseFinding }
) & {
  /** `starved@5`, or the node's own id where it is of the engine as a whole. */
  readonly id: string;
  readonly place: PlatePlace | null;
  /** What may bring it about, by their ids. */
  readonly causes: readonly string[];
};

/** A pack's network of causes, laid out over the places of the engine. */
export interface Network {
  readonly diagnosis: Diagnosis;
  readonly nodes: ReadonlyMap<string, Node>;
  readonly of: ReadonlyMap<string, Unfolded>;
}

export const nodeId = (id: string, place: string | null): string => (place === null ? id : `${id}@${place}`);

/** How a node is called, with its place. */
export const nameOfNode = ({ item, place }: Unfolded): string => (place ? `${item.name}, ${place.name}` : item.name);

type CauseNode = Extract<Unfolded, { kind: "cause" }>;
export type FindingNode = Extract<Unfolded, { kind: "finding" }>;

/** Findings that confirm a cause: at its own place, else of the engine as a whole, else wherever they may be. */
export const confirmingOf = (network: Network, { item, place }: CauseNode): readonly FindingNode[] =>
  item.confirm.flatMap((id) => {
    const one = network.of.get(nodeId(id, place?.id ?? null)) ?? network.of.get(id);
    const all = one ? [one] : [...network.of.values()].filter((each) => each.item.id === id);
    return all.filter((each): each is FindingNode => each.kind === "finding");
  });

const yes = (share: number): readonly number[] => [1 - share, share];
const shares = (p: number | readonly number[]): readonly number[] => {
  if (typeof p === "number") return yes(p);
  return [1 - p.reduce((sum, each) => sum + each, 0), ...p];
};

/** How many grades a finding has besides 'not there'. */
export const gradesOfFinding = ({ leak }: Pick<CauseFinding, "leak">): number =>
  typeof leak === "number" ? 1 : leak.length;

type Circuits = Pack["circuits"];
interface WithPack {
  readonly pack: Pack;
}

/** Nodes of a circuit that a place lies at: as it says itself, or where its slots shed into it. */
const nodesOf = (place: PlatePlace, circuit: Circuits[number]): readonly string[] => {
  const said = place.at.flatMap((each) => (each.circuit === circuit.id ? [each.node] : []));
  return said.length > 0
    ? said
    : circuit.nodes.flatMap(({ id, slots }) => (slots.some((slot) => place.slots.includes(slot)) ? [id] : []));
};

/** The places of a plate that a table pairs with a place of another, whichever of the two it has first. */
function pairedWith(
  { one, other, pairs }: PlaceTable,
  from: Plate,
  here: string,
  place: PlatePlace,
): readonly PlatePlace[] {
  const own = pairs.flatMap(([a, b]) => [
    ...(one === here && other === from.id && a === place.id ? [b] : []),
    ...(other === here && one === from.id && b === place.id ? [a] : []),
  ]);
  return from.places.filter(({ id }) => own.includes(id));
}

/** Where the places of a network lie. */
type Layout = Pick<Pack, "circuits"> & Pick<Diagnosis, "tables">;

/** The places of a plate from which something counts at one place of another, by its id. */
function reached(
  reach: Reach,
  from: Plate,
  here: string,
  place: PlatePlace,
  { circuits, tables }: Layout,
): readonly PlatePlace[] {
  const { places } = from;
  if (reach === "all") return places;
  const at = places.findIndex(({ id }) => id === place.id);
  if (typeof reach === "object" && "table" in reach) {
    const table = tables.find(({ id }) => id === reach.table);
    return table ? pairedWith(table, from, here, place) : [];
  }
  if (typeof reach === "object") {
    const circuit = circuits.find(({ id }) => id === reach.circuit);
    if (!circuit) return [];
    const here = nodesOf(place, circuit);
    return places.filter((each) => {
      if (each === place) return false;
      const there = nodesOf(each, circuit);
      const [start, ends] = reach.way === "upstream" ? [there, here] : [here, there];
      const carried = downstreamOf(circuit, start);
      return ends.some((node) => !start.includes(node) && carried.has(node));
    });
  }
  if (reach === "same") return places.filter((_, index) => index === at);
  if (reach === "sisters") return places.filter((_, index) => index !== at);
  const around = { before: [at - 1], after: [at + 1], neighbours: [at - 1, at + 1] }[reach];
  return at < 0 ? [] : places.filter((_, index) => around.includes(index));
}

/**
 * The network of a pack over all places of its engine: what is written once stands at each of them.
 *
 * @returns  null where the pack has none; its base rates are those of the pack, as yet not shifted by what is known
 */
export function unfold({ pack }: WithPack): Network | null {
  const { diagnosis } = pack;
  if (!diagnosis) return null;
  const plates = new Map(diagnosis.plates.map((plate) => [plate.id, plate]));
  const plateOf = new Map(
    [...diagnosis.causes, ...diagnosis.events, ...diagnosis.findings].map(({ id, plate }) => [
      id,
      plate === undefined ? null : (plates.get(plate) ?? null),
    ]),
  );
  const placesOf = (plate: string | undefined): readonly (PlatePlace | null)[] =>
    plate === undefined ? [null] : (plates.get(plate)?.places ?? []);
  const layout: Layout = { circuits: pack.circuits, tables: diagnosis.tables };
  const reachedFrom = (
    of: string,
    reach: Reach,
    here: string | undefined,
    place: PlatePlace | null,
  ): readonly string[] => {
    // prettier-ignore
    const from = plateOf.get(of);
    if (from === undefined) return [];
    if (from === null) return [of];
    const places = place === null || here === undefined ? from.places : reached(reach, from, here, place, layout);
    return places.map(({ id }) => nodeId(of, id));
  };
  const nodes = new Map<string, Node>();
  const of = new Map<string, Unfolded>();
  const put = (node: Node, unfolded: Unfolded) => (nodes.set(node.id, node), of.set(unfolded.id, unfolded));

  for (const item of diagnosis.causes)
    for (const place of placesOf(item.plate)) {
      const id = nodeId(item.id, place?.id ?? null);
      put({ kind: "max", id, leak: yes(item.base), causes: [] }, { kind: "cause", id, item, place, causes: [] });
    }
  for (const item of [...diagnosis.events, ...diagnosis.findings])
    for (const place of placesOf(item.plate)) {
      const id = nodeId(item.id, place?.id ?? null);
      const unfolded =
        "reads" in item
          ? ({ kind: "finding", id, item, place } as const)
          : ({ kind: "event", id, item, place } as const);
      const table = "table" in item ? item.table : undefined;
      if (table) {
        const causes = table.of.flatMap((each) => reachedFrom(each, "same", item.plate, place).slice(0, 1));
        put({ kind: "table", id, causes, rows: table.rows.map(yes) }, { ...unfolded, causes });
        continue;
      }
      const leak = shares(item.leak);
      const none = leak.map((_, grade) => (grade === 0 ? 1 : 0));
      const links = new Map<string, Effect>();
      for (const link of item.causes)
        for (const cause of reachedFrom(link.of, link.reach, item.plate, place))
          if (!links.has(cause)) links.set(cause, [none, shares(link.p)]);
      put(
        { kind: "max", id, leak, causes: [...links].map(([cause, effect]) => ({ of: cause, effect })) },
        { ...unfolded, causes: [...links.keys()] },
      );
    }
  return { diagnosis, nodes, of };
}

const keptNetworks = keptBeside<WithPack, Network | null>();

/** The same, made once for a pack. */
export const networkOf = (pack: WithPack): Network | null => keptNetworks(pack, [], () => unfold(pack));
