import type { Envelope } from "@/core/entry/schema";
import type { Answer } from "@/core/entry/answer";
import type { Problem } from "@/core/problem/problem";
import type { Answered } from "./ask-server";

/** Asks the server to keep a batch: an answer for each, or one for all. */
export type Send = (entries: readonly Envelope[]) => Promise<Answered<readonly Answer[]>>;

/** What came of a batch, entry by entry; or why none of it got through. */
export const answersFor = (
  batch: readonly Envelope[],
  answered: Answered<readonly Answer[]>,
): readonly Answer[] | { readonly later: Problem } =>
  "value" in answered
    ? answered.value
    : "problems" in answered
      ? batch.map(({ id }) => ({ id, outcome: "refused", problems: answered.problems }))
      : answered;
