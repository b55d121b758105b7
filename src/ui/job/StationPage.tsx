"use client";
import type { Station } from "@/core/stations";
import { CleanStation } from "../clean/CleanStation";
import { CrackStation } from "../crack/CrackStation";
import { DecideStation } from "../decide/DecideStation";
import { HandOverStation } from "../hand-over/HandOverStation";
import { IdentifyStation } from "../identify/IdentifyStation";
import { IntakeStation } from "../intake/IntakeStation";
import { MeasureStation } from "../measure/MeasureStation";
import { StripStation } from "../strip/StripStation";
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
