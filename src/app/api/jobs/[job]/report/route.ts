import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { openJob } from "@/server/jobs";
import { JobPath } from "@/server/job-path";
import { ownerOf } from "@/server/owners";
import { smallPhoto } from "@/server/photos";
import { renderReport } from "@/server/report/render-report";
import { refuse, route } from "@/server/route";

/** The job's report for its owner as PDF; the technical record where that is asked for. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params: { job: id }, request }) => {
  const job = await openJob(id);
  if (!job) return refuse(404, problem("unknown-stream"));
  const report = new URL(request.url).searchParams.get("of") === "record" ? "record" : "owner";
  const assessment = assess(job.pack, job.entries, new Date().toISOString());
  const file = await renderReport(report, job.pack, assessment, smallPhoto(id), (await ownerOf(job.entries))?.name);
  return fileResponse(file, "application/pdf", job.header.name, report === "record" ? "record.pdf" : "pdf");
});
