import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Envelope } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";

/** An entry the server would not take, with its reasons. */
export interface Refused {
  readonly entry: Envelope;
  readonly problems: readonly Problem[];
}

export interface Kept {
  readonly waiting: readonly Envelope[];
  readonly refused: readonly Refused[];
}

/** Where entries wait in the browser until the server has acknowledged or refused them. */
export interface Outbox {
  /** Resolves when the entry would survive a closed tab. */
  readonly put: (entry: Envelope) => Promise<void>;
  /** Forgets entries that are acknowledged, or were seen to be refused. */
  readonly forget: (ids: readonly string[]) => Promise<void>;
  readonly refuse: (refused: Refused) => Promise<void>;
  /** What one person left, of one job or of all, in the order in which it was made. */
  readonly load: (author: string, stream?: string) => Promise<Kept>;
}

interface Schema extends DBSchema {
  waiting: { key: string; value: Envelope };
  refused: { key: string; value: Refused & { readonly id: string } };
}

const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);

/** An outbox in the browser's own database, shared by all tabs. */
export function browserOutbox(): Outbox {
  let opened: Promise<IDBPDatabase<Schema>> | null = null;
  const database = () =>
    (opened ??= openDB<Schema>("ember-outbox", 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore("waiting", { keyPath: "id" });
        fresh.createObjectStore("refused", { keyPath: "id" });
      },
    }));
  return {
    // Strict: a battery that dies a second later must not take the reading along.
    put: async (entry) => {
      const work = (await database()).transaction("waiting", "readwrite", { durability: "strict" });
      await Promise.all([work.store.put(entry), work.done]);
    },
    forget: async (ids) => {
      const work = (await database()).transaction(["waiting", "refused"], "readwrite");
      await Promise.all([
        ...ids.flatMap((id) => [work.objectStore("waiting").delete(id), work.objectStore("refused").delete(id)]),
        work.done,
      ]);
    },
    refuse: async (refused) => {
      const work = (await database()).transaction(["waiting", "refused"], "readwrite");
      const { id } = refused.entry;
      await Promise.all([
        work.objectStore("refused").put({ ...refused, id }),
        work.objectStore("waiting").delete(id),
        work.done,
      ]);
    },
    load: async (author, stream) => {
      const isMine = (entry: Envelope) => entry.author === author && (stream === undefined || entry.stream === stream);
      const [waiting, refused] = await Promise.all([
        (await database()).getAll("waiting"),
        (await database()).getAll("refused"),
      ]);
      return {
        waiting: waiting.filter(isMine).sort(byId),
        refused: refused
          .filter(({ entry }) => isMine(entry))
          .sort(byId)
          .map(({ entry, problems }) => ({ entry, problems })),
      };
    },
  };
}
