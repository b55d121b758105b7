import { spawn } from "node:child_process";
import { createReadStream, createWriteStream } from "node:fs";
import { rename, rm, stat } from "node:fs/promises";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { openDatabase, select } from "@/store/connection";
import { readSchemaVersion, schemaVersion } from "@/store/schema-version";
import { CommandError } from "./command-error";
import { databaseUrl, patientMs, takeOf } from "./with-database";

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
      [...args, "--single-transaction", "--quick", "--hex-blob", "--skip-comments", database],
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

/** Reads a backup into an empty database, and checks that this program understands what it got. */
export async function restore(words: readonly string[]): Promise<void> {
  const { of, file } = oneFile("restore", words);
  const url = await databaseUrl("restore", of);
  if (!(await stat(file).catch(() => null))) throw new CommandError(`${file}: there is no such file`);
  const { args, env, database } = connectionOf(url);
  const pool = openDatabase(url, 1, patientMs);
  try {
    const tables = await select<{ name: string }>(
      pool,
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
    );
    if (tables.length > 0)
      throw new CommandError(
        `the database ${database} is not empty (${tables.length} tables): a backup is restored into an empty one, so that nothing is written over`,
      );
    const { child, ended } = tool("mariadb", [...args, database], env);
    child.stdout.resume();
    const poured = pipeline(createReadStream(file), createGunzip(), child.stdin).catch(
      (error: NodeJS.ErrnoException) => {
        child.kill();
        throw new CommandError(`${file} is not a backup, or it is damaged: ${error.message}`);
      },
    );
    await Promise.all([poured, ended.catch((error: unknown) => poured.then(() => Promise.reject(error as Error)))]);
    const version = await readSchemaVersion(pool);
    if (version > schemaVersion)
      throw new CommandError(`the backup is of a newer program (schema ${version}, this one knows ${schemaVersion})`);
    const [{ n } = { n: 0 }] = await select<{ n: number }>(pool, "SELECT COUNT(*) AS n FROM entry");
    console.log(
      `${file}: restored, ${n} entries${version < schemaVersion ? "; the next start brings its schema up to date" : ""}`,
    );
  } finally {
    await pool.end();
  }
}
