import type { Assessment } from "@/core/assess";

export type SlotState = "open" | "partly" | "sound" | "worn";

/** What is known of whatever is in a slot: its worst row that a person decides. */
export function slotState(assessment: Assessment, slot: string): SlotState {
  const mine = assessment.choices.filter((choice) => choice.row.row.slot.id === slot);
  if (mine.some((choice) => choice.options[0]!.allowed === false)) return "worn";
  if (mine.every((choice) => choice.row.measured === 0)) return "open";
  return mine.every((choice) => choice.options[0]!.allowed === true) ? "sound" : "partly";
}
