import * as z from "@/core/z";
import { answerByToken } from "@/server/owner";
import { answer, refuse, route } from "@/server/route";

const TokenPath = z.object({ token: z.string().check(z.maxLength(60)) });
const Said = z.strictObject({
  estimate: z.uuid(),
  agreed: z.boolean(),
  by: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
});

/** The owner's yes or no to an estimate that waits for it, under the name they give. */
export const POST = route({ role: "nobody", params: TokenPath, body: Said }, async ({ params, body }) => {
  const said = await answerByToken(params.token, body);
  return said.ok ? answer({ v: 1 }, 201) : refuse(said.problems[0]?.code === "not-found" ? 404 : 409, ...said.problems);
});
