import { fromCore, type Unit } from "./units";

/**
 * A value in core units, in the unit shown, with fixed decimals and without the unit's symbol.
 * A value that rounds to zero has no sign.
 *
 * @param value     in core units
 * @param decimals  the unit's own where left out
 * @example formatNumber(70.98, unitById("mm")!) // "70.980"
 */
export function formatNumber(value: number, unit: Unit, decimals = unit.decimals): string {
  const text = fromCore(value, unit).toFixed(decimals);
  return Number(text) === 0 ? text.replace("-", "") : text.replace("-", "−");
}

/**
 * As formatNumber, followed by the unit's symbol.
 *
 * @example formatQuantity(70.98, unitById("mm")!) // "70.980 mm"
 */
export const formatQuantity = (value: number, unit: Unit, decimals = unit.decimals): string =>
  `${formatNumber(value, unit, decimals)} ${unit.symbol}`;

/**
 * An expanded uncertainty in the unit shown, rounded up so that the display never claims more than is known.
 *
 * @param expanded  U in core units
 * @source  JCGM 100:2008, 7.2.6 (from memory): it may be appropriate to round uncertainties up
 * @example formatUncertainty(0.0041, unitById("mm")!) // "0.005"
 */
export function formatUncertainty(expanded: number, unit: Unit, decimals = unit.decimals): string {
  const scale = 10 ** decimals;
  // A hair of slack, so that 0.0060000001 from binary arithmetic is not shown as 0.007.
  return (Math.ceil((expanded / unit.factor) * scale - 1e-6) / scale).toFixed(decimals);
}
