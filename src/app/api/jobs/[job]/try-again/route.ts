import { problem } from "@/core/problem/problem";
import { tryAgain } from "@/server/cards";
import { JobPath } from "@/server/job-path";
import { answer, refuse, route } from "@/server/route";

/** Has a job that was set aside judged again. */
export const POST = route({ role: "lead", params: JobPath }, async ({ params: { job } }) =>
  (await tryAgain(job)) ? answer({ v: 1 }) : refuse(404, problem("not-found")),
);
