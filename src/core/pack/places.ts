import type { Feature, Slot } from "./schema";

/** A slot as far as its places go. */
type Housed = Pick<Slot, "class"> & { readonly has?: readonly string[] | undefined };

/** A feature at one place of a part: big-end journal 5 of the crankshaft. */
export interface FeatureAt {
  /** Unique within the part class; what a reading names. */
  readonly id: string;
  readonly feature: Feature;
  readonly place: Feature["places"][number] | null;
}

/** By class, the places that some of its slots name as theirs. */
export function placesNamed(slots: readonly Housed[]): ReadonlyMap<string, ReadonlySet<string>> {
  const named = new Map<string, Set<string>>();
  for (const { class: of, has } of slots) if (has) named.set(of, new Set([...(named.get(of) ?? []), ...has]));
  return named;
}

/**
 * Whether a slot has a place of its class: one that any of the class names is only where it is named.
 *
 * @example hasPlace({ class: "head", has: ["1i"] }, "2i", new Map([["head", new Set(["1i", "2i"])]])) // false
 */
export const hasPlace = (slot: Housed, place: string, named: ReturnType<typeof placesNamed>): boolean =>
  // prettier-ignore
  slot.has?.includes(place) === true || named.get(slot.class)?.has(place) !== true;

/** The places of a feature, each under the id that readings use. */
export const placesOf = (feature: Feature): readonly FeatureAt[] =>
  feature.places.length === 0
    ? [{ id: feature.id, feature, place: null }]
    : feature.places.map((place) => ({ id: `${feature.id}-${place.id}`, feature, place }));
