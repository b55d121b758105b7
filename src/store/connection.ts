import { createPool, type Pool, type PoolConnection, type ResultSetHeader, type RowDataPacket } from "mysql2/promise";

export type Database = Pool;
export type Connection = PoolConnection;
type Value = string | number | Buffer | null;

/** A statement that failed: names the statement, keeps the values out. */
export class StoreError extends Error {
  constructor(
    readonly statement: string,
    options: { cause: unknown },
  ) {
    super(
      `the database refused “${statement.replace(/\s+/gu, " ").slice(0, 120)}”: ${(options.cause as { code?: string }).code ?? "unknown reason"}`,
      options,
    );
    this.name = "StoreError";
  }
}

/** Opens a pool of connections. One statement at a time, bound values only, times in UTC. */
export function openDatabase(url: string, connections = 10): Database {
  return createPool({
    uri: url,
    connectionLimit: connections,
    timezone: "Z",
    charset: "utf8mb4",
    supportBigNumbers: true,
    enableKeepAlive: true,
  });
}

const run = async <T extends ResultSetHeader | RowDataPacket[]>(
  on: Database | Connection,
  statement: string,
  values: readonly Value[],
): Promise<T> => {
  try {
    const [result] = await on.execute<T>(statement, [...values]);
    return result;
  } catch (error) {
    throw new StoreError(statement, { cause: error });
  }
};

/** Rows of a SELECT. */
export const select = <T>(on: Database | Connection, statement: string, values: readonly Value[] = []): Promise<T[]> =>
  run<RowDataPacket[]>(on, statement, values) as unknown as Promise<T[]>;

/** How many rows a statement changed. */
export const change = async (
  on: Database | Connection,
  statement: string,
  values: readonly Value[] = [],
): Promise<number> => (await run<ResultSetHeader>(on, statement, values)).affectedRows;

/** Deadlock, lock wait, and a cluster node's certification failure: the transaction never happened and may be tried again. */
const passing = new Set(["ER_LOCK_DEADLOCK", "ER_LOCK_WAIT_TIMEOUT", "ER_CHECKREAD"]);
const isPassing = (error: unknown) =>
  error instanceof StoreError && passing.has((error.cause as { code?: string }).code ?? "");

/**
 * Does work in one short transaction. Work that met a deadlock is done again from its beginning, so it must keep
 * nothing outside of itself. The first error is the one that is thrown.
 */
export async function withTransaction<T>(
  database: Database,
  work: (connection: Connection) => Promise<T>,
  attempts = 5,
): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await database.getConnection();
    try {
      await connection.beginTransaction();
      const result = await work(connection);
      await connection.commit();
      return result;
    } catch (error) {
      await connection.rollback().catch(() => connection.destroy());
      if (attempt >= attempts || !isPassing(error)) throw error;
    } finally {
      connection.release();
    }
  }
}

/** `?, ?, ?` for a list of values. */
export const marksFor = (values: readonly unknown[]): string => values.map(() => "?").join(", ");

/** A moment as MariaDB's DATETIME(3) in UTC. */
export const toDateTime = (moment: Date): string => moment.toISOString().slice(0, 23).replace("T", " ");
