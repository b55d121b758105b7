import { randomBytes } from "node:crypto";
import type { Database } from "@/store/connection";
import { hashPassword } from "@/store/passwords";
import { roles, type Role } from "@/core/entry/schema";
import { addPerson, personByAccount, setPassword } from "@/store/people";
import { CommandError } from "./command-error";
import { newId, withDatabase } from "./with-database";

/** A password nobody chose: 120 bits in letters and digits that are not mistaken for one another. */
function makePassword(): string {
  const signs = "abcdefghjkmnpqrstuvwxyz23456789";
  // 31 signs: rejecting what lies past the last whole round keeps each equally likely.
  const picked = [...randomBytes(200)]
    .filter((byte) => byte < 248)
    .slice(0, 24)
    .map((byte) => signs[byte % 31]!);
  return picked.join("").replace(/(.{6})(?=.)/gu, "$1-");
}

const sayPassword = (account: string, password: string) =>
  `  account    ${account}\n  password   ${password}\n\n  It is shown this once and kept nowhere in the clear.`;

/** Makes an account and says its password. */
export async function createPerson(
  database: Database,
  { account: typed, name, role }: { account: string; name: string; role: Role },
): Promise<string> {
  const account = typed.trim().toLowerCase();
  if (!/^[a-z][a-z0-9.-]{1,39}$/u.test(account))
    throw new CommandError(
      `“${typed}” is no account name: 2 to 40 lower case letters, digits, dots and dashes, a letter first`,
    );
  if (name.trim() === "" || name.length > 120) throw new CommandError("the full name has 1 to 120 characters");
  if (await personByAccount(database, account)) throw new CommandError(`there is an account “${account}” already`);
  const password = makePassword();
  await addPerson(
    database,
    { id: newId(), account, name: name.trim(), role, passwordHash: await hashPassword(password) },
    new Date(),
  );
  return sayPassword(account, password);
}

export const addPersonCommand = (words: readonly string[]): Promise<void> =>
  withDatabase("add-person", words, async (database, [account, name, flag, role, ...more]) => {
    const known = roles.find((each) => each === role);
    if (!account || !name || flag !== "--role" || !known || more.length > 0)
      throw new CommandError(`ember add-person ACCOUNT "FULL NAME" --role ${roles.join("|")}`);
    console.log(await createPerson(database, { account, name, role: known }));
  });

export const newPassword = (words: readonly string[]): Promise<void> =>
  withDatabase("new-password", words, async (database, [account, ...more]) => {
    if (!account || more.length > 0) throw new CommandError("ember new-password ACCOUNT");
    const person = await personByAccount(database, account);
    if (!person) throw new CommandError(`there is no account “${account}”`);
    const password = makePassword();
    await setPassword(database, person.id, await hashPassword(password));
    console.log(sayPassword(account, password));
  });
