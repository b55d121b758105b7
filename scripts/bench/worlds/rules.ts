/**
 * What foremen go by: for each place whether its part goes. What goes together is left to whoever turns the rule into a plan.
 */

/** What a foreman looks at in a place. */
export interface Seen {
  /** The greatest share of wear that is measured on it; null where nothing is. */
  readonly wear: number | null;
  /** Hours that the engine has behind it; null where nobody knows. */
  readonly age: number | null;
  /** Half of such parts last so long; null where nobody says. */
  readonly life: number | null;
  readonly hoursWanted: number;
  /** A new one, fitted, in minor units. */
  readonly fresh: number;
  /** Getting at it again, with what it takes with it, in minor units. */
  readonly access: number;
}

/**
 * Hours that a part still has: by how fast it wore so far, or by what is left of its life; null where neither is known.
 *
 * @example hoursLeft({ wear: 0.25, age: 1000, life: null }) // 3000
 */
export function hoursLeft({ wear, age, life }: Pick<Seen, "wear" | "age" | "life">): number | null {
  if (wear !== null && age !== null && wear > 0.02) return (age * Math.max(0, 1 - wear)) / wear;
  return life !== null && age !== null ? Math.max(0, life - age) : null;
}

/** So many of the hours wanted a careful foreman wants to see ahead. */
const careful = 1.25;

export type Rule = (seen: Seen) => boolean;

/** Where nobody knows what the engine has run a good foreman goes by wear alone. */
const tired = ({ wear }: Seen): boolean => (wear ?? 0) > 0.5;

export const rules: Readonly<Record<string, Rule>> = {
  "all new": () => true,
  "reuse what is within limits": () => false,
  "new where over half worn": tired,
  "cheap parts always new": ({ fresh, access }) => fresh < 0.2 * access,
  "new past half of its life": ({ age, life }) => age !== null && life !== null && age > life / 2,
  "a good foreman: new where hours left are under 1.25 of those wanted": (seen) => {
    const left = hoursLeft(seen);
    return left === null ? seen.age === null && tired(seen) : left < careful * seen.hoursWanted;
  },
  "a good foreman who weighs its price against getting at it": (seen) => {
    const left = hoursLeft(seen);
    if (left === null) return seen.age === null && tired(seen) && seen.fresh < 2 * seen.access;
    const times = Math.min(1.6, Math.max(0.6, Math.sqrt(seen.access / Math.max(1, seen.fresh))));
    return left < careful * times * seen.hoursWanted;
  },
};
