import { byMoment } from "../entry/clock";
import type { Job } from "../entry/fold";
import { standingHandOver } from "../entry/visit";
import { groupBy } from "../group";
import { judgement, type Progress } from "../judgement";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";
import { problemCodes, type ProblemCode } from "../problem/problem-codes";

type Recorded = Pick<
  Job,
  "header" | "parts" | "reasonsOwed" | "handOvers" | "reopenings" | "unread" | "cameOut" | (typeof told)[number]
>;

/** Lists of what is said of an engine while it is here. */
const told = [
  "readings",
  "findings",
  "decisions",
  "plans",
  "checks",
  "cracks",
  "crackChecks",
  "threads",
  "cleaned",
  "broken",
  "scrapped",
  "fragments",
  "residues",
] as const;

export interface RecordResult {
  readonly problems: readonly Problem[];
  /** Whether it was handed over. */
  readonly progress: Progress;
}

/** Slots that are said to hold more than one part, and those that this engine does not have. */
function crowdedSlots(pack: CompiledPack, { parts, readings, findings, cameOut }: Recorded): Problem[] {
  const occupants = new Map<string, string[]>();
  // A job is opened with a tag for every slot of the family: one that nobody ever touched was never there.
  const isTouched = (id: string) =>
    [readings, findings, cameOut].some((list: readonly { readonly part: string }[]) =>
      list.some(({ part }) => part === id),
    );
  for (const { id, slot, tag, origin } of parts.values())
    if (slot && (pack.slots.has(slot) || origin !== "engine" || isTouched(id)))
      occupants.set(slot, [...(occupants.get(slot) ?? []), tag]);
  return [...occupants].flatMap(([slot, tags]): Problem[] =>
    !pack.slots.has(slot)
      ? [problem("slot-not-there", [slot], { slot, tags: tags.join(", ") })]
      : tags.length > 1
        ? [problem("slot-holds-two", [slot], { slot: pack.slots.get(slot)?.name ?? slot, tags: tags.join(", ") })]
        : [],
  );
}

/** Parts that bear one tag: whoever reads it does not know which is meant. */
const tagsTwice = ({ parts }: Recorded): Problem[] =>
  [...groupBy([...parts.values()], ({ tag }) => tag.trim().toUpperCase())].flatMap(
    ([, all]) =>
    all.length > 1 ? [problem("tag-twice", all.map(({ id }) => id), { tag: all[0]!.tag, count: all.length })] : [], // prettier-ignore
  );

/** What stands of the hand-over: that it was released while there was danger, and what came after it. */
function handOverProblems(job: Recorded): Problem[] {
  const over = standingHandOver(job);
  if (!over) return [];
  const dangers = over.witness.holds.filter(([code]) => isDanger(code)).length;
  const late = told.reduce((sum, list) => sum + (job[list] as readonly { readonly at: string }[]).filter(({ at }) => byMoment(at, over.at) > 0).length, 0); // prettier-ignore
  const unsaid = over.past.filter(({ why }) => why === null);
  return [
    ...(over.outcome === "released" && dangers > 0
      ? [problem("released-in-danger", [over.id], { count: dangers })]
      : []),
    ...(over.outcome === "released" && unsaid.length > 0
      ? [problem("released-without-reason", [over.id], { kinds: unsaid.length })]
      : []),
    // What somebody let be is what had come by then: more asks again.
    ...(late > 0 ? [problem("after-hand-over", [over.id, String(late)], { count: late })] : []),
  ];
}

/** Whether a hold of this code, as a record names it, is a danger; one that this program does not know may be. */
const isDanger = (code: string): boolean =>
  !(code in problemCodes) || problemCodes[code as ProblemCode].hold?.kind === "danger";

/** What the record as a whole owes: its pack, its date, one part to a slot, reasons for what was corrected. */
export function assessRecord(
  pack: CompiledPack,
  job: Recorded,
  { order: { wantedBy }, day: today }: { readonly order: Order; readonly day: string },
): RecordResult {
  const { header } = job;
  const problems = [
    ...(header && header.pack.sha256 !== pack.sha256
      ? [
          problem("pack-differs", ["pack"], {
            pinned: header.pack.sha256,
            given: pack.sha256,
            id: header.pack.id,
            revision: header.pack.revision,
          }),
        ]
      : []),
    ...(wantedBy && wantedBy < today && standingHandOver(job) === null
      ? [problem("job-overdue", ["wantedBy"], { wantedBy })]
      : []),
    ...crowdedSlots(pack, job),
    ...tagsTwice(job),
    ...handOverProblems(job),
    ...job.reasonsOwed.map(({ id, type }) => problem("reason-owed", [id], { type })),
    ...[...job.parts.values()].flatMap(({ id, tag, known }) =>
      known.conflicts.map((item) => problem("part-noted-twice", [id, item], { tag, item })),
    ),
    ...job.unread,
  ];
  return { problems, progress: { done: standingHandOver(job) === null ? 0 : 1, total: 1 } };
}

export const recordJudgement = judgement({
  lists: ["header", "parts", "reasonsOwed", "handOvers", "reopenings", "unread", "cameOut", ...told],
  needs: ["order", "day"],
  assess: assessRecord,
  problems: ({ problems }) => problems,
  stations: { "hand-over": ({ progress }) => progress },
});
