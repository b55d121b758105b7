import type { Role } from "@/core/entry/schema";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import {
  changeAccount,
  listAccounts,
  longestPassword,
  makeAccount,
  renewPassword,
  shortestPassword,
  type Account,
} from "@/store/accounts";
import { hashPassword } from "@/store/passwords";
import { revokeSessions, setPassword, setUnit, type Person } from "@/store/people";
import { database } from "./environment";
import { signIn, type Door } from "./sign-in";

/** Who has an account. */
export const accounts = () => listAccounts(database());

/** Makes an account; its password is told this once. */
export const addAccount = (person: { readonly id: string; account: string; name: string; role: Role }) =>
  makeAccount(database(), person, new Date());

export const setAccount = (id: string, change: Pick<Account, "name" | "role" | "isDisabled">) =>
  changeAccount(database(), id, change, new Date());

/** A password nobody chose for a person, told this once; null where there is no such person. */
export const newPasswordFor = (id: string) => renewPassword(database(), id);

/**
 * Another password for somebody who knows the one they have. It ends their sessions. The one they have is tried as at the
 * door, as slowly: a device that was left open must not become a place to guess at.
 */
export async function changePassword(
  person: Person,
  { now, next }: { readonly now: string; readonly next: string },
  door: Door,
): Promise<Outcome<null>> {
  if (next.length < shortestPassword || next.length > longestPassword)
    return refused(problem("password-length", ["next"], { least: shortestPassword, most: longestPassword }));
  const tried = await signIn(person.account, now, door);
  if ("code" in tried) return refused(tried.code === "bad-credentials" ? problem("password-wrong", ["now"]) : tried);
  await setPassword(database(), person.id, await hashPassword(next));
  return done(null);
}

/** Signs a person out on every device. */
export const signOutEverywhere = (person: Person) => revokeSessions(database(), person.id);

/** What a person sees and types lengths in, on every device. */
export const showIn = (person: Person, unit: Person["unit"]) => setUnit(database(), person.id, unit);
