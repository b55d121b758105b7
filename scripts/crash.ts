/**
 * Kills the web process, the database and both with SIGKILL while entries stream in, and counts afterwards: nothing that
 * was acknowledged may be missing, nothing may be there twice. The client behaves as the outbox does: it sends again,
 * with the same ids, until it is answered.
 *
 *   tsx scripts/crash.ts ROUNDS
 */
import { randomBytes } from "node:crypto";
import { rmSync } from "node:fs";
import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { makeEntry, makeId } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { openDatabase, select } from "@/store/connection";
import { beginStream } from "@/store/streams";
import { startMariadb } from "./lib/mariadb.mjs";
import { bin, stateDir } from "./lib/paths.mjs";
import { freePort } from "./lib/ports.mjs";
import { Processes, runCommand } from "./lib/processes.mjs";
import { startWeb } from "./lib/web.mjs";

const rounds = Number(process.argv[2] ?? 50);
const state = stateDir("crash");
const processes = new Processes(state);
await processes.takeOver("The crash test");
rmSync(path.join(state, "db"), { recursive: true, force: true });

const dataDir = path.join(state, "db");
const ports = { database: await freePort(0), web: await freePort(0) };
const startDatabase = async () => {
  const database = await startMariadb(processes, dataDir, { wantedPort: ports.database });
  await database.createDatabase("ember");
  return database;
};
let database = await startDatabase();
const databaseUrl = database.url("ember");
const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", "--demo"], {
  quiet: true,
  env: { EMBER_DATABASE_URL: databaseUrl },
});
if (prepared.code !== 0) throw new Error(prepared.output);
await database.letRun("ember");
await database.disconnect();
const runningUrl = database.runningUrl("ember");
const startServer = () =>
  startWeb(processes, {
    port: ports.web,
    distDir: process.env.EMBER_DIST ?? ".next-test",
    databaseUrl: runningUrl,
    sessionSecret: "a secret of the tests that is long enough",
  });
let web = await startServer();

const clock = { now: Date.now, random: () => randomBytes(16) };
const stream = makeId(clock);
{
  const pool = openDatabase(databaseUrl, 1);
  await beginStream(pool, stream, "job", new Date());
  await pool.end();
}
const signedIn = await fetch(`${web.address}/api/session`, {
  method: "POST",
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify({ account: "wren", password: "lantern-by-the-quay" }),
});
const cookie = signedIn.headers
  .getSetCookie()
  .map((each) => each.split(";")[0])
  .join("; ");

const acknowledged: string[] = [];
const counts = { answers: 0, again: 0, lostAnswers: 0 };
let isStreaming = true;

/** One writer: makes an entry, sends it until it is answered, makes the next. Every tenth time the answer is thrown away, as a dying network does. */
async function write(): Promise<void> {
  while (isStreaming) {
    const part = makeId(clock);
    const entry: Envelope = makeEntry({ stream, author: "crash", ...clock }, "part-removed", { part });
    for (let attempt = 0; ; attempt += 1) {
      if (attempt > 0) counts.again += 1;
      try {
        const answer = await fetch(`${web.address}/api/entries`, {
          method: "POST",
          headers: { "Content-Type": "application/json", cookie },
          body: JSON.stringify({ entries: [entry] }),
          signal: AbortSignal.timeout(10_000),
        });
        if (answer.ok && attempt === 0 && randomBytes(1)[0]! < 26) {
          counts.lostAnswers += 1;
          continue;
        }
        const body = (await answer.json()) as { answers?: { outcome: string }[] };
        const outcome = answer.ok ? body.answers?.[0]?.outcome : undefined;
        if (outcome === "kept" || outcome === "kept-before") {
          acknowledged.push(entry.id);
          counts.answers += 1;
          break;
        }
        if (outcome === "refused") throw new Error(`refused: ${JSON.stringify(body)}`);
      } catch (error) {
        if ((error as Error).message.startsWith("refused")) throw error;
      }
      await delay(20);
    }
  }
}

const writers = [write(), write(), write()];
const kill = async (child: {
  pid?: number | undefined;
  exitCode: number | null;
  signalCode: NodeJS.Signals | null;
  once: (event: "exit", listener: () => void) => unknown;
}) => {
  const gone = new Promise<void>((resolve) =>
    child.exitCode !== null || child.signalCode !== null ? resolve() : child.once("exit", () => resolve()),
  );
  process.kill(child.pid!, "SIGKILL");
  await gone;
};
const victims = ["web", "database", "both"] as const;
const killed = { web: 0, database: 0, both: 0 };
for (let round = 0; round < rounds; round += 1) {
  const before = acknowledged.length;
  // Some entries must get through between two blows, or nothing would be tried.
  while (acknowledged.length < before + 5) await delay(10);
  const victim = victims[round % victims.length]!;
  if (victim !== "database") await kill(web.child);
  if (victim !== "web") await kill(database.child);
  killed[victim] += 1;
  if (victim !== "web") {
    database = await startDatabase();
    await database.letRun("ember");
    await database.disconnect();
  }
  if (victim !== "database") web = await startServer();
}
isStreaming = false;
await Promise.all(writers);

const pool = openDatabase(databaseUrl, 1);
const rows = await select<{ id: string; seq: number }>(
  pool,
  "SELECT id, seq FROM entry WHERE stream_id = ? ORDER BY seq",
  [stream],
);
const [head] = await select<{ head_seq: number }>(pool, "SELECT head_seq FROM stream WHERE id = ?", [stream]);
await pool.end();
await processes.stopAll();

const stored = new Set(rows.map((row) => row.id));
const lost = acknowledged.filter((id) => !stored.has(id));
const doubled = rows.length - stored.size;
const gaps =
  rows.filter((row, at) => Number(row.seq) !== at + 1).length + (Number(head?.head_seq) === rows.length ? 0 : 1);
console.log(
  `crash test: ${rounds} rounds (web ${killed.web}, database ${killed.database}, both ${killed.both}); ${acknowledged.length} entries acknowledged, ${counts.again} sent again, ${counts.lostAnswers} answers lost on the way`,
);
console.log(
  `crash test: ${lost.length} lost, ${doubled} doubled, ${rows.length - acknowledged.length} kept and never answered, ${gaps} gaps in the numbering`,
);
if (lost.length + doubled + gaps + (acknowledged.length === 0 ? 1 : 0) > 0) process.exit(1);
