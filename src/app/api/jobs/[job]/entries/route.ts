import { problem } from "@/core/problem/problem";
import { openAnyJob } from "@/server/jobs";
import { answer, refuse, route } from "@/server/route";
import { JobPath } from "@/server/job-path";

/** A job's entries in the order in which they were kept, with the names of those who made them. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params }) => {
  const job = await openAnyJob(params.job);
  return job ? answer({ v: 1, entries: job.entries, people: job.people }) : refuse(404, problem("unknown-stream"));
});
