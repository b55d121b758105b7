import type { Assessment } from "../assessment";
import { sameOption } from "../option/same-option";
import type { CompiledPack } from "../pack/compile-pack";
import type { PosedPlan } from "../whole-plan/pose-plan";
import { candidateOf, withPutIn } from "../whole-plan/parts-in-hand";
import { answerOrder, planOf, type Answer, type Demands, type Plan, type Solve } from "../whole-plan/whole-plan";
import { ledgerOfPlan } from "./estimate";
import type { Ledger } from "./ledger";

/** A plan as it is paid for: `now` is the sum of its ledger, everything in it, and `total` that with what is done over. */
export interface PaidPlan extends Plan {
  readonly ledger: Ledger;
}

/** What a plan is paid for with: the solver weighs parts by themselves, the ledger adds sets, what is used up and all the work. */
export function paidPlan(pack: CompiledPack, assessment: Assessment, posed: PosedPlan, plan: Plan): PaidPlan {
  const chosen = posed.places.map(({ choice, offers }, place) => ({
    slot: choice.slot,
    ...offers[plan.picks[place]!]!,
  }));
  const picks = new Map(chosen.map(({ slot, option }) => [slot.id, option]));
  const putIn = chosen.flatMap(({ slot, hand }) => (hand ? [candidateOf(slot, hand)] : []));
  const ledger = ledgerOfPlan(pack, withPutIn(assessment, putIn), picks);
  const now = ledger.total.likely;
  return { ...plan, now, total: now + plan.redo + plan.idle, standIn: 0, unpriced: ledger.unpriced, ledger };
}

/** The plan that does as is proposed, and the first that may be where nothing can be. */
export function planAsProposed(posed: PosedPlan): Plan {
  const picks = posed.places.map(({ choice, offers }, place) => {
    const proposed = offers.findIndex(({ option }) => sameOption(option, choice.proposal));
    if (proposed >= 0) return proposed;
    return Math.max(0, posed.variables[place]!.costs.findIndex(Number.isFinite));
  });
  return planOf(posed, picks);
}

/** What is asked of the solver, and what came of it. */
export interface WholeAnswer {
  readonly answer: Answer;
  /** The same demands, the budget less what the solver does not weigh. */
  readonly asked: Demands;
}

/** The budget is met within so many turns, or it is said not to be. */
const turns = 4;

/**
 * What the order gets, with its budget held against all that is paid: what the ledger adds to the sums of the solver is taken
 * off beforehand, and again while what comes out is still past it.
 *
 * @param paid  a plan as it is paid for
 */
export async function answerWhole(
  posed: PosedPlan,
  demands: Demands,
  solve: Solve,
  paid: (plan: Plan) => Plan,
): Promise<WholeAnswer> {
  const { budget } = demands;
  if (budget === null) return { answer: await answerOrder(posed, demands, solve), asked: demands };
  const besides = (plan: Plan) => paid(plan).now - plan.now;
  let [beside, turn] = [besides(planAsProposed(posed)), 0];
  for (;;) {
    const asked = { ...demands, budget: Math.max(0, budget - beside) };
    const answer = await answerOrder(posed, asked, solve);
    if (answer.kind === "failed") return { answer, asked };
    if (answer.kind === "unmet") {
      // The least that is so sure is within it after all: less was to be taken off than was thought.
      if (answer.sure && paid(answer.sure).now <= budget && turn < turns) {
        [beside, turn] = [besides(answer.sure), turn + 1];
        continue;
      }
      const isWithin = answer.within !== null && paid(answer.within).now <= budget;
      return { answer: { ...answer, within: isWithin ? answer.within : null }, asked };
    }
    const past = paid(answer.plan).now - budget;
    if (past <= 0) return { answer, asked };
    turn += 1;
    if (turn >= turns) return { answer: { kind: "unmet", within: null, sure: answer.plan, later: null }, asked };
    beside = besides(answer.plan);
  }
}
