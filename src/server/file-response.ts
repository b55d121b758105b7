import type { OpenJob } from "./jobs";

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, "-")
    .replace(/^-|-$/gu, "");

/** A file to keep, named after its job. */
export function fileResponse(
  body: string | Uint8Array<ArrayBuffer> | ReadableStream<Uint8Array<ArrayBuffer>>,
  type: string,
  job: OpenJob,
  ending: string,
): Response {
  const name = plain(job.header.name) || "job";
  return new Response(body, {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${name}.${ending}"`,
      "Cache-Control": "no-store",
    },
  });
}
