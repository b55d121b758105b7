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
