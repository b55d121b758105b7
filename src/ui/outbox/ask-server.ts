import { problem, type Problem } from "@/core/problem/problem";

/** What came of asking the server: it did it, or it would not. */
export type Said<T> = { readonly value: T } | { readonly problems: readonly Problem[] };

/** The same, or it could not be reached and is asked again later. */
export type Answered<T> = Said<T> | { readonly later: Problem };

export type Fetch = (path: string, init?: RequestInit) => Promise<Response>;

/** The server may yet do what it could not do now. */
const isPassing = (status: number) => status === 401 || status === 408 || status === 429 || status >= 500;

/** What a person can do something about, or should know. */
const worthSaying: ReadonlySet<string> = new Set([
  "signed-out",
  "other-person",
  "database-unreachable",
  "disk-full",
  "room-short",
  "too-much-unfinished",
]);

/** One answer with its status; null where nobody answered. */
async function reach<T>(send: Fetch, path: string, init: RequestInit): Promise<(Said<T> & { status: number }) | null> {
  const response = await send(path, init).catch(() => null);
  if (!response) return null;
  const { status, ok } = response;
  const body = (await response.json().catch(() => null)) as { problems?: readonly Problem[] } | null;
  if (ok) return { status, value: body as T };
  return {
    status,
    problems: body?.problems?.length ? body.problems : [problem("server-error", [], { request: null })],
  };
}

/** Asks the server for what waits in a queue: never rejects, and tells what will pass from what will not. */
export async function askServer<T>(send: Fetch, path: string, init: RequestInit): Promise<Answered<T>> {
  const said = await reach<T>(send, path, init);
  if (!said) return { later: problem("server-unreachable") };
  if ("value" in said || !isPassing(said.status)) return said;
  return { later: said.problems.find(({ code }) => worthSaying.has(code)) ?? problem("server-unreachable") };
}

/** Asks the server for somebody who stands there and waits: what does not get through is said, and nothing tries again. */
export const askNow = async <T>(send: Fetch, path: string, init: RequestInit): Promise<Said<T>> =>
  (await reach<T>(send, path, init)) ?? { problems: [problem("door-unreachable")] };
