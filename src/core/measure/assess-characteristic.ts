import type { DecisionRule } from "../entry/schema";
import { evaluateExpr, type ExprContext } from "../pack/evaluate-expr";
import type { Characteristic, Limit } from "../pack/schema";
import { hasFit, trend } from "../pack/walk-expr";
import { add, type Estimate } from "../quantity/estimate";
import { accepts, conformity, expandedUncertainty, type Conformity } from "./conformity";
import { decidingLimit, wearLimit, wearShare } from "./wear";

/** `null` is 'cannot tell'. */
export type Answer = boolean | null;

export interface CharacteristicResult {
  readonly characteristic: Characteristic;
  readonly estimate: Estimate | null;
  readonly expanded: number | null;
  readonly limit: Limit | null;
  readonly conformity: Conformity | null;
  readonly wear: Estimate | null;
  /** Points that are asked for and were not measured. */
  readonly missing: readonly string[];
  /** Whether the job's rule lets it pass; null where the evidence does not say or the pack has no limit. */
  readonly accepted: Answer;
}

/**
 * One characteristic of a feature or a joint: its value, and how it stands to its limit under the job's rule.
 *
 * @param besides  what is uncertain beyond the readings, as an estimate of zero
 */
export function assessCharacteristic(
  item: Characteristic,
  context: ExprContext,
  fresh: Estimate | null,
  wearsTowards: "larger" | "smaller",
  rule: DecisionRule,
  besides?: Estimate,
): CharacteristicResult {
  const { estimate: read, missing } = evaluateExpr(item.expr, context);
  const estimate = read && besides ? add(read, besides) : read;
  const limit = decidingLimit(item) ?? null;
  const held = estimate && limit ? conformity(estimate, limit, item.nonNegative) : null;
  const stop = wearLimit(limit ?? undefined, item.limits.new, wearsTowards);
  let accepted: Answer = held ? accepts(rule, held) : null;
  if (held && missing.length > 0) {
    // With points missing only one answer can already stand: past a limit that more points can but push it further past.
    const beyondRecall = !accepted && trend(item.expr) === (held.bound === "max" ? "rises" : "falls");
    accepted = beyondRecall ? false : null;
  }
  return {
    characteristic: item,
    estimate,
    // Of a form of which not all points were taken nobody knows how far it is off: fewer points lie nearer to any line.
    expanded: estimate && !(missing.length > 0 && hasFit(item.expr)) ? expandedUncertainty(estimate) : null,
    limit,
    conformity: held,
    wear: estimate && fresh && stop !== null ? wearShare(estimate, fresh, stop) : null,
    missing,
    accepted,
  };
}

/**
 * False when anything is refused, null when anything with a limit is open, true otherwise.
 *
 * @returns  false where one is refused, else null where one is open, else true
 * @example allAccepted([true, null, false]) // false
 */
export function allAccepted(answers: readonly Answer[]): Answer {
  if (answers.includes(false)) return false;
  return answers.length === 0 || answers.includes(null) ? null : true;
}
