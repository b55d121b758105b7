import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { CataloguePart } from "../../catalogue/catalogue-part";
import { EntryId, Finite, Typed, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** What goes with what, and with what the engine goes into. */
export const matchEntries = {
  /** What a part is like where it meets others, or what the engine goes into, with no part; null where it cannot be told. */
  "attribute-read": declare({
    writer: "inspector",
    list: "attributes",
    payload: z.strictObject({
      part: Uuid.nullable(),
      attribute: Id,
      value: z.union([Id, Finite]).nullable(),
      typed: Typed.optional(),
      how: z.enum(["measured", "counted", "read", "tested"]),
      words: Words.nullable(),
      supersedes,
    }),
  }),
  /** A part of the catalogue that may go into a place, as the catalogue had it then: what comes later changes it nowhere. */
  "candidate-taken": declare({
    writer: "inspector",
    list: "offers",
    payload: z.strictObject({ slot: Id, sold: CataloguePart, edition: Uuid, takenAt: z.iso.datetime(), supersedes }),
  }),
  /** Which of the parts there are goes into a place; null where a new one is bought: as the catalogue has it, or any. */
  "part-picked": declare({
    writer: "lead",
    list: "picked",
    payload: z.strictObject({
      slot: Id,
      part: Uuid.nullable(),
      offer: EntryId.nullable().optional(),
      why: Words.nullable(),
      supersedes,
    }),
  }),
  /** What makes a pair go together that does not by itself, meant or done; without a remedy, one that was meant is let be. */
  "remedy-taken": declare({
    writer: "lead",
    list: "remedies",
    payload: z.strictObject({
      mating: Id,
      ends: z.array(Id).min(1).max(60),
      remedy: Id.nullable(),
      state: z.enum(["meant", "done"]),
      words: Words.nullable(),
      supersedes,
    }),
  }),
  /** A line of a working list that was done, or was not after all. */
  "line-ticked": declare({
    writer: "inspector",
    list: "lineTicks",
    payload: z.strictObject({ line: z.string().min(1).max(400), done: z.boolean(), supersedes }),
  }),
  /** Whether the engine goes back into what it came out of; null where nobody knows. */
  "return-said": declare({
    writer: "inspector",
    list: "returns",
    payload: z.strictObject({ returns: z.boolean().nullable(), words: Words.nullable(), supersedes }),
  }),
} as const;
