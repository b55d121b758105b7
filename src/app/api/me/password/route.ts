import * as z from "@/core/z";
import { addressOf } from "@/server/front";
import { changePassword } from "@/server/people";
import { answer, refuse, route } from "@/server/route";

const Passwords = z.strictObject({
  now: z.string().check(z.maxLength(1000)),
  next: z.string().check(z.maxLength(1000)),
});

/** One's own password; it ends one's sessions, this one too. */
export const PUT = route({ role: "viewer", body: Passwords }, async ({ body, person, request }) => {
  const door = { address: addressOf(request), device: null };
  const changed = await changePassword(person, body, door);
  return changed.ok ? answer({ v: 1 }) : refuse(422, ...changed.problems);
});
