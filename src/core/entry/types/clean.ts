import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Cleaning, and passages proven clear. */
export const cleanEntries = {
  "part-cleaned": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "cleaned",
    payload: z.strictObject({ part: Uuid, treatment: Id, first: z.array(Id).check(z.maxLength(20)), supersedes }),
  }),
  "passage-proven": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "passages",
    payload: z.strictObject({
      circuit: Id,
      passage: Id,
      how: z.enum(["rod", "air", "fluid", "light"]),
      clear: z.boolean(),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
} as const;
