import { randomBytes } from "node:crypto";
import { setTimeout as delay } from "node:timers/promises";
import { createPool, type Pool, type PoolConnection, type ResultSetHeader, type RowDataPacket } from "mysql2/promise";

export type Database = Pool;
export type Connection = PoolConnection;
type Value = string | number | Buffer | null;

/** Why a statement failed, as far as whoever asked can do something about it. */
export type StoreTrouble = "away" | "full" | "other";

const awayCodes = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "ENOENT",
  "EPIPE",
  "ETIMEDOUT",
  "PROTOCOL_CONNECTION_LOST",
  "PROTOCOL_SEQUENCE_TIMEOUT",
  "POOL_TIMEOUT",
  "ER_CON_COUNT_ERROR",
  "ER_CONNECTION_KILLED",
  "ER_QUERY_INTERRUPTED",
  "ER_SERVER_SHUTDOWN",
  "ER_STATEMENT_TIMEOUT",
]);
const fullCodes = new Set(["ER_DISK_FULL", "ER_RECORD_FILE_FULL", "ER_ERROR_ON_WRITE", "ER_TEMP_FILE_WRITE_FAILURE", "ER_GET_ERRNO"]); // prettier-ignore

/** A statement that failed: names the statement and the driver's code, and keeps values out, which a driver's words hold. */
export class StoreError extends Error {
  readonly code: string;
  /** What a page that fails with it is told: the kind of trouble, and by what the log knows this one. */
  readonly digest: string;

  constructor(
    readonly statement: string,
    cause: unknown,
  ) {
    const { code } = cause as { code?: unknown };
    const known = typeof code === "string" ? code : "unknown reason";
    super(`the database refused “${statement.replace(/\s+/gu, " ").slice(0, 120)}”: ${known}`);
    this.name = "StoreError";
    this.code = known;
    this.digest = `${this.trouble}.${randomBytes(4).toString("hex")}`;
  }

  get trouble(): StoreTrouble {
    return awayCodes.has(this.code) ? "away" : fullCodes.has(this.code) ? "full" : "other";
  }
}

/** So long a statement may take; what a person waits for is answered sooner, by that it could not be. */
const statementMs = 15_000;

/**
 * What a pool and its connections carry of ours. It hangs on them, since a web process has this file more than once, in
 * pieces of its build that share one pool.
 */
const patience = Symbol.for("ember.patience");
const watch = Symbol.for("ember.watch");

/**
 * Gives up on what a connection is asked when no answer comes. One timer for its whole life: the driver's own, one for
 * each statement, costs a fifth of a short statement's time.
 */
class Watch {
  readonly #waiting = new Set<(reason: Error) => void>();
  readonly #timer: NodeJS.Timeout;

  constructor(most: number) {
    this.#timer = setTimeout(() => {
      for (const giveUp of this.#waiting)
        giveUp(Object.assign(new Error("no answer"), { code: "PROTOCOL_SEQUENCE_TIMEOUT" }));
      this.#waiting.clear();
    }, most).unref();
  }

  wait<T>(answer: Promise<T>): Promise<T> {
    this.#timer.refresh();
    return new Promise((resolve, reject) => {
      this.#waiting.add(reject);
      answer.then(resolve, reject).finally(() => this.#waiting.delete(reject));
    });
  }
}

/**
 * Opens a pool of connections. One statement at a time, bound values only, times in UTC.
 *
 * @param most  milliseconds that a statement may take, at the server and on the way
 */
export function openDatabase(url: string, connections = 10, most = statementMs): Database {
  const pool = createPool({
    uri: url,
    connectionLimit: connections,
    timezone: "Z",
    charset: "utf8mb4",
    supportBigNumbers: true,
    enableKeepAlive: true,
    connectTimeout: Math.min(most, 5000),
  });
  // What runs longer at the server than anybody waits for it is given up there too.
  pool.pool.on("connection", (connection) => {
    Object.assign(connection, { [watch]: new Watch(most) });
    connection.query(`SET SESSION max_statement_time = ${Math.ceil(most / 1000)}`, () => {});
  });
  return Object.assign(pool, { [patience]: most });
}

/** A connection of the pool; gives up when none comes, as of a server that has stopped to answer. */
async function take(database: Database): Promise<Connection> {
  const { [patience]: most } = database as Database & { readonly [patience]: number };
  let timer: NodeJS.Timeout | undefined;
  const coming = database.getConnection();
  try {
    const connection = await Promise.race([
      coming,
      new Promise<never>((_, reject) => {
        timer = setTimeout(() => reject(Object.assign(new Error("no connection"), { code: "POOL_TIMEOUT" })), most);
      }),
    ]);
    return connection;
  } catch (error) {
    // One that comes late belongs to nobody.
    void coming.then(
      (late) => late.release(),
      () => {},
    );
    throw new StoreError("a connection", error);
  } finally {
    clearTimeout(timer);
  }
}

/** Lets a connection go; one on which something is still under way is of no use to others. */
function letGo(connection: Connection, error?: unknown): void {
  if (error instanceof StoreError && error.trouble === "away") connection.destroy();
  else connection.release();
}

/** Every connection is of a pool of ours, which gave it a watch as it was made. */
const watchOf = ({ connection }: Connection): Watch => (connection as unknown as { readonly [watch]: Watch })[watch];

const isPool = (on: Database | Connection): on is Database => "getConnection" in on;

async function run<T extends ResultSetHeader | RowDataPacket[]>(
  on: Database | Connection,
  statement: string,
  values: readonly Value[],
): Promise<T> {
  if (isPool(on)) {
    const connection = await take(on);
    let failure: unknown;
    try {
      return await run<T>(connection, statement, values);
    } catch (error) {
      failure = error;
      throw error;
    } finally {
      letGo(connection, failure);
    }
  }
  try {
    const [result] = await watchOf(on).wait(on.execute<T>(statement, [...values]));
    return result;
  } catch (error) {
    throw new StoreError(statement, error);
  }
}

/** Rows of a SELECT. */
export const select = <T>(on: Database | Connection, statement: string, values: readonly Value[] = []): Promise<T[]> =>
  run<RowDataPacket[]>(on, statement, values) as unknown as Promise<T[]>;

/** How many rows a statement changed. */
export const change = async (
  on: Database | Connection,
  statement: string,
  values: readonly Value[] = [],
): Promise<number> => (await run<ResultSetHeader>(on, statement, values)).affectedRows;

/**
 * Deadlock, lock wait, a cluster node's certification failure, and an id that somebody else was just keeping too: the
 * transaction never happened and may be tried again, when the other one is through.
 */
const passing = new Set(["ER_LOCK_DEADLOCK", "ER_LOCK_WAIT_TIMEOUT", "ER_CHECKREAD", "ER_DUP_ENTRY"]);
const isPassing = (error: unknown) => error instanceof StoreError && passing.has(error.code);

const pauseMs = 5;

/**
 * Does work in one short transaction. Work that met a deadlock is done again from its beginning, so it must keep
 * nothing outside of itself.
 */
export async function withTransaction<T>(
  database: Database,
  work: (connection: Connection) => Promise<T>,
  attempts = 8,
): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await take(database);
    const say = (sql: string) =>
      watchOf(connection)
        .wait(connection.query(sql))
        .catch((error: unknown) => {
          throw new StoreError(sql, error);
        });
    let failure: unknown;
    try {
      await say("START TRANSACTION");
      const result = await work(connection);
      await say("COMMIT");
      return result;
    } catch (error) {
      failure = error;
      if (!(error instanceof StoreError && error.trouble === "away"))
        await say("ROLLBACK").catch(() => connection.destroy());
      if (attempt >= attempts || !isPassing(error)) throw error;
    } finally {
      letGo(connection, failure);
    }
    // Those who met do not meet again at the same moment.
    await delay(pauseMs * attempt * (1 + (connection.threadId % 4)));
  }
}

/** `?, ?, ?` for a list of values. */
export const marksFor = (values: readonly unknown[]): string => values.map(() => "?").join(", ");

/** A moment as MariaDB's DATETIME(3) in UTC. */
export const toDateTime = (moment: Date): string => moment.toISOString().slice(0, 23).replace("T", " ");
