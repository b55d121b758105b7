import { namedJobs } from "@/server/cards";
import { NewJob, openNewJob } from "@/server/open-job";
import { answer, refuse, route } from "@/server/route";

/** All jobs, by what they are called. */
export const GET = route({ role: "viewer" }, async () =>
  answer({ v: 1, jobs: (await namedJobs()).map((job) => ({ ...job, name: job.name ?? job.id })) }),
);

/** Opens a job. */
export const POST = route({ role: "lead", body: NewJob }, async ({ body, person }) => {
  const opened = await openNewJob(body, person);
  return opened.ok ? answer({ v: 1, id: opened.value }, 201) : refuse(422, ...opened.problems);
});
