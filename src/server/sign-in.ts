import { problem, type Problem } from "@/core/problem/problem";
import { decoyHash, isPassword } from "@/store/passwords";
import { personByAccount, type Person } from "@/store/people";
import { countAttempts, forgetAttempts, noteAttempt } from "@/store/sign-in-attempts";
import { database } from "./environment";
import { newId } from "./ids";

const windowMinutes = 15;
const mostByAccount = 8;
const mostByAddress = 40;

/** Checks a name and password, slowly enough that guessing does not pay. */
export async function signIn(account: string, password: string, address: string): Promise<Person | Problem> {
  const now = new Date();
  const since = new Date(now.getTime() - windowMinutes * 60_000);
  await noteAttempt(database(), { id: newId(), account, address }, now);
  const made = await countAttempts(database(), account, address, since);
  if (made.account > mostByAccount || made.address > mostByAddress)
    return problem("too-many-attempts", [], { minutes: windowMinutes });

  const person = await personByAccount(database(), account);
  const right = await isPassword(person?.passwordHash ?? (await decoyHash()), password);
  if (!person || !right) return problem("bad-credentials");
  await forgetAttempts(database(), account, since);
  return person;
}
