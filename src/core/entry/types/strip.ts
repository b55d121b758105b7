import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { EntryId, Finite, Grams, Typed, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** Taking apart, looking, collecting what is loose. */
export const stripEntries = {
  /** A step of the strip list is behind: done here, or so already when the engine came. */
  "step-ticked": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "ticks",
    payload: z.strictObject({ step: Id, how: z.enum(["done", "found-so"]), words: z.nullable(Words), supersedes }),
  }),
  /** What a check showed that is lost with a later step; or that it was skipped, and why. */
  "check-noted": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "checks",
    payload: z.strictObject({
      check: Id,
      place: z.nullable(Id),
      state: z.nullable(Id),
      value: z.nullable(Finite),
      typed: z.optional(Typed),
      skipped: z.nullable(Words),
      supersedes,
    }),
  }),
  /** What was seen on a part; the value `none` is 'looked, nothing there'. */
  "finding-made": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "findings",
    payload: z.strictObject({
      part: Uuid,
      place: z.nullable(Id),
      finding: Id,
      value: Id,
      phase: z.enum(["before-cleaning", "after-cleaning"]),
      words: z.nullable(Words),
      /** Noted for many at once: a look that passes over what has to be looked at by itself. */
      together: z.optional(z.literal(true)),
      supersedes,
    }),
  }),
  /** What a broken part weighed when whole, and what is left of it in one piece. Standard uncertainties. */
  "broken-weighed": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "broken",
    payload: z.strictObject({
      part: Uuid,
      wholeGrams: Grams,
      wholeTyped: z.optional(Typed),
      wholeStandard: Grams,
      wholeFrom: z.enum(["sister", "pack", "drawing"]),
      leftGrams: Grams,
      leftTyped: z.optional(Typed),
      leftStandard: Grams,
      supersedes,
    }),
  }),
  /** A loose piece: what of, where it lay, and of which part it is. */
  "fragment-found": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "fragments",
    payload: z.strictObject({
      fragment: Uuid,
      grams: Grams,
      typed: z.optional(Typed),
      standard: Grams,
      /** Its longest side as far as it was measured: a screen stops what is larger than its mesh. */
      mm: z.optional(z.number().check(z.positive(), z.maximum(2000))),
      material: z.nullable(Id),
      where: z.nullable(Id),
      parent: z.nullable(Uuid),
      words: z.nullable(Words),
      photo: z.nullable(EntryId),
      supersedes,
    }),
  }),
  /** What oil, filter or screen held that is too fine for pieces, and the share of it that a magnet draws. */
  "residue-found": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "residues",
    payload: z.strictObject({
      where: z.nullable(Id),
      grams: Grams,
      typed: z.optional(Typed),
      standard: Grams,
      magneticShare: z.nullable(z.number().check(z.minimum(0), z.maximum(1))),
      shareStandard: z.number().check(z.minimum(0), z.maximum(1)),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  "place-searched": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "searched",
    payload: z.strictObject({ circuit: Id, node: Id, words: z.nullable(Words), supersedes }),
  }),
} as const;
