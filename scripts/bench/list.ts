import { randomBytes } from "node:crypto";
import { setTimeout as delay } from "node:timers/promises";
import { gzipSync } from "node:zlib";
import { makeId } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { orrinshaw as pack } from "@/core/fixtures/packs/orrinshaw";
import { appendEntries } from "@/store/append";
import { change, openDatabase, select } from "@/store/connection";
import { beginStream } from "@/store/streams";
import { generateJob } from "./generate";
import { leadsCookie } from "./sign-in";

/** A shop of many jobs: its list against a bare query of the same rows, and a long job opened. */
const [address] = process.argv.slice(2) as [string];
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 2, 600_000);
const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });
const [jobs, entriesEach, long] = [300, 2000, 20_000];

async function keep(count: number): Promise<string> {
  const stream = newId();
  await beginStream(database, stream, "job", new Date());
  // Under ids of its own, wherever they are named: the generator gives the same ones every time.
  const ids = new Map<string, string>();
  const own = (id: string) => ids.get(id) ?? (ids.set(id, newId()), ids.get(id)!);
  const text = JSON.stringify(generateJob(pack, count).slice(0, count));
  const entries = (
    JSON.parse(text.replace(/[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/gu, own)) as Envelope[]
  ).map((entry) => ({ ...entry, stream }));
  for (let at = 0; at < entries.length; at += 1000)
    await appendEntries(database, stream, entries.slice(at, at + 1000), new Date());
  return stream;
}
const longJob = await keep(long);
const first = await keep(entriesEach);
const copied = "stream_id, seq, id, type, v, author, at_client, at_server, author_role, depth, payload, sha256";
for (let n = 1; n < jobs; n += 1) {
  const stream = newId();
  await beginStream(database, stream, "job", new Date());
  // Written by the database itself: the same entries under other ids.
  await change(
    database,
    `INSERT INTO entry (${copied}) SELECT ?, seq, INSERT(INSERT(INSERT(INSERT(MD5(CONCAT(id, ?)), 9, 0, '-'), 14, 0, '-'), 19, 0, '-'), 24, 0, '-'), type, v, author, at_client, at_server, author_role, depth, payload, sha256 FROM entry WHERE stream_id = ?`,
    [stream, String(n), first],
  );
  await change(database, "UPDATE stream SET head_seq = (SELECT MAX(seq) FROM entry WHERE stream_id = ?) WHERE id = ?", [
    stream,
    stream,
  ]);
}

const cookie = await leadsCookie(address);

/** Milliseconds to the first byte, and the bytes of the whole, unpacked. */
async function ask(path: string): Promise<{ firstMs: number; bytes: number; text: string }> {
  const began = performance.now();
  const answer = await fetch(`${address}${path}`, { headers: { cookie } });
  const reader = answer.body!.getReader();
  const parts = [(await reader.read()).value!];
  const firstMs = performance.now() - began;
  for (let part = await reader.read(); !part.done; part = await reader.read()) parts.push(part.value);
  const whole = Buffer.concat(parts);
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
  return { firstMs, bytes: whole.length, text: whole.toString("utf8") };
}

const middle = (all: number[]) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)]!;
async function inTurns(runs: number, paths: readonly [string, string]) {
  const times: [number[], number[]] = [[], []];
  for (let run = 0; run < runs; run += 1)
    for (const [at, path] of paths.entries()) times[at]!.push((await ask(path)).firstMs);
  return { oursMs: middle(times[0]), bareMs: middle(times[1]) };
}

const began = performance.now();
for (;;) {
  const { lines } = JSON.parse((await ask("/api/cards?from=0&most=100")).text) as { lines: { isFresh: boolean }[] };
  const [{ n: made } = { n: 0 }] = await select<{ n: number }>(database, "SELECT COUNT(*) AS n FROM job_card");
  if (made > jobs && lines.every(({ isFresh }) => isFresh)) break;
  await delay(500);
}
const cardsSeconds = (performance.now() - began) / 1000;
await inTurns(5, ["/", "/api/cards?from=0&most=6"]);
const list = await inTurns(40, ["/", "/api/cards?from=0&most=6"]);
const { bytes } = await ask("/");

const page = await ask(`/jobs/${longJob}/measure`);
const { text: record } = await ask(`/api/jobs/${longJob}/record`);
const [{ id: some }] = (await select<{ id: string }>(
  database,
  "SELECT id FROM entry WHERE stream_id = ? AND seq = 1000",
  [longJob],
)) as [{ id: string }];
await database.end();
console.log(
  JSON.stringify({
    jobs,
    entriesEach,
    long,
    cardsSeconds,
    list,
    bytes,
    page: {
      firstMs: page.firstMs,
      packedBytes: gzipSync(page.text).length,
      recordPackedBytes: gzipSync(record).length,
      times: page.text.split(some).length - 1,
    },
  }),
);
