import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Spot, Typed, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Cracks and threads. */
export const crackEntries = {
  /** A part was crack-checked: all of it where no zones are named. */
  "crack-checked": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "crackChecks",
    // What it showed, how the part was made ready and by whom was not said before.
    upcasts: [(payload) => ({ ...payload, found: null, preparation: null, by: null })],
    payload: z.strictObject({
      part: Uuid,
      method: Id,
      zones: z.array(Id).check(z.maxLength(60)),
      when: z.enum(["before-machining", "after-grinding"]),
      /** Nothing, or cracks, which are drawn by entries of their own; null where it was not said. */
      found: z.nullable(z.enum(["nothing", "cracks"])),
      preparation: z.nullable(Words),
      /** Who made the check, where it is not who writes it down: a test house, a person with a ticket. */
      by: z.nullable(Words),
      supersedes,
    }),
  }),
  /** A crack as a line on the zone map, in its millimetres; its length as it was measured, where it was. */
  "crack-found": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "cracks",
    payload: z.strictObject({
      part: Uuid,
      line: z.array(Spot).check(z.minLength(2), z.maxLength(40)),
      lengthMm: z.nullable(z.number().check(z.positive())),
      typed: z.optional(Typed),
      method: z.nullable(Id),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  "thread-found": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "threads",
    payload: z.strictObject({
      part: Uuid,
      zone: Id,
      hole: z.int().check(z.minimum(1), z.maximum(200)),
      state: z.enum(["sound", "damaged", "stud-broken", "insert"]),
      supersedes,
    }),
  }),
} as const;
