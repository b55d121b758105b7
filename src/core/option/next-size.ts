import { accepts, conformity, type Conformity } from "../measure/conformity";
import type { DecisionRule } from "../entry/schema";
import type { Rework } from "../pack/schema";
import { add, exact, scale, subtract, type Estimate } from "../quantity/estimate";

export interface SizeStep {
  readonly id: string;
  readonly name: string;
  /** How far it is from the new size. */
  readonly amount: number;
  /** The finished diameter of this size that takes off least: the new size's near bound and the step. */
  readonly finishedMm: number;
  /** The bound held against the finished diameter: inside means that it cleans up. */
  readonly conformity: Conformity | null;
  /** What is left of the hardened layer, or of the wall, under the finished surface; null where the pack does not say. */
  readonly layerLeftMm: number | null;
  /** Null while a run-out or lean is unknown that takes more of it on one side. */
  readonly layerEnough: boolean | null;
  /** Whether this size can be made; null while the bound is unknown. */
  readonly possible: boolean | null;
}

export interface NextSize {
  /** What damage, lean and clean-up leave of a journal, or ask of a bore; null while one of them is unknown. */
  readonly bound: Estimate | null;
  readonly steps: readonly SizeStep[];
  /** The size nearest to new that cleans up with enough left. */
  readonly next: SizeStep | null;
}

interface Allowance {
  readonly estimate: Estimate | null;
  readonly factor: number;
  /** How far, for each mm of it, the axis of machining lies from that of the layer: what comes off one side more. */
  readonly axisShift?: number | undefined;
}

/** What has to stay under the surface: the hardened layer of a journal, the wall of a bore. */
export const layerOf = ({ hardenedCase, wall }: Rework) => hardenedCase ?? wall ?? null;

/**
 * The next standard size of a worn place. A journal gets smaller: the largest finished diameter on offer not above
 * (smallest diameter - TIR - 2 x damage depth - clean-up), hardened layer still deep enough. A bore gets larger: the
 * smallest not below (largest diameter + 2 x offset + 2 x damage depth + hone stock), wall still thick enough.
 *
 * @param worst       the worn diameter, smallest or largest, mm; null when unknown
 * The layer is thinnest on the side that the axis moved to: a journal that runs out by TIR loses TIR/2 more of it there, a
 * bore machined on its worn axis the whole lean.
 *
 * @param allowances  run-out, damage depth, offset and their like, mm, with their factors; an unknown one is never zero
 * @param newMm       the new diameter's bound that the steps are counted from
 * @source  common practice; a layer is measured from the new surface, half the step is taken off it
 * @example  nextSize(exact(70.92), [], bigEnd.rework, 70.98, "simple").next!.id // "u-25"; ground to 70.73, it cleans up
 */
export function nextSize(
  worst: Estimate | null,
  allowances: readonly Allowance[],
  rework: Rework,
  newMm: number,
  rule: DecisionRule,
): NextSize {
  const grows = rework.kind === "oversize";
  const further = (from: Estimate, by: Estimate) => (grows ? add(from, by) : subtract(from, by));
  const bound = allowances.reduce<Estimate | null>(
    (sofar, { estimate, factor }) => (factor === 0 ? sofar : sofar && estimate ? further(sofar, scale(estimate, factor)) : null), // prettier-ignore
    worst && further(worst, exact(rework.cleanUp.amount)),
  );
  const layer = layerOf(rework);
  const shift = allowances.reduce<Estimate | null>(
    (sofar, { estimate, axisShift }) =>
      axisShift ? sofar && estimate && add(sofar, scale(estimate, axisShift)) : sofar,
    exact(0),
  );
  const steps = rework.steps.map(({ id, name, amount }): SizeStep => {
    const finishedMm = grows ? newMm + amount : newMm - amount;
    const held = bound ? conformity(bound, grows ? { max: finishedMm } : { min: finishedMm }) : null;
    const left = layer && shift && subtract(exact(layer.depth - amount / 2), shift);
    // What is not deep enough even where the axis has not moved needs no run-out to say so.
    const most = layer ? conformity(left ?? exact(layer.depth - amount / 2), { min: layer.keep }) : null;
    const isEnough = most === null || accepts(rule, most);
    const layerEnough = isEnough && layer && !shift ? null : isEnough;
    return {
      id,
      name,
      amount,
      finishedMm,
      conformity: held,
      layerLeftMm: left?.value ?? null,
      layerEnough,
      possible:
        layerEnough === false
          ? false
          : layerEnough && held
            ? accepts(rule, held)
            : held && !accepts(rule, held)
              ? false
              : null,
    };
  });
  const next = steps
    .filter((step) => step.possible)
    .reduce<SizeStep | null>((best, step) => (best && best.amount <= step.amount ? best : step), null);
  return { bound, steps, next };
}
