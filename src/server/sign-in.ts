import { problem, type Problem } from "@/core/problem/problem";
import { decoyHash, isPassword } from "@/store/passwords";
import { personByAccount, type Person } from "@/store/people";
import { dropAttempt, forgetAttempts, noteAttempt, tallyAttempts, type Tally } from "@/store/sign-in-attempts";
import { database } from "./environment";
import { newId } from "./ids";

const windowMs = 3_600_000;

/** After so many attempts the next ones wait, twice as long each, up to so many seconds. */
interface Patience {
  readonly free: number;
  readonly mostSeconds: number;
}
/** At most 71 attempts an hour on one account. */
const ofAccount: Patience = { free: 5, mostSeconds: 60 };
/** A whole shop may sit behind one address. */
const ofAddress: Patience = { free: 20, mostSeconds: 10 };

/**
 * Seconds until an attempt is let through, after those before it.
 *
 * @example  secondsToWait({ count: 6, last: now }, ofAccount, now) // 2
 */
function secondsToWait({ count, last }: Tally, { free, mostSeconds }: Patience, now: Date): number {
  if (count < free || last === null) return 0;
  const wait = Math.min(2 ** (count - free), mostSeconds);
  return Math.max(0, wait - (now.getTime() - last.getTime()) / 1000);
}

/** Where someone asks to be let in from. */
export interface Door {
  readonly address: string;
  /** The device's id and those who have signed in from it. */
  readonly device: { readonly id: string; readonly people: readonly string[] } | null;
}

/**
 * Checks a name and password, slowly enough that guessing does not pay. What is tried from elsewhere never shuts a person
 * out of a device of their own, nor does one who mistypes shut out the others behind the same address.
 */
export async function signIn(account: string, password: string, door: Door): Promise<Person | Problem> {
  const now = new Date();
  const person = await personByAccount(database(), account);
  const isOwnDevice = person !== null && (door.device?.people.includes(person.id) ?? false);
  const attempt = { id: newId(), account, address: door.address, device: isOwnDevice ? door.device!.id : null };
  await noteAttempt(database(), attempt, now);
  const since = new Date(now.getTime() - windowMs);
  const made = await tallyAttempts(database(), attempt, since);
  const seconds = Math.max(secondsToWait(made.account, ofAccount, now), secondsToWait(made.address, ofAddress, now));
  if (seconds > 0) {
    await dropAttempt(database(), attempt.id);
    return problem("too-many-attempts", [], { seconds: Math.ceil(seconds) });
  }

  const right = await isPassword(person?.passwordHash ?? (await decoyHash()), password);
  if (!person || person.isDisabled || !right) return problem("bad-credentials");
  await forgetAttempts(database(), attempt, since);
  return person;
}
