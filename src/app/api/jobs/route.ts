import { isBroken, listJobs } from "@/server/jobs";
import { NewJob, openNewJob } from "@/server/open-job";
import { answer, refuse, route } from "@/server/route";

/** All jobs, by what they are called. */
export const GET = route({ role: "viewer" }, async () =>
  answer({
    v: 1,
    jobs: (await listJobs()).map((job) =>
      isBroken(job)
        ? { id: job.id, name: job.name ?? job.id, number: null }
        : { id: job.id, name: job.header.name, number: job.header.engine.number },
    ),
  }),
);

/** Opens a job. */
export const POST = route({ role: "lead", body: NewJob }, async ({ body, person }) => {
  const opened = await openNewJob(body, person);
  return opened.ok ? answer({ v: 1, id: opened.value }, 201) : refuse(422, ...opened.problems);
});
