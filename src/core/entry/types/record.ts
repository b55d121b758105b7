import { z } from "zod";
import { EntryId, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** What is said about other entries. */
export const recordEntries = {
  /** Takes entries out as though they had never been made; striking a strike puts them back. */
  "entry-struck": declare({
    writer: "inspector",
    stream: "any",
    moves: true,
    payload: z.strictObject({
      strikes: z.array(EntryId).min(1).max(500),
      /** The last act taken back at once by the one who made it: that owes no reason. */
      undo: z.literal(true).optional(),
    }),
  }),
  /** The reason for a correction or a strike, given when there is a hand free. */
  "reason-given": declare({
    writer: "inspector",
    stream: "any",
    payload: z.strictObject({ for: EntryId, why: Words, supersedes }),
  }),
} as const;
