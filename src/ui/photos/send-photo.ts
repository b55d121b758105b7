import { chunkBytes, chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { problem } from "@/core/problem/problem";
import { askServer, type Answered, type Fetch } from "../outbox/ask-server";

export interface TakenPhoto {
  readonly photo: string;
  readonly width: number;
  readonly height: number;
}

export interface PhotoToSend {
  readonly job: string;
  /** Chosen once, so that what was begun goes on wherever it was broken off. */
  readonly id: string;
  readonly file: Blob;
}

/**
 * Sends one photo in pieces. Begun again under its id it sends only what is missing, so that a connection that breaks
 * costs no more than the piece it was in.
 *
 * @param onProgress  share of it that is there, 0 to 1
 */
export async function sendPhoto(
  { job, id, file }: PhotoToSend,
  send: Fetch,
  onProgress: (share: number) => void,
): Promise<Answered<TakenPhoto>> {
  const base = `/api/jobs/${job}/uploads`;
  const json = { "Content-Type": "application/json" };
  if (file.size > photoLimits.bytes)
    return { problems: [problem("photo-too-large", [], { bytes: file.size, most: photoLimits.bytes })] };
  if (file.size === 0) return { problems: [problem("not-a-picture")] };
  const begun = await askServer<{ have: number[]; photo: string | null }>(send, base, {
    method: "POST",
    headers: json,
    body: JSON.stringify({ id, bytes: file.size }),
  });
  if (!("value" in begun)) return begun;
  const have = new Set(begun.value.have);
  const count = chunkCount(file.size);
  for (let n = 0; n < count && begun.value.photo === null; n += 1) {
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
  const taken = await askServer<TakenPhoto>(send, `${base}/${id}`, { method: "POST" });
  if (!("value" in taken)) return taken;
  const { photo, width, height } = taken.value;
  return { value: { photo, width, height } };
}
