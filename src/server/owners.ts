import * as z from "@/core/z";
import type { Envelope } from "@/core/entry/schema";
import { entryTypes } from "@/core/entry/declarations";
import { fold } from "@/core/entry/fold";
import { namesIn } from "@/core/entry/masks";
import {
  addOwner,
  changeOwner,
  eraseOwner,
  jobsNaming,
  jobsOfOwner,
  listOwners,
  ownerById,
  type Owner,
  type OwnersWords,
} from "@/store/owners";
import { dropCard } from "@/store/cards";
import { withTransaction } from "@/store/connection";
import { maskNames } from "@/store/masks";
import { readEntriesOf } from "@/store/streams";
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
/** Types of entries that hold names of people outside the shop. */
const namedTypes = entryTypes.filter((type) => namesIn({ type }).length > 0);

/**
 * Erases what is known of an owner, for good: what the list has, and in the records of their engines the names of whoever gave a
 * word. Entries are kept as they are for their hashes, and masked wherever they are read.
 */
export async function forgetOwner(id: string): Promise<boolean> {
  const now = new Date();
  const jobs = await jobsNaming(database(), id);
  const isErased = await withTransaction(database(), async (connection) => {
    for (const job of jobs) {
      const said = await readEntriesOf(connection, job, namedTypes);
      await maskNames(connection, id, said.flatMap((each) => namesIn(each).map((field) => ({ entry: each.id, field }))), now); // prettier-ignore
    }
    return eraseOwner(connection, id, now);
  });
  // What the list of jobs knows of them is worked out anew.
  for (const job of jobs) await dropCard(database(), job);
  return isErased;
}
