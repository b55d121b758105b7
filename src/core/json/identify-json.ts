import * as z from "../z";
import type { PlaceResult } from "../identify/assess-identity";
import { FoundJson, foundJson } from "./json-parts";
import { openPart } from "./open-part";

const placeJson = ({ place, read, reading }: PlaceResult) => ({
  place: place.id,
  texts: read.map(({ text }) => text),
  decoded: (reading?.decoded ?? []).map(({ rule, serial, built, variant, revisions }) => ({
    rule: rule.id,
    serial,
    builtFrom: built?.from ?? null,
    builtTo: built?.to ?? null,
    shift: built?.shift ?? null,
    time: built?.time ?? null,
    asBuilt: variant?.built ?? null,
    byNow: variant?.now ?? null,
    revisions: revisions.map(({ part, revision, orElse }) => ({ part, revision, orElse })),
  })),
  lookAlikes: reading?.lookAlikes.map(({ plain }) => plain) ?? [],
});

export const identifyJson = openPart(
  "identity",
  {
    identity: z.nullable(
      z.strictObject({
        variants: z.record(z.string(), z.number()),
        honest: z.number(),
        contradiction: z.boolean(),
        stories: z.array(
          z.strictObject({ story: z.nullable(z.string()), variant: z.string(), probability: z.number() }),
        ),
        next: z.nullable(z.strictObject({ tell: z.string(), bits: z.number(), bitsPerMinute: z.number() })),
        /** What stands at each place, and what it says by each rule that it fits. */
        places: z.array(
          z.strictObject({
            place: z.string(),
            texts: z.array(z.string()),
            decoded: z.array(
              z.strictObject({
                rule: z.string(),
                serial: z.nullable(z.number()),
                builtFrom: z.nullable(z.string()),
                builtTo: z.nullable(z.string()),
                shift: z.nullable(z.number()),
                time: z.nullable(z.string()),
                asBuilt: z.nullable(z.string()),
                byNow: z.nullable(z.string()),
                revisions: z.array(
                  z.strictObject({ part: z.string(), revision: z.string(), orElse: z.nullable(z.string()) }),
                ),
              }),
            ),
            lookAlikes: z.array(z.string()),
          }),
        ),
        problems: z.array(FoundJson),
        signed: z.array(z.strictObject({ entry: z.string(), variant: z.string(), why: z.string() })),
      }),
    ),
  },
  (identity) => {
    if (!identity) return { identity: null };
    const { posterior: found, contradiction, next, places, problems, signed } = identity;
    return {
      identity: {
        variants: Object.fromEntries(found.variants),
        honest: found.honest,
        contradiction,
        stories: found.stories.slice(0, 5).map(({ id, variant, probability }) => ({ story: id, variant, probability })),
        next: next[0] ? { tell: next[0].tell.id, bits: next[0].bits, bitsPerMinute: next[0].bitsPerMinute } : null,
        places: places.map(placeJson),
        problems: problems.map(foundJson),
        signed: signed.map(({ id, variant, why }) => ({ entry: id, variant, why })),
      },
    };
  },
);
