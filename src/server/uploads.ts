import { chunkBytes, chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { done, problem, refused, type Outcome, type Problem } from "@/core/problem/problem";
import { beginUpload, findUpload, keepChunk, type Upload, type UploadKind } from "@/store/photos/photos";
import { database } from "./environment";
import { roomFor } from "./room";

/** What is being sent in pieces: what for, and how much of it there may be. */
export interface UploadAim {
  readonly stream: string;
  readonly kind: UploadKind;
  readonly most: number;
}

/** Where an upload stands, as the sender has to know it to go on. */
export interface UploadState {
  readonly have: readonly number[];
  readonly chunkBytes: number;
  /** The photo it became. */
  readonly photo: string | null;
}

export const stateOf = ({ have, sha256 }: Pick<Upload, "have" | "sha256">): UploadState => ({
  have,
  chunkBytes: photoLimits.chunk,
  photo: sha256,
});

/** Begins to take a file; begun again under its id, it goes on where it was. */
export async function openUpload(
  { stream, kind, most }: UploadAim,
  { id, bytes }: Pick<Upload, "id" | "bytes">,
  person: string,
): Promise<Outcome<UploadState>> {
  if (bytes > most)
    return refused(
      kind === "photo" ? problem("photo-too-large", [], { bytes, most }) : problem("too-large", [], { bytes, most }),
    );
  if (!(await roomFor("files"))) return refused(problem("room-short"));
  const begun = await beginUpload(database(), { id, stream, kind, bytes, person }, new Date());
  if (!begun.ok) return begun;
  const { value: upload } = begun;
  if (upload.stream !== stream || upload.kind !== kind || upload.bytes !== bytes)
    return refused(problem("upload-differs"));
  return done(stateOf(upload));
}

/** An upload, where it is one of these. */
export async function uploadOf({ stream, kind }: UploadAim, id: string): Promise<Upload | null> {
  const upload = await findUpload(database(), id);
  return upload?.stream === stream && upload.kind === kind ? upload : null;
}

/** Takes one piece; the same piece again is acknowledged again. */
export async function takeChunk(aim: UploadAim, id: string, n: number, data: Buffer): Promise<Outcome<UploadState>> {
  const upload = await uploadOf(aim, id);
  if (!upload) return refused(problem("unknown-upload"));
  if (upload.sha256 !== null) return done(stateOf(upload));
  if (n >= chunkCount(upload.bytes) || data.length !== chunkBytes(upload.bytes, n))
    return refused(problem("chunk-misfit", [], { n, bytes: data.length }));
  if (!(await roomFor("files"))) return refused(problem("room-short"));
  await keepChunk(database(), id, n, data);
  return done(stateOf({ ...upload, have: [...new Set([...upload.have, n])].sort((a, b) => a - b) }));
}

const statuses: Readonly<Partial<Record<Problem["code"], number>>> = {
  "unknown-upload": 404,
  "upload-differs": 409,
  "chunks-missing": 409,
  "photo-too-large": 413,
  "too-large": 413,
  "too-much-unfinished": 429,
  "room-short": 507,
};

/** How a refusal of a file is answered. */
export const uploadStatus = ([first]: readonly Problem[]): number => (first && statuses[first.code]) ?? 422;
