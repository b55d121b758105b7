import type { Assessment } from "@/core/assessment";
import { isMeasured, type Choice } from "@/core/plan/option";

export type SlotState = "open" | "partly" | "sound" | "refused";

function stateOf(choice: Choice): SlotState {
  const { allowed } = choice.options[0]!;
  if (allowed !== null) return allowed ? "sound" : "refused";
  return isMeasured(choice) ? "partly" : "open";
}

/** What is known of whatever is in each slot: whether it may be used again. Slots with nothing to decide are left out. */
export const slotStates = ({ choices }: Pick<Assessment, "choices">): ReadonlyMap<string, SlotState> =>
  new Map(choices.map((choice) => [choice.slot.id, stateOf(choice)]));
