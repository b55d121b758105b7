import type { CrackResult } from "../crack/assess-crack";
import type { Job } from "../entry/fold";
import type { Order } from "../order/order";
import { problem, type Problem } from "../problem/problem";
import type { Choice } from "./option";
import { byThumb } from "./propose";
import { decidedOn, standingOf, whyUnsettled } from "./standing";

/** What speaks against one decision that was made. */
function choiceProblems(choice: Choice, { certified }: Order): Problem[] {
  const { row, restsOn, joints, proposal } = choice;
  const where = [row.row.id];
  const name = row.row.name;
  const standing = standingOf(choice);
  if (standing.kind === "open") return [];
  if (standing.kind === "clash")
    return [problem("decided-twice", where, { row: name, count: standing.decisions.length })];
  const { decision, overrides } = standing;
  const unsettled = whyUnsettled(standing);
  // Under a certificate only approved data let a part back in, and experience elsewhere is none.
  const [thumb] = certified && decision.disposition === "reuse" ? [row, ...restsOn, ...joints].flatMap(byThumb) : [];
  const then = decision.witness.proposal;
  return [
    ...(unsettled === "off-offer" ? [problem("decided-off-offer", where, { row: name })] : []),
    ...(unsettled === "refused" ? [problem("decided-though-refused", where, { row: name })] : []),
    ...(overrides && !decision.reason ? [problem("override-without-reason", where, { row: name })] : []),
    ...(then !== proposal.disposition
      ? [problem("evidence-changed", where, { row: name, then, now: proposal.disposition })]
      : []),
    ...(thumb ? [problem("thumb-on-certified", where, { row: thumb.params.row, rule: thumb.params.rule })] : []),
    ...(decision.disposition === "hold" ? [problem("on-hold", where, { row: name })] : []),
  ];
}

/** Parts that are to be machined, or were, and were not crack-checked before or after. */
function machiningProblems(
  job: Pick<Job, "readings" | "occasions">,
  choices: readonly Choice[],
  crack: CrackResult,
): Problem[] {
  const toMachine = new Set(
    choices.filter((choice) => decidedOn(choice)?.disposition === "rework").flatMap(({ row }) => row.part?.id ?? []),
  );
  const afterwards = new Set(
    [...job.occasions.values()].filter(({ phase }) => phase === "reworked").map(({ occasion }) => occasion),
  );
  const machined = new Set(
    afterwards.size === 0
      ? []
      : job.readings.filter(({ occasion }) => afterwards.has(occasion)).map(({ part }) => part),
  );
  const asked = crack.parts.filter(({ partClass, part }) => partClass.crackCheck && !crack.scrapped.has(part.id));
  return [
    ...asked
      .filter(({ part, isChecked }) => toMachine.has(part.id) && !isChecked)
      .map(({ part }) => problem("machining-unchecked", [part.id], { tag: part.tag })),
    ...asked
      .filter(({ part, isCheckedAfter }) => machined.has(part.id) && !isCheckedAfter)
      .map(({ part }) => problem("unchecked-after-grinding", [part.id], { tag: part.tag })),
  ];
}

/** What holds decisions up, and what they would lead to. */
export const planProblems = (
  job: Pick<Job, "readings" | "occasions">,
  order: Order,
  choices: readonly Choice[],
  crack: CrackResult,
): Problem[] => [
  ...machiningProblems(job, choices, crack),
  ...choices.flatMap((choice) => choiceProblems(choice, order)),
];
