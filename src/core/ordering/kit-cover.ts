/** A set at one price, and which of the things that are wanted it holds. */
export interface KitOffer {
  readonly id: string;
  readonly holds: readonly string[];
  /** In minor units. */
  readonly cost: number;
}

/** So much less for each of a group that is bought one by one, once so many of it are. */
export interface GroupDiscount {
  readonly holds: readonly string[];
  readonly from: number;
  /** For each, in minor units. */
  readonly off: number;
}

/** How many of a group are bought one by one, if that is enough to count: none where it is not. */
export const countedIn = ({ holds, from }: GroupDiscount, singles: ReadonlySet<string>): number => {
  const many = holds.filter((id) => singles.has(id)).length;
  return many >= from ? many : 0;
};

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
 * @param singles    what each costs by itself, in minor units
 * @param discounts  what comes off singles that are bought together: a set may be cheaper than what it holds, and dearer so
 * @example cheapestCover(new Map([["a", 50], ["b", 40]]), [{ id: "set", holds: ["a", "b"], cost: 70 }]).kits // ["set"]
 */
export function cheapestCover(
  singles: ReadonlyMap<string, number>,
  kits: readonly KitOffer[],
  discounts: readonly GroupDiscount[] = [],
): Cover {
  const saves = (kit: KitOffer) => kit.holds.reduce((sum, id) => sum + (singles.get(id) ?? 0), 0) - kit.cost;
  // A set that costs as much as all in it saves nothing beside others either.
  const worth = kits.filter((kit) => saves(kit) > 0).sort((a, b) => saves(b) - saves(a) || (a.id < b.id ? -1 : 1)).slice(0, mostKits); // prettier-ignore
  const priceOf = (left: ReadonlySet<string>) => [...left].reduce((sum, id) => sum + singles.get(id)!, 0);
  const offOf = (left: ReadonlySet<string>, group: (each: GroupDiscount) => GroupDiscount = (each) => each) =>
    discounts.reduce((sum, each) => sum + each.off * countedIn(group(each), left), 0);
  const all = new Set(singles.keys());
  let best: { readonly kits: readonly KitOffer[]; readonly cost: number } = { kits: [], cost: priceOf(all) - offOf(all) }; // prettier-ignore
  /** @param left  what is not in any of the sets taken so far */
  const walk = (at: number, taken: readonly KitOffer[], left: ReadonlySet<string>, cost: number): void => {
    const rest = priceOf(left);
    const paid = cost + rest - offOf(left);
    if (paid < best.cost) best = { kits: taken, cost: paid };
    const kit = worth[at];
    if (!kit) return;
    // At best every further set takes off all that it saves beside nothing.
    const hope = worth.slice(at).reduce((sum, each) => sum + Math.max(0, each.holds.reduce((so, id) => so + (left.has(id) ? singles.get(id)! : 0), 0) - each.cost), 0); // prettier-ignore
    // And whatever is left gets all that can come off it, however few they are.
    if (cost + rest - hope - offOf(left, (each) => ({ ...each, from: 0 })) >= best.cost) return;
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
