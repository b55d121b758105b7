import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { openJob } from "@/server/jobs";
import { labelSheet, labelsOf } from "@/server/labels/label-sheet";
import { refuse, route } from "@/server/route";

/** Labels with 2D codes for all parts that are out of the engine. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params: { job: id } }) => {
  const job = await openJob(id);
  if (!job) return refuse(404, problem("unknown-stream"));
  const assessment = assess(job.pack, job.entries, new Date().toISOString());
  return fileResponse(
    await labelSheet(labelsOf(job.pack, assessment), job.header.name),
    "application/pdf",
    job.header.name,
    "labels.pdf",
  );
});
