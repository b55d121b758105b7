import * as z from "@/core/z";
import { Id } from "@/core/pack/schema-base";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { answer, refuse, route } from "@/server/route";
import { trendAt } from "@/server/trend";

/** What was read at one place of the engine at its other visits, and of all engines of its kind. */
export const GET = route(
  { role: "viewer", params: z.extend(JobPath, { slot: Id, feature: z.pipe(z.string().check(z.maxLength(130)), Id) }) },
  async ({ params: { job, slot, feature } }) => {
    const found = await trendAt(job, slot, feature);
    return found ? answer(found) : refuse(404, problem("unknown-stream"));
  },
);
