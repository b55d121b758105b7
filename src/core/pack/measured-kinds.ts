import { unitById, type Dimension } from "../quantity/units";
import type { Pack } from "./schema";

/** Something a gauge can be made to measure, and what kind of figure that is. */
export interface MeasuredKind {
  readonly quantity: string;
  readonly dimension: Dimension;
}

/** All that these packs ask to be measured, each kind once, in the order of the alphabet. */
export function measuredKinds(packs: readonly Pack[]): MeasuredKind[] {
  const kinds = new Map(
    packs.flatMap((pack) =>
      pack.classes.flatMap(({ features }) =>
        features.map(({ quantity, unit }) => [quantity, unitById(unit)!.dimension] as const),
      ),
    ),
  );
  return [...kinds]
    .map(([quantity, dimension]) => ({ quantity, dimension }))
    .sort((a, b) => a.quantity.localeCompare(b.quantity));
}
