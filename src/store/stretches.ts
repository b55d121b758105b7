import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";
import type { Envelope } from "@/core/entry/schema";
import { change, select, type Database } from "./connection";
import { readEntries } from "./streams";

/**
 * A stretch of a stream: so many entries, from a number on. Entries are numbered without gaps and never change, so that a
 * stretch that is full is what it is for ever: it is kept once more in one compressed piece, and a long job is opened
 * from pieces and what came since. A page's way only: what is held, reported or handed on is read from the entries.
 */
export const stretchLength = 2000;

/** A piece larger than this is not kept: its entries are read one by one. */
const mostBytes = 8 * 1024 * 1024;

const [pack, unpack] = [promisify(gzip), promisify(gunzip)];

/** A stream's entries in the order in which they were kept, the same as `readEntries` gives. */
export async function readByStretches(database: Database, stream: string): Promise<Envelope[]> {
  const pieces = await select<{ n: number; body: Buffer }>(
    database,
    "SELECT n, body FROM record_stretch WHERE stream_id = ? ORDER BY n",
    [stream],
  );
  // One that is missing ends what is read so.
  const whole = pieces.filter(({ n }, at) => n === at);
  const stretches = await Promise.all(
    whole.map(async ({ body }) => JSON.parse((await unpack(body)).toString("utf8")) as Envelope[]),
  );
  const known = stretches.flat();
  return [...known, ...(await readEntries(database, stream, known.length))];
}

/**
 * Keeps the stretches of a stream that are full and not kept yet.
 *
 * @param entries  all of the stream's, in the order of their numbers
 */
export async function keepStretches(database: Database, stream: string, entries: readonly Envelope[]): Promise<void> {
  const full = Math.floor(entries.length / stretchLength);
  if (full === 0) return;
  const kept = new Set(
    (await select<{ n: number }>(database, "SELECT n FROM record_stretch WHERE stream_id = ?", [stream])).map(
      ({ n }) => n,
    ),
  );
  for (let n = 0; n < full; n += 1) {
    if (kept.has(n)) continue;
    const body = await pack(JSON.stringify(entries.slice(n * stretchLength, (n + 1) * stretchLength)));
    if (body.length > mostBytes) return;
    await change(database, "INSERT IGNORE INTO record_stretch (stream_id, n, body) VALUES (?, ?, ?)", [
      stream,
      n,
      body,
    ]);
  }
}
