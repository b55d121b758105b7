import { change, select, toDateTime, type Database } from "./connection";
import { toPerson, type Person, type PersonRow } from "./people";

/** Someone who is signed in, and by which session. */
export interface SignedIn extends Person {
  readonly session: string;
}

/** A session lasts so long, however busy. */
export const sessionHours = 12;

const oldest = (now: Date) => toDateTime(new Date(now.getTime() - sessionHours * 3_600_000));

/** Begins a session, and forgets those whose time is over. */
export async function beginSession(database: Database, id: string, person: Person, now: Date): Promise<void> {
  await change(database, "DELETE FROM session WHERE begun_at < ? LIMIT 100", [oldest(now)]);
  await change(database, "INSERT INTO session (id, person_id, version, begun_at) VALUES (?, ?, ?, ?)", [
    id,
    person.id,
    person.sessionVersion,
    toDateTime(now),
  ]);
}

/** Who a session is of; null for one that ended, is too old, or began before its person's sessions were ended. */
export async function personOfSession(database: Database, id: string, now: Date): Promise<SignedIn | null> {
  const [row] = await select<PersonRow>(
    database,
    "SELECT p.id, p.account, p.name, p.role, p.password_hash, p.session_version, p.disabled_at, p.shown_unit FROM session s JOIN person p ON p.id = s.person_id AND p.session_version = s.version AND p.disabled_at IS NULL WHERE s.id = ? AND s.begun_at >= ?",
    [id, oldest(now)],
  );
  return row ? { ...toPerson(row), session: id } : null;
}

/** Ends a session: whoever still holds its cookie is nobody. */
export async function endSession(database: Database, id: string): Promise<void> {
  await change(database, "DELETE FROM session WHERE id = ?", [id]);
}
