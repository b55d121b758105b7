import * as z from "@/core/z";
import type { Envelope } from "@/core/entry/schema";
import { fold } from "@/core/entry/fold";
import {
  addOwner,
  changeOwner,
  eraseOwner,
  jobsOfOwner,
  listOwners,
  ownerById,
  type Owner,
  type OwnersWords,
} from "@/store/owners";
import { database } from "./environment";

/** What is written down of an owner. */
export const OwnerWords = z.strictObject({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(200)),
  contact: z.string().check(z.trim(), z.maxLength(500)),
  note: z.string().check(z.trim(), z.maxLength(2000)),
});

/** The types that say whose engine a job is of. */
export const ownerTypes = ["owner-named", "entry-struck"] as const;

/** The owner whom a job names, erased or not; null where nobody said. */
export async function ownerNamedIn(entries: readonly Envelope[]): Promise<Owner | null> {
  const said = entries.filter(({ type }) => (ownerTypes as readonly string[]).includes(type));
  const id = fold(said).ownersNamed.at(-1)?.owner;
  return id ? ownerById(database(), id) : null;
}

/** Whose engine a job is of, as the list of owners has it: null where nobody said, or it was erased. */
export async function ownerOf(entries: readonly Envelope[]): Promise<{ readonly name: string } | null> {
  const owner = await ownerNamedIn(entries);
  return owner && owner.erasedAt === null ? { name: owner.name } : null;
}

/** Owners by words of their name or contact. */
export const ownersBy = (words: string) => listOwners(database(), words.slice(0, 200));

/** An owner with the engines of theirs that are or were here; null where there is none. */
export async function ownerWithJobs(id: string) {
  const owner = await ownerById(database(), id);
  return owner && { owner, jobs: await jobsOfOwner(database(), id) };
}

export const keepOwner = (owner: OwnersWords) => addOwner(database(), owner, new Date());
export const sayOwnerAnew = (owner: OwnersWords) => changeOwner(database(), owner);
export const forgetOwner = (id: string) => eraseOwner(database(), id, new Date());
