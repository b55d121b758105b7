import type { z } from "zod";
import type { Assessment } from "../assessment";
import type { Envelope, HandOverWitness } from "../entry/schema";
import { entrySetFingerprint, shownFigures } from "../plan/make-witness";
import { decidedOn } from "../plan/standing";

/** Everything that stood on the screen when an engine was handed over. */
export function makeHandOverWitness(
  assessment: Assessment,
  entries: readonly Envelope[],
): z.infer<typeof HandOverWitness> {
  const { core, pack, rows, joints, choices, holds } = assessment;
  return {
    core,
    pack,
    entries: entrySetFingerprint(entries),
    figures: [...rows.values(), ...joints.values()].flatMap(({ row, governing, derived }) =>
      shownFigures([governing, ...derived]).map(
        ({ id, value, expanded, mark }): [string, string, number, number, string] => [
          row.id,
          id,
          value,
          expanded,
          mark,
        ],
      ),
    ),
    choices: choices.map((choice) => {
      const { row, proposal } = choice;
      const decision = decidedOn(choice);
      return [row.row.id, proposal.disposition, proposal.step, decision?.disposition ?? null, decision?.step ?? null];
    }),
    holds: holds.map(({ code, path }) => [code, path.join(" ").slice(0, 200)]),
  };
}
