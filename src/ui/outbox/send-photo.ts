import { photoLimits } from "@/core/photo/photo-limits";
import { problem } from "@/core/problem/problem";
import { askServer, type Answered, type Fetch } from "./ask-server";
import { sendPieces, type Begun } from "./send-pieces";

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
 * Sends one photo in pieces, and has it made.
 *
 * @param onProgress  share of it that is there, 0 to 1
 */
export async function sendPhoto(
  { job, id, file }: PhotoToSend,
  send: Fetch,
  onProgress: (share: number) => void,
): Promise<Answered<TakenPhoto>> {
  const base = `/api/jobs/${job}/uploads`;
  if (file.size > photoLimits.bytes)
    return { problems: [problem("photo-too-large", [], { bytes: file.size, most: photoLimits.bytes })] };
  if (file.size === 0) return { problems: [problem("not-a-picture")] };
  const begun = await sendPieces<Begun & { readonly photo: string | null }>(base, { id, file }, send, {
    isThere: ({ photo }) => photo !== null,
    onProgress,
  });
  if (!("value" in begun)) return begun;
  const taken = await askServer<TakenPhoto>(send, `${base}/${id}`, { method: "POST" });
  if (!("value" in taken)) return taken;
  const { photo, width, height } = taken.value;
  return { value: { photo, width, height } };
}
