import type { Problem } from "../problem/problem";
import { problemCodes } from "../problem/problem-codes";

const minutesOf = ({ code }: Problem): number | null => problemCodes[code].open;

/** Whether a reason is something that is not known yet, or that a person has to say. */
export const isOpenEvidence = (reason: Problem): boolean => minutesOf(reason) !== null;

/** What is open among some reasons, what is settled quickest first. */
export const openAmong = (reasons: readonly Problem[]): readonly Problem[] =>
  [
    ...new Map(
      reasons.filter(isOpenEvidence).map((reason) => [`${reason.code} ${reason.path.join(" ")}`, reason]),
    ).values(),
  ].sort((a, b) => minutesOf(a)! - minutesOf(b)!);
