import * as z from "../z";
import { FoundJson, foundJson } from "./json-parts";
import { openPart } from "./open-part";

export const matchJson = openPart(
  "match",
  {
    match: z.strictObject({
      pairings: z.array(
        z.strictObject({
          mating: z.string(),
          ends: z.array(z.string()),
          allowed: z.nullable(z.boolean()),
          state: z.enum(["proven", "ran", "bridged", "open", "wrong"]),
          reasons: z.array(FoundJson),
        }),
      ),
      problems: z.array(FoundJson),
    }),
  },
  ({ pairings, problems }) => ({
    match: {
      pairings: pairings.map(({ place, allowed, state, reasons }) => ({
        mating: place.mating.id,
        ends: [...place.ends],
        allowed,
        state,
        reasons: reasons.map(foundJson),
      })),
      problems: problems.map(foundJson),
    },
  }),
);
