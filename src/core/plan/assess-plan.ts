import { z } from "zod";
import type { ConditionResult } from "../condition/assess-condition";
import type { CrackResult } from "../crack/assess-crack";
import type { Job } from "../entry/fold";
import { Disposition } from "../entry/schema";
import { foundJson, OptionJson } from "../json-parts";
import { judgement, type Progress } from "../judgement";
import type { MeasureResult } from "../measure/assess-measure";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { Problem } from "../problem/problem";
import type { Choice, Option } from "./option";
import { planProblems } from "./plan-problems";
import { proposeAll } from "./propose";
import { isSettled, standingOf } from "./standing";

type Planned = Pick<Job, "decisions" | "readings" | "occasions">;

/** What becomes of each part: what the evidence allows, what is proposed, what was decided. */
export interface PlanResult {
  readonly choices: readonly Choice[];
  readonly problems: readonly Problem[];
  readonly progress: Progress;
}

export function assessPlan(
  pack: CompiledPack,
  job: Planned,
  order: Order,
  { rows, joints, endurance }: MeasureResult,
  crack: CrackResult,
  condition: ConditionResult,
): PlanResult {
  const choices = proposeAll(rows, {
    crack,
    condition,
    enduranceOf: (row) => endurance.get(row.row.id) ?? null,
    joints: [...joints.values()],
    decisions: job.decisions,
    rule: order.rule,
    facts: pack.facts,
    packSha256: pack.sha256,
  });
  return {
    choices,
    problems: planProblems(job, order, choices, crack),
    progress: { done: choices.filter(isSettled).length, total: choices.length },
  };
}

const optionJson = ({ disposition, step, allowed, reasons }: Option) => ({
  disposition,
  step,
  allowed,
  reasons: reasons.map(foundJson),
});

export const planJudgement = judgement({
  reads: ["decisions", "readings", "occasions"],
  assess: assessPlan,
  problems: ({ problems }) => problems,
  progress: ({ progress }) => progress,
  json: {
    shape: {
      choices: z.array(
        z.strictObject({
          row: z.string(),
          proposal: OptionJson,
          options: z.array(OptionJson),
          decisions: z.array(
            z.strictObject({
              entry: z.string(),
              disposition: Disposition,
              step: z.string().nullable(),
              reason: z.string().nullable(),
            }),
          ),
          overrides: z.boolean(),
        }),
      ),
    },
    of: ({ choices }) => ({
      choices: choices.map((choice) => {
        const standing = standingOf(choice);
        return {
          row: choice.row.row.id,
          proposal: optionJson(choice.proposal),
          options: choice.options.map(optionJson),
          overrides: standing.kind === "decided" && standing.overrides,
          decisions: choice.decisions.map(({ id, disposition, step, reason }) => ({
            entry: id,
            disposition,
            step,
            reason,
          })),
        };
      }),
    }),
  },
});
