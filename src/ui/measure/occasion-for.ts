import type { Job, Occasion } from "@/core/entry/fold";
import type { Gauge } from "@/core/entry/schema";
import type { Feature } from "@/core/pack/schema";

/** About how large a feature is when new, in mm. */
function nominal({ governing }: Feature): number {
  const { new: fresh, reassembly } = governing.limits;
  return fresh?.max ?? fresh?.min ?? reassembly?.max ?? reassembly?.min ?? 0;
}

/** Whether a gauge measures this kind of thing at this size. */
export const suits = ({ quantities, rangeMm: [from, to] }: Gauge, feature: Feature): boolean =>
  quantities.includes(feature.quantity) && nominal(feature) >= from && nominal(feature) <= to;

/** The occasion that new readings of a feature belong to: the last one opened with a gauge that suits it. */
export function occasionFor(job: Job, feature: Feature): Occasion | null {
  return [...job.occasions.values()]
    .filter((occasion) => suits(occasion.gauge, feature))
    .reduce<Occasion | null>((newest, occasion) => (newest && Date.parse(newest.at) >= Date.parse(occasion.at) ? newest : occasion), null);
}
