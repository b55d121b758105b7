import { Readable } from "node:stream";
import { chunkBytes, chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { cleanPhoto } from "@/store/photos/clean-photo";
import {
  assemble,
  beginUpload,
  dropUpload,
  findPhoto,
  findUpload,
  finishUpload,
  keepChunk,
  keepPhoto,
  readPieces,
  readThumbnail,
} from "@/store/photos/photos";
import { database } from "./environment";

/** Where an upload stands, as the sender has to know it to go on. */
export interface UploadState {
  readonly have: readonly number[];
  readonly chunkBytes: number;
  /** The photo it became. */
  readonly photo: string | null;
}

/** A photo as an entry names it. */
export interface TakenPhoto {
  readonly photo: string;
  readonly width: number;
  readonly height: number;
}

const stateOf = ({ have, sha256 }: { have: readonly number[]; sha256: string | null }): UploadState => ({
  have,
  chunkBytes: photoLimits.chunk,
  photo: sha256,
});

/** Begins to take a photo; begun again under its id, it goes on where it was. */
export async function openUpload(job: string, id: string, bytes: number): Promise<Outcome<UploadState>> {
  if (bytes > photoLimits.bytes) return refused(problem("photo-too-large", [], { bytes, most: photoLimits.bytes }));
  const upload = await beginUpload(database(), { id, stream: job, bytes }, new Date());
  if (upload.stream !== job || upload.bytes !== bytes) return refused(problem("upload-differs"));
  return done(stateOf(upload));
}

const uploadOf = async (job: string, id: string) => {
  const upload = await findUpload(database(), id);
  return upload?.stream === job ? upload : null;
};

export async function uploadState(job: string, id: string): Promise<UploadState | null> {
  const upload = await uploadOf(job, id);
  return upload && stateOf(upload);
}

/** Takes one piece; the same piece again is acknowledged again. */
export async function takeChunk(job: string, id: string, n: number, data: Buffer): Promise<Outcome<UploadState>> {
  const upload = await uploadOf(job, id);
  if (!upload) return refused(problem("unknown-upload"));
  if (upload.sha256 !== null) return done(stateOf(upload));
  if (n >= chunkCount(upload.bytes) || data.length !== chunkBytes(upload.bytes, n))
    return refused(problem("chunk-misfit", [], { n, bytes: data.length }));
  await keepChunk(database(), id, n, data);
  return done(stateOf((await uploadOf(job, id))!));
}

/** Makes a photo of what was sent. Asked again, it answers the same. */
export async function finishPhoto(job: string, id: string): Promise<Outcome<TakenPhoto>> {
  const upload = await uploadOf(job, id);
  if (!upload) return refused(problem("unknown-upload"));
  if (upload.sha256 !== null) {
    const photo = await findPhoto(database(), job, upload.sha256);
    return photo
      ? done({ photo: photo.sha256, width: photo.width, height: photo.height })
      : refused(problem("unknown-upload"));
  }
  const missing = chunkCount(upload.bytes) - upload.have.length;
  if (missing > 0) return refused(problem("chunks-missing", [], { missing }));
  const clean = await cleanPhoto(await assemble(database(), upload));
  if (!clean.ok) {
    await dropUpload(database(), id);
    return clean;
  }
  await keepPhoto(database(), clean.value, new Date());
  await finishUpload(database(), upload, clean.value.sha256, new Date());
  const { sha256, width, height } = clean.value;
  return done({ photo: sha256, width, height });
}

/** For ever: what a fingerprint names does not change. Kept by this browser only. */
const forEver = "private, max-age=31536000, immutable";

/** A photo of a job as a response, small or whole; null where the job has none such. */
export async function photoResponse(
  job: string,
  sha256: string,
  size: "small" | "full",
  cache = forEver,
): Promise<Response | null> {
  const headers = {
    "Content-Type": "image/jpeg",
    "Cache-Control": cache,
    "X-Content-Type-Options": "nosniff",
    "Content-Security-Policy": "default-src 'none'",
    "Referrer-Policy": "no-referrer",
  };
  if (size === "small") {
    const thumbnail = await readThumbnail(database(), job, sha256);
    return thumbnail && new Response(new Uint8Array(thumbnail), { headers });
  }
  const photo = await findPhoto(database(), job, sha256);
  return (
    photo &&
    new Response(Readable.toWeb(Readable.from(readPieces(database(), photo))) as unknown as ReadableStream, {
      headers: { ...headers, "Content-Length": String(photo.bytes) },
    })
  );
}
