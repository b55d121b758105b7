import * as z from "../z";
import type { Problem } from "../problem/problem";

/** What came of one entry that was sent: kept now or before, or refused with the reasons. */
export interface Answer {
  /** Null where what was sent has no id that could be read. */
  readonly id: string | null;
  readonly outcome: "kept" | "kept-before" | "refused";
  readonly problems?: readonly Problem[] | undefined;
}

/** A problem as it travels: its words are found by its code, whatever that is. */
const Travelling = z.custom<Problem>(
  (value) => typeof value === "object" && value !== null && "code" in value && typeof value.code === "string",
);

/** What the server answers to a batch of entries, one for each. */
export const Answers = z.object({
  answers: z.array(
    z.object({
      id: z.nullable(z.string()),
      outcome: z.enum(["kept", "kept-before", "refused"]),
      problems: z.optional(z.array(Travelling)),
    }),
  ),
});
