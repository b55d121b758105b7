import { signOutEverywhere } from "@/server/people";
import { answer, route } from "@/server/route";

/** Signs out on every device. */
export const DELETE = route({ role: "viewer" }, async ({ person }) => {
  await signOutEverywhere(person);
  return answer({ v: 1 });
});
