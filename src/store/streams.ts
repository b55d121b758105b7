import type { EntryType } from "@/core/entry/declarations";
import type { StreamKind } from "@/core/entry/declare";
import type { Envelope, Role } from "@/core/entry/schema";
import { withMasks } from "./masks";
import { change, marksFor, select, toDateTime, type Connection, type Database } from "./connection";

interface Row {
  seq: number;
  stream_id: string;
  id: string;
  type: string;
  v: number;
  author: string;
  at_client: string;
  at_server: Date;
  author_role: string | null;
  payload: string;
}

/** What stands as the role of an author whose entries came with an import. */
export const importedRole = "import";

const stampOf = ({ at_server, author_role }: Pick<Row, "at_server" | "author_role">): Pick<Envelope, "stamp"> =>
  // Entries kept before there were stamps have none.
  author_role === null
    ? {}
    : { stamp: { at: at_server.toISOString(), role: author_role === importedRole ? null : (author_role as Role) } };

const toEnvelope = (row: Row): Envelope => ({
  id: row.id,
  stream: row.stream_id,
  type: row.type,
  v: row.v,
  author: row.author,
  at: row.at_client,
  payload: JSON.parse(row.payload) as Record<string, unknown>,
  ...stampOf(row),
});

const columns = "seq, stream_id, id, type, v, author, at_client, at_server, author_role, payload";

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

/** Has writers to a stream wait until this transaction is over. */
export const lockStream = async (connection: Connection, id: string): Promise<void> =>
  void (await select(connection, "SELECT head_seq FROM stream WHERE id = ? FOR UPDATE", [id]));

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

/** A stream's entries in the order in which they were kept, after a number, and no more than so many where that is said. */
export async function readEntries(
  database: Database | Connection,
  stream: string,
  after = 0,
  most?: number,
): Promise<Envelope[]> {
  const rows = await select<Row>(
    database,
    `SELECT ${columns} FROM entry WHERE stream_id = ? AND seq > ? ORDER BY seq${most === undefined ? "" : ` LIMIT ${Math.floor(most)}`}`,
    [stream, after],
  );
  return withMasks(database, rows.map(toEnvelope));
}

/** A stream's entries of some types, in the order in which they were kept. */
export async function readEntriesOf(
  on: Database | Connection,
  stream: string,
  types: readonly EntryType[],
): Promise<Envelope[]> {
  const rows = await select<Row>(
    on,
    `SELECT ${columns} FROM entry WHERE stream_id = ? AND type IN (${marksFor(types)}) ORDER BY seq`,
    [stream, ...types],
  );
  return withMasks(on, rows.map(toEnvelope));
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
      `SELECT ${columns}, sha256 FROM entry WHERE id IN (${marksFor(some)})`,
      some,
    );
    const envelopes = await withMasks(on, rows.map(toEnvelope));
    rows.forEach((row, index) => known.set(row.id, { seq: row.seq, sha256: row.sha256, envelope: envelopes[index]! }));
  }
  return known;
}
