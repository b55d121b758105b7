import * as z from "@/core/z";
import { showIn } from "@/server/people";
import { answer, route } from "@/server/route";

const Shown = z.strictObject({ unit: z.nullable(z.enum(["mm", "in"])) });

/** What one sees and types lengths in; null for whatever a job goes by. */
export const PUT = route({ role: "viewer", body: Shown }, async ({ body, person }) => {
  await showIn(person, body.unit);
  return answer({ v: 1 });
});
