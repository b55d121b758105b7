import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { JobPath, PhotoPath } from "@/server/job-path";
import { photoResponse, photoUnchanged } from "@/server/photos";
import { refuse, route } from "@/server/route";

/** A photo of the job. */
export const GET = route(
  { role: "viewer", params: z.extend(JobPath, PhotoPath.shape) },
  async ({ params: { job, photo, size }, request }) =>
    (await photoUnchanged(job, photo, size, request)) ??
    (await photoResponse(job, photo, size)) ??
    refuse(404, problem("not-found")),
);
