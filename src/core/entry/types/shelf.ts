import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Against, Carried, Sha256, Uuid, Words, mostCarried, supersedes } from "../shapes";
import { declare } from "../declare";

/** Where a part lies, as people say it: rack, box, drawer. */
const Lies = z.string().check(z.trim(), z.minLength(1), z.maxLength(80));

/** Parts that the shop keeps for another build. */
export const shelfEntries = {
  /** A part comes to the shelf with all that is known of it. */
  "shelf-laid": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    stream: "shelf",
    byServer: true,
    payload: z.strictObject({
      part: Uuid,
      class: Id,
      tag: z.string().check(z.trim(), z.minLength(1), z.maxLength(24)),
      pack: z.strictObject({ id: Id, revision: z.int().check(z.minimum(1)), sha256: Sha256 }),
      number: z.nullable(z.string().check(z.maxLength(120))),
      series: z.nullable(Id),
      revision: z.nullable(Id),
      /** The job it comes from. */
      from: z.strictObject({ job: Uuid, name: Words }),
      lies: Lies,
      entries: z.array(Carried).check(z.maxLength(mostCarried)),
      against: z.array(Against).check(z.maxLength(40)),
      supersedes,
    }),
  }),
  "shelf-moved": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    stream: "shelf",
    byServer: true,
    payload: z.strictObject({ part: Uuid, lies: Lies, supersedes }),
  }),
  /** It lies there no more: it went into a job, or to the scrap bin. */
  "shelf-left": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    stream: "shelf",
    byServer: true,
    payload: z.strictObject({
      part: Uuid,
      to: z.enum(["job", "scrap", "away"]),
      job: z.nullable(z.strictObject({ job: Uuid, name: Words })),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
} as const;
