import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Physical parts, and where they are. */
export const partsEntries = {
  "part-tagged": declare({
    writer: "inspector",
    moves: true,
    payload: z.strictObject({
      part: Uuid,
      class: Id,
      tag: z.string().trim().min(1).max(24),
      origin: z.enum(["engine", "donor", "shelf", "supplier"]),
      supersedes,
    }),
  }),
  "part-installed": declare({
    writer: "inspector",
    moves: true,
    payload: z.strictObject({ part: Uuid, slot: Id, supersedes }),
  }),
  "part-removed": declare({
    writer: "inspector",
    moves: true,
    payload: z.strictObject({ part: Uuid, supersedes }),
  }),
  /** A part is out of the engine and in a bag. It is still the part of its slot until another takes its place. */
  "part-came-out": declare({
    writer: "inspector",
    list: "cameOut",
    payload: z.strictObject({
      part: Uuid,
      slot: Id,
      step: Id.nullable(),
      orientation: Words.nullable(),
      bag: z.string().trim().min(1).max(40).nullable(),
      supersedes,
    }),
  }),
  /** What was done with a part that nobody may fit again. */
  "part-scrapped": declare({
    writer: "inspector",
    list: "scrapped",
    payload: z.strictObject({
      part: Uuid,
      why: Words,
      made: z.enum(["destroyed", "marked", "held"]),
      certificate: Words.nullable(),
      supersedes,
    }),
  }),
} as const;
