import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { EntryId, Finite, Grams, Typed, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Taking apart, looking, collecting what is loose. */
export const stripEntries = {
  /** A step of the strip list is behind: done here, or so already when the engine came. */
  "step-ticked": declare({
    writer: "inspector",
    list: "ticks",
    payload: z.strictObject({ step: Id, how: z.enum(["done", "found-so"]), words: Words.nullable(), supersedes }),
  }),
  /** What a check showed that is lost with a later step; or that it was skipped, and why. */
  "check-noted": declare({
    writer: "inspector",
    list: "checks",
    payload: z.strictObject({
      check: Id,
      place: Id.nullable(),
      state: Id.nullable(),
      value: Finite.nullable(),
      typed: Typed.optional(),
      skipped: Words.nullable(),
      supersedes,
    }),
  }),
  /** What was seen on a part; the value `none` is 'looked, nothing there'. */
  "finding-made": declare({
    writer: "inspector",
    list: "findings",
    payload: z.strictObject({
      part: Uuid,
      place: Id.nullable(),
      finding: Id,
      value: Id,
      phase: z.enum(["before-cleaning", "after-cleaning"]),
      words: Words.nullable(),
      /** Noted for many at once: a look that passes over what has to be looked at by itself. */
      together: z.literal(true).optional(),
      supersedes,
    }),
  }),
  /** What a broken part weighed when whole, and what is left of it in one piece. Standard uncertainties. */
  "broken-weighed": declare({
    writer: "inspector",
    list: "broken",
    payload: z.strictObject({
      part: Uuid,
      wholeGrams: Grams,
      wholeTyped: Typed.optional(),
      wholeStandard: Grams,
      wholeFrom: z.enum(["sister", "pack", "drawing"]),
      leftGrams: Grams,
      leftTyped: Typed.optional(),
      leftStandard: Grams,
      supersedes,
    }),
  }),
  /** A loose piece: what of, where it lay, and of which part it is. */
  "fragment-found": declare({
    writer: "inspector",
    list: "fragments",
    payload: z.strictObject({
      fragment: Uuid,
      grams: Grams,
      typed: Typed.optional(),
      standard: Grams,
      material: Id.nullable(),
      where: Id.nullable(),
      parent: Uuid.nullable(),
      words: Words.nullable(),
      photo: EntryId.nullable(),
      supersedes,
    }),
  }),
  /** What oil, filter or screen held that is too fine for pieces, and the share of it that a magnet draws. */
  "residue-found": declare({
    writer: "inspector",
    list: "residues",
    payload: z.strictObject({
      where: Id.nullable(),
      grams: Grams,
      typed: Typed.optional(),
      standard: Grams,
      magneticShare: z.number().min(0).max(1).nullable(),
      shareStandard: z.number().min(0).max(1),
      words: Words.nullable(),
      supersedes,
    }),
  }),
  "place-searched": declare({
    writer: "inspector",
    list: "searched",
    payload: z.strictObject({ circuit: Id, node: Id, words: Words.nullable(), supersedes }),
  }),
} as const;
