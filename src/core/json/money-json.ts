import type { Assessment } from "../assessment";
import { moneyKinds } from "../money/ledger";
import { worthOf } from "../money/worth";
import type { CompiledPack } from "../pack/compile-pack";
import * as z from "../z";
import { FoundJson, foundJson } from "./json-parts";

/** What an engine is likely to cost, in minor units, and whether a rebuild is sensible; null where its pack knows no prices. */
export const MoneyJson = z.nullable(
  z.strictObject({
    course: z.nullable(z.string()),
    /** In major units. */
    costs: z.record(z.string(), z.nullable(z.number())),
    known: z.number(),
    items: z.array(
      z.strictObject({
        is: z.enum(moneyKinds),
        name: z.string(),
        count: z.number(),
        minutes: z.nullable(z.number()),
        amount: z.nullable(z.number()),
      }),
    ),
    reasons: z.array(FoundJson),
  }),
);

/** The money of a job as open data. */
export function moneyJson(pack: CompiledPack, assessment: Assessment): z.infer<typeof MoneyJson> {
  const worth = worthOf(pack, assessment);
  return (
    worth && {
      course: worth.course,
      costs: { ...worth.costs },
      known: worth.known,
      items: worth.items.map((item) => ({ ...item })),
      reasons: worth.reasons.map(foundJson),
    }
  );
}
