import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** What engine it is. */
export const identifyEntries = {
  /** A number as it stands on the engine, as the person read it. */
  "number-read": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "numbers",
    payload: z.strictObject({
      place: Id,
      text: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)),
      supersedes,
    }),
  }),
  /** What was seen of a tell; null where it cannot be seen. */
  "tell-answered": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "tells",
    payload: z.strictObject({ tell: Id, answer: z.nullable(Id), supersedes }),
  }),
  /** Why work goes on though number and tells disagree. */
  "contradiction-signed": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "contradictionsSigned",
    payload: z.strictObject({ why: Words, variant: Id, supersedes }),
  }),
} as const;
