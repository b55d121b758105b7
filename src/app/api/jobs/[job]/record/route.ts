import { writeRecord } from "@/core/entry/write-record";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { isBroken, openAnyJob } from "@/server/jobs";
import { JobPath } from "@/server/job-path";
import { refuse, route } from "@/server/route";

/** The job's record as NDJSON; of one that cannot be judged too. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params }) => {
  const job = await openAnyJob(params.job);
  return job
    ? fileResponse(
        writeRecord(job.entries),
        "application/x-ndjson; charset=utf-8",
        isBroken(job) ? job.name : job.header.name,
        "ndjson",
      )
    : refuse(404, problem("unknown-stream"));
});
