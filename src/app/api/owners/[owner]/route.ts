import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { OwnerWords, forgetOwner, ownerWithJobs, sayOwnerAnew } from "@/server/owners";
import { answer, refuse, route } from "@/server/route";

const OwnerPath = z.object({ owner: z.uuid() });
const unknown = () => refuse(404, problem("not-found"));

/** An owner, and the engines of theirs that are or were here. */
export const GET = route({ role: "viewer", params: OwnerPath }, async ({ params }) => {
  const found = await ownerWithJobs(params.owner);
  return found ? answer({ v: 1, ...found }) : unknown();
});

/** What is known of an owner, said anew. */
export const PUT = route({ role: "lead", params: OwnerPath, body: OwnerWords }, async ({ params, body }) =>
  (await sayOwnerAnew({ id: params.owner, ...body })) ? answer({ v: 1 }) : unknown(),
);

/** Erases what is known of an owner, for good. */
export const DELETE = route({ role: "lead", params: OwnerPath }, async ({ params }) =>
  (await forgetOwner(params.owner)) ? answer({ v: 1 }) : unknown(),
);
