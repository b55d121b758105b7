import { change, select, toDateTime, type Database } from "./connection";

/** Writes down an attempt, before its password is looked at. */
export async function noteAttempt(
  database: Database,
  attempt: { id: string; account: string; address: string },
  now: Date,
): Promise<void> {
  await change(database, "INSERT INTO sign_in_attempt (id, account, address, at) VALUES (?, ?, ?, ?)", [
    attempt.id,
    attempt.account,
    attempt.address,
    toDateTime(now),
  ]);
}

/** Attempts since a moment, by account and by address. */
export async function countAttempts(
  database: Database,
  account: string,
  address: string,
  since: Date,
): Promise<{ account: number; address: number }> {
  const count = async (column: "account" | "address", value: string) => {
    const [row] = await select<{ n: number }>(
      database,
      `SELECT COUNT(*) AS n FROM sign_in_attempt WHERE ${column} = ? AND at > ?`,
      [value, toDateTime(since)],
    );
    return Number(row?.n ?? 0);
  };
  return { account: await count("account", account), address: await count("address", address) };
}

/** Forgets an account's attempts once it has signed in, and everybody's that no longer count. */
export async function forgetAttempts(database: Database, account: string, before: Date): Promise<void> {
  await change(database, "DELETE FROM sign_in_attempt WHERE account = ? OR at < ?", [account, toDateTime(before)]);
}
