import * as z from "../z";
import { Disposition } from "../entry/schema";
import { FoundJson, foundJson } from "./json-parts";
import { openPart } from "./open-part";

export const intakeJson = openPart(
  "intake",
  {
    worth: z.nullable(
      z.strictObject({
        course: z.nullable(z.string()),
        costs: z.record(z.string(), z.nullable(z.number())),
        known: z.number(),
        items: z.array(
          z.strictObject({ partClass: z.string(), disposition: Disposition, count: z.number(), amount: z.number() }),
        ),
        reasons: z.array(FoundJson),
      }),
    ),
    estimated: z.number(),
    approved: z.number(),
  },
  ({ worth, costEstimates }) => ({
    worth: worth && {
      course: worth.course,
      costs: { ...worth.costs },
      known: worth.known,
      items: worth.items.map((item) => ({ ...item })),
      reasons: worth.reasons.map(foundJson),
    },
    estimated: costEstimates.total,
    approved: costEstimates.approved,
  }),
);
