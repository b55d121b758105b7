import { chunkBytes, chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { problem, type Problem } from "@/core/problem/problem";

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

/** The server took it, would not take it, or could not be reached: then it is tried again later. */
export type Sent =
  { readonly taken: TakenPhoto } | { readonly problems: readonly Problem[] } | { readonly later: true };

type Fetch = (path: string, init?: RequestInit) => Promise<Response>;

class Refused extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super("refused");
  }
}
class Unreached extends Error {}

const isPassing = (status: number) => status === 401 || status === 408 || status === 429 || status >= 500;

async function ask<T>(send: Fetch, path: string, init: RequestInit): Promise<T> {
  const response = await send(path, init).catch(() => {
    throw new Unreached();
  });
  const body = (await response.json().catch(() => ({}))) as { problems?: Problem[] };
  if (response.ok) return body as T;
  if (isPassing(response.status)) throw new Unreached();
  throw new Refused(body.problems ?? [problem("server-error")]);
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
): Promise<Sent> {
  const base = `/api/jobs/${job}/uploads`;
  const json = { "Content-Type": "application/json" };
  if (file.size > photoLimits.bytes)
    return { problems: [problem("photo-too-large", [], { bytes: file.size, most: photoLimits.bytes })] };
  if (file.size === 0) return { problems: [problem("not-a-picture")] };
  try {
    const begun = await ask<{ have: number[]; photo: string | null }>(send, base, {
      method: "POST",
      headers: json,
      body: JSON.stringify({ id, bytes: file.size }),
    });
    const have = new Set(begun.have);
    const count = chunkCount(file.size);
    for (let n = 0; n < count && begun.photo === null; n += 1) {
      onProgress(have.size / count);
      if (have.has(n)) continue;
      const from = n * photoLimits.chunk;
      await ask(send, `${base}/${id}/${n}`, {
        method: "PUT",
        headers: { "Content-Type": "application/octet-stream" },
        body: file.slice(from, from + chunkBytes(file.size, n)),
      });
      have.add(n);
    }
    onProgress(1);
    const { photo, width, height } = await ask<TakenPhoto>(send, `${base}/${id}`, { method: "POST" });
    return { taken: { photo, width, height } };
  } catch (error) {
    if (error instanceof Refused) return { problems: error.problems };
    if (error instanceof Unreached) return { later: true };
    throw error;
  }
}
