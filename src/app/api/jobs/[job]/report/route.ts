import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { openJob } from "@/server/jobs";
import { JobPath } from "@/server/job-path";
import { renderReport } from "@/server/report/render-report";
import { refuse, route } from "@/server/route";

/** The job's report as PDF. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params }) => {
  const job = await openJob(params.job);
  if (!job) return refuse(404, problem("unknown-stream"));
  const assessment = assess(job.pack, job.entries, new Date().toISOString());
  return fileResponse(await renderReport(job.pack, assessment), "application/pdf", job.header.name, "pdf");
});
