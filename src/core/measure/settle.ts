import { problem, type Problem } from "../problem/problem";
import { standardUncertainty, type Estimate } from "../quantity/estimate";
import { budgetOf } from "./uncertainty-budget";
import type { CharacteristicResult } from "./assess-characteristic";
import { coverageOf, type Conformity } from "./conformity";

/** More repeats than this at each point are no plan. */
const mostRepeats = 20;

const ofTemperature = new Set(["part-temperature", "gauge-temperature", "master-temperature", "unknown-temperature", "part-expansion", "scale-expansion", "master-expansion"]); // prettier-ignore
const ofGauge = new Set(["repeat", "resolution", "zero", "calibration", "master", "master-setting"]);

const variance = (of: Estimate, kinds: ReadonlySet<string>) =>
  budgetOf(of)
    .filter((line) => kinds.has(line.kind))
    .reduce((sum, line) => sum + line.standard ** 2, 0);

/**
 * What would make a value within U of its limit a clear answer: so many repeats at each point, a gauge at least this
 * good, both at one known temperature; or that nothing would, since it lies on the limit.
 *
 * @param repeats  readings there are at each point now
 * @returns        ways that would, each by itself, the cheapest first; empty where the answer is clear
 */
export function whatWouldSettle(of: Estimate, held: Conformity, repeats: number, unit: string): Problem[] {
  if (held.mark === "inside" || held.mark === "outside") return [];
  // The answer is clear once U is no larger than the distance from the limit.
  const factor = coverageOf(of);
  const wanted = Math.abs(held.margin) / factor;
  const total = standardUncertainty(of) ** 2;
  const room = wanted ** 2;
  const [temperature, gauge, scatter] = [
    variance(of, ofTemperature),
    variance(of, ofGauge),
    variance(of, new Set(["repeat"])),
  ];
  const ways: Problem[] = [];
  if (temperature > 0 && total - temperature <= room)
    ways.push(problem("settle-temperature", [], { now: Math.sqrt(temperature), unit }));
  const rest = total - scatter;
  const needed = room > rest ? Math.ceil((scatter * repeats) / (room - rest)) : Infinity;
  if (scatter > 0 && needed <= mostRepeats)
    ways.push(problem("settle-repeats", [], { more: Math.max(1, needed - repeats), repeats: needed }));
  const others = total - gauge;
  if (gauge > 0 && room > others)
    ways.push(
      problem("settle-gauge", [], {
        expanded: factor * Math.sqrt(room - others),
        now: factor * Math.sqrt(gauge),
        unit,
      }),
    );
  if (ways.length > 0) return ways;
  return [problem(wanted === 0 ? "settle-on-limit" : "settle-nothing", [], { need: factor * wanted, unit })];
}

/** The same for a characteristic that was judged. */
export const settling = (
  { characteristic, estimate, conformity, missing }: CharacteristicResult,
  repeats: number,
): Problem[] =>
  estimate && conformity && missing.length === 0
    ? whatWouldSettle(estimate, conformity, repeats, characteristic.unit)
    : [];
