import type { DiagnoseResult } from "../diagnose/assess-diagnose";
import { groupBy } from "../group";
import type { CompiledPack } from "../pack/compile-pack";
import { nodeId } from "../causes/unfold";

/** A cause of failure that is not put right yet: it fails the engine again, all of it at once. */
export interface CauseLeft {
  readonly name: string;
  /** How often it does before the hours wanted. */
  readonly again: number;
  /** Places where a part that stays keeps it: all of them have to be dealt with. Empty where nothing a plan chooses puts it right. */
  readonly slots: readonly string[];
  /** Only a new part puts it right. */
  readonly onlyNew: boolean;
}

/**
 * How often an engine fails again whose cause is known and was left as it is; and one that failed of what nobody knows.
 * Common practice, no source.
 */
export const failsAgain = { known: 0.5, unknown: 0.25 } as const;

/**
 * Causes that may come back: those that are settled and still ask for something, and one for what nobody has settled. Advice
 * to the owner leaves nothing behind in the engine.
 */
export function causesLeft(
  pack: CompiledPack,
  { gate, actions, network }: Pick<DiagnoseResult, "gate" | "actions" | "network">,
): readonly CauseLeft[] {
  if (gate === "open" || gate === "undetermined")
    return [{ name: "", again: failsAgain.unknown, slots: [], onlyNew: false }];
  const open = actions.filter(({ state, action }) => state !== "done" && action.does !== "advise");
  return [...groupBy(open, ({ cause, place }) => nodeId(cause, place))].map(([id, of]): CauseLeft => {
    const here = network?.of.get(id)?.place?.slots;
    const bound = of.flatMap(({ action }) => {
      const all =
        action.class === undefined || action.does === "check"
          ? []
          : pack.pack.slots.flatMap((slot) => (slot.class === action.class ? slot.id : []));
      const near = here ? all.filter((slot) => here.includes(slot)) : [];
      return [near.length > 0 ? near : all];
    });
    const isBound = bound.every((slots) => slots.length > 0);
    return {
      name: of[0]!.causeName,
      again: failsAgain.known,
      slots: isBound ? [...new Set(bound.flat())] : [],
      onlyNew: of.some(({ action }) => action.does === "replace"),
    };
  });
}
