import type { FindingLine } from "./assess-findings";
import { nothingThere, worseBefore, type Finding } from "./finding";

/**
 * Which of all that was seen at one place stands. Where washing takes a thing away, what was seen before it does, and what
 * was seen after it where nobody looked before; else the later look. What washing does not take away and was worse before it
 * stands beside the later look, until somebody corrects one of them. A look over many at once that found nothing gives way
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
  const looksIn = (phase: Finding["phase"]) => {
    const here = findings.filter((finding) => finding.phase === phase);
    const own = here.filter(({ together, value }) => !(together && value === nothingThere));
    return own.length > 0 ? own : here;
  };
  const [before, after] = [looksIn("before-cleaning"), looksIn("after-cleaning")];
  if (isLost) return before.length > 0 ? before : after;
  if (after.length === 0) return before;
  return kind.nature === "deposit" ? after : [...worseBefore(kind, before, after), ...after];
}
