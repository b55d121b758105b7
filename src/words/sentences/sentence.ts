import type { ParamsOf, ProblemCode } from "@/core/problem/problem-codes";

/** How a sentence writes the figures of its problem: lengths, and what else its `unit` says, in the unit shown. */
export interface Say {
  /** With its unit: “63.480 mm”. */
  readonly length: (value: number) => string;
  /** Without: “63.480”. */
  readonly bare: (value: number) => string;
  readonly plusMinus: (value: number) => string;
  /** A day as the shop writes it. */
  readonly day: (day: string) => string;
  /** Document and page. */
  readonly source: (from: { readonly source: string; readonly page: string | null }) => string;
}

export type Sentence<C extends ProblemCode> = (params: ParamsOf<C>, say: Say) => string;

/** Sentences for some codes. */
export type Sentences = { readonly [C in ProblemCode]?: Sentence<C> };

/** “1 reading”, “2 readings”. */
export const many = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`;

/** What was noted of a check: “seized”, “18.0 N·m”; where its pack names neither, that it is not as it should be. */
export const sayNoted = (
  { state, value }: { readonly state: string | null; readonly value: number | null },
  say: Pick<Say, "length">,
): string =>
  [state, value === null ? null : say.length(value)].filter((each) => each !== null).join(", ") ||
  "not as it should be";
