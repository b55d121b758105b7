import { z } from "zod";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { jobExists } from "@/server/jobs";
import { openUpload } from "@/server/photos";
import { answer, refuse, route } from "@/server/route";

const Wish = z.strictObject({ id: z.uuid(), bytes: z.number().int().min(1) });

/** Begins to take a photo, or says where one that was begun stands. */
export const POST = route(
  { role: "inspector", params: JobPath, body: Wish },
  async ({ params: { job }, body: { id, bytes } }) => {
    if (!(await jobExists(job))) return refuse(404, problem("unknown-stream"));
    const opened = await openUpload(job, id, bytes);
    return opened.ok
      ? answer({ v: 1, ...opened.value })
      : refuse(opened.problems[0]?.code === "upload-differs" ? 409 : 413, ...opened.problems);
  },
);
