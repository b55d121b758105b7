import type { Choice, Option } from "../option/option";
import { decidedOn } from "../plan/standing";

/** What was decided of a part and can be acted on; null where nobody decided it, or the decision does not stand. */
export function settledOption(choice: Choice): Option | null {
  const decided = decidedOn(choice);
  const option = decided?.unsettled === null ? decided.option : null;
  return option?.disposition === "hold" ? null : option;
}
