import type { Choice } from "@/core/option/option";
import { isMeasured, rowsOf } from "@/core/option/option";
import { optionKey } from "@/core/option/same-option";
import type { PlaceStates } from "@/core/state/state-of-places";
import { decidedOn, standingOf } from "@/core/plan/standing";

/** What parts that stand on one line have in common: kind, way, how far it is settled, and what speaks first. */
function likeness(choice: Choice, states: PlaceStates): string {
  const decided = decidedOn(choice);
  const way = optionKey(decided?.option ?? choice.proposal);
  const unsettled = decided?.unsettled ?? null;
  const why = choice.proposal.disposition === "reuse" ? "" : (choice.proposal.reasons[0]?.code ?? "");
  return [
    choice.partClass.id,
    states.get(choice.slot.id)?.stage,
    standingOf(choice).kind,
    unsettled ?? "",
    decided?.overrides ?? "",
    decided?.reason ?? "",
    choice.provisional,
    isMeasured(choice),
    // What lies close to its limit is not like what lies well inside.
    [...new Set(rowsOf(choice).map(({ governing }) => governing.conformity?.mark ?? ""))].sort().join(),
    way,
    why,
  ].join("|");
}

/** Parts of a group on as few lines as tell them apart: like parts together, unlike ones by themselves. */
export function alike(
  choices: readonly Choice[],
  states: PlaceStates,
  apart: ReadonlySet<string>,
): readonly (readonly Choice[])[] {
  const lines = new Map<string, Choice[]>();
  for (const choice of choices) {
    const key = apart.has(likeness(choice, states)) ? choice.slot.id : likeness(choice, states);
    const line = lines.get(key);
    if (line) line.push(choice);
    else lines.set(key, [choice]);
  }
  return [...lines.values()];
}

/** What a line is known by, to take it apart and put it together again. */
export const lineKey = (line: readonly Choice[], states: PlaceStates): string => likeness(line[0]!, states);

/**
 * How the parts of a line are called together: “liners 1, 2, 4, 6” by what their names begin with and their labels.
 */
export function nameOfLine(line: readonly Choice[]): string {
  const [first] = line;
  if (line.length === 1) return first!.slot.name;
  return `${first!.partClass.name} ${line.map(({ slot }) => slot.label).join(", ")}`;
}
