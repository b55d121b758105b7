import type { Finding, FindingLine } from "./assess-findings";
import { nothingThere } from "./assess-findings";

/**
 * Which of all that was seen at one place stands. Where washing takes a thing away, what was seen before it does, and what
 * was seen after it where nobody looked before; else the later look. A look over many at once that found nothing gives way
 * to a look at this one alone; of two who differ both stand.
 *
 * @param of  `as-found`: what was there when it came apart, which speaks of causes; `as-is`: what is there now, which speaks
 *            of using it again. They differ for deposits alone, which are washed off.
 * @returns   none where nobody looked
 */
export function standingObservations(
  { kind, findings }: Pick<FindingLine, "kind" | "findings">,
  of: "as-found" | "as-is",
): readonly Finding[] {
  const isLost = kind.lostByCleaning && (of === "as-found" || kind.nature !== "deposit");
  const phases = isLost
    ? (["before-cleaning", "after-cleaning"] as const)
    : (["after-cleaning", "before-cleaning"] as const);
  const [here = []] = phases
    .map((phase) => findings.filter((finding) => finding.phase === phase))
    .filter(({ length }) => length > 0);
  const looks = here.filter(({ together, value }) => !(together && value === nothingThere));
  return looks.length > 0 ? looks : here;
}
