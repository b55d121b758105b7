import * as z from "../z";
import { openPart } from "./open-part";

export const stripJson = openPart(
  "strip",
  {
    steps: z.array(z.strictObject({ step: z.string(), state: z.enum(["done", "open", "blocked"]) })),
    /** What was tried before taking apart ended it. */
    checks: z.array(
      z.strictObject({
        check: z.string(),
        place: z.nullable(z.string()),
        state: z.nullable(z.string()),
        value: z.nullable(z.number()),
        skipped: z.nullable(z.string()),
        amiss: z.nullable(z.boolean()),
      }),
    ),
  },
  (strip) => ({
    steps: strip?.steps.map(({ step, state }) => ({ step: step.id, state })) ?? [],
    checks: (strip?.steps ?? [])
      .flatMap(({ checks }) => checks)
      .flatMap(({ check, places }) =>
        places.flatMap(({ id, notes, amiss }) =>
          notes.map(({ state, value, skipped }) => ({ check: check.id, place: id, state, value, skipped, amiss })),
        ),
      ),
  }),
);
