import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { jobExists } from "@/server/jobs";
import { photoOf } from "@/server/photos";
import { answer, refuse, route } from "@/server/route";
import { openUpload, uploadStatus } from "@/server/uploads";

const Wish = z.strictObject({ id: z.uuid(), bytes: z.int().check(z.minimum(1)) });

/** Begins to take a photo, or says where one that was begun stands. */
export const POST = route(
  { role: "inspector", params: JobPath, body: Wish },
  async ({ params: { job }, body, person }) => {
    if (!(await jobExists(job))) return refuse(404, problem("unknown-stream"));
    const opened = await openUpload(photoOf(job), body, person.id);
    return opened.ok ? answer({ v: 1, ...opened.value }) : refuse(uploadStatus(opened.problems), ...opened.problems);
  },
);
