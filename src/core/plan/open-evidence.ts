import type { Problem } from "../problem/problem";
import type { ProblemCode } from "../problem/problem-codes";

/** Minutes that it takes, about, to settle what leaves a part open. Common practice, no source. */
const minutesToSettle: Partial<Readonly<Record<ProblemCode, number>>> = {
  "not-looked-over": 1,
  "seen-asks": 2,
  "seen-cleans": 20,
  "tested-asks": 2,
  "known-asks": 2,
  "used-on-used": 2,
  "points-missing": 2,
  "came-with-doubt": 5,
  "lot-open": 10,
  "worse-than-worn": 5,
  "number-unread": 1,
  "number-unknown": 5,
  "number-against-revision": 2,
  "limit-hangs-on": 2,
  "way-hangs-on": 1,
  "own-size-unknown": 3,
  "not-measured-since-machining": 4,
  "not-measured": 4,
  "joint-open": 6,
  "part-weighed-twice": 3,
  "part-may-be-broken": 5,
  "life-unknown": 5,
  "weak-link-open": 6,
  "no-limit": 10,
  "no-part": 10,
  "not-crack-checked": 25,
  "crack-open": 25,
  "mate-open": 30,
  "suspect-open": 30,
  "new-size-unknown": 40,
};

/** Whether a reason is something that is not known yet, or that a person has to say. */
export const isOpenEvidence = ({ code }: Problem): boolean => minutesToSettle[code] !== undefined;

/** What is open among some reasons, what is settled quickest first. */
export const openAmong = (reasons: readonly Problem[]): readonly Problem[] =>
  [
    ...new Map(
      reasons.filter(isOpenEvidence).map((reason) => [`${reason.code} ${reason.path.join(" ")}`, reason]),
    ).values(),
  ].sort((a, b) => minutesToSettle[a.code]! - minutesToSettle[b.code]!);
