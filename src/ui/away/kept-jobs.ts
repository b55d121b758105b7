import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Shop } from "@/core/entry/fold-shop";
import type { Envelope } from "@/core/entry/schema";
import type { Me } from "../kit/me";
import { photoCache } from "./names";

/** A job as this device keeps it: what the server had of it when it was last seen. What waits to be sent is in the outbox. */
export interface KeptJob {
  readonly id: string;
  readonly name: string;
  readonly number: string | null;
  /** ISO 8601. */
  readonly keptAt: string;
  readonly me: Me;
  readonly entries: readonly Envelope[];
  readonly packText: string;
  readonly shop: Shop;
  readonly people: Readonly<Record<string, string>>;
}

/** The jobs of a bench or two; of more, those opened last. */
const mostKept = 30;

interface Schema extends DBSchema {
  jobs: { key: string; value: KeptJob };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;
const database = () =>
  (opened ??= openDB<Schema>("ember-kept", 1, {
    upgrade: (fresh) => void fresh.createObjectStore("jobs", { keyPath: "id" }),
  }));

const newestFirst = (a: KeptJob, b: KeptJob) => (a.keptAt < b.keptAt ? 1 : -1);

const signedOut = "ember-signed-out";

/** Whether a page that was opened at a moment may keep anything still: not where somebody signed out on this device since, in whatever tab. */
export function mayKeep(openedAt: number): boolean {
  try {
    return openedAt > Number(localStorage.getItem(signedOut) ?? 0);
  } catch {
    // A browser that keeps nothing keeps no jobs either.
    return false;
  }
}

/** @param openedAt  when the page was opened that keeps it, in ms since 1970 */
export async function keepJob(job: KeptJob, openedAt: number): Promise<void> {
  if (!mayKeep(openedAt)) return;
  await (await database()).put("jobs", job);
  // Signed out while it was being kept.
  if (!mayKeep(openedAt)) return (await database()).delete("jobs", job.id);
  // All of them are read only where there are too many.
  if ((await (await database()).count("jobs")) <= mostKept) return;
  const kept = await keptJobs();
  for (const { id } of kept.slice(mostKept)) await (await database()).delete("jobs", id);
}

/** All that this device keeps, the last one opened first. */
export const keptJobs = async (): Promise<readonly KeptJob[]> =>
  (await (await database()).getAll("jobs")).sort(newestFirst);

export const keptJob = async (id: string): Promise<KeptJob | null> =>
  (await (await database()).get("jobs", id)) ?? null;

/** Drops all that is kept on this device, as its person signs out: other tabs keep nothing again. What waits to be sent stays. */
export async function leaveDevice(): Promise<void> {
  // First, since another tab may be keeping at this moment.
  localStorage.setItem(signedOut, String(Date.now()));
  await dropKept();
}

/** Drops what others kept on this device; with nobody named, all of it. What waits to be sent stays. */
export async function dropKept(except?: string): Promise<void> {
  const others = (await keptJobs()).filter(({ me }) => me.id !== except);
  for (const { id } of others) await (await database()).delete("jobs", id);
  if (others.length > 0 || except === undefined) await globalThis.caches?.delete(photoCache);
}
