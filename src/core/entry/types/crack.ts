import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { Spot, Typed, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Cracks and threads. */
export const crackEntries = {
  /** A part was crack-checked: all of it where no zones are named. */
  "crack-checked": declare({
    writer: "inspector",
    list: "crackChecks",
    // What it showed, how the part was made ready and by whom was not said before.
    upcasts: [(payload) => ({ ...payload, found: null, preparation: null, by: null })],
    payload: z.strictObject({
      part: Uuid,
      method: Id,
      zones: z.array(Id).max(60),
      when: z.enum(["before-machining", "after-grinding"]),
      /** Nothing, or cracks, which are drawn by entries of their own; null where it was not said. */
      found: z.enum(["nothing", "cracks"]).nullable(),
      preparation: Words.nullable(),
      /** Who made the check, where it is not who writes it down: a test house, a person with a ticket. */
      by: Words.nullable(),
      supersedes,
    }),
  }),
  /** A crack as a line on the zone map, in its millimetres; its length as it was measured, where it was. */
  "crack-found": declare({
    writer: "inspector",
    list: "cracks",
    payload: z.strictObject({
      part: Uuid,
      line: z.array(Spot).min(2).max(40),
      lengthMm: z.number().positive().nullable(),
      typed: Typed.optional(),
      method: Id.nullable(),
      words: Words.nullable(),
      supersedes,
    }),
  }),
  "thread-found": declare({
    writer: "inspector",
    list: "threads",
    payload: z.strictObject({
      part: Uuid,
      zone: Id,
      hole: z.number().int().min(1).max(200),
      state: z.enum(["sound", "damaged", "stud-broken", "insert"]),
      supersedes,
    }),
  }),
} as const;
