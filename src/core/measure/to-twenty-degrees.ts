const referenceC = 20;
const growth = (expansionPerK: number, temperatureC: number) => 1 + expansionPerK * (temperatureC - referenceC);

/**
 * Length at 20 °C from a gauge with a scale of its own.
 *
 * @param lengthMm  as read
 * @param scale, part  linear expansion in 1/K and temperature in °C
 * @source  ISO 1 (reference temperature, from memory); linear expansion
 * @example  directAtTwenty(100, { expansionPerK: 0, temperatureC: 20 }, { expansionPerK: 1e-5, temperatureC: 30 }) // 99.990001
 */
export const directAtTwenty = (lengthMm: number, scale: Body, part: Body): number =>
  (lengthMm * growth(scale.expansionPerK, scale.temperatureC)) / growth(part.expansionPerK, part.temperatureC);

/**
 * Length at 20 °C from a comparator that shows a deviation from a setting master.
 *
 * @param masterMm     the master's length at 20 °C
 * @param deviationMm  what the comparator shows against it
 * @source  as directAtTwenty
 */
export const comparedAtTwenty = (masterMm: number, deviationMm: number, master: Body, part: Body): number =>
  (masterMm * growth(master.expansionPerK, master.temperatureC) + deviationMm) /
  growth(part.expansionPerK, part.temperatureC);

export interface Body {
  readonly expansionPerK: number;
  readonly temperatureC: number;
}
