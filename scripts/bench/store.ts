import { randomBytes } from "node:crypto";
import { makeId } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { orrinshaw as pack } from "@/core/fixtures/packs/orrinshaw";
import { fingerprint } from "@/core/canonical";
import { openDatabase, toDateTime } from "@/store/connection";
import { appendEntries } from "@/store/append";
import { beginStream } from "@/store/streams";
import { generateJob } from "./generate";

const database = openDatabase(process.env.EMBER_DATABASE_URL!, 1);
const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });
const perRound = 100;
const rounds = 15;

const job = generateJob(pack, 1500).filter((entry) => !("supersedes" in entry.payload));
const readings = job.filter((entry) => entry.type === "reading-taken").slice(0, perRound);
/** What is there before the first reading: the job and its parts. */
const opening = job.slice(
  0,
  job.findIndex((entry) => entry.type === "occasion-opened"),
);
const copies = (stream: string): Envelope[] => readings.map((entry) => ({ ...entry, stream, id: newId() }));

/** The same transaction as the store's, by hand: what the server itself needs for it. */
async function appendBare(stream: string, entry: Envelope, sha256: string): Promise<void> {
  const connection = await database.getConnection();
  await connection.beginTransaction();
  const [heads] = await connection.execute("SELECT head_seq FROM stream WHERE id = ? FOR UPDATE", [stream]);
  await connection.execute("SELECT id, seq, sha256 FROM entry WHERE id IN (?)", [entry.id]);
  const seq = (heads as { head_seq: number }[])[0]!.head_seq + 1;
  await connection.execute(
    "INSERT INTO entry (stream_id, seq, id, type, v, author, at_client, at_server, payload, sha256) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
    [
      stream,
      seq,
      entry.id,
      entry.type,
      entry.v,
      entry.author,
      entry.at,
      toDateTime(new Date()),
      JSON.stringify(entry.payload),
      sha256,
    ],
  );
  const { part, feature, point, value } = entry.payload as {
    part: string;
    feature: string;
    point: string;
    value: number;
  };
  await connection.execute(
    "SELECT pack, engine, awaited, read_any, places <> '{}' AS has_places, JSON_VALUE(places, ?) AS slot0 FROM visit WHERE stream_id = ?",
    [`$."${part}"`, stream],
  );
  await connection.execute(
    "INSERT INTO reading_fact (id, stream_id, pack, engine, slot, feature, point, value, taken_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
    [entry.id, stream, "orrinshaw-6m", null, "liner-1", feature, point, value, toDateTime(new Date(entry.at))],
  );
  await connection.execute("UPDATE stream SET head_seq = ? WHERE id = ?", [seq, stream]);
  await connection.commit();
  connection.release();
}

async function round(append: (stream: string, entry: Envelope) => Promise<unknown>): Promise<number> {
  const stream = newId();
  await beginStream(database, stream, "job", new Date());
  await appendEntries(
    database,
    stream,
    opening.map((entry) => ({ ...entry, stream, id: newId() })),
    new Date(),
  );
  const [first, ...entries] = copies(stream);
  // The first reading has the job looked through; all others are plain.
  await appendEntries(database, stream, [first!], new Date());
  const began = performance.now();
  for (const entry of entries) await append(stream, entry);
  return performance.now() - began;
}

const ours = (stream: string, entry: Envelope) => appendEntries(database, stream, [entry], new Date());
// The fingerprint belongs to the store's work, not to the server's: by hand it is ready made.
const ready = fingerprint(readings[0]);
const bare = (stream: string, entry: Envelope) => appendBare(stream, entry, ready);

await round(ours);
await round(bare);
// In turns, and the quickest of each: whatever else the machine does meanwhile is neither's.
let [oursMs, bareMs] = [Infinity, Infinity];
for (let at = 0; at < rounds; at += 1) {
  oursMs = Math.min(oursMs, await round(ours));
  bareMs = Math.min(bareMs, await round(bare));
}
const [flush] = (
  await database.query("SELECT @@innodb_flush_log_at_trx_commit AS atCommit, @@sync_binlog AS binlog")
)[0] as { atCommit: number; binlog: number }[];
await database.end();
const count = perRound - 1;
console.log(
  JSON.stringify({
    count,
    rounds,
    oursPerSecond: (1000 * count) / oursMs,
    barePerSecond: (1000 * count) / bareMs,
    flush,
  }),
);
