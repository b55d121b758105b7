import { groupBy } from "../group";
import { problem, type Problem } from "../problem/problem";
import type { Pack } from "./schema";
import type { Parts, Relation } from "./schema-relations";
import type { Mating, MatingEnd } from "./schema-match";
import { hasPlace, placesNamed } from "./places";
import { inPairs, slotsOf } from "./slots-of";

/**
 * How much a pack may unfold to, each some ten times what the largest that ships does: a file of half a megabyte may say
 * something of every place beside every other. What a judgement takes at each of these is in the bench.
 */
export const packBounds = {
  /** Features by the places they are measured at, over all slots. */
  rows: 6_000,
  /** Points of those. */
  points: 30_000,
  /** Terms of their expressions, and of joints' at their places. */
  terms: 100_000,
  /** What may be found on parts, by place, over all slots. */
  findings: 10_000,
  /** Rules of what follows, by the parts that they speak of. */
  consequences: 10_000,
  /** What may bring something about, at each place of the network of causes. */
  links: 20_000,
  /** Causes, events and findings of that network at their places. */
  nodes: 8_000,
  /** Ends of the circuits' passages, by the places that ask what lies along them. */
  walks: 300_000,
  /** Places that hang together: what ran together, what follows from one for another, sets. */
  couplings: 20_000,
  /** Ends of what has to go together, at each place where it meets. */
  meetings: 4_000,
} as const;

export type PackBound = keyof typeof packBounds;

/** Nodes of an expression as it is worked out: what is asked across ends counts at each of them. */
function termsIn(value: unknown): number {
  if (typeof value !== "object" || value === null) return 0;
  const { across } = value as { across?: unknown };
  let terms = 1;
  for (const inner of Object.values(value)) terms += termsIn(inner);
  return Array.isArray(across) ? terms * across.length : terms;
}

const sum = <T>(of: readonly T[], figure: (each: T) => number): number => of.reduce((total, each) => total + figure(each), 0); // prettier-ignore
const many = ({ length }: readonly unknown[]): number => Math.max(1, length);

/** What is written once of a class, and stands at each of its slots. */
function ofClasses({
  classes,
  slots,
  joints,
  consequences,
}: Pack): Pick<Record<PackBound, number>, "rows" | "points" | "terms" | "findings" | "consequences"> {
  // prettier-ignore
  const count = new Map<string, number>();
  for (const slot of slots) count.set(slot.class, (count.get(slot.class) ?? 0) + 1);
  const here = (id: string) => count.get(id) ?? 0;
  const named = placesNamed(slots);
  const slotsOfClass = groupBy(slots, (slot) => slot.class);
  /** So many places, over all slots of a class: where some have what others do not, each its own. */
  const placesOver = (id: string, places: readonly string[]) =>
    places.length === 0 || !named.has(id)
      ? here(id) * many(places)
      : sum(slotsOfClass.get(id) ?? [], (slot) => places.filter((place) => hasPlace(slot, place, named)).length);
  const features = classes.flatMap(({ id, features: of }) => of.map((feature) => ({ times: placesOver(id, feature.places.map((place) => place.id)), feature }))); // prettier-ignore
  const termsOf = (of: { readonly governing: { readonly expr: unknown }; readonly derived: readonly { readonly expr: unknown }[] }) => termsIn(of.governing.expr) + sum(of.derived, ({ expr }) => termsIn(expr)); // prettier-ignore
  return {
    rows: sum(features, ({ times }) => times),
    points: sum(features, ({ times, feature }) => times * feature.points.length),
    terms: sum(features, ({ times, feature }) => times * termsOf(feature)) + sum(joints, (joint) => joint.places.length * (termsOf(joint) + joint.ends.length)), // prettier-ignore
    findings: sum(classes, ({ id, findings }) => sum(findings, ({ places }) => placesOver(id, places))),
    consequences: sum(consequences, (each) => here(each.class)),
  };
}

/** What the network of causes is over all places of the engine. */
function ofCauses({ diagnosis, circuits }: Pack): Pick<Record<PackBound, number>, "links" | "nodes" | "walks"> {
  if (!diagnosis) return { links: 0, nodes: 0, walks: 0 };
  const placesOf = new Map(diagnosis.plates.map(({ id, places }) => [id, places.length]));
  const on = (plate: string | undefined) => (plate === undefined ? 1 : (placesOf.get(plate) ?? 0));
  const items = [...diagnosis.causes, ...diagnosis.events, ...diagnosis.findings];
  const plateOf = new Map(items.map(({ id, plate }) => [id, plate]));
  const passages = new Map(circuits.map((circuit) => [circuit.id, circuit.passages.length + circuit.nodes.length]));
  const pairsOf = new Map(diagnosis.tables.map(({ id, pairs }) => [id, pairs.length]));
  let [links, walks] = [0, 0];
  for (const item of [...diagnosis.events, ...diagnosis.findings])
    for (const { of, reach } of item.causes) {
      const [here, there] = [on(item.plate), on(plateOf.get(of))];
      // A table pairs as many as it says, in the worst case all of them with one node.
      if (typeof reach === "object" && "table" in reach) {
        links += pairsOf.get(reach.table) ?? 0;
        continue;
      }
      const isOne = item.plate !== undefined && (reach === "same" || reach === "before" || reach === "after");
      links += here * (isOne ? 1 : item.plate !== undefined && reach === "neighbours" ? 2 : there);
      if (typeof reach === "object") walks += here * there * (passages.get(reach.circuit) ?? 0);
    }
  return { links, walks, nodes: sum(items, ({ plate }) => on(plate)) };
}

/** So many places a relation ties to each other. */
function tied(pack: Pack, relation: Relation): number {
  const count = (parts: Parts) => slotsOf({ pack }, parts).length;
  switch (relation.is) {
    case "ran-together":
    case "used-on-used":
      return inPairs(slotsOf({ pack }, relation.one), slotsOf({ pack }, relation.other)).length;
    case "companion":
      return count(relation.when) * count(relation.replace);
    case "weak-link":
      return count(relation.fresh) * count(relation.tired);
    case "not-before":
      return inPairs(slotsOf({ pack }, relation.fitted), slotsOf({ pack }, relation.after)).length;
    case "set":
      return sum(relation.groups, count);
    case "renew":
      return count(relation.parts);
  }
}

/** So many ends meet in a mating, over all its places. */
function met(pack: Pack, mating: Mating): number {
  if ("of" in mating) return slotsOf({ pack }, mating.of).length;
  const count = (end: MatingEnd) => (typeof end === "string" ? 1 : slotsOf({ pack }, end).length);
  const besides = mating.is === "pattern" && mating.seen ? count(mating.seen.of) : 0;
  return Math.max(count(mating.one), count(mating.other)) * (2 + besides);
}

/**
 * What a pack unfolds to, counted and not unfolded.
 *
 * @example unfoldedSize({ classes: [], slots: [], joints: [], consequences: [], circuits: [], relations: [] }).rows // 0
 */
export function unfoldedSize(pack: Pack): Readonly<Record<PackBound, number>> {
  return {
    ...ofClasses(pack),
    ...ofCauses(pack),
    couplings: sum(pack.relations, (relation) => tied(pack, relation)),
    meetings: sum(pack.match?.matings ?? [], (mating) => met(pack, mating)),
  };
}

/** What of a pack is more than a judgement of it could bear. */
export function pastBounds(pack: Pack): readonly Problem[] {
  const size = unfoldedSize(pack);
  return (Object.keys(packBounds) as PackBound[]).flatMap(
    (what) =>
    size[what] > packBounds[what] ? [problem("pack-unfolds-too-far", [], { what, count: size[what], most: packBounds[what] })] : [], // prettier-ignore
  );
}
