import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { Against, Carried, Sha256, Uuid, Words, mostCarried, supersedes } from "../shapes";
import { declare } from "../declare";

/** Where a part lies, as people say it: rack, box, drawer. */
const Lies = z.string().trim().min(1).max(80);

/** Parts that the shop keeps for another build. */
export const shelfEntries = {
  /** A part comes to the shelf with all that is known of it. */
  "shelf-laid": declare({
    writer: "inspector",
    stream: "shelf",
    byServer: true,
    payload: z.strictObject({
      part: Uuid,
      class: Id,
      tag: z.string().trim().min(1).max(24),
      pack: z.strictObject({ id: Id, revision: z.number().int().min(1), sha256: Sha256 }),
      number: z.string().max(120).nullable(),
      series: Id.nullable(),
      revision: Id.nullable(),
      /** The job it comes from. */
      from: z.strictObject({ job: Uuid, name: Words }),
      lies: Lies,
      entries: z.array(Carried).max(mostCarried),
      against: z.array(Against).max(40),
      supersedes,
    }),
  }),
  "shelf-moved": declare({
    writer: "inspector",
    stream: "shelf",
    byServer: true,
    payload: z.strictObject({ part: Uuid, lies: Lies, supersedes }),
  }),
  /** It lies there no more: it went into a job, or to the scrap bin. */
  "shelf-left": declare({
    writer: "inspector",
    stream: "shelf",
    byServer: true,
    payload: z.strictObject({
      part: Uuid,
      to: z.enum(["job", "scrap", "away"]),
      job: z.strictObject({ job: Uuid, name: Words }).nullable(),
      words: Words.nullable(),
      supersedes,
    }),
  }),
} as const;
