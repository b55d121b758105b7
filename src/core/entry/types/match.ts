import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { CataloguePart } from "../../catalogue/catalogue-part";
import { EntryId, Finite, Typed, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** What goes with what, and with what the engine goes into. */
export const matchEntries = {
  /** What a part is like where it meets others, or what the engine goes into, with no part; null where it cannot be told. */
  "attribute-read": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "attributes",
    payload: z.strictObject({
      part: z.nullable(Uuid),
      attribute: Id,
      value: z.nullable(z.union([Id, Finite])),
      typed: z.optional(Typed),
      how: z.enum(["measured", "counted", "read", "tested"]),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** A part of the catalogue that may go into a place, as the catalogue had it then: what comes later changes it nowhere. */
  "candidate-taken": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "offers",
    payload: z.strictObject({ slot: Id, sold: CataloguePart, edition: Uuid, takenAt: z.iso.datetime(), supersedes }),
  }),
  /** Which of the parts there are goes into a place; null where a new one is bought: as the catalogue has it, or any. */
  "part-picked": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "picked",
    payload: z.strictObject({
      slot: Id,
      part: z.nullable(Uuid),
      offer: z.optional(z.nullable(EntryId)),
      why: z.nullable(Words),
      supersedes,
    }),
  }),
  /** What makes a pair go together that does not by itself, meant or done; without a remedy, one that was meant is let be. */
  "remedy-taken": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "remedies",
    payload: z.strictObject({
      mating: Id,
      ends: z.array(Id).check(z.minLength(1), z.maxLength(60)),
      remedy: z.nullable(Id),
      state: z.enum(["meant", "done"]),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** A line of a working list that was done, or was not after all. */
  "line-ticked": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "lineTicks",
    payload: z.strictObject({
      line: z.string().check(z.minLength(1), z.maxLength(400)),
      done: z.boolean(),
      supersedes,
    }),
  }),
  /** Whether the engine goes back into what it came out of; null where nobody knows. */
  "return-said": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "returns",
    payload: z.strictObject({ returns: z.nullable(z.boolean()), words: z.nullable(Words), supersedes }),
  }),
} as const;
