import * as z from "@/core/z";
import { ListingQuery, cardPage } from "@/server/cards";
import { answer, route } from "@/server/route";

const Stretch = z.extend(ListingQuery, {
  from: z.catch(z.coerce.number().check(z.int(), z.minimum(0), z.maximum(1_000_000)), 0),
  most: z.catch(z.coerce.number().check(z.int(), z.minimum(1), z.maximum(100)), 50),
});

/** A stretch of the list of jobs. */
export const GET = route({ role: "viewer" }, async ({ request }) => {
  const { from, most, ...listing } = Stretch.parse(Object.fromEntries(new URL(request.url).searchParams));
  return answer({ v: 1, ...(await cardPage(from, most, listing)) });
});
