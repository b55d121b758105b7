import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { finishPhoto, photoOf } from "@/server/photos";
import { answer, refuse, route } from "@/server/route";
import { stateOf, uploadOf, uploadStatus } from "@/server/uploads";

const Path = z.extend(JobPath, { upload: z.uuid() });

/** Which pieces are here. */
export const GET = route({ role: "inspector", params: Path }, async ({ params: { job, upload } }) => {
  const found = await uploadOf(photoOf(job), upload);
  return found ? answer({ v: 1, ...stateOf(found) }) : refuse(404, problem("unknown-upload"));
});

/** Makes the photo of the pieces. */
export const POST = route({ role: "inspector", params: Path }, async ({ params: { job, upload } }) => {
  const taken = await finishPhoto(job, upload);
  return taken.ok ? answer({ v: 1, ...taken.value }) : refuse(uploadStatus(taken.problems), ...taken.problems);
});
