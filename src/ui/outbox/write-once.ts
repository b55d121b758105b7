import { makeEntry } from "@/core/entry/make-entry";
import type { EntryType, Payload } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";
import { tellServer } from "./tell-server";

interface Answers {
  readonly answers: readonly { readonly outcome: string; readonly problems?: readonly Problem[] }[];
}

/**
 * Writes one entry to a job that is not open here, for somebody who waits for it.
 *
 * @returns why it was not kept; nothing where it was
 */
export async function writeOnce<T extends EntryType>(
  stream: string,
  author: string,
  type: T,
  payload: Payload<T>,
): Promise<readonly Problem[]> {
  const random = () => crypto.getRandomValues(new Uint8Array(16));
  const entry = makeEntry({ stream, author, now: Date.now, random }, type, payload);
  const said = await tellServer<Answers>("POST", "/api/entries", { entries: [entry] });
  if ("problems" in said) return said.problems;
  return said.value.answers.flatMap(({ problems }) => problems ?? []);
}
