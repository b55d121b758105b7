import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { documentResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { offThread } from "@/server/off-thread/off-thread";
import { formats } from "@/server/papers/page";
import { papers } from "@/server/papers/papers";
import { refuse, route } from "@/server/route";

/** A sheet of paper as PDF: what is bought or ordered, hand-outs for the machine shop, what is measured, the strip list. */
export const GET = route(
  { role: "viewer", params: z.extend(JobPath, { paper: z.enum(papers) }) },
  async ({ params: { job, paper }, request }) => {
    const asked = new URL(request.url).searchParams;
    const wish = {
      supplier: (asked.get("supplier") ?? "").slice(0, 200),
      purchase: asked.get("purchase"),
      sheet: asked.get("sheet"),
      part: asked.get("part"),
      format: formats.find((each) => each === asked.get("format")) ?? "A4",
    };
    const made = await offThread("paper", { job, paper, wish });
    return made ? documentResponse(made, `${paper}.pdf`) : refuse(404, problem("unknown-stream"));
  },
);
