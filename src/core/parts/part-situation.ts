import type { Part } from "../entry/fold";
import { ofNoPart, type JobSituation, type Situation } from "../pack/conditions";
import type { PartClass } from "../pack/schema";

/** Signs that people put between the groups of a number say nothing. */
export const plainNumber = (number: string) => number.toUpperCase().replace(/[\s.\-/]/gu, "");

/** The revision that a number stands for; null where the class knows no such number. */
export const revisionByNumber = ({ revisions }: Pick<PartClass, "revisions">, number: string) =>
  revisions.find(({ numbers }) => numbers.some((each) => plainNumber(each) === plainNumber(number))) ?? null;

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
