import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Cleaning, and passages proven clear. */
export const cleanEntries = {
  "part-cleaned": declare({
    writer: "inspector",
    list: "cleaned",
    payload: z.strictObject({ part: Uuid, treatment: Id, first: z.array(Id).max(20), supersedes }),
  }),
  "passage-proven": declare({
    writer: "inspector",
    list: "passages",
    payload: z.strictObject({
      circuit: Id,
      passage: Id,
      how: z.enum(["rod", "air", "fluid", "light"]),
      clear: z.boolean(),
      words: Words.nullable(),
      supersedes,
    }),
  }),
} as const;
