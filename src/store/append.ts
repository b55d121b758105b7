import { fingerprintEntry } from "@/core/entry/fingerprint-entry";
import type { Envelope, Role } from "@/core/entry/schema";
import { change, marksFor, select, toDateTime, withTransaction, type Connection, type Database } from "./connection";
import { projections } from "./projections";
import { importedRole } from "./streams";
import type { StreamKind } from "@/core/entry/declare";

/**
 * What became of one entry: kept now, kept before, or refused because its id belongs to another content, or because it
 * would be one correction of a correction too many.
 */
export type Kept =
  | { readonly id: string; readonly outcome: "kept" | "kept-before"; readonly seq: number }
  | { readonly id: string; readonly outcome: "id-taken" | "chain-too-long" | "opened-already" };

/** So many corrections of corrections, or strikes of strikes, may follow each other. */
export const longestChain = 1000;

/** So many rows in one statement: an entry has at most 64 KB. */
const rowsAtOnce = 100;

/** Ids that an entry strikes or takes the place of, as far as its payload names any: of one nobody here understands too. */
export const namedIn = ({ payload: { supersedes, strikes } }: Envelope): string[] =>
  [supersedes, strikes].flatMap((ids) =>
    Array.isArray(ids) ? ids.filter((id): id is string => typeof id === "string") : [],
  );

interface KnownRow {
  readonly id: string;
  readonly seq: number;
  readonly sha256: string;
  readonly depth: number;
}

/** What is kept already under these ids. */
async function knownRows(connection: Connection, ids: readonly string[]): Promise<Map<string, KnownRow>> {
  const known = new Map<string, KnownRow>();
  for (let at = 0; at < ids.length; at += 1000) {
    const some = ids.slice(at, at + 1000);
    for (const row of await select<KnownRow>(
      connection,
      `SELECT id, seq, sha256, depth FROM entry WHERE id IN (${marksFor(some)})`,
      some,
    ))
      known.set(row.id, row);
  }
  return known;
}

/** Whether a job's stream has the entry that opens it. */
async function isOpened(connection: Connection, stream: string): Promise<boolean> {
  const sql = "SELECT id FROM entry WHERE stream_id = ? AND type = 'job-opened' LIMIT 1";
  return (await select(connection, sql, [stream])).length > 0;
}

/** As appendEntries, inside a transaction that does other work too. */
export async function appendWithin(
  connection: Connection,
  stream: string,
  entries: readonly Envelope[],
  now: Date,
  role: Role | null = null,
): Promise<Kept[] | null> {
  // Holding the head row makes writers to one stream take turns, so that seq has no gaps and no twins.
  const [head] = await select<{ head_seq: number; kind: StreamKind }>(
    connection,
    "SELECT head_seq, kind FROM stream WHERE id = ? FOR UPDATE",
    [stream],
  );
  if (!head) return null;
  if (entries.length === 0) return [];
  const known = await knownRows(connection, [
    ...new Set([...entries.map((entry) => entry.id), ...entries.flatMap(namedIn)]),
  ]);
  // A second opening with an older clock would take the job over: its name, its order and its pack.
  let opened = entries.some(({ type }) => type === "job-opened") && (await isOpened(connection, stream));
  let seq = head.head_seq;
  const answers: Kept[] = [];
  const fresh: Envelope[] = [];
  const rows: (string | number)[][] = [];
  for (const entry of entries) {
    const { id } = entry;
    const sha256 = fingerprintEntry(entry);
    const before = known.get(id);
    if (before) {
      answers.push(
        before.sha256 === sha256 ? { id, outcome: "kept-before", seq: before.seq } : { id, outcome: "id-taken" },
      );
      continue;
    }
    const named = namedIn(entry);
    const depth = named.length === 0 ? 0 : 1 + Math.max(...named.map((target) => known.get(target)?.depth ?? 0));
    if (depth > longestChain) {
      answers.push({ id, outcome: "chain-too-long" });
      continue;
    }
    if (entry.type === "job-opened") {
      if (opened) {
        answers.push({ id, outcome: "opened-already" });
        continue;
      }
      opened = true;
    }
    seq += 1;
    rows.push([
      stream,
      seq,
      id,
      entry.type,
      entry.v,
      entry.author,
      entry.at,
      toDateTime(now),
      role ?? importedRole,
      depth,
      JSON.stringify(entry.payload),
      sha256,
    ]);
    known.set(id, { id, seq, sha256, depth });
    fresh.push(entry);
    answers.push({ id, outcome: "kept", seq });
  }
  for (let at = 0; at < rows.length; at += rowsAtOnce) {
    const some = rows.slice(at, at + rowsAtOnce);
    await change(
      connection,
      `INSERT INTO entry (stream_id, seq, id, type, v, author, at_client, at_server, author_role, depth, payload, sha256) VALUES ${some.map((row) => `(${marksFor(row)})`).join(", ")}`,
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
 * @param role     what their author is; null for what came with an import
 * @returns  one answer for each entry in order, or null when there is no such stream
 */
export const appendEntries = (
  database: Database,
  stream: string,
  entries: readonly Envelope[],
  now: Date,
  role: Role | null = null,
): Promise<Kept[] | null> =>
  withTransaction(database, (connection) => appendWithin(connection, stream, entries, now, role));
