import type { Database } from "@/store/connection";
import { makeAccount, renewPassword } from "@/store/accounts";
import { roles, type Role } from "@/core/entry/schema";
import { personByAccount } from "@/store/people";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { CommandError } from "./command-error";
import { newId, withDatabase } from "./with-database";

const sayPassword = (account: string, password: string) =>
  `  account    ${account}\n  password   ${password}\n\n  It is shown this once and kept nowhere in the clear.`;

/** Makes an account and says its password. */
export async function createPerson(
  database: Database,
  { account: typed, name, role }: { account: string; name: string; role: Role },
): Promise<string> {
  const made = await makeAccount(database, { id: newId(), account: typed, name, role }, new Date());
  if (!made.ok) throw new CommandError(made.problems.map((found) => sayProblem(found, plainWording)).join(" "));
  return sayPassword(typed.trim().toLowerCase(), made.value);
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
    console.log(sayPassword(account, (await renewPassword(database, person.id))!));
  });
