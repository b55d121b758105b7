import type { Part } from "../entry/fold";
import { ofNoPart, type JobSituation, type Situation } from "../pack/conditions";
import { revisionByNumber } from "../pack/revision-number";
import type { PartClass } from "../pack/schema";

/** The revision of a part: by what was noted and by its number; null where nobody knows, or the two disagree. */
export function revisionOf(
  { known }: Pick<Part, "known">,
  partClass: PartClass,
): PartClass["revisions"][number] | null {
  const number = known.text("number");
  const byNumber = number === null ? null : revisionByNumber(partClass, number);
  const noted = partClass.revisions.find(({ id }) => id === known.text("revision")) ?? null;
  return byNumber && noted && byNumber !== noted ? null : (byNumber ?? noted);
}

/** What conditions are held against for one part: what is chosen for the job, and what is known of the part itself. */
export function partSituation(part: Part | null, partClass: PartClass, job: JobSituation): Situation {
  if (part === null) return ofNoPart(job);
  const revision = revisionOf(part, partClass);
  const series = part.known.text("series") ?? revision?.series ?? null;
  return {
    ...ofNoPart(job),
    series: partClass.series.some(({ id }) => id === series) ? series : null,
    revision: revision?.id ?? null,
    origin: part.origin,
  };
}

/**
 * Where a part ran before the engine was opened, wherever it lies now: what was tried there was tried of it, and what it shed
 * went on from there. What came since ran nowhere in it.
 */
export const ranAt = ({ origin, first, slot }: Pick<Part, "origin" | "first" | "slot">): readonly string[] =>
  origin === "engine" ? [first ?? slot].flatMap((each) => each ?? []) : [];
