import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { openJob } from "@/server/jobs";
import { JobPath } from "@/server/job-path";
import { ownerOf } from "@/server/owners";
import { smallPhoto } from "@/server/photos";
import { renderReport, reports } from "@/server/report/render-report";
import { refuse, route } from "@/server/route";

/** A document of the job as PDF: the report for its owner, or the one that is asked for. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params: { job: id }, request }) => {
  const job = await openJob(id);
  if (!job) return refuse(404, problem("unknown-stream"));
  const of = new URL(request.url).searchParams.get("of");
  const report = reports.find((each) => each === of) ?? "owner";
  const assessment = assess(job.pack, job.entries, new Date().toISOString());
  const file = await renderReport(report, job.pack, assessment, smallPhoto(id), (await ownerOf(job.entries))?.name);
  return fileResponse(file, "application/pdf", job.header.name, report === "owner" ? "pdf" : `${report}.pdf`);
});
