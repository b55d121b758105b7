import { fingerprint } from "@/core/canonical";
import type { Envelope } from "@/core/entry/schema";
import { projectWithin } from "./readings";
import { change, marksFor, select, toDateTime, withTransaction, type Connection, type Database } from "./connection";

export type StreamKind = "job" | "shop";

/** What became of one entry: kept now, kept before, or refused because its id belongs to another content. */
export type Kept =
  | { readonly id: string; readonly outcome: "kept" | "kept-before"; readonly seq: number }
  | { readonly id: string; readonly outcome: "id-taken" };

interface Row {
  seq: number;
  stream_id: string;
  id: string;
  type: string;
  v: number;
  author: string;
  at_client: string;
  payload: string;
}

const toEnvelope = (row: Row): Envelope => ({
  id: row.id,
  stream: row.stream_id,
  type: row.type,
  v: row.v,
  author: row.author,
  at: row.at_client,
  payload: JSON.parse(row.payload) as Record<string, unknown>,
});

/** Begins a stream; one that is there already stays as it is. Tells whether it is new. */
export async function beginStream(
  database: Database | Connection,
  id: string,
  kind: StreamKind,
  now: Date,
): Promise<boolean> {
  return (
    (await change(database, "INSERT IGNORE INTO stream (id, kind, head_seq, created_at) VALUES (?, ?, 0, ?)", [
      id,
      kind,
      toDateTime(now),
    ])) === 1
  );
}

/** Ids of all streams of a kind, oldest first. */
export async function listStreams(database: Database, kind: StreamKind): Promise<string[]> {
  return (
    await select<{ id: string }>(database, "SELECT id FROM stream WHERE kind = ? ORDER BY created_at, id", [kind])
  ).map((row) => row.id);
}

export async function streamKind(database: Database, id: string): Promise<StreamKind | null> {
  const [row] = await select<{ kind: StreamKind }>(database, "SELECT kind FROM stream WHERE id = ?", [id]);
  return row?.kind ?? null;
}

/** The number of the last entry of each of these streams. */
export async function headsOf(database: Database, streams: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (streams.length === 0) return new Map();
  const rows = await select<{ id: string; head_seq: number }>(
    database,
    `SELECT id, head_seq FROM stream WHERE id IN (${marksFor(streams)})`,
    streams,
  );
  return new Map(rows.map((row) => [row.id, Number(row.head_seq)]));
}

/** A stream's entries in the order in which they were kept. */
export async function readEntries(database: Database | Connection, stream: string, after = 0): Promise<Envelope[]> {
  const rows = await select<Row>(
    database,
    "SELECT seq, stream_id, id, type, v, author, at_client, payload FROM entry WHERE stream_id = ? AND seq > ? ORDER BY seq",
    [stream, after],
  );
  return rows.map(toEnvelope);
}

/** The rows of those of these ids that are kept already, in whatever stream. */
export async function knownEntries(
  on: Database | Connection,
  ids: readonly string[],
): Promise<ReadonlyMap<string, { readonly seq: number; readonly sha256: string; readonly envelope: Envelope }>> {
  const known = new Map<string, { seq: number; sha256: string; envelope: Envelope }>();
  for (let at = 0; at < ids.length; at += 1000) {
    const some = ids.slice(at, at + 1000);
    const rows = await select<Row & { sha256: string }>(
      on,
      `SELECT seq, stream_id, id, type, v, author, at_client, payload, sha256 FROM entry WHERE id IN (${marksFor(some)})`,
      some,
    );
    for (const row of rows) known.set(row.id, { seq: row.seq, sha256: row.sha256, envelope: toEnvelope(row) });
  }
  return known;
}

/** So many rows in one statement: an entry has at most 64 KB. */
const rowsAtOnce = 100;

/** As appendEntries, inside a transaction that does other work too. */
export async function appendWithin(
  connection: Connection,
  stream: string,
  entries: readonly Envelope[],
  now: Date,
): Promise<Kept[] | null> {
  // Holding the head row makes writers to one stream take turns, so that seq has no gaps and no twins.
  const [head] = await select<{ head_seq: number; kind: StreamKind }>(
    connection,
    "SELECT head_seq, kind FROM stream WHERE id = ? FOR UPDATE",
    [stream],
  );
  if (!head) return null;
  if (entries.length === 0) return [];
  const ids = entries.map((entry) => entry.id);
  const known = new Map<string, { seq: number; sha256: string }>();
  for (const { id, seq, sha256 } of await select<{ id: string; seq: number; sha256: string }>(
    connection,
    `SELECT id, seq, sha256 FROM entry WHERE id IN (${marksFor(ids)})`,
    ids,
  ))
    known.set(id, { seq, sha256 });
  let seq = head.head_seq;
  const answers: Kept[] = [];
  const fresh: Envelope[] = [];
  const rows: (string | number)[][] = [];
  for (const entry of entries) {
    const sha256 = fingerprint(entry);
    const before = known.get(entry.id);
    if (before) {
      answers.push(
        before.sha256 === sha256
          ? { id: entry.id, outcome: "kept-before", seq: before.seq }
          : { id: entry.id, outcome: "id-taken" },
      );
      continue;
    }
    seq += 1;
    rows.push([
      stream,
      seq,
      entry.id,
      entry.type,
      entry.v,
      entry.author,
      entry.at,
      toDateTime(now),
      JSON.stringify(entry.payload),
      sha256,
    ]);
    known.set(entry.id, { seq, sha256 });
    fresh.push(entry);
    answers.push({ id: entry.id, outcome: "kept", seq });
  }
  for (let at = 0; at < rows.length; at += rowsAtOnce) {
    const some = rows.slice(at, at + rowsAtOnce);
    await change(
      connection,
      `INSERT INTO entry (stream_id, seq, id, type, v, author, at_client, at_server, payload, sha256) VALUES ${some.map((row) => `(${marksFor(row)})`).join(", ")}`,
      some.flat(),
    );
  }
  if (seq > head.head_seq) await change(connection, "UPDATE stream SET head_seq = ? WHERE id = ?", [seq, stream]);
  if (head.kind === "job") await projectWithin(connection, stream, fresh);
  return answers;
}

/**
 * Appends entries to one stream, all or none but for those whose id is taken. When it has returned they are on disk.
 * Sending an entry again is harmless.
 *
 * @param entries  a batch; at most some thousands
 * @returns  one answer for each entry in order, or null when there is no such stream
 */
export const appendEntries = (
  database: Database,
  stream: string,
  entries: readonly Envelope[],
  now: Date,
): Promise<Kept[] | null> => withTransaction(database, (connection) => appendWithin(connection, stream, entries, now));
