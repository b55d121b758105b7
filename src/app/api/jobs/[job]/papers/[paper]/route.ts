import { z } from "zod";
import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { openJob } from "@/server/jobs";
import { paperOf, papers } from "@/server/papers/papers";
import { refuse, route } from "@/server/route";

/** What is bought of one supplier, or hand-outs for the machine shop, as a PDF file. */
export const GET = route(
  { role: "viewer", params: JobPath.extend({ paper: z.enum(papers) }) },
  async ({ params: { job: id, paper }, request }) => {
    const job = await openJob(id);
    if (!job) return refuse(404, problem("unknown-stream"));
    const supplier = (new URL(request.url).searchParams.get("supplier") ?? "").slice(0, 200);
    const assessment = assess(job.pack, job.entries, new Date().toISOString());
    const file = await paperOf(paper, job.pack, assessment, supplier);
    return fileResponse(file, "application/pdf", job.header.name, `${paper}.pdf`);
  },
);
