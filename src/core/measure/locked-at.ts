import type { Gauge, SettingMaster } from "../entry/schema";

/** A micrometer locked at a size, as a setting master: what both measure shares its error. */
export const lockedAt = ({ id, name, calibration, scaleExpansionPerK }: Gauge, lengthMm: number): SettingMaster => ({
  id,
  name: `${name} at ${lengthMm.toFixed(3)}`,
  lengthMm,
  expandedMm: calibration.expanded,
  k: calibration.k,
  expansionPerK: scaleExpansionPerK,
  gauge: { id, calibratedOn: calibration.on },
});
