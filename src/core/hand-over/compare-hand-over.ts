import type * as z from "../z";
import type { Assessment } from "../assessment";
import type { HandOverWitness } from "../entry/schema";
import { compareFigures, compareGround, unitsOf } from "../plan/compare-witness";
import { problem, type Problem } from "../problem/problem";
import { makeHandOverWitness } from "./make-hand-over-witness";

/** What stood on the screen at hand-over, beside what stands there now: figures, proposals, decisions, holds. */
export function compareHandOver(witness: z.infer<typeof HandOverWitness>, assessment: Assessment): Problem[] {
  const now = makeHandOverWitness(assessment, []);
  const figures = ({ figures }: typeof now) =>
    new Map(figures.map(([row, id, value, expanded, mark]) => [`${row} ${id}`, { value, expanded, mark }]));
  const choicesNow = new Map(now.choices.map((choice) => [choice[0], choice]));
  const choices = witness.choices.flatMap((was) => {
    const is = choicesNow.get(was[0]);
    if (is && was.every((part, at) => part === is[at])) return [];
    return [
      problem("choice-differs", [was[0]], {
        row: was[0],
        thenProposal: was[1],
        thenDecision: was[3],
        nowProposal: is?.[1] ?? null,
        nowDecision: is?.[3] ?? null,
      }),
    ];
  });
  const keyOf = ([code, path]: [string, string]) => `${code} ${path}`;
  const heldThen = new Set(witness.holds.map(keyOf));
  const come = now.holds
    .filter((each) => !heldThen.has(keyOf(each)))
    .map(([code, path]) => problem("hold-came", [], { code, path }));
  return [
    ...compareGround(witness, assessment.pack),
    ...compareFigures(
      figures(witness),
      figures(now),
      unitsOf([...assessment.rows.values(), ...assessment.joints.values()]),
    ),
    ...choices,
    ...come,
  ];
}
