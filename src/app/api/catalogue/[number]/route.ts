import * as z from "@/core/z";
import { chainOf } from "@/server/catalogue";
import { answer, route } from "@/server/route";

const params = z.object({ number: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)) });

/** What took the place of what around one number, the oldest first. */
export const GET = route({ role: "viewer", params }, async ({ params: { number } }) =>
  answer({ v: 1, ...(await chainOf(number)) }),
);
