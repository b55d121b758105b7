import { z } from "zod";
import { answer, refuse, route } from "@/server/route";
import { beginSession, endSession } from "@/server/session";
import { signIn } from "@/server/sign-in";

const Credentials = z.strictObject({ account: z.string().trim().min(1).max(60), password: z.string().min(1).max(200) });

/** Signs in. */
export const POST = route({ role: "nobody", body: Credentials, mostBytes: 2048 }, async ({ request, body }) => {
  const address = (request.headers.get("x-forwarded-for") ?? "local").split(",")[0]!.trim().slice(0, 60);
  const found = await signIn(body.account.toLowerCase(), body.password, address);
  if ("code" in found) return refuse(found.code === "too-many-attempts" ? 429 : 401, found);
  await beginSession(found);
  return answer({ name: found.name, role: found.role });
});

/** Signs out. */
export const DELETE = route({ role: "nobody" }, async () => {
  await endSession();
  return answer({});
});
