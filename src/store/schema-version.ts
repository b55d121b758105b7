import { select, StoreError, type Database } from "./connection";

/** The schema this program reads and writes: the number of the last file in `migrations/`. */
export const schemaVersion = 31;

/** The schema a database has; 0 when it has none. */
export async function readSchemaVersion(database: Database): Promise<number> {
  try {
    const [row] = await select<{ version: number | null }>(database, "SELECT MAX(version) AS version FROM schema_step");
    return row?.version ?? 0;
  } catch (error) {
    if (error instanceof StoreError && error.code === "ER_NO_SUCH_TABLE") return 0;
    throw error;
  }
}
