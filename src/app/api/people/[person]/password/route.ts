import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { newPasswordFor } from "@/server/people";
import { answer, refuse, route } from "@/server/route";

const PersonPath = z.object({ person: z.uuid() });

/** A new password for a person, in the answer this once; it ends their sessions. */
export const POST = route({ role: "lead", params: PersonPath }, async ({ params }) => {
  const password = await newPasswordFor(params.person);
  return password === null ? refuse(404, problem("not-found")) : answer({ v: 1, password });
});
