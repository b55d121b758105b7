import type { ImportRun, ImportStage } from "@/core/entry/import-run";
import { change, select, toDateTime, type Database } from "./connection";

/** Work that nobody has heard of for so long has died with its process. */
const silentMs = 60_000;

const silentSince = (now: Date) => toDateTime(new Date(now.getTime() - silentMs));

export async function findImport(database: Database, id: string): Promise<ImportRun | null> {
  const [row] = await select<{ stage: ImportStage; share: number; said: string | null }>(
    database,
    "SELECT stage, share, said FROM import_run WHERE id = ?",
    [id],
  );
  if (!row) return null;
  const said = JSON.parse(row.said ?? "{}") as Partial<Pick<ImportRun, "imported" | "problems">>;
  return { stage: row.stage, share: row.share, imported: said.imported ?? null, problems: said.problems ?? [] };
}

/** Begins an import, or leaves the one that was begun under this id as it is; forgets those of other weeks. */
export async function beginImport(database: Database, id: string, now: Date): Promise<void> {
  await change(database, "DELETE FROM import_run WHERE changed_at < ?", [
    toDateTime(new Date(now.getTime() - 7 * 86_400_000)),
  ]);
  await change(database, "INSERT IGNORE INTO import_run (id, stage, share, changed_at) VALUES (?, 'coming', 0, ?)", [
    id,
    toDateTime(now),
  ]);
}

/** Whether somebody took the work of an import on and has not been heard of since. */
export const isAbandoned = async (database: Database, id: string, now: Date): Promise<boolean> =>
  (
    await select(database, "SELECT 1 FROM import_run WHERE id = ? AND stage = 'working' AND changed_at < ?", [
      id,
      silentSince(now),
    ])
  ).length > 0;

/** Takes the work of an import on, unless somebody is at it. */
export const claimImport = async (database: Database, id: string, now: Date): Promise<boolean> =>
  (await change(
    database,
    "UPDATE import_run SET stage = 'working', share = 0, said = NULL, changed_at = ? WHERE id = ? AND (stage <> 'working' OR changed_at < ?)",
    [toDateTime(now), id, silentSince(now)],
  )) === 1;

/** Says how far it is, or how it ended. */
export async function noteImport(
  database: Database,
  id: string,
  { stage, share, imported = null, problems = [] }: Partial<ImportRun> & Pick<ImportRun, "stage" | "share">,
  now: Date,
): Promise<void> {
  await change(database, "UPDATE import_run SET stage = ?, share = ?, said = ?, changed_at = ? WHERE id = ?", [
    stage,
    share,
    JSON.stringify({ imported, problems: problems.slice(0, 60) }),
    toDateTime(now),
    id,
  ]);
}
