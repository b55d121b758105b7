import type { BrokenCard, CardLine, JobCard } from "@/core/card";
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
const jobs = "FROM stream s LEFT JOIN job_card c ON c.stream_id = s.id WHERE s.kind = 'job' AND s.head_seq > 0";

/** Jobs in the order of the list: wanted soonest first, then what came last, and what is handed over at the end. */
export async function listCards(
  database: Database,
  { core, notBefore }: Making,
  { from, most }: { readonly from: number; readonly most: number },
): Promise<readonly CardLine[]> {
  const rows = await select<{ id: string; card: string | null; fresh: number | null; name: string | null }>(
    database,
    `SELECT s.id, c.card, (${fresh}) AS fresh, IF(c.card IS NULL, ${named}, c.name) AS name ${jobs} ORDER BY IFNULL(c.is_over, 0), IFNULL(c.wanted_by, '9999-12-31'), s.created_at DESC, s.id DESC LIMIT ${Math.floor(most)} OFFSET ${Math.floor(from)}`,
    [core, toDateTime(notBefore)],
  );
  return rows.map(({ id, card, fresh, name }) => ({
    id,
    name,
    card: card === null ? null : (JSON.parse(card) as JobCard | BrokenCard),
    isFresh: Number(fresh) === 1,
  }));
}

export async function countJobs(database: Database): Promise<number> {
  const [row] = await select<{ n: number }>(
    database,
    "SELECT COUNT(*) AS n FROM stream WHERE kind = 'job' AND head_seq > 0",
  );
  return Number(row!.n);
}

/** All jobs by what they are called. */
export const namedJobs = (
  database: Database,
): Promise<{ readonly id: string; readonly name: string | null; readonly number: string | null }[]> =>
  select(
    database,
    `SELECT s.id, IFNULL(c.name, ${named}) AS name, c.number ${jobs} ORDER BY s.created_at DESC, s.id DESC`,
  );

/** Some jobs whose card is missing or of another day, those that have none first. */
export const staleJobs = async (database: Database, { core, notBefore }: Making, most: number): Promise<string[]> =>
  (
    await select<{ id: string }>(
      database,
      `SELECT s.id ${jobs} AND NOT IFNULL(${fresh}, 0) ORDER BY c.seq IS NOT NULL, s.created_at DESC LIMIT ${Math.floor(most)}`,
      [core, toDateTime(notBefore)],
    )
  ).map(({ id }) => id);

/** Keeps a card, made of the entries up to a number. */
export async function keepCard(
  database: Database,
  stream: string,
  card: JobCard | BrokenCard,
  { seq, core, now }: { readonly seq: number; readonly core: string; readonly now: Date },
): Promise<void> {
  const known = "trouble" in card ? { number: null, isOver: false, wantedBy: null } : card;
  await change(
    database,
    "REPLACE INTO job_card (stream_id, seq, core, made_at, name, number, is_over, wanted_by, card) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
    [
      stream,
      seq,
      core,
      toDateTime(now),
      card.name?.slice(0, 200) ?? null,
      known.number?.slice(0, 120) ?? null,
      known.isOver ? 1 : 0,
      known.wantedBy,
      JSON.stringify(card),
    ],
  );
}
