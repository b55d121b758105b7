import { change, select, toDateTime, type Database } from "./connection";

export interface Attempt {
  readonly id: string;
  readonly account: string;
  readonly address: string;
  /** The device, where this account has signed in from it before. */
  readonly device: string | null;
}

/** Attempts that were made, and when the last of them was. */
export interface Tally {
  readonly count: number;
  readonly last: Date | null;
}

/** Writes down an attempt, before its password is looked at. */
export async function noteAttempt(
  database: Database,
  { id, account, address, device }: Attempt,
  now: Date,
): Promise<void> {
  await change(database, "INSERT INTO sign_in_attempt (id, account, address, at, device) VALUES (?, ?, ?, ?, ?)", [
    id,
    account,
    address,
    toDateTime(now),
    device,
  ]);
}

/**
 * Other attempts since a moment that count against this one: from a device of the account's own those made there; from
 * elsewhere those for the account from elsewhere, and those from its address by devices that nobody knows.
 */
export async function tallyAttempts(
  database: Database,
  { id, account, address, device }: Attempt,
  since: Date,
): Promise<{ readonly account: Tally; readonly address: Tally }> {
  const tally = async (where: string, values: string[]): Promise<Tally> => {
    const [row] = await select<{ n: number; last: Date | null }>(
      database,
      `SELECT COUNT(*) AS n, MAX(at) AS last FROM sign_in_attempt WHERE ${where} AND at > ? AND id <> ?`,
      [...values, toDateTime(since), id],
    );
    return { count: Number(row?.n ?? 0), last: row?.last ?? null };
  };
  if (device !== null)
    return {
      account: await tally("account = ? AND device = ?", [account, device]),
      address: { count: 0, last: null },
    };
  return {
    account: await tally("account = ? AND device IS NULL", [account]),
    address: await tally("address = ? AND device IS NULL", [address]),
  };
}

/** Takes back an attempt that was not let through to its password: waiting longer for asking would shut others out. */
export async function dropAttempt(database: Database, id: string): Promise<void> {
  await change(database, "DELETE FROM sign_in_attempt WHERE id = ?", [id]);
}

/** Forgets what counted against an account that has signed in, and everybody's that no longer counts. */
export async function forgetAttempts(
  database: Database,
  { account, device }: Pick<Attempt, "account" | "device">,
  before: Date,
): Promise<void> {
  await change(
    database,
    "DELETE FROM sign_in_attempt WHERE (account = ? AND (device IS NULL OR device = ?)) OR at < ?",
    [account, device, toDateTime(before)],
  );
}
