import * as z from "../z";
import { ShopSettings } from "../entry/schema";
import { bearers } from "../order/order";
import { openPart } from "./open-part";

export const orderJson = openPart(
  "order",
  {
    order: z.strictObject({
      hoursWanted: z.nullable(z.number()),
      chanceWanted: z.nullable(z.number()),
      budget: z.nullable(z.number()),
      wantedBy: z.nullable(z.string()),
      dayRate: z.nullable(z.number()),
      redoBorneBy: z.nullable(z.enum(bearers)),
      idleBorneBy: z.nullable(z.enum(bearers)),
      askAbove: z.nullable(z.number()),
      certified: z.nullable(z.boolean()),
      rule: z.string(),
      application: z.strictObject({
        kind: z.nullable(z.string()),
        name: z.nullable(z.string()),
        words: z.nullable(z.string()),
      }),
      variant: z.nullable(z.string()),
      wanted: z.strictObject({
        hours: z.nullable(z.number()),
        kilometres: z.nullable(z.number()),
        cycles: z.nullable(z.number()),
      }),
      settings: z.nullable(ShopSettings),
      lives: z.array(z.strictObject({ class: z.string(), hours: z.number(), shape: z.number(), count: z.number() })),
    }),
  },
  ({ notes: _, schools: __, lives, ...order }) => ({
    order: {
      ...order,
      lives: [...lives.values()].map(({ class: of, hours, shape, count }) => ({ class: of, hours, shape, count })),
    },
  }),
);
