import * as z from "@/core/z";
import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { openJob } from "@/server/jobs";
import { formats } from "@/server/papers/page";
import { paperOf, papers } from "@/server/papers/papers";
import { refuse, route } from "@/server/route";

/** A sheet of paper as PDF: what is bought or ordered, hand-outs for the machine shop, what is measured, the strip list. */
export const GET = route(
  { role: "viewer", params: z.extend(JobPath, { paper: z.enum(papers) }) },
  async ({ params: { job: id, paper }, request }) => {
    const job = await openJob(id);
    if (!job) return refuse(404, problem("unknown-stream"));
    const asked = new URL(request.url).searchParams;
    const wish = {
      supplier: (asked.get("supplier") ?? "").slice(0, 200),
      purchase: asked.get("purchase"),
      sheet: asked.get("sheet"),
      part: asked.get("part"),
      format: formats.find((each) => each === asked.get("format")) ?? "A4",
    };
    const assessment = assess(job.pack, job.entries, new Date().toISOString());
    const file = await paperOf(paper, job.pack, assessment, wish);
    return fileResponse(file, "application/pdf", job.header.name, `${paper}.pdf`);
  },
);
