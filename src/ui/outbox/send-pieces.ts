import { chunkBytes, chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { askServer, type Answered, type Fetch } from "./ask-server";

/** What the server says when a file is begun: the pieces it has. */
export interface Begun {
  readonly have: readonly number[];
}

export const jsonHeaders = { "Content-Type": "application/json" } as const;

/**
 * Sends a file in pieces. Begun again under its id it sends only what is missing, so that a connection that breaks costs
 * no more than the piece it was in.
 *
 * @param base        the path that begins it; its pieces stand below
 * @param isThere     whether the answer to beginning says that nothing more is wanted
 * @param onProgress  share of it that is there, 0 to 1
 */
export async function sendPieces<B extends Begun>(
  base: string,
  { id, file }: { readonly id: string; readonly file: Blob },
  send: Fetch,
  { isThere, onProgress }: { readonly isThere: (begun: B) => boolean; readonly onProgress: (share: number) => void },
): Promise<Answered<B>> {
  const begun = await askServer<B>(send, base, {
    method: "POST",
    headers: jsonHeaders,
    body: JSON.stringify({ id, bytes: file.size }),
  });
  if (!("value" in begun)) return begun;
  const have = new Set(begun.value.have);
  const count = chunkCount(file.size);
  for (let n = 0; n < count && !isThere(begun.value); n += 1) {
    onProgress(have.size / count);
    if (have.has(n)) continue;
    const from = n * photoLimits.chunk;
    const kept = await askServer(send, `${base}/${id}/${n}`, {
      method: "PUT",
      headers: { "Content-Type": "application/octet-stream" },
      body: file.slice(from, from + chunkBytes(file.size, n)),
    });
    if (!("value" in kept)) return kept;
    have.add(n);
  }
  onProgress(1);
  return begun;
}
