import * as z from "@/core/z";
import { photoLimits } from "@/core/photo/photo-limits";
import { JobPath } from "@/server/job-path";
import { photoOf } from "@/server/photos";
import { answer, refuse, route } from "@/server/route";
import { takeChunk, uploadStatus } from "@/server/uploads";

const Path = z.extend(JobPath, {
  upload: z.uuid(),
  chunk: z.coerce.number().check(z.int(), z.minimum(0), z.maximum(1000)),
});

/** Takes one piece of a photo, as bytes. */
export const PUT = route(
  { role: "inspector", params: Path, bytes: true, mostBytes: photoLimits.chunk },
  async ({ params: { job, upload, chunk }, bytes }) => {
    const taken = await takeChunk(photoOf(job), upload, chunk, bytes);
    return taken.ok ? answer({ v: 1, ...taken.value }) : refuse(uploadStatus(taken.problems), ...taken.problems);
  },
);
