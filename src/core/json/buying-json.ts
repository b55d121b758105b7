import * as z from "../z";
import { openPart } from "./open-part";

export const buyingJson = openPart(
  "buying",
  {
    ordered: z.array(
      z.strictObject({
        purchase: z.string(),
        line: z.string(),
        name: z.string(),
        number: z.nullable(z.string()),
        quantity: z.number(),
        arrived: z.number(),
        amiss: z.record(z.string(), z.number()),
        open: z.number(),
        due: z.nullable(z.string()),
        isOverdue: z.boolean(),
        deposit: z.number(),
        coresBack: z.number(),
      }),
    ),
  },
  ({ ordered }) => ({
    ordered: ordered.map(({ purchase, line, arrived, amiss, open, isOverdue, coresBack }) => ({
      purchase: purchase.id,
      line: line.line,
      name: line.name,
      number: line.number,
      quantity: line.quantity,
      arrived,
      amiss: Object.fromEntries(amiss),
      open,
      due: purchase.due,
      isOverdue,
      deposit: line.deposit,
      coresBack,
    })),
  }),
);
