import { lazy, type ComponentType } from "react";
import { stations, type Station } from "@/core/stations";
import type { JobPlace } from "@/words/places";
import { loadLate } from "../kit/late";

type Load = () => Promise<ComponentType>;

/** How the work surface of each place of a job comes, when somebody goes there; null where this version of the program has none. */
const loads: Readonly<Record<JobPlace, Load | null>> = {
  intake: async () => (await import("./intake/IntakeStation")).IntakeStation,
  identify: async () => (await import("./identify/IdentifyStation")).IdentifyStation,
  strip: async () => (await import("./strip/StripStation")).StripStation,
  clean: async () => (await import("./clean/CleanStation")).CleanStation,
  "crack-check": async () => (await import("./crack/CrackStation")).CrackStation,
  measure: async () => (await import("./measure/MeasureStation")).MeasureStation,
  diagnose: async () => (await import("./diagnose/DiagnoseStation")).DiagnoseStation,
  match: async () => (await import("./match/MatchStation")).MatchStation,
  decide: async () => (await import("./decide/DecideStation")).DecideStation,
  order: async () => (await import("./order/OrderStation")).OrderStation,
  build: null,
  "hand-over": async () => (await import("./hand-over/HandOverStation")).HandOverStation,
  parts: async () => (await import("../parts/PartsRoom")).PartsRoom,
};

const surfaceOf = (load: Load | null) => load && lazy(async () => ({ default: await load() }));

/** The work surface of each place of a job. */
export const surfaces = Object.fromEntries(
  Object.entries(loads).map(([place, load]) => [place, surfaceOf(load)]),
) as unknown as Readonly<Record<JobPlace, ComponentType | null>>;

export const presentStations: readonly Station[] = stations.filter((station) => loads[station] !== null);

/** Has all surfaces come now: where the network may go away and no service worker keeps them. */
export const loadSurfaces = (): void =>
  void Promise.allSettled(Object.values(loads).map((load) => load?.())).then(loadLate);
