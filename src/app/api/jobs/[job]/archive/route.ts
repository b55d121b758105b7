import { Readable } from "node:stream";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { archiveOf, openJob } from "@/server/jobs";
import { refuse, route } from "@/server/route";

/** A job with its record, pack and files as one zip. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params }) => {
  const job = await openJob(params.job);
  if (!job) return refuse(404, problem("unknown-stream"));
  return fileResponse(
    Readable.toWeb(await archiveOf(job)) as ReadableStream<Uint8Array<ArrayBuffer>>,
    "application/zip",
    job.header.name,
    "zip",
  );
});
