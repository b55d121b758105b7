import * as z from "@/core/z";
import { roles } from "@/core/entry/schema";
import { accounts, addAccount } from "@/server/people";
import { answer, refuse, route } from "@/server/route";

const NewPerson = z.strictObject({
  id: z.uuid(),
  account: z.string().check(z.maxLength(60)),
  name: z.string().check(z.maxLength(120)),
  role: z.enum(roles),
});

/** Who has an account. */
export const GET = route({ role: "lead" }, async () => answer({ v: 1, people: await accounts() }));

/** Makes an account; its password is in the answer, this once. */
export const POST = route({ role: "lead", body: NewPerson }, async ({ body }) => {
  const made = await addAccount(body);
  return made.ok ? answer({ v: 1, password: made.value }, 201) : refuse(422, ...made.problems);
});
