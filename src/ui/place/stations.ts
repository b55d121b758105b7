import type { Assessment } from "@/core/assessment";
import type { Hold } from "@/core/holds";
import { stations, type Station } from "@/core/stations";
import { presentStations } from "../stations/surfaces";

export interface StationStatus {
  readonly station: Station;
  readonly present: boolean;
  /** What is settled here, whatever it holds up. */
  readonly holds: readonly Hold[];
  /** What is done of what there is to do; null where nothing is counted. */
  readonly progress: { readonly done: number; readonly total: number } | null;
  readonly done: boolean;
}

/** Where a job stands at each station. */
export const stationStatus = (assessment: Assessment): readonly StationStatus[] =>
  stations.map((station) => {
    const progress = assessment.progress.get(station) ?? null;
    return {
      station,
      present: presentStations.includes(station),
      holds: assessment.holds.filter((hold) => hold.settledAt === station),
      progress,
      done: progress !== null && progress.total > 0 && progress.done === progress.total,
    };
  });
