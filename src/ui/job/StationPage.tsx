"use client";
import type { Station } from "@/core/stations";
import { surfaces } from "../stations/surfaces";
import { AbsentStation } from "./AbsentStation";

/** The work surface of a station. */
export function StationPage({ station }: { station: Station }) {
  const Surface = surfaces[station];
  return Surface ? <Surface /> : <AbsentStation station={station} />;
}
