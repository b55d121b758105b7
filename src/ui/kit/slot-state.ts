import type { Assessment } from "@/core/assessment";
import type { Choice } from "@/core/plan/option";

export type SlotState = "open" | "partly" | "sound" | "refused";

function stateOf(mine: readonly Choice[]): SlotState {
  if (mine.some((choice) => choice.options[0]!.allowed === false)) return "refused";
  if (mine.every((choice) => choice.options[0]!.allowed === true)) return "sound";
  return mine.some((choice) => choice.row.measured > 0) ? "partly" : "open";
}

/** What is known of whatever is in each slot: its worst row that a person decides. Slots with none are left out. */
export function slotStates({ choices }: Pick<Assessment, "choices">): ReadonlyMap<string, SlotState> {
  const bySlot = new Map<string, Choice[]>();
  for (const choice of choices) {
    const { id } = choice.row.row.slot;
    bySlot.set(id, [...(bySlot.get(id) ?? []), choice]);
  }
  return new Map([...bySlot].map(([slot, mine]) => [slot, stateOf(mine)]));
}
