import type { ConditionResult } from "../condition/assess-condition";
import type { CrackResult } from "../crack/assess-crack";
import type { DiagnoseResult } from "../diagnose/assess-diagnose";
import type { Job, Part } from "../entry/fold";
import { statedOf } from "../entry/stated";
import { judgement, type Progress } from "../judgement";
import type { MatchResult } from "../match/assess-match";
import { ownVerdicts } from "../match/own-verdict";
import type { PartsResult } from "../parts/assess-parts";
import type { MeasureResult } from "../measure/assess-measure";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { Problem } from "../problem/problem";
import type { Choice } from "../option/option";
import type { Picks } from "./picked-instead";
import { goodInHand } from "./good-in-hand";
import { planProblems } from "./plan-problems";
import { proposeAll, type Proposed } from "./propose";
import { isSettled } from "./standing";

type Planned = Pick<Job, "decisions" | "plans" | "declined" | "readings" | "occasions" | "cameOut">;

/** What becomes of each part: what the evidence allows, what is proposed, what was decided. */
export interface PlanResult extends Pick<Proposed, "groups" | "changesFor" | "whole"> {
  readonly choices: readonly Choice[];
  /** By place whose part goes, a good one that lies here and may go there instead of a new one. */
  readonly inHandFor: ReadonlyMap<string, Part>;
  readonly problems: readonly Problem[];
  readonly progress: Progress;
}

/** What a proposal is weighed by. */
interface Weighed {
  readonly order: Order;
  readonly measured: MeasureResult;
  readonly crack: CrackResult;
  readonly condition: ConditionResult;
  readonly match: MatchResult;
  readonly inHand: PartsResult;
  readonly diagnosis: Pick<DiagnoseResult, "actions">;
}

export function assessPlan(
  pack: CompiledPack,
  job: Planned,
  { order, measured: { rows, joints, endurance }, crack, condition, match, inHand, diagnosis }: Weighed,
): PlanResult {
  const proposed = proposeAll(rows, {
    pack,
    order,
    condition,
    match,
    enduranceOf: (row) => endurance.get(row.row.id) ?? null,
    joints: [...joints.values()],
    statedOf: statedOf(job),
    cameOut: job.cameOut,
  });
  const { choices, groups, changesFor, whole } = proposed;
  // Asked only where a plan was adopted.
  let verdicts: ReturnType<typeof ownVerdicts> | undefined;
  const own: Picks["own"] = (candidate) => (verdicts ??= ownVerdicts(choices, inHand, order))(candidate);
  return {
    choices,
    groups,
    changesFor,
    whole,
    inHandFor: goodInHand(choices, inHand.loose, match),
    problems: planProblems(
      job,
      {
        pack,
        order,
        choices,
        rows,
        enduranceOf: (row) => endurance.get(row) ?? null,
        asOf: null,
        covered: new Set(),
        match,
        own,
      },
      [...joints.values()],
      proposed,
      crack,
      diagnosis.actions,
    ),
    progress: { done: choices.filter(isSettled).length, total: choices.length },
  };
}

export const planJudgement = judgement({
  lists: ["decisions", "plans", "declined", "readings", "occasions", "cameOut"],
  needs: ["order", "measured", "crack", "condition", "match", "inHand", "diagnosis"],
  assess: assessPlan,
  problems: ({ problems }) => problems,
  stations: { decide: ({ progress }) => progress },
});
