import * as z from "@/core/z";
import { OwnerWords, keepOwner, ownersBy } from "@/server/owners";
import { answer, route } from "@/server/route";

/** Whose engines come here, by name or how to reach them. */
export const GET = route({ role: "viewer" }, async ({ request }) =>
  answer({ v: 1, owners: await ownersBy(new URL(request.url).searchParams.get("words") ?? "") }),
);

/** An owner more; sent twice it is one. */
export const POST = route({ role: "lead", body: z.extend(OwnerWords, { id: z.uuid() }) }, async ({ body }) => {
  await keepOwner(body);
  return answer({ v: 1 }, 201);
});
