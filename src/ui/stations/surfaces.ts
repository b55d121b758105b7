import type { ComponentType } from "react";
import { stations, type Station } from "@/core/stations";
import { CleanStation } from "./clean/CleanStation";
import { CrackStation } from "./crack/CrackStation";
import { DecideStation } from "./decide/DecideStation";
import { DiagnoseStation } from "./diagnose/DiagnoseStation";
import { HandOverStation } from "./hand-over/HandOverStation";
import { IdentifyStation } from "./identify/IdentifyStation";
import { IntakeStation } from "./intake/IntakeStation";
import { MatchStation } from "./match/MatchStation";
import { MeasureStation } from "./measure/MeasureStation";
import { OrderStation } from "./order/OrderStation";
import { StripStation } from "./strip/StripStation";

/** The work surface of each station; null where this version of the program has none. */
export const surfaces: Readonly<Record<Station, ComponentType | null>> = {
  intake: IntakeStation,
  identify: IdentifyStation,
  strip: StripStation,
  clean: CleanStation,
  "crack-check": CrackStation,
  measure: MeasureStation,
  diagnose: DiagnoseStation,
  match: MatchStation,
  decide: DecideStation,
  order: OrderStation,
  build: null,
  "hand-over": HandOverStation,
};

export const presentStations: readonly Station[] = stations.filter((station) => surfaces[station] !== null);
