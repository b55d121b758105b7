import * as z from "@/core/z";
import { answer, route } from "@/server/route";
import { askSupplier, lastAsked } from "@/server/supplier";

const params = z.object({ number: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)) });

/** What the supplier last said of a number, and whether there is one to ask. */
export const GET = route({ role: "viewer", params }, async ({ params: { number } }) =>
  answer({ v: 1, ...(await lastAsked(number)) }),
);

/** Asks the supplier now. */
export const POST = route({ role: "inspector", params }, async ({ params: { number } }) =>
  answer({ v: 1, ...(await askSupplier(number)) }),
);
