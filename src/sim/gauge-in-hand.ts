import type { Occasion } from "@/core/entry/fold";
import { expansionOf } from "@/core/measure/assess-row";
import { hashText } from "@/core/numeric/seeded";
import type { Row } from "@/core/pack/compile-pack";
import { hiddenEngines, hiddenSize } from "./hidden-engine";
import { SimulatedGauge } from "./simulated-gauge";

/**
 * What the simulated gauge of an occasion would type at a point of an engine; null of an engine that is not simulated.
 *
 * @param number  the engine's
 */
export function simulatedGaugeOn(occasion: Occasion, number: string): ((row: Row, point: string) => string) | null {
  const engine = hiddenEngines.get(number);
  if (!engine) return null;
  const gauge = new SimulatedGauge(occasion, hashText(occasion.occasion));
  return (row, point) => gauge.typed(hiddenSize(engine, row, point), expansionOf(row));
}
