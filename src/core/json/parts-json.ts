import * as z from "../z";
import { FoundJson, foundJson } from "./json-parts";
import { openPart } from "./open-part";

export const partsJson = openPart(
  "inHand",
  {
    /** Parts that are in no slot, and whether each may be used as it is. */
    partsInHand: z.array(
      z.strictObject({
        part: z.string(),
        tag: z.string(),
        class: z.string(),
        meantFor: z.nullable(z.string()),
        reuse: z.nullable(z.boolean()),
        reasons: z.array(FoundJson),
      }),
    ),
    lots: z.array(
      z.strictObject({
        class: z.string(),
        lot: z.nullable(z.string()),
        verdict: z.enum(["accepted", "refused", "open"]),
        parts: z.number(),
        measured: z.number(),
        sample: z.number(),
      }),
    ),
  },
  ({ loose, lots }) => ({
    partsInHand: loose.map(({ part, meantFor, options: [reuse] }) => ({
      part: part.id,
      tag: part.tag,
      class: part.class,
      meantFor: meantFor?.id ?? null,
      reuse: reuse?.allowed ?? null,
      reasons: reuse?.reasons.map(foundJson) ?? [],
    })),
    lots: lots.map(({ partClass, lot, verdict, parts, measured, sample }) => ({
      class: partClass.id,
      lot,
      verdict,
      parts: parts.length,
      measured: measured.length,
      sample,
    })),
  }),
);
