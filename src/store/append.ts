import { fingerprint } from "@/core/canonical";
import type { Envelope } from "@/core/entry/schema";
import { change, marksFor, select, toDateTime, withTransaction, type Connection, type Database } from "./connection";
import { projections } from "./projections";
import type { StreamKind } from "./streams";

/** What became of one entry: kept now, kept before, or refused because its id belongs to another content. */
export type Kept =
  | { readonly id: string; readonly outcome: "kept" | "kept-before"; readonly seq: number }
  | { readonly id: string; readonly outcome: "id-taken" };

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
  for (const project of projections[head.kind]) await project(connection, stream, fresh);
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
