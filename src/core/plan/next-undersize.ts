import { accepts, conformity, type Conformity } from "../metrology/conformity";
import type { DecisionRule } from "../entry/schema";
import type { Rework } from "../pack/schema";
import { exact, scale, subtract, type Estimate } from "../quantity/estimate";

export interface UndersizeStep {
  readonly id: string;
  readonly name: string;
  /** Largest finished diameter of this size: the new diameter's upper bound less the step. */
  readonly finishedMm: number;
  /** The ceiling held against the finished diameter: inside means that it cleans up. */
  readonly conformity: Conformity | null;
  /** Depth of hardened layer left under the finished surface; null where the pack does not say. */
  readonly caseLeftMm: number | null;
  readonly caseEnough: boolean;
  /** Whether this size can be ground; null while the ceiling is unknown. */
  readonly possible: boolean | null;
}

export interface Undersize {
  /** Smallest diameter less run-out, damage and clean-up; null while one of them is unknown. */
  readonly ceiling: Estimate | null;
  readonly steps: readonly UndersizeStep[];
  /** The largest size that cleans up with enough hardened layer left. */
  readonly next: UndersizeStep | null;
}

/**
 * The next undersize of a worn journal: the largest finished diameter on offer not above
 * (smallest diameter - TIR - 2 x damage depth - clean-up), with the hardened layer still deep enough.
 *
 * @param smallest    smallest diameter found, mm; null when unknown
 * @param allowances  run-out, damage depth and their like, mm, with their factors; an unknown one is never zero
 * @param newMaxMm    upper bound of the new diameter
 * @source  common practice; the hardened layer is measured from the new surface, half the step is ground off it
 * @example  70.871 - 0.03 - 2 x 0.06 - 0.02 = 70.701: of 70.75, 70.50, 70.25 the next is 70.50
 */
export function nextUndersize(
  smallest: Estimate | null,
  allowances: readonly { readonly estimate: Estimate | null; readonly factor: number }[],
  rework: Rework,
  newMaxMm: number,
  rule: DecisionRule,
): Undersize {
  const ceiling = allowances.reduce<Estimate | null>(
    (left, { estimate, factor }) => (left && estimate ? subtract(left, scale(estimate, factor)) : null),
    smallest && subtract(smallest, exact(rework.cleanUp.amount)),
  );
  const steps = rework.steps.map(({ id, name, amount }): UndersizeStep => {
    const finishedMm = newMaxMm - amount;
    const held = ceiling ? conformity(ceiling, { min: finishedMm }) : null;
    const caseLeftMm = rework.hardenedCase ? rework.hardenedCase.depth - amount / 2 : null;
    const caseEnough = caseLeftMm === null || caseLeftMm >= rework.hardenedCase!.keep;
    return { id, name, finishedMm, conformity: held, caseLeftMm, caseEnough, possible: caseEnough ? (held ? accepts(rule, held) : null) : false };
  });
  const possible = steps.filter((step) => step.possible);
  const next = possible.reduce<UndersizeStep | null>((best, step) => (best && best.finishedMm >= step.finishedMm ? best : step), null);
  return { ceiling, steps, next };
}
