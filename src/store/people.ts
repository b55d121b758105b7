import type { Role } from "@/core/entry/schema";
import { change, marksFor, select, toDateTime, type Connection, type Database } from "./connection";

export interface Person {
  readonly id: string;
  readonly account: string;
  readonly name: string;
  readonly role: Role;
  readonly passwordHash: string;
  readonly sessionVersion: number;
  /** Does not come in any more; what they wrote stays theirs. */
  readonly isDisabled: boolean;
  /** What this person sees and types lengths in; null for whatever the job goes by. */
  readonly unit: "mm" | "in" | null;
}

export interface PersonRow {
  id: string;
  account: string;
  name: string;
  role: Role;
  password_hash: string;
  session_version: number;
  disabled_at: Date | null;
  shown_unit: "mm" | "in" | null;
}

const columns = "id, account, name, role, password_hash, session_version, disabled_at, shown_unit";
export const toPerson = (row: PersonRow): Person => ({
  id: row.id,
  account: row.account,
  name: row.name,
  role: row.role,
  passwordHash: row.password_hash,
  sessionVersion: row.session_version,
  isDisabled: row.disabled_at !== null,
  unit: row.shown_unit,
});

export async function personByAccount(database: Database | Connection, account: string): Promise<Person | null> {
  const [row] = await select<PersonRow>(database, `SELECT ${columns} FROM person WHERE account = ?`, [account]);
  return row ? toPerson(row) : null;
}

export async function personById(database: Database, id: string): Promise<Person | null> {
  const [row] = await select<PersonRow>(database, `SELECT ${columns} FROM person WHERE id = ?`, [id]);
  return row ? toPerson(row) : null;
}

/** Names of the people with these ids; an id of nobody here is left out. */
export async function namesOf(database: Database, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await select<{ id: string; name: string }>(
    database,
    `SELECT id, name FROM person WHERE id IN (${marksFor(ids)})`,
    ids,
  );
  return new Map(rows.map((row) => [row.id, row.name]));
}

export async function addPerson(
  database: Database | Connection,
  person: Omit<Person, "sessionVersion" | "isDisabled" | "unit">,
  now: Date,
): Promise<void> {
  await change(
    database,
    "INSERT INTO person (id, account, name, role, password_hash, session_version, created_at) VALUES (?, ?, ?, ?, ?, 1, ?)",
    [person.id, person.account, person.name, person.role, person.passwordHash, toDateTime(now)],
  );
}

export async function countPeople(database: Database): Promise<number> {
  const [row] = await select<{ n: number }>(database, "SELECT COUNT(*) AS n FROM person");
  return Number(row?.n ?? 0);
}

/** Ends every session of a person at its next request. */
export async function revokeSessions(database: Database, id: string): Promise<void> {
  await change(database, "UPDATE person SET session_version = session_version + 1 WHERE id = ?", [id]);
}

/** Gives a person another password and ends the sessions that began with the old one. */
export async function setPassword(database: Database, id: string, passwordHash: string): Promise<void> {
  await change(database, "UPDATE person SET password_hash = ?, session_version = session_version + 1 WHERE id = ?", [
    passwordHash,
    id,
  ]);
}

/** What a person sees and types lengths in; null for whatever the job goes by. */
export async function setUnit(database: Database, id: string, unit: Person["unit"]): Promise<void> {
  await change(database, "UPDATE person SET shown_unit = ? WHERE id = ?", [unit, id]);
}
