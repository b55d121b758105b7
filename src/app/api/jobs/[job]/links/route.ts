import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { jobExists } from "@/server/jobs";
import { makeOwnerLink, shownLinks } from "@/server/owner";
import { answer, refuse, route } from "@/server/route";

const Wish = z.strictObject({ days: z.int().check(z.minimum(1), z.maximum(365)), withReport: z.boolean() });
const unknown = () => refuse(404, problem("unknown-stream"));

/** Links by which the owner may look at the job. */
export const GET = route({ role: "lead", params: JobPath }, async ({ params: { job } }) =>
  (await jobExists(job)) ? answer({ v: 1, links: await shownLinks(job) }) : unknown(),
);

/** Makes one; its token is in the answer, this once. */
export const POST = route({ role: "lead", params: JobPath, body: Wish }, async ({ params: { job }, body, person }) =>
  (await jobExists(job))
    ? answer({ v: 1, ...(await makeOwnerLink(job, person.id, body.days, body.withReport)) })
    : unknown(),
);
