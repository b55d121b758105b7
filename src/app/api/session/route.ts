import * as z from "@/core/z";
import { addressOf } from "@/server/front";
import { answer, refuse, route } from "@/server/route";
import { beginSession, deviceAtTheDoor, endSession } from "@/server/session";
import { signIn } from "@/server/sign-in";

const Credentials = z.strictObject({
  // Some letters become two when they are made small.
  account: z.string().check(z.trim(), z.toLowerCase(), z.minLength(1), z.maxLength(60)),
  password: z.string().check(z.minLength(1), z.maxLength(200)),
});

/** Signs in. */
export const POST = route({ role: "nobody", body: Credentials, mostBytes: 2048 }, async ({ request, body }) => {
  const door = { address: addressOf(request), device: await deviceAtTheDoor() };
  const found = await signIn(body.account, body.password, door);
  if ("code" in found) return refuse(found.code === "too-many-attempts" ? 429 : 401, found);
  await beginSession(found);
  return answer({ name: found.name, role: found.role });
});

/** Signs out. */
export const DELETE = route({ role: "nobody" }, async () => {
  await endSession();
  return answer({});
});
