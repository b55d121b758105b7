import type { Feature } from "./schema";

/** A feature at one place of a part: big-end journal 5 of the crankshaft. */
export interface FeatureAt {
  /** Unique within the part class; what a reading names. */
  readonly id: string;
  readonly feature: Feature;
  readonly place: Feature["places"][number] | null;
}

/** The places of a feature, each under the id that readings use. */
export const placesOf = (feature: Feature): readonly FeatureAt[] =>
  feature.places.length === 0
    ? [{ id: feature.id, feature, place: null }]
    : feature.places.map((place) => ({ id: `${feature.id}-${place.id}`, feature, place }));
