import { Readable } from "node:stream";
import { chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { cleanPhoto } from "@/store/photos/clean-photo";
import {
  assemble,
  dropUpload,
  findPhoto,
  finishUpload,
  keepPhoto,
  readPieces,
  readThumbnail,
} from "@/store/photos/photos";
import { database } from "./environment";
import { uploadOf, type UploadAim } from "./uploads";

/** A photo as an entry names it. */
export interface TakenPhoto {
  readonly photo: string;
  readonly width: number;
  readonly height: number;
}

/** Uploads of photos of one job. */
export const photoOf = (job: string): UploadAim => ({ stream: job, kind: "photo", most: photoLimits.bytes });

/** Makes a photo of what was sent. Asked again, it answers the same. */
export async function finishPhoto(job: string, id: string): Promise<Outcome<TakenPhoto>> {
  const upload = await uploadOf(photoOf(job), id);
  if (!upload) return refused(problem("unknown-upload"));
  if (upload.sha256 !== null) {
    const photo = await findPhoto(database(), job, upload.sha256);
    return photo
      ? done({ photo: photo.sha256, width: photo.width, height: photo.height })
      : refused(problem("unknown-upload"));
  }
  const missing = chunkCount(upload.bytes) - upload.have.length;
  if (missing > 0) return refused(problem("chunks-missing", [], { missing }));
  const clean = await cleanPhoto(() => assemble(database(), upload));
  if (!clean.ok) {
    await dropUpload(database(), id);
    return clean;
  }
  await keepPhoto(database(), clean.value, new Date());
  await finishUpload(database(), upload, clean.value.sha256, new Date());
  const { sha256, width, height } = clean.value;
  return done({ photo: sha256, width, height });
}

/** Reads small photos of one job. */
export const smallPhoto = (job: string) => (photo: string) => readThumbnail(database(), job, photo);

/** What a fingerprint names does not change, and is asked for each time all the same: whoever signed out is not shown it again. */
const asked = "private, no-cache";

const pictureHeaders = (type: string, cache: string, tag: string | null) => ({
  "Content-Type": type,
  "Cache-Control": cache,
  // What is kept nowhere is asked for whole.
  ...(tag === null || cache === "no-store" ? {} : { ETag: tag }),
  "X-Content-Type-Options": "nosniff",
  "Content-Security-Policy": "default-src 'none'",
  "Referrer-Policy": "no-referrer",
});

/** A picture as a response that is a picture and nothing else. */
export const pictureResponse = (picture: Buffer, type: string, cache: string, tag: string | null = null): Response =>
  new Response(new Uint8Array(picture), { headers: pictureHeaders(type, cache, tag) });

const tagOf = (sha256: string, size: "small" | "full") => `"${size}-${sha256}"`;

/** The answer to a browser that has a photo of the job already; null where it does not. */
export async function photoUnchanged(
  job: string,
  sha256: string,
  size: "small" | "full",
  request: Request,
): Promise<Response | null> {
  if (request.headers.get("if-none-match") !== tagOf(sha256, size)) return null;
  // Only of a job that has it: a tag is made up easily.
  if (!(await findPhoto(database(), job, sha256))) return null;
  return new Response(null, { status: 304, headers: { "Cache-Control": asked, ETag: tagOf(sha256, size) } });
}

/** A photo of a job as a response, small or whole; null where the job has none such. */
export async function photoResponse(
  job: string,
  sha256: string,
  size: "small" | "full",
  cache = asked,
): Promise<Response | null> {
  if (size === "small") {
    const thumbnail = await readThumbnail(database(), job, sha256);
    return thumbnail && pictureResponse(thumbnail, "image/jpeg", cache, tagOf(sha256, size));
  }
  const photo = await findPhoto(database(), job, sha256);
  return (
    photo &&
    new Response(Readable.toWeb(Readable.from(readPieces(database(), photo))) as unknown as ReadableStream, {
      headers: { ...pictureHeaders("image/jpeg", cache, tagOf(sha256, size)), "Content-Length": String(photo.bytes) },
    })
  );
}
