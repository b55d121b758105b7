import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { PhotoShelf, WaitingPhoto } from "./photo-queue";

interface Schema extends DBSchema {
  waiting: { key: string; value: WaitingPhoto };
}

/** A shelf for photos in the browser's own database. */
export function browserPhotoShelf(): PhotoShelf {
  let opened: Promise<IDBPDatabase<Schema>> | null = null;
  const database = () =>
    (opened ??= openDB<Schema>("ember-photos", 1, {
      upgrade: (fresh) => void fresh.createObjectStore("waiting", { keyPath: "id" }),
    }));
  return {
    put: async (photo) => {
      const work = (await database()).transaction("waiting", "readwrite", { durability: "strict" });
      await Promise.all([work.store.put(photo), work.done]);
    },
    forget: async (id) => (await database()).delete("waiting", id),
    load: async (author) => (await (await database()).getAll("waiting")).filter((photo) => photo.author === author),
  };
}
