import * as z from "@/core/z";
import { photoLimits } from "@/core/photo/photo-limits";
import { archiveUnder } from "@/server/imports";
import { answer, refuse, route } from "@/server/route";
import { takeChunk, uploadStatus } from "@/server/uploads";

const Path = z.object({ import: z.uuid(), chunk: z.coerce.number().check(z.int(), z.minimum(0), z.maximum(10_000)) });

/** Takes one piece of an archive, as bytes. */
export const PUT = route(
  { role: "lead", params: Path, bytes: true, mostBytes: photoLimits.chunk },
  async ({ params, bytes }) => {
    const taken = await takeChunk(archiveUnder(params.import), params.import, params.chunk, bytes);
    return taken.ok
      ? answer({ v: 1, have: taken.value.have.length })
      : refuse(uploadStatus(taken.problems), ...taken.problems);
  },
);
