import type { Characteristic, Limit } from "../pack/schema";
import { divide, estimate, exact, subtract, type Estimate } from "../quantity/estimate";

/**
 * Size when new, as an estimate: anywhere in the drawing band with equal chance.
 *
 * @param source  id under which the unknown size when new is shared by all results about this part and feature
 * @returns  null when the pack has no band with two ends; a quantity that cannot be negative starts at zero
 * @source  rectangular distribution, JCGM 100:2008, 4.3.7 (from memory)
 */
export function sizeWhenNew(band: Limit | undefined, nonNegative: boolean, source: string): Estimate | null {
  const min = band?.min ?? (nonNegative ? 0 : undefined);
  const max = band?.max;
  if (min === undefined || max === undefined) return null;
  return estimate((min + max) / 2, [[source, (max - min) / 2 / Math.sqrt(3)]]);
}

/** The bound that wear runs into; none where the limit is the drawing band itself, since nothing may be worn away then. */
export function wearLimit(
  limit: Limit | undefined,
  fresh: Limit | undefined,
  wearsTowards: "larger" | "smaller",
): number | null {
  const stop = wearsTowards === "larger" ? limit?.max : limit?.min;
  const start = wearsTowards === "larger" ? fresh?.max : fresh?.min;
  return stop === undefined || stop === start ? null : stop;
}

/**
 * Share of the way from new to the limit that is used: 0 as new, 1 at the limit, signed.
 *
 * @param value  now, mm
 * @param fresh  when it was new, mm
 * @param limit  where wear ends, mm
 * @returns      0 new, 1 at the limit, signed; dimensionless
 * @source  common practice: (value - new) / (limit - new)
 * @example wearShare(exact(108.05), exact(108), 108.1).value // 0.5
 */
export function wearShare(value: Estimate, fresh: Estimate, limit: number): Estimate | null {
  const way = subtract(exact(limit), fresh);
  return way.value === 0 ? null : divide(subtract(value, fresh), way);
}

/** Bounds that decide at strip-down. */
export const decidingLimit = ({ limits }: Characteristic): Limit | undefined => limits.reassembly;
