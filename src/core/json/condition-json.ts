import * as z from "../z";
import { FoundJson, foundJson } from "./json-parts";
import { openPart } from "./open-part";

export const conditionJson = openPart(
  "condition",
  {
    conditions: z.array(
      z.strictObject({
        part: z.string(),
        tag: z.string(),
        reuse: z.nullable(z.boolean()),
        reasons: z.array(FoundJson),
      }),
    ),
  },
  ({ byPart }) => ({
    conditions: [...byPart.values()].map(({ part, reuse }) => ({
      part: part.id,
      tag: part.tag,
      reuse: reuse.allowed,
      reasons: reuse.reasons.map(foundJson),
    })),
  }),
);
