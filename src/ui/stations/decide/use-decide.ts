"use client";
import type { Choice, Option } from "@/core/plan/option";
import { sameOption } from "@/core/plan/same-option";
import { makeWitness } from "@/core/plan/make-witness";
import { useJob } from "../../job/JobContext";

export const optionKey = ({ disposition, step }: Pick<Option, "disposition" | "step">): string =>
  step ? `${disposition} ${step}` : disposition;

/** All ways to go, the proposed one first; the number keys count in this order. */
export const orderedOptions = ({ options, proposal }: Choice): readonly Option[] =>
  [...options].sort((a, b) => Number(sameOption(b, proposal)) - Number(sameOption(a, proposal)));

/** Makes decisions, each with what stood on the screen when it was made. */
export function useDecide(): (choice: Choice, option: Option, reason: string | null) => void {
  const { append, log, pack } = useJob();
  return (choice, option, reason) => {
    append("decision-made", {
      part: choice.row.part!.id,
      feature: choice.row.row.at.id,
      disposition: option.disposition,
      step: option.step,
      reason,
      witness: makeWitness(choice, pack.sha256, log.entries),
      ...(choice.decisions.length > 0 ? { supersedes: choice.decisions.map((decision) => decision.id) } : {}),
    });
  };
}
