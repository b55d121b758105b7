import { change, select, toDateTime, type Connection, type Database } from "./connection";

/** Keeps a pack under its fingerprint. A revision is immutable: keeping it again changes nothing. */
export async function keepPack(
  database: Database | Connection,
  pack: { sha256: string; id: string; revision: number; json: unknown },
  now: Date,
): Promise<void> {
  await change(database, "INSERT IGNORE INTO pack (sha256, id, revision, body, added_at) VALUES (?, ?, ?, ?, ?)", [
    pack.sha256,
    pack.id,
    pack.revision,
    JSON.stringify(pack.json),
    toDateTime(now),
  ]);
}

/** The pack with this fingerprint as JSON, or null. */
export async function readPackJson(database: Database, sha256: string): Promise<unknown> {
  const [row] = await select<{ body: string }>(database, "SELECT body FROM pack WHERE sha256 = ?", [sha256]);
  return row ? (JSON.parse(row.body) as unknown) : null;
}

/** Every pack that is kept, by its name. */
export const listPacks = (database: Database): Promise<{ sha256: string; id: string; revision: number }[]> =>
  select(database, "SELECT sha256, id, revision FROM pack ORDER BY id, revision, added_at");
