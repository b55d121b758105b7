import * as z from "../z";
import { hearings } from "../heard/heard";
import { openPart } from "./open-part";

export const heardJson = openPart(
  "heard",
  {
    heard: z.strictObject({
      /** How many facts moved something, by what they moved first. */
      facts: z.partialRecord(z.enum(hearings), z.number()),
      /** Facts that move nothing: by whose word, and why. */
      noted: z.array(z.strictObject({ entry: z.string(), by: z.enum(["pack", "usual"]), why: z.string() })),
    }),
  },
  ({ byEntry }) => {
    const facts: Partial<Record<(typeof hearings)[number], number>> = {};
    for (const heard of byEntry.values()) if (heard.is === "heard") facts[heard.as[0]] = (facts[heard.as[0]] ?? 0) + 1;
    return {
      heard: {
        facts,
        noted: [...byEntry].flatMap(([entry, heard]) =>
          heard.is === "noted" ? [{ entry, by: heard.by, why: heard.why }] : [],
        ),
      },
    };
  },
);
