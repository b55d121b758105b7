import { z } from "zod";
import { changePassword } from "@/server/people";
import { answer, refuse, route } from "@/server/route";

const Passwords = z.strictObject({ now: z.string().max(1000), next: z.string().max(1000) });

/** One's own password; it ends one's sessions, this one too. */
export const PUT = route({ role: "viewer", body: Passwords }, async ({ body: { now, next }, person }) => {
  const changed = await changePassword(person, now, next);
  return changed.ok ? answer({ v: 1 }) : refuse(422, ...changed.problems);
});
