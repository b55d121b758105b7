import type * as z from "../z";
import type { Assessment } from "../assessment";
import type { Envelope, HandOverWitness } from "../entry/schema";
import { entrySetFingerprint, shownFigures } from "../plan/make-witness";
import { aspectId } from "../option/options-of-part";
import type { Need } from "../option/row-needs";
import { decidedOn } from "../plan/standing";

type Witnessed = z.infer<typeof HandOverWitness>["choices"][number];

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
    // By measured place, as older records have it: what a part goes through is said at each of them.
    choices: choices.flatMap((choice) => {
      const decided = decidedOn(choice)?.wanted ?? null;
      const stepAt = (ways: readonly { readonly feature: string; readonly step: string }[], need: Need) =>
        ways.find(({ feature }) => feature === aspectId(need))?.step ?? null;
      return choice.needs.map((need): Witnessed => {
        const { proposal } = choice;
        return [
          need.row.row.id,
          proposal.disposition,
          stepAt(proposal.ways, need),
          decided?.disposition ?? null,
          decided && stepAt(decided.ways, need),
        ];
      });
    }),
    holds: holds.map(({ code, path }) => [code, path.join(" ").slice(0, 200)]),
  };
}
