import { readFile, readdir } from "node:fs/promises";
import path from "node:path";
import { change, select, toDateTime, type Database } from "./connection";
import { schemaVersion } from "./schema-version";

interface Migration {
  readonly version: number;
  readonly name: string;
  readonly sql: string;
}

/** The steps in order. Each file holds one statement that can be run again: MariaDB commits every step of a schema by itself. */
export async function readMigrations(folder: string): Promise<Migration[]> {
  const names = (await readdir(folder)).filter((name) => name.endsWith(".sql")).sort();
  return Promise.all(
    names.map(async (name) => ({
      version: Number.parseInt(name, 10),
      name,
      sql: await readFile(path.join(folder, name), "utf8"),
    })),
  );
}

/** Brings the schema up to this program's version. Run by the launcher or the shell, never by a web process. */
export async function migrate(database: Database, folder: string, now: () => Date): Promise<number> {
  await change(
    database,
    "CREATE TABLE IF NOT EXISTS schema_step (version INT NOT NULL PRIMARY KEY, name VARCHAR(120) NOT NULL, applied_at DATETIME(3) NOT NULL) ENGINE = InnoDB",
  );
  const applied = new Set(
    (await select<{ version: number }>(database, "SELECT version FROM schema_step")).map((row) => row.version),
  );
  const newer = Math.max(0, ...applied);
  if (newer > schemaVersion)
    throw new Error(`The database has schema ${newer}, this program knows ${schemaVersion}: start the newer program.`);
  let done = 0;
  for (const { version, name, sql } of await readMigrations(folder)) {
    if (applied.has(version)) continue;
    await change(database, sql);
    await change(database, "INSERT INTO schema_step (version, name, applied_at) VALUES (?, ?, ?)", [
      version,
      name,
      toDateTime(now()),
    ]);
    done += 1;
  }
  return done;
}
