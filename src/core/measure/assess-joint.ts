import type { DecisionRule } from "../entry/schema";
import type { JointRow } from "../pack/compile-pack";
import { emptyContext, type ExprContext } from "../pack/evaluate-expr";
import { allAccepted, assessCharacteristic, type Answer, type CharacteristicResult } from "./assess-characteristic";
import { betweenPoints, measuredPoints, type RowResult } from "./assess-row";
import { add } from "../quantity/estimate";
import { stricter } from "./conformity";
import { decidingLimit, sizeWhenNew } from "./wear";

/** How the ends of a joint fit at one place, worked out from what was measured of each. */
export interface JointResult {
  readonly row: JointRow;
  readonly ends: ReadonlyMap<string, RowResult>;
  readonly governing: CharacteristicResult;
  readonly derived: readonly CharacteristicResult[];
  readonly accepted: Answer;
}

/** Where the expressions of a joint find their points: one context for each end. */
export function jointContext(ends: ReadonlyMap<string, RowResult>, facts: ReadonlyMap<string, number>): ExprContext {
  const contextOf = ({ row, part, points }: RowResult): ExprContext => {
    const between = betweenPoints(row, part);
    const measured = measuredPoints(points);
    return {
      points: row.at.feature.points,
      // All points of one place share what lies between them: neither the largest nor their mean is rid of it.
      measured: between ? new Map([...measured].map(([point, of]) => [point, add(of, between)])) : measured,
      facts,
      refs: new Map(),
    };
  };
  return { ...emptyContext(facts), ends: new Map([...ends].map(([end, result]) => [end, contextOf(result)])) };
}

/**
 * The fit of a joint at one place. What two ends owe to one source (a setting master, a micrometer's calibration)
 * cancels in a difference, since their estimates name that source.
 */
export function assessJoint(
  row: JointRow,
  ends: ReadonlyMap<string, RowResult>,
  facts: ReadonlyMap<string, number>,
  rule: DecisionRule,
): JointResult {
  const { joint } = row;
  const context = jointContext(ends, facts);
  const fresh = sizeWhenNew(joint.governing.limits.new, joint.governing.nonNegative, `new-size:${row.id}`);
  // A fit is judged as strictly as the part in it that has to be judged strictest.
  const strictest = [...ends.values()].reduce((sofar, end) => stricter(sofar, end.row.partClass.rule?.atLeast), rule);
  const governing = assessCharacteristic(joint.governing, context, fresh, joint.wearsTowards, strictest);
  const derived = joint.derived.map((item) => assessCharacteristic(item, context, null, joint.wearsTowards, strictest));
  const limited = [governing, ...derived].filter((result) => decidingLimit(result.characteristic));
  return { row, ends, governing, derived, accepted: allAccepted(limited.map((result) => result.accepted)) };
}
