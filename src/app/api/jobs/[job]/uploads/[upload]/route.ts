import { z } from "zod";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { finishPhoto, uploadState } from "@/server/photos";
import { answer, refuse, route } from "@/server/route";

const Path = JobPath.extend({ upload: z.uuid() });

/** Which pieces are here. */
export const GET = route({ role: "inspector", params: Path }, async ({ params: { job, upload } }) => {
  const state = await uploadState(job, upload);
  return state ? answer({ v: 1, ...state }) : refuse(404, problem("unknown-upload"));
});

/** Makes the photo of the pieces. */
export const POST = route({ role: "inspector", params: Path }, async ({ params: { job, upload } }) => {
  const taken = await finishPhoto(job, upload);
  return taken.ok
    ? answer({ v: 1, ...taken.value })
    : refuse(
        taken.problems[0]?.code === "unknown-upload" ? 404 : taken.problems[0]?.code === "chunks-missing" ? 409 : 422,
        ...taken.problems,
      );
});
