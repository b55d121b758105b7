import type { Gauge, SettingMaster } from "../entry/schema";
import { figuresOf } from "./assumed-gauge";

/**
 * A micrometer locked at a size, as a setting master: what both measure shares its error. Without a certificate nobody
 * knows which error that would be, and nothing cancels.
 */
export const lockedAt = (gauge: Gauge, lengthMm: number): SettingMaster => {
  const { id, name, calibration, range, scaleExpansionPerK } = gauge;
  return {
    id,
    name: `${name} at ${lengthMm.toFixed(3)}`,
    lengthMm,
    expandedMm: calibration?.expanded ?? 2 * figuresOf(gauge).calibration,
    k: calibration?.k ?? 2,
    settingMm: Math.max(gauge.resolution / Math.sqrt(12), figuresOf(gauge).repeatability),
    expansionPerK: scaleExpansionPerK,
    ...(calibration ? { gauge: { id, calibratedOn: calibration.on, range } } : {}),
  };
};
