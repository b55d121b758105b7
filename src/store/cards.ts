import type { BrokenCard, CardLine, JobCard, Listing } from "@/core/views/card";
import { change, select, toDateTime, type Database } from "./connection";

/**
 * By what a card is known to be of today. Entries of a stream are numbered without gaps and never change, so that the
 * number of the last one stands for all of them; they name their pack.
 */
export interface Making {
  /** Version and build of what judged. */
  readonly core: string;
  /** Cards made before this moment are made anew: gauges fall due, and days pass. */
  readonly notBefore: Date;
}

const fresh = "c.seq = s.head_seq AND c.core = ? AND c.made_at >= ?";
/** What the entry says that opens a job, for one whose card is still to be made. */
const named =
  "(SELECT JSON_VALUE(e.payload, '$.name') FROM entry e WHERE e.stream_id = s.id AND e.type = 'job-opened' ORDER BY e.seq LIMIT 1)";
const jobs =
  "FROM stream s LEFT JOIN job_card c ON c.stream_id = s.id LEFT JOIN owner o ON o.id = c.owner WHERE s.kind = 'job' AND s.head_seq > 0";

export const usualListing: Listing = { words: "", show: "bench", sort: "due" };

const where: Readonly<Record<Listing["show"], string>> = {
  bench: "c.put_away IS NULL AND IFNULL(c.is_over, 0) = 0",
  over: "c.put_away IS NULL AND c.is_over = 1",
  archive: "c.put_away = 'archive'",
};
const order: Readonly<Record<Listing["sort"], string>> = {
  due: "IFNULL(c.wanted_by, '9999-12-31'), s.created_at DESC, s.id DESC",
  came: "s.created_at DESC, s.id DESC",
  held: "c.dangers DESC, c.held DESC, IFNULL(c.wanted_by, '9999-12-31'), s.created_at DESC, s.id DESC",
  name: "c.name IS NULL, c.name, s.id",
};
const searched =
  "CONCAT_WS(' ', IFNULL(c.name, ''), IFNULL(c.number, ''), IFNULL(JSON_VALUE(c.card, '$.family'), ''), IFNULL(o.name, ''), IFNULL(c.words, ''))";
const mostWords = 8;

/** The condition of a listing, with what fills its marks. */
function filter({ words, show }: Pick<Listing, "words" | "show">): { readonly sql: string; readonly values: string[] } {
  const asked = words.split(/\s+/u).filter(Boolean).slice(0, mostWords);
  return {
    sql: [where[show], ...asked.map(() => `${searched} LIKE ?`)].join(" AND "),
    values: asked.map((word) => `%${word.replace(/[\\%_]/gu, "\\$&")}%`),
  };
}

/** A stretch of the jobs that are asked for. */
export async function listCards(
  database: Database,
  { core, notBefore }: Making,
  { from, most, ...listing }: { readonly from: number; readonly most: number } & Listing,
): Promise<readonly CardLine[]> {
  const { sql, values } = filter(listing);
  const rows = await select<{
    id: string;
    card: string | null;
    fresh: number | null;
    name: string | null;
    owner: string | null;
  }>(
    database,
    `SELECT s.id, c.card, (${fresh}) AS fresh, IF(c.card IS NULL, ${named}, c.name) AS name, o.name AS owner ${jobs} AND ${sql} ORDER BY ${order[listing.sort]} LIMIT ${Math.floor(most)} OFFSET ${Math.floor(from)}`,
    [core, toDateTime(notBefore), ...values],
  );
  return rows.map(({ id, card, fresh, name, owner }) => ({
    id,
    name,
    owner: owner || null,
    card: card === null ? null : (JSON.parse(card) as JobCard | BrokenCard),
    isFresh: Number(fresh) === 1,
  }));
}

/** How many there are of them. */
export async function countJobs(database: Database, listing: Pick<Listing, "words" | "show">): Promise<number> {
  const { sql, values } = filter(listing);
  const [row] = await select<{ n: number }>(database, `SELECT COUNT(*) AS n ${jobs} AND ${sql}`, values);
  return Number(row!.n);
}

/** All jobs by what they are called, but for those opened by mistake. */
export const namedJobs = (
  database: Database,
): Promise<{ readonly id: string; readonly name: string | null; readonly number: string | null }[]> =>
  select(
    database,
    `SELECT s.id, IFNULL(c.name, ${named}) AS name, c.number ${jobs} AND IFNULL(c.put_away, '') <> 'mistakes' ORDER BY s.created_at DESC, s.id DESC`,
  );

/** Set aside by this build of the program: judging it was the end of whoever did. */
const aside = "EXISTS (SELECT 1 FROM job_aside a WHERE a.stream_id = s.id AND a.why IS NOT NULL AND a.core = ?)";
const stale = `${jobs} AND NOT IFNULL(${fresh}, 0) AND NOT ${aside}`;

/** How many jobs have no card of today. */
export async function countStale(database: Database, { core, notBefore }: Making): Promise<number> {
  const [row] = await select<{ n: number }>(database, `SELECT COUNT(*) AS n ${stale}`, [
    core,
    toDateTime(notBefore),
    core,
  ]);
  return Number(row!.n);
}

/** Some jobs whose card is missing or of another day, those that have none first. */
export const staleJobs = async (database: Database, { core, notBefore }: Making, most: number): Promise<string[]> =>
  (
    await select<{ id: string }>(
      database,
      `SELECT s.id ${stale} ORDER BY c.seq IS NOT NULL, s.created_at DESC LIMIT ${Math.floor(most)}`,
      [core, toDateTime(notBefore), core],
    )
  ).map(({ id }) => id);

/** Has a job's card made anew. */
export const dropCard = async (database: Database, stream: string): Promise<void> =>
  void (await change(database, "DELETE FROM job_card WHERE stream_id = ?", [stream]));

/** Keeps a card, made of the entries up to a number. */
export async function keepCard(
  database: Database,
  stream: string,
  card: JobCard | BrokenCard,
  {
    seq,
    words,
    core,
    now,
  }: { readonly seq: number; readonly words: string; readonly core: string; readonly now: Date },
): Promise<void> {
  const known = "trouble" in card ? null : card;
  await change(
    database,
    "REPLACE INTO job_card (stream_id, seq, core, made_at, name, number, is_over, wanted_by, put_away, dangers, held, owner, words, card) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
    [
      stream,
      seq,
      core,
      toDateTime(now),
      card.name?.slice(0, 200) ?? null,
      known?.number?.slice(0, 120) ?? null,
      known?.isOver ? 1 : 0,
      known?.wantedBy ?? null,
      known?.putAway ?? null,
      known?.holds.danger ?? 0,
      known ? Object.values(known.holds).reduce((sum, count) => sum + count, 0) : 0,
      known?.owner ?? null,
      words,
      JSON.stringify(card),
    ],
  );
}
