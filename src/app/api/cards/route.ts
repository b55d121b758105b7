import { z } from "zod";
import { ListingQuery, cardPage } from "@/server/cards";
import { answer, route } from "@/server/route";

const Stretch = ListingQuery.extend({
  from: z.coerce.number().int().min(0).max(1_000_000).catch(0),
  most: z.coerce.number().int().min(1).max(100).catch(50),
});

/** A stretch of the list of jobs. */
export const GET = route({ role: "viewer" }, async ({ request }) => {
  const { from, most, ...listing } = Stretch.parse(Object.fromEntries(new URL(request.url).searchParams));
  return answer({ v: 1, ...(await cardPage(from, most, listing)) });
});
