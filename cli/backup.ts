import { spawn } from "node:child_process";
import { createReadStream, createWriteStream } from "node:fs";
import { rename, rm, stat } from "node:fs/promises";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { change, openDatabase, select, type Database } from "@/store/connection";
import { migrate } from "@/store/migrate";
import { schemaVersion } from "@/store/schema-version";
import { CommandError } from "./command-error";
import { DumpError, readDump } from "./read-dump";
import { databaseUrl, migrationsFolder, patientMs, takeOf } from "./with-database";

/** Words by which MariaDB's own tools find a database; the password travels in the environment, never on the command line. */
function connectionOf(url: string) {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    args: [
      "--no-defaults",
      `--host=${hostname}`,
      `--port=${port || "3306"}`,
      `--user=${decodeURIComponent(username)}`,
      "--protocol=tcp",
      "--default-character-set=utf8mb4",
    ],
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(password) },
    database: pathname.slice(1),
  };
}

/** Starts one of MariaDB's tools; resolves when it ended well. */
function tool(name: string, args: readonly string[], env: NodeJS.ProcessEnv) {
  const child = spawn(name, args, { env, stdio: ["pipe", "pipe", "pipe"] });
  let said = "";
  child.stderr.on("data", (chunk: Buffer) => (said += chunk.toString("utf8")));
  const ended = new Promise<void>((resolve, reject) => {
    child.once("error", (error: NodeJS.ErrnoException) =>
      reject(
        new CommandError(
          error.code === "ENOENT"
            ? `${name} is not installed: it comes with Debian's package mariadb-client`
            : error.message,
        ),
      ),
    );
    child.once("close", (code) =>
      code === 0 ? resolve() : reject(new CommandError(`${name} failed: ${said.trim().slice(0, 400)}`)),
    );
  });
  return { child, ended };
}

const oneFile = (command: string, words: readonly string[]) => {
  const {
    of,
    rest: [file, ...more],
  } = takeOf(words);
  if (!file || more.length > 0) throw new CommandError(`ember ${command} FILE.sql.gz`);
  return { of, file };
};

/** Writes the whole database into one file, as it stood at one moment, while the program goes on. */
export async function backup(words: readonly string[]): Promise<void> {
  const { of, file } = oneFile("backup", words);
  const { args, env, database } = connectionOf(await databaseUrl("backup", of));
  const draft = `${file}.part`;
  try {
    const { child, ended } = tool(
      "mariadb-dump",
      [...args, "--single-transaction", "--quick", "--hex-blob", "--skip-comments", "--complete-insert", database],
      env,
    );
    child.stdin.end();
    await Promise.all([pipeline(child.stdout, createGzip(), createWriteStream(draft, { mode: 0o600 })), ended]);
    await rename(draft, file);
  } finally {
    await rm(draft, { force: true });
  }
  console.log(`${file}: ${(await stat(file)).size} bytes`);
}

/** A row of a statement at most: what is bound is bounded. */
const mostBound = 20_000;

async function pour(pool: Database, file: string, tables: ReadonlySet<string>): Promise<void> {
  const text = createReadStream(file).pipe(createGunzip());
  text.setEncoding("utf8");
  for await (const { table, columns, rows } of readDump(text, tables)) {
    // What the schema has done is this program's to say: it has just made it.
    if (table === "schema_step") {
      const at = columns.indexOf("version");
      const newest = Math.max(...rows.map((row) => Number(row[at])));
      if (newest > schemaVersion)
        throw new CommandError(`the backup is of a newer program (schema ${newest}, this one knows ${schemaVersion})`);
      continue;
    }
    const atOnce = Math.max(1, Math.floor(mostBound / columns.length));
    for (let at = 0; at < rows.length; at += atOnce) {
      const some = rows.slice(at, at + atOnce);
      const marks = `(${columns.map(() => "?").join(", ")})`;
      await change(
        pool,
        `INSERT INTO \`${table}\` (${columns.map((name) => `\`${name}\``).join(", ")}) VALUES ${some.map(() => marks).join(", ")}`,
        some.flat(),
      );
    }
  }
}

const tablesOf = async (pool: Database): Promise<string[]> =>
  (
    await select<{ name: string }>(
      pool,
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
    )
  ).map(({ name }) => name);

/**
 * Reads a backup into an empty database. The file is read for its rows and never run: the tables are this program's own.
 * A backup that cannot be read to its end leaves the database as empty as it was.
 */
export async function restore(words: readonly string[]): Promise<void> {
  const { of, file } = oneFile("restore", words);
  const url = await databaseUrl("restore", of);
  if (!(await stat(file).catch(() => null))) throw new CommandError(`${file}: there is no such file`);
  const pool = openDatabase(url, 1, patientMs);
  try {
    // Tables come in the order of their names; the pool has one connection, and keeps it.
    await change(pool, "SET SESSION foreign_key_checks = 0");
    const before = await tablesOf(pool);
    if (before.length > 0)
      throw new CommandError(
        `the database ${connectionOf(url).database} is not empty (${before.length} tables): a backup is restored into an empty one, so that nothing is written over`,
      );
    try {
      await migrate(pool, migrationsFolder, () => new Date());
      await pour(pool, file, new Set(await tablesOf(pool)));
      const [{ n: lost } = { n: 0 }] = await select<{ n: number }>(
        pool,
        "SELECT COUNT(*) AS n FROM entry e LEFT JOIN stream s ON s.id = e.stream_id WHERE s.id IS NULL",
      );
      if (lost > 0) throw new DumpError(`${lost} of its entries belong to no stream`);
    } catch (error) {
      for (const table of await tablesOf(pool)) await change(pool, `DROP TABLE \`${table}\``);
      if (error instanceof CommandError) throw new CommandError(`${error.message}; nothing of it is here`);
      const { message } = error as Error;
      throw new CommandError(`${file} is not a backup, or it is damaged: ${message}; nothing of it is here`);
    }
    const [{ n } = { n: 0 }] = await select<{ n: number }>(pool, "SELECT COUNT(*) AS n FROM entry");
    console.log(`${file}: restored, ${n} entries`);
  } finally {
    await pool.end();
  }
}
