import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { answer, refuse, route } from "@/server/route";
import { shelfPart } from "@/server/shelf";

/** One part of the shelf, and what it is good for. */
export const GET = route({ role: "viewer", params: z.strictObject({ part: z.uuid() }) }, async ({ params }) => {
  const found = await shelfPart(params.part);
  return found ? answer({ v: 1, ...found }) : refuse(404, problem("part-not-here"));
});
