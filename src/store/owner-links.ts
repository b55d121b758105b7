import { createHash } from "node:crypto";
import { change, select, toDateTime, type Database } from "./connection";

/** A link by which an owner may look at one job. Its token is kept as a hash only: who reads the database cannot use it. */
export interface OwnerLink {
  readonly id: string;
  readonly job: string;
  readonly withReport: boolean;
  readonly madeBy: string;
  readonly madeAt: Date;
  readonly expiresAt: Date;
  readonly revokedAt: Date | null;
}

interface Row {
  id: string;
  job: string;
  with_report: number;
  made_by: string;
  made_at: Date;
  expires_at: Date;
  revoked_at: Date | null;
}

const columns = "id, job, with_report, made_by, made_at, expires_at, revoked_at";
const toLink = (row: Row): OwnerLink => ({
  id: row.id,
  job: row.job,
  withReport: row.with_report === 1,
  madeBy: row.made_by,
  madeAt: row.made_at,
  expiresAt: row.expires_at,
  revokedAt: row.revoked_at,
});
const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

export async function addOwnerLink(
  database: Database,
  link: Omit<OwnerLink, "revokedAt">,
  token: string,
): Promise<void> {
  await change(
    database,
    "INSERT INTO owner_link (id, token_sha256, job, with_report, made_by, made_at, expires_at) VALUES (?, ?, ?, ?, ?, ?, ?)",
    [
      link.id,
      hashOf(token),
      link.job,
      link.withReport ? 1 : 0,
      link.madeBy,
      toDateTime(link.madeAt),
      toDateTime(link.expiresAt),
    ],
  );
}

/** The link that a token opens at a moment, or null where it is unknown, over or revoked. */
export async function linkByToken(database: Database, token: string, now: Date): Promise<OwnerLink | null> {
  const [row] = await select<Row>(
    database,
    `SELECT ${columns} FROM owner_link WHERE token_sha256 = ? AND expires_at > ? AND revoked_at IS NULL`,
    [hashOf(token), toDateTime(now)],
  );
  return row ? toLink(row) : null;
}

/** All links of a job, newest first. */
export const linksOf = async (database: Database, job: string): Promise<OwnerLink[]> =>
  (await select<Row>(database, `SELECT ${columns} FROM owner_link WHERE job = ? ORDER BY made_at DESC, id`, [job])).map(
    toLink,
  );

/** Shuts a link of a job for ever; false where the job has no such link. */
export const revokeOwnerLink = async (database: Database, job: string, id: string, now: Date): Promise<boolean> =>
  (await change(database, "UPDATE owner_link SET revoked_at = COALESCE(revoked_at, ?) WHERE id = ? AND job = ?", [
    toDateTime(now),
    id,
    job,
  ])) > 0;
