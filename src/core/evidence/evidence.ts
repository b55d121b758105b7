import type { Problem, ProblemOf } from "../problem/problem";
import {
  problemCodes,
  type HoldCode,
  type OpenCode,
  type ProblemCode,
  type RefusingCode,
} from "../problem/problem-codes";
import type { Verdict } from "./verdict";

/** What makes a part good again, done once however many pieces of evidence ask for it. */
export interface MadeGood {
  /** What is made good, as a decision names it. */
  readonly id: string;
  readonly step: string;
  readonly name: string;
  /** Null where it cannot be told whether that is done here. */
  readonly allowed: boolean | null;
  /** In major units, beside what the class costs to make good; null where that is its price. */
  readonly cost: number | null;
}

/**
 * What one thing that was seen, tested, cracked, weighed, read, suspected or told of a part says of using it again. All that
 * speaks of parts, whoever found it, is brought to this one form; what may become of a part reads nothing else.
 */
export interface Evidence extends Verdict {
  /** Machining the part leaves it as it is. */
  readonly survivesMachining: boolean;
  /** Nobody goes past it with a reason. */
  readonly never: boolean;
  /** Cleaning takes it away, and it is looked at again. */
  readonly cleans: boolean;
  /** It is open for a part that stays as it is: work on the part asks for it by itself, and is told so. */
  readonly isAskedByWork: boolean;
  /** The measured places it concerns, as readings name them; null for the part as a whole. */
  readonly on: readonly string[] | null;
  /** When it was last seen; null where it was not seen but tested, weighed or read. */
  readonly seenAt: string | null;
  /** What has to be recorded before it is clean, where cleaning alone proves nothing; and the work that takes. */
  readonly proof?: { readonly reason: Problem; readonly minutes: number };
  /** Used as it is it fails so often by this, and that long it takes to get at it again. */
  readonly doubt?: { readonly chance: number; readonly hours: number };
  readonly madeGood?: MadeGood;
}

/** Codes that are said of parts: each refuses, is open, or tells. */
type Telling = { [C in ProblemCode]: (typeof problemCodes)[C]["severity"] extends "error" ? never : C }[ProblemCode];
type EvidenceCode = RefusingCode | OpenCode | Exclude<Telling, HoldCode>;

/** What the table says of a code: whether a part may be used again as it is by that alone; null where a person has to say. */
const allowedBy = (code: ProblemCode): boolean | null => {
  const { ends, open } = problemCodes[code];
  return ends !== null ? false : open !== null ? null : true;
};

/**
 * A piece of evidence that is of the part as a whole, outlasts machining, and that a person may go past with a reason; what
 * is otherwise is given. Whether it refuses, asks or tells stands with its code, and nowhere else.
 *
 * @example evidence(problem("part-scrapped", [], { tag: "P-1", why: "bent" })).allowed // false
 */
export const evidence = (
  reason: ProblemOf<EvidenceCode>,
  more: Partial<Omit<Evidence, "allowed" | "reasons">> = {},
): Evidence => ({
  allowed: allowedBy(reason.code),
  reasons: [reason as Problem],
  survivesMachining: true,
  never: false,
  cleans: false,
  isAskedByWork: false,
  on: null,
  seenAt: null,
  ...more,
});
