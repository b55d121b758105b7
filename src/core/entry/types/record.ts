import * as z from "../../z";
import { EntryId, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** What is said about other entries. */
export const recordEntries = {
  /** Takes entries out as though they had never been made; striking a strike puts them back. */
  "entry-struck": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    stream: "any",
    moves: true,
    payload: z.strictObject({
      strikes: z.array(EntryId).check(z.minLength(1), z.maxLength(500)),
      /** The last act taken back at once by the one who made it: that owes no reason. */
      undo: z.optional(z.literal(true)),
    }),
  }),
  /** The reason for a correction or a strike, given when there is a hand free. */
  "reason-given": declare({
    says: "label",
    writer: "inspector",
    travels: false,
    stream: "any",
    payload: z.strictObject({ for: EntryId, why: Words, supersedes }),
  }),
} as const;
