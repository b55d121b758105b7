/** A set at one price, and which of the things that are wanted it holds. */
export interface KitOffer {
  readonly id: string;
  readonly holds: readonly string[];
  /** In minor units. */
  readonly cost: number;
}

/** What is bought: sets, and what is left to buy one by one. */
export interface Cover {
  readonly kits: readonly string[];
  readonly singles: readonly string[];
  readonly cost: number;
}

/** More sets than this are not weighed: those that could save most come first. */
const mostKits = 20;

/**
 * The cheapest way to have everything that is wanted, by sets and one by one: exact, by branch and bound. Of ways that cost the
 * same the one with fewer sets.
 *
 * @param singles  what each costs by itself, in minor units
 * @example cheapestCover(new Map([["a", 50], ["b", 40]]), [{ id: "set", holds: ["a", "b"], cost: 70 }]).kits // ["set"]
 */
export function cheapestCover(singles: ReadonlyMap<string, number>, kits: readonly KitOffer[]): Cover {
  const saves = (kit: KitOffer) => kit.holds.reduce((sum, id) => sum + (singles.get(id) ?? 0), 0) - kit.cost;
  // A set that costs as much as all in it saves nothing beside others either.
  const worth = kits.filter((kit) => saves(kit) > 0).sort((a, b) => saves(b) - saves(a) || (a.id < b.id ? -1 : 1)).slice(0, mostKits); // prettier-ignore
  const all = [...singles.values()].reduce((sum, cost) => sum + cost, 0);
  let best: { readonly kits: readonly KitOffer[]; readonly cost: number } = { kits: [], cost: all };
  /** @param left  what is not in any of the sets taken so far */
  const walk = (at: number, taken: readonly KitOffer[], left: ReadonlySet<string>, cost: number): void => {
    const rest = [...left].reduce((sum, id) => sum + singles.get(id)!, 0);
    if (cost + rest < best.cost) best = { kits: taken, cost: cost + rest };
    const kit = worth[at];
    if (!kit) return;
    // At best every further set takes off all that it saves beside nothing.
    const hope = worth.slice(at).reduce((sum, each) => sum + Math.max(0, each.holds.reduce((so, id) => so + (left.has(id) ? singles.get(id)! : 0), 0) - each.cost), 0); // prettier-ignore
    if (cost + rest - hope >= best.cost) return;
    walk(at + 1, [...taken, kit], new Set([...left].filter((id) => !kit.holds.includes(id))), cost + kit.cost);
    walk(at + 1, taken, left, cost);
  };
  walk(0, [], new Set(singles.keys()), 0);
  const held = new Set(best.kits.flatMap(({ holds }) => holds));
  return {
    kits: best.kits.map(({ id }) => id),
    singles: [...singles.keys()].filter((id) => !held.has(id)),
    cost: best.cost,
  };
}
