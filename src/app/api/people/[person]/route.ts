import * as z from "@/core/z";
import { roles } from "@/core/entry/schema";
import { setAccount } from "@/server/people";
import { answer, refuse, route } from "@/server/route";

const PersonPath = z.object({ person: z.uuid() });
const Change = z.strictObject({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
  role: z.enum(roles),
  isDisabled: z.boolean(),
});

/** What a person is called, what they may do, whether they may come in. */
export const PUT = route({ role: "lead", params: PersonPath, body: Change }, async ({ params, body }) => {
  const changed = await setAccount(params.person, body);
  if (changed.ok) return answer({ v: 1 });
  return refuse(changed.problems[0]?.code === "not-found" ? 404 : 422, ...changed.problems);
});
