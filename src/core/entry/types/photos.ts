import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { EntryId, PhotoMark, Sha256, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Photos and what is drawn over them. */
export const photosEntries = {
  /** A photo that the store holds, by the sha256 of its file. */
  "photo-added": declare({
    says: "label",
    writer: "inspector",
    travels: true,
    list: "photos",
    payload: z.strictObject({
      photo: Sha256,
      width: z.int().check(z.positive()),
      height: z.int().check(z.positive()),
      part: z.nullable(Uuid),
      place: z.nullable(Id),
      station: Id,
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  "photo-marked": declare({
    says: "label",
    writer: "inspector",
    travels: false,
    list: "photoMarks",
    payload: z.strictObject({ photo: EntryId, mark: PhotoMark, supersedes }),
  }),
  /** Whether the owner's link shows it. */
  "photo-chosen": declare({
    says: "label",
    writer: "lead",
    travels: false,
    list: "photoChoices",
    payload: z.strictObject({ photo: EntryId, forOwner: z.boolean(), supersedes }),
  }),
} as const;
