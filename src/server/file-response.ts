import type { Document } from "./off-thread/tasks";

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, "-")
    .replace(/^-|-$/gu, "");

/** A file to keep, named after its job. */
export function fileResponse(
  body: string | Uint8Array<ArrayBuffer> | ReadableStream<Uint8Array<ArrayBuffer>>,
  type: string,
  named: string | null,
  ending: string,
): Response {
  const name = plain(named ?? "") || "job";
  return new Response(body, {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${name}.${ending}"`,
      "Cache-Control": "no-store",
    },
  });
}

/** A document of a job as PDF. */
export const documentResponse = ({ file, name }: Document, ending: string): Response => fileResponse(file, "application/pdf", name, ending); // prettier-ignore
