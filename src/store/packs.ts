import { change, select, toDateTime, type Connection, type Database } from "./connection";

/**
 * Keeps a pack under its fingerprint. A revision is immutable: keeping it again changes nothing, but that one which only
 * served its own job may be offered from now on.
 *
 * @param offered  whether new jobs can be opened with it; one that came with a job serves that job only
 */
export async function keepPack(
  database: Database | Connection,
  pack: { sha256: string; id: string; revision: number; json: unknown },
  now: Date,
  offered = true,
): Promise<void> {
  await change(
    database,
    "INSERT INTO pack (sha256, id, revision, body, added_at, offered) VALUES (?, ?, ?, ?, ?, ?) ON DUPLICATE KEY UPDATE offered = GREATEST(offered, VALUES(offered))",
    [pack.sha256, pack.id, pack.revision, JSON.stringify(pack.json), toDateTime(now), offered ? 1 : 0],
  );
}

/** The pack with this fingerprint as JSON, or null. */
export async function readPackJson(database: Database, sha256: string): Promise<unknown> {
  const [row] = await select<{ body: string }>(database, "SELECT body FROM pack WHERE sha256 = ?", [sha256]);
  return row ? (JSON.parse(row.body) as unknown) : null;
}

/** A pack that is kept. */
export interface KeptPack {
  readonly sha256: string;
  readonly id: string;
  readonly revision: number;
  readonly offered: boolean;
}

/** Every pack that is kept, by its name. */
export const listPacks = async (database: Database): Promise<KeptPack[]> =>
  (
    await select<Omit<KeptPack, "offered"> & { offered: number }>(
      database,
      "SELECT sha256, id, revision, offered FROM pack ORDER BY id, revision, added_at",
    )
  ).map((pack) => ({ ...pack, offered: pack.offered === 1 }));

/** Offers a pack for new jobs from now on. */
export const offerPack = (database: Database | Connection, sha256: string): Promise<number> =>
  change(database, "UPDATE pack SET offered = 1 WHERE sha256 = ?", [sha256]);
