import { problem } from "@/core/problem/problem";
import { documentResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { offThread } from "@/server/off-thread/off-thread";
import { reports } from "@/server/report/reports";
import { refuse, route } from "@/server/route";

/** A document of the job as PDF: the report for its owner, or the one that is asked for. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params: { job }, request }) => {
  const of = new URL(request.url).searchParams.get("of");
  const report = reports.find((each) => each === of) ?? "owner";
  const made = await offThread("report", { job, report });
  return made
    ? documentResponse(made, report === "owner" ? "pdf" : `${report}.pdf`)
    : refuse(404, problem("unknown-stream"));
});
