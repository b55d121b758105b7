import type { KeptQuote, Quote } from "@/core/catalogue/quote";
import { change, select, toDateTime, withTransaction, type Database } from "./connection";

/** Keeps what a supplier said of a number, in place of what it said before. */
export const keepQuote = (database: Database, plain: string, { askedAt, ...quote }: KeptQuote): Promise<void> =>
  withTransaction(database, async (connection) => {
    await change(connection, "REPLACE INTO supplier_quote (plain, json, asked_at) VALUES (?, ?, ?)", [
      plain,
      JSON.stringify(quote),
      toDateTime(new Date(askedAt)),
    ]);
  });

/** What a supplier last said of a number. */
export async function lastQuote(database: Database, plain: string): Promise<KeptQuote | null> {
  const [row] = await select<{ json: string; asked_at: Date }>(
    database,
    "SELECT json, asked_at FROM supplier_quote WHERE plain = ?",
    [plain],
  );
  return row ? { ...(JSON.parse(row.json) as Quote), askedAt: row.asked_at.toISOString() } : null;
}
