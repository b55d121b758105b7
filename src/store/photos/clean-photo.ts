import { createHash } from "node:crypto";
import pLimit from "p-limit";
import sharp from "sharp";
import { photoLimits } from "@/core/photo/photo-limits";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";

/** A photo as it is kept: upright, re-encoded, with nothing in the file but the picture. */
export interface CleanPhoto {
  readonly sha256: string;
  readonly width: number;
  readonly height: number;
  readonly data: Buffer;
  readonly thumbnail: Buffer;
}

// One picture at a time: a decoded photo takes far more memory than its file.
const oneAtATime = pLimit(1);
sharp.cache(false);
sharp.concurrency(1);

const thumbnailEdge = 400;

const ascii = (bytes: Buffer, from: number, to: number) => bytes.subarray(from, to).toString("latin1");

/** What a file is by its first bytes, whatever it is called. */
export function pictureKind(bytes: Buffer): "jpeg" | "png" | "webp" | "avif" | "heic" | null {
  if (bytes.length < 16) return null;
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return "jpeg";
  if (ascii(bytes, 1, 4) === "PNG" && bytes[0] === 0x89) return "png";
  if (ascii(bytes, 0, 4) === "RIFF" && ascii(bytes, 8, 12) === "WEBP") return "webp";
  if (ascii(bytes, 4, 8) !== "ftyp") return null;
  const brand = ascii(bytes, 8, 12);
  return brand === "avif"
    ? "avif"
    : ["heic", "heix", "hevc", "mif1", "msf1", "heim", "heis"].includes(brand)
      ? "heic"
      : null;
}

export const sha256Of = (data: Buffer): string => createHash("sha256").update(data).digest("hex");

const open = (bytes: Buffer) => sharp(bytes, { limitInputPixels: photoLimits.pixels, failOn: "error", pages: 1 });

/** Makes a thumbnail of a photo that is clean already. */
const thumbnailOf = (data: Buffer): Promise<Buffer> =>
  open(data)
    .resize(thumbnailEdge, thumbnailEdge, { fit: "inside", withoutEnlargement: true })
    .jpeg({ quality: 70 })
    .toBuffer();

const tooManyPixels = (width: number, height: number) =>
  problem("photo-too-many-pixels", [], { width, height, most: photoLimits.pixels / 1e6 });

/**
 * Takes what a phone sent and makes a photo of it that can be kept: turned upright, encoded anew at its full size, and
 * without place, time, device or anything else that came in the file.
 *
 * @param sent  its bytes, or how to come by them: those who wait for their turn hold nothing meanwhile
 * @returns  problems not-a-picture, photo-heic, photo-too-many-pixels, photo-damaged
 */
export const cleanPhoto = (sent: Buffer | (() => Promise<Buffer>)): Promise<Outcome<CleanPhoto>> =>
  oneAtATime(async () => {
    const bytes = typeof sent === "function" ? await sent() : sent;
    const kind = pictureKind(bytes);
    if (kind === null) return refused(problem("not-a-picture"));
    if (kind === "heic") return refused(problem("photo-heic"));
    try {
      // Its head first: a small file can claim to be enormous.
      const { width, height } = await sharp(bytes, { limitInputPixels: false, pages: 1 }).metadata();
      if (width * height > photoLimits.pixels) return refused(tooManyPixels(width, height));
      const { data, info } = await open(bytes)
        .rotate()
        .flatten({ background: "#ffffff" })
        .toColourspace("srgb")
        .jpeg({ quality: 88 })
        .toBuffer({ resolveWithObject: true });
      return done({
        sha256: sha256Of(data),
        width: info.width,
        height: info.height,
        data,
        thumbnail: await thumbnailOf(data),
      });
    } catch (error) {
      return refused(problem("photo-damaged", [], { why: (error as Error).message.slice(0, 120) }));
    }
  });

/** Parts of a JPEG file that make the picture: its head, tables and frames; no application's, no comment. */
const pictureMarkers: ReadonlySet<number> = new Set([0xc0, 0xc1, 0xc2, 0xc4, 0xdb, 0xdd, 0xda, 0xe0]);
const mostHeadBytes = 16;

/**
 * Whether a JPEG file holds a picture and nothing else: no other segments, and nothing behind its end.
 *
 * @source  ITU-T T.81, annex B: markers and segments
 */
export function isOnlyPicture(data: Buffer): boolean {
  let at = 2;
  while (at + 4 <= data.length) {
    if (data[at] !== 0xff) return false;
    const marker = data[at + 1]!;
    if (!pictureMarkers.has(marker)) return false;
    const length = data.readUInt16BE(at + 2);
    if (length < 2 || (marker === 0xe0 && length > mostHeadBytes)) return false;
    at += 2 + length;
    if (marker !== 0xda) continue;
    // Coded data: FF stands for itself before 00, and between it only restarts may come.
    for (;;) {
      at = data.indexOf(0xff, at);
      if (at < 0 || at + 1 >= data.length) return false;
      const next = data[at + 1]!;
      if (next === 0xd9) return at + 2 === data.length;
      if (next !== 0 && (next < 0xd0 || next > 0xd7)) break;
      at += 2;
    }
  }
  return false;
}

/** Reads a photo that claims to be clean, as one does that came in an archive: the same bytes, or what is wrong with them. */
export const readCleanPhoto = (data: Buffer): Promise<Outcome<CleanPhoto>> =>
  oneAtATime(async () => {
    if (pictureKind(data) !== "jpeg") return refused(problem("not-a-picture"));
    try {
      const { width, height, exif, xmp, iptc, orientation } = await sharp(data, { limitInputPixels: false }).metadata();
      if (width * height > photoLimits.pixels) return refused(tooManyPixels(width, height));
      if (exif || xmp || iptc || orientation || !isOnlyPicture(data)) return refused(problem("photo-not-clean"));
      return done({ sha256: sha256Of(data), width, height, data, thumbnail: await thumbnailOf(data) });
    } catch (error) {
      return refused(problem("photo-damaged", [], { why: (error as Error).message.slice(0, 120) }));
    }
  });
