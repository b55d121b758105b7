import type { Assessment } from "../assessment";
import { isMeasured, type Choice } from "../option/option";

export type SlotState = "open" | "partly" | "sound" | "refused";

function stateOf(choice: Choice): SlotState {
  const { allowed } = choice.options[0]!;
  if (allowed !== null) return allowed ? "sound" : "refused";
  return isMeasured(choice) ? "partly" : "open";
}

const known = new WeakMap<readonly Choice[], ReadonlyMap<string, SlotState>>();

/** What is known of whatever is in each slot: whether it may be used again. Slots with nothing to decide are left out. The same map for the same choices. */
export function slotStates({ choices }: Pick<Assessment, "choices">): ReadonlyMap<string, SlotState> {
  const states = known.get(choices) ?? new Map(choices.map((choice) => [choice.slot.id, stateOf(choice)]));
  known.set(choices, states);
  return states;
}
