import { randomBytes } from "node:crypto";
import type { Role } from "@/core/entry/schema";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { change, select, toDateTime, withTransaction, type Connection, type Database } from "./connection";
import { hashPassword } from "./passwords";
import { addPerson, personByAccount, personById, setPassword } from "./people";

/** Who works in the shop, as those who look after its accounts see them. */
export interface Account {
  readonly id: string;
  readonly account: string;
  readonly name: string;
  readonly role: Role;
  readonly isDisabled: boolean;
}

/** A password that was chosen is at least so long. OWASP asks for 8 with a second factor, 15 without (from memory); between. */
export const shortestPassword = 12;
export const longestPassword = 200;

/** A password nobody chose: 118 bits in letters and digits that are not mistaken for one another. */
export function makePassword(): string {
  const signs = "abcdefghjkmnpqrstuvwxyz23456789";
  // 31 signs: rejecting what lies past the last whole round keeps each equally likely.
  const picked = [...randomBytes(200)]
    .filter((byte) => byte < 248)
    .slice(0, 24)
    .map((byte) => signs[byte % 31]!);
  return picked.join("").replace(/(.{6})(?=.)/gu, "$1-");
}

/** Makes an account; returns its password, which is kept nowhere in the clear. */
export async function makeAccount(
  database: Database | Connection,
  { id, account: typed, name, role }: { readonly id: string; account: string; name: string; role: Role },
  now: Date,
): Promise<Outcome<string>> {
  const account = typed.trim().toLowerCase();
  if (!/^[a-z][a-z0-9.-]{1,39}$/u.test(account)) return refused(problem("account-name", ["account"], { typed }));
  if (name.trim() === "" || name.length > 120) return refused(problem("full-name", ["name"]));
  if (await personByAccount(database, account)) return refused(problem("account-taken", ["account"], { account }));
  const password = makePassword();
  await addPerson(database, { id, account, name: name.trim(), role, passwordHash: await hashPassword(password) }, now);
  return done(password);
}

/** Gives a person a new password nobody chose, and ends their sessions; null where there is no such person. */
export async function renewPassword(database: Database, id: string): Promise<string | null> {
  if (!(await personById(database, id))) return null;
  const password = makePassword();
  await setPassword(database, id, await hashPassword(password));
  return password;
}

/** All who have an account, by name; those who may not come in any more last. */
export const listAccounts = async (database: Database): Promise<readonly Account[]> =>
  (
    await select<Omit<Account, "isDisabled"> & { disabled: number }>(
      database,
      "SELECT id, account, name, role, disabled_at IS NOT NULL AS disabled FROM person ORDER BY disabled, name, id LIMIT 500",
    )
  ).map(({ disabled, ...row }) => ({ ...row, isDisabled: Number(disabled) === 1 }));

/**
 * Says anew what a person is called, what they may do and whether they may come in. Somebody has to be left who looks after
 * the accounts. Who may less from now on is signed out.
 */
export const changeAccount = (
  database: Database,
  id: string,
  { name, role, isDisabled }: Pick<Account, "name" | "role" | "isDisabled">,
  now: Date,
): Promise<Outcome<null>> =>
  withTransaction(database, async (connection) => {
    // All leads are held at once, so that two who each disable the other take turns.
    const leads = await select<{ id: string }>(
      connection,
      "SELECT id FROM person WHERE role = 'lead' AND disabled_at IS NULL FOR UPDATE",
    );
    const [person] = await select<{ role: Role; disabled: number }>(
      connection,
      "SELECT role, disabled_at IS NOT NULL AS disabled FROM person WHERE id = ? FOR UPDATE",
      [id],
    );
    if (!person) return refused(problem("not-found"));
    if ((role !== "lead" || isDisabled) && leads.every((lead) => lead.id === id)) return refused(problem("last-lead"));
    const endsSessions = role !== person.role || isDisabled !== (Number(person.disabled) === 1);
    await change(
      connection,
      "UPDATE person SET name = ?, role = ?, disabled_at = IF(?, COALESCE(disabled_at, ?), NULL), session_version = session_version + ? WHERE id = ?",
      [name.trim(), role, isDisabled ? 1 : 0, toDateTime(now), endsSessions ? 1 : 0, id],
    );
    return done(null);
  });
