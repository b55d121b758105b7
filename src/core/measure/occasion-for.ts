import type { Job, Occasion } from "../entry/fold";
import type { Gauge, SettingMaster } from "../entry/schema";
import type { Feature } from "../pack/schema";

/** About how large a feature reads when new, in core units. */
export function nominal({ governing, points }: Feature): number {
  // Where the limit is of something else than the readings (a difference, a rate) the points say what they read.
  const read = points.find((point) => point.nominal !== undefined)?.nominal;
  if (read !== undefined) return read;
  const { new: fresh, reassembly } = governing.limits;
  return fresh?.max ?? fresh?.min ?? reassembly?.max ?? reassembly?.min ?? 0;
}

/** Whether a gauge measures this kind of thing at this size. */
export const suits = ({ quantities, range: [from, to] }: Gauge, feature: Feature): boolean =>
  quantities.includes(feature.quantity) && nominal(feature) >= from && nominal(feature) <= to;

/** How far from its setting a comparator still reads, in mm. Common practice, no source. */
const travel = 2;

/** Whether a comparator set on this master isNearSize the feature; it only shows small differences. */
export const isNearSize = ({ lengthMm }: Pick<SettingMaster, "lengthMm">, feature: Feature): boolean =>
  Math.abs(lengthMm - nominal(feature)) <= travel;

/** The occasion that new readings of a feature belong to: the last one opened with a gauge that suits it, set near its size. */
export function occasionFor(job: Job, feature: Feature): Occasion | null {
  return [...job.occasions.values()]
    .filter(({ gauge, master }) => suits(gauge, feature) && (!master || isNearSize(master, feature)))
    .reduce<Occasion | null>(
      (newest, occasion) => (newest && Date.parse(newest.at) >= Date.parse(occasion.at) ? newest : occasion),
      null,
    );
}
