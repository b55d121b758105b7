import { Readable } from "node:stream";
import { chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { change, select, toDateTime, withTransaction, type Connection, type Database } from "../connection";
import type { CleanPhoto } from "./clean-photo";

export interface KeptPhoto {
  readonly sha256: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
}

const piece = (data: Buffer, n: number) => data.subarray(n * photoLimits.chunk, (n + 1) * photoLimits.chunk);

/**
 * Keeps a photo under the fingerprint of its bytes, in small writes; the same photo again changes nothing. A photo is
 * there once its row is: pieces come first.
 */
export async function keepPhoto(
  database: Database,
  { sha256, width, height, data, thumbnail }: CleanPhoto,
  now: Date,
): Promise<void> {
  for (let n = 0; n < chunkCount(data.length); n += 1)
    await change(database, "INSERT IGNORE INTO photo_chunk (sha256, n, data) VALUES (?, ?, ?)", [
      sha256,
      n,
      piece(data, n),
    ]);
  await change(
    database,
    "INSERT IGNORE INTO photo (sha256, bytes, width, height, thumbnail, added_at) VALUES (?, ?, ?, ?, ?, ?)",
    [sha256, data.length, width, height, thumbnail, toDateTime(now)],
  );
}

/** Makes a photo one of a job's. */
export const addToJob = (on: Database | Connection, stream: string, sha256: string, now: Date): Promise<number> =>
  change(on, "INSERT IGNORE INTO job_photo (stream_id, sha256, added_at) VALUES (?, ?, ?)", [
    stream,
    sha256,
    toDateTime(now),
  ]);

/** Photos of a job, oldest first. */
export const photosOf = (database: Database, stream: string): Promise<KeptPhoto[]> =>
  select(
    database,
    "SELECT p.sha256, p.bytes, p.width, p.height FROM job_photo j JOIN photo p ON p.sha256 = j.sha256 WHERE j.stream_id = ? ORDER BY j.added_at, p.sha256",
    [stream],
  );

/** The small picture of a job's photo, or null where the job has no such photo. */
export async function readThumbnail(database: Database, stream: string, sha256: string): Promise<Buffer | null> {
  const [row] = await select<{ thumbnail: Buffer }>(
    database,
    "SELECT p.thumbnail FROM job_photo j JOIN photo p ON p.sha256 = j.sha256 WHERE j.stream_id = ? AND j.sha256 = ?",
    [stream, sha256],
  );
  return row?.thumbnail ?? null;
}

/** The bytes of a photo, piece by piece. */
export async function* readPieces(
  database: Database,
  { sha256, bytes }: Pick<KeptPhoto, "sha256" | "bytes">,
): AsyncGenerator<Buffer> {
  for (let n = 0; n < chunkCount(bytes); n += 1) {
    const [row] = await select<{ data: Buffer }>(database, "SELECT data FROM photo_chunk WHERE sha256 = ? AND n = ?", [
      sha256,
      n,
    ]);
    if (!row) throw new Error(`piece ${n} of photo ${sha256} is missing`);
    yield row.data;
  }
}

/** A job's photos as an archive takes them: each is read when its turn comes. */
export const photosToWrite = async (
  database: Database,
  stream: string,
): Promise<{ readonly sha256: string; readonly bytes: number; readonly open: () => Readable }[]> =>
  (await photosOf(database, stream)).map((photo) => ({
    sha256: photo.sha256,
    bytes: photo.bytes,
    open: () => Readable.from(readPieces(database, photo)),
  }));

/** A job's photo, or null where the job has none of that fingerprint. */
export async function findPhoto(database: Database, stream: string, sha256: string): Promise<KeptPhoto | null> {
  const [row] = await select<KeptPhoto>(
    database,
    "SELECT p.sha256, p.bytes, p.width, p.height FROM job_photo j JOIN photo p ON p.sha256 = j.sha256 WHERE j.stream_id = ? AND j.sha256 = ?",
    [stream, sha256],
  );
  return row ?? null;
}

export type UploadKind = "photo" | "archive";

/** Something that is being sent in pieces. */
export interface Upload {
  readonly id: string;
  /** The job that it belongs to; an archive's is its own id. */
  readonly stream: string;
  readonly kind: UploadKind;
  /** Who sends it; null for those begun before that was noted. */
  readonly person: string | null;
  readonly bytes: number;
  /** The photo that was made of it. */
  readonly sha256: string | null;
  /** Pieces that are here. */
  readonly have: readonly number[];
}

/** What nobody finished within these days is forgotten. */
const uploadDays = 7;

export async function findUpload(on: Database | Connection, id: string): Promise<Upload | null> {
  const [row] = await select<Omit<Upload, "have">>(
    on,
    "SELECT id, stream_id AS stream, kind, person_id AS person, bytes, sha256 FROM upload WHERE id = ?",
    [id],
  );
  if (!row) return null;
  const have = await select<{ n: number }>(on, "SELECT n FROM upload_chunk WHERE upload_id = ? ORDER BY n", [id]);
  return { ...row, bytes: Number(row.bytes), have: have.map(({ n }) => n) };
}

/** What was begun and not finished holds so many bytes, at most: of one person, and of all. */
export const unfinishedLimits = { person: 3 * 1024 ** 3, all: 8 * 1024 ** 3 } as const;

/** Bytes that were announced and not made into anything, of one person or of all. */
async function unfinishedBytes(database: Database, person: string | null): Promise<number> {
  const [row] = await select<{ bytes: number | null }>(
    database,
    `SELECT SUM(bytes) AS bytes FROM upload WHERE sha256 IS NULL${person === null ? "" : " AND person_id = ?"}`,
    person === null ? [] : [person],
  );
  return Number(row?.bytes ?? 0);
}

/**
 * Begins an upload, or finds the one that was begun under this id.
 *
 * @returns  problem too-much-unfinished where this one would be more than is held
 */
export async function beginUpload(
  database: Database,
  { id, stream, kind, person, bytes }: Pick<Upload, "id" | "stream" | "kind" | "bytes"> & { readonly person: string },
  now: Date,
): Promise<Outcome<Upload>> {
  const old = toDateTime(new Date(now.getTime() - uploadDays * 86_400_000));
  await change(database, "DELETE c FROM upload_chunk c JOIN upload u ON u.id = c.upload_id WHERE u.begun_at < ?", [
    old,
  ]);
  await change(database, "DELETE FROM upload WHERE begun_at < ?", [old]);
  const isNew = await change(
    database,
    "INSERT IGNORE INTO upload (id, stream_id, kind, person_id, bytes, begun_at) VALUES (?, ?, ?, ?, ?, ?)",
    [id, stream, kind, person, bytes, toDateTime(now)],
  );
  // Counted with its own bytes: of two that come at once and are too much together neither slips through.
  for (const [of, most] of [
    [person, unfinishedLimits.person],
    [null, unfinishedLimits.all],
  ] as const) {
    const held = isNew ? await unfinishedBytes(database, of) : 0;
    if (held <= most) continue;
    await dropUpload(database, id);
    return refused(problem("too-much-unfinished", [], { bytes: held - bytes, most }));
  }
  return done((await findUpload(database, id))!);
}

/** Keeps one piece; one that is here already stays as it is. */
export const keepChunk = (database: Database, id: string, n: number, data: Buffer): Promise<number> =>
  change(database, "INSERT IGNORE INTO upload_chunk (upload_id, n, data) VALUES (?, ?, ?)", [id, n, data]);

/** The pieces of an upload, one after the other. */
export async function* piecesOf(database: Database, { id, have }: Pick<Upload, "id" | "have">): AsyncGenerator<Buffer> {
  for (const n of have) {
    const [row] = await select<{ data: Buffer }>(
      database,
      "SELECT data FROM upload_chunk WHERE upload_id = ? AND n = ?",
      [id, n],
    );
    yield row!.data;
  }
}

/** All pieces of an upload in one. */
export async function assemble(database: Database, upload: Pick<Upload, "id" | "have">): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of piecesOf(database, upload)) pieces.push(piece);
  return Buffer.concat(pieces);
}

/** Says which photo an upload became, and lets its pieces go. */
export async function finishUpload(
  database: Database,
  { id, stream }: Pick<Upload, "id" | "stream">,
  sha256: string,
  now: Date,
): Promise<void> {
  await withTransaction(database, async (connection) => {
    await addToJob(connection, stream, sha256, now);
    await change(connection, "UPDATE upload SET sha256 = ? WHERE id = ?", [sha256, id]);
    await change(connection, "DELETE FROM upload_chunk WHERE upload_id = ?", [id]);
  });
}

/** Forgets what was sent and could not be used. */
export async function dropUpload(database: Database, id: string): Promise<void> {
  await change(database, "DELETE FROM upload_chunk WHERE upload_id = ?", [id]);
  await change(database, "DELETE FROM upload WHERE id = ?", [id]);
}
