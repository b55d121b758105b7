"use client";
import type { Station } from "@/core/stations";
import { CleanStation } from "../stations/clean/CleanStation";
import { CrackStation } from "../stations/crack/CrackStation";
import { DecideStation } from "../stations/decide/DecideStation";
import { HandOverStation } from "../stations/hand-over/HandOverStation";
import { IdentifyStation } from "../stations/identify/IdentifyStation";
import { IntakeStation } from "../stations/intake/IntakeStation";
import { MeasureStation } from "../stations/measure/MeasureStation";
import { StripStation } from "../stations/strip/StripStation";
import { AbsentStation } from "./AbsentStation";

const surfaces: Partial<Record<Station, () => React.ReactNode>> = {
  intake: IntakeStation,
  identify: IdentifyStation,
  strip: StripStation,
  clean: CleanStation,
  "crack-check": CrackStation,
  measure: MeasureStation,
  decide: DecideStation,
  "hand-over": HandOverStation,
};

/** The work surface of a station. */
export function StationPage({ station }: { station: Station }) {
  const Surface = surfaces[station];
  return Surface ? <Surface /> : <AbsentStation station={station} />;
}
