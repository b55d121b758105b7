"use client";
import { dispositions, type Disposition } from "@/core/entry/schema";
import type { Choice, Option } from "@/core/option/option";
import { sameOption } from "@/core/option/same-option";
import { makeWitness } from "@/core/plan/make-witness";
import { useJob } from "../../job/JobContext";

/** One key means one disposition on every row: 1 is reuse, 5 is replace. */
export const keyOf = (disposition: Disposition): number => dispositions.indexOf(disposition) + 1;

/** What a key stands for with one part: the proposal where it is of that kind, else the first way that is not refused. */
export function optionOn(key: number, { options, proposal }: Choice): Option | null {
  const disposition = dispositions[key - 1];
  const here = options.filter((option) => option.disposition === disposition);
  return (
    here.find((option) => sameOption(option, proposal)) ??
    here.find(({ allowed }) => allowed !== false) ??
    here[0] ??
    null
  );
}

/** Choices that can be taken as proposed: nobody decided them, and nothing is open about them. */
export const acceptable = (choices: readonly Choice[]): readonly Choice[] =>
  choices.filter(
    ({ joined, proposal, part, provisional }) =>
      joined.kind === "open" && proposal.disposition !== "hold" && part !== null && !provisional,
  );

/** Makes decisions, each with what stood on the screen when it was made. */
export function useDecide(): (choice: Choice, option: Option, reason: string | null) => void {
  const { append, log, pack } = useJob();
  return (choice, option, reason) => {
    // A plan stands for the other parts, and gives way for this one by itself.
    const before = choice.stated.decisions;
    append("decision-made", {
      part: choice.part!.id,
      feature: null,
      disposition: option.disposition,
      ways: option.ways.map(({ feature, step }) => ({ feature, step })),
      reason,
      witness: makeWitness(choice, pack.sha256, log.entries),
      ...(before.length > 0 ? { supersedes: before.slice(0, 20).map(({ id }) => id) } : {}),
    });
  };
}
