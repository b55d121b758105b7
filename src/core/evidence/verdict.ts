import type { Problem } from "../problem/problem";

/** Whether something may be done, and everything that speaks for and against it. Null: the evidence does not say. */
export interface Verdict {
  readonly allowed: boolean | null;
  readonly reasons: readonly Problem[];
}

export const allowed: Verdict = { allowed: true, reasons: [] };

/**
 * All of several verdicts at once: nothing grants what another refuses, in whatever order they are asked.
 *
 * @returns  refused where one refuses, else open where one is open; all reasons, the gravest verdict's first
 * @example  meet([{ allowed: true, reasons: [] }, { allowed: false, reasons: [] }, { allowed: null, reasons: [] }]).allowed // false
 */
export function meet(verdicts: readonly Verdict[]): Verdict {
  const of = (answer: boolean | null) => verdicts.filter((each) => each.allowed === answer);
  const [refused, open, fine] = [of(false), of(null), of(true)];
  const answer = refused.length > 0 ? false : open.length > 0 ? null : true;
  return { allowed: answer, reasons: [...refused, ...open, ...fine].flatMap(({ reasons }) => reasons) };
}
