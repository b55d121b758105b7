import type { Job } from "../entry/fold";
import { judgement, type Progress } from "../judgement";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";

type Recorded = Pick<
  Job,
  "header" | "parts" | "reasonsOwed" | "handOvers" | "unread" | "readings" | "findings" | "cameOut"
>;

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
    ...(wantedBy && wantedBy < today && job.handOvers.length === 0
      ? [problem("job-overdue", ["wantedBy"], { wantedBy })]
      : []),
    ...crowdedSlots(pack, job),
    ...job.reasonsOwed.map(({ id, type }) => problem("reason-owed", [id], { type })),
    ...[...job.parts.values()].flatMap(({ id, tag, known }) =>
      known.conflicts.map((item) => problem("part-noted-twice", [id, item], { tag, item })),
    ),
    ...job.unread,
  ];
  return { problems, progress: { done: Math.min(1, job.handOvers.length), total: 1 } };
}

export const recordJudgement = judgement({
  lists: ["header", "parts", "reasonsOwed", "handOvers", "unread", "readings", "findings", "cameOut"],
  needs: ["order", "day"],
  assess: assessRecord,
  problems: ({ problems }) => problems,
  stations: { "hand-over": ({ progress }) => progress },
});
