import { change, select, toDateTime, type Connection, type Database } from "./connection";

/** Whose engines come here. A job names one by its id only, so that what is known of a person can be erased. */
export interface Owner {
  readonly id: string;
  readonly name: string;
  /** How to reach them, in the shop's own words. */
  readonly contact: string;
  readonly note: string;
  /** ISO 8601; null while the owner is there. Then nothing of the others is left. */
  readonly erasedAt: string | null;
}

export type OwnersWords = Omit<Owner, "erasedAt">;

interface Row {
  id: string;
  name: string;
  contact: string;
  note: string;
  erased_at: Date | null;
}

const columns = "id, name, contact, note, erased_at";
const toOwner = ({ erased_at, ...row }: Row): Owner => ({ ...row, erasedAt: erased_at?.toISOString() ?? null });

/** Adds an owner; one that is there already stays as it is. */
export const addOwner = async (
  database: Database,
  { id, name, contact, note }: OwnersWords,
  now: Date,
): Promise<void> =>
  void (await change(database, "INSERT IGNORE INTO owner (id, name, contact, note, made_at) VALUES (?, ?, ?, ?, ?)", [
    id,
    name,
    contact,
    note,
    toDateTime(now),
  ]));

/** Says anew what is known of an owner; false where there is none, or none any more. */
export const changeOwner = async (database: Database, { id, name, contact, note }: OwnersWords): Promise<boolean> =>
  (await ownerById(database, id))?.erasedAt === null &&
  (await change(database, "UPDATE owner SET name = ?, contact = ?, note = ? WHERE id = ? AND erased_at IS NULL", [
    name,
    contact,
    note,
    id,
  ])) >= 0;

/** Erases what is known of an owner, for good. Their jobs stay, and say that the owner was erased. */
export const eraseOwner = async (database: Database | Connection, id: string, now: Date): Promise<boolean> =>
  (await change(
    database,
    "UPDATE owner SET name = '', contact = '', note = '', erased_at = COALESCE(erased_at, ?) WHERE id = ?",
    [toDateTime(now), id],
  )) > 0;

/** Jobs that named this owner at any time. */
export const jobsNaming = async (on: Database | Connection, owner: string): Promise<readonly string[]> =>
  (
    await select<{ id: string }>(
      on,
      "SELECT DISTINCT stream_id AS id FROM entry WHERE type = 'owner-named' AND JSON_VALUE(payload, '$.owner') = ?",
      [owner],
    )
  ).map(({ id }) => id);

export async function ownerById(database: Database, id: string): Promise<Owner | null> {
  const [row] = await select<Row>(database, `SELECT ${columns} FROM owner WHERE id = ?`, [id]);
  return row ? toOwner(row) : null;
}

/** So many are shown at once. */
const mostOwners = 200;

/** Owners by name whose name or contact has all the words, and how many engines each has here. */
export async function listOwners(
  database: Database,
  words: string,
): Promise<readonly (Owner & { readonly jobs: number })[]> {
  const asked = words.split(/\s+/u).filter(Boolean).slice(0, 8);
  const rows = await select<Row & { jobs: number }>(
    database,
    `SELECT ${columns}, (SELECT COUNT(*) FROM job_card c WHERE c.owner = owner.id AND IFNULL(c.put_away, '') <> 'mistakes') AS jobs FROM owner WHERE erased_at IS NULL${asked.map(() => " AND CONCAT(name, ' ', contact) LIKE ?").join("")} ORDER BY name, id LIMIT ${mostOwners}`,
    asked.map((word) => `%${word.replace(/[\\%_]/gu, "\\$&")}%`),
  );
  return rows.map(({ jobs, ...row }) => ({ ...toOwner(row), jobs: Number(jobs) }));
}

/** The engines of an owner that are or were here, what came last first. */
export const jobsOfOwner = (
  database: Database,
  id: string,
): Promise<readonly { readonly id: string; readonly name: string | null; readonly number: string | null }[]> =>
  select(
    database,
    "SELECT c.stream_id AS id, c.name, c.number FROM job_card c JOIN stream s ON s.id = c.stream_id WHERE c.owner = ? AND IFNULL(c.put_away, '') <> 'mistakes' ORDER BY s.created_at DESC, s.id DESC LIMIT 200",
    [id],
  );
