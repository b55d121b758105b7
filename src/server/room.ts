import { statfs } from "node:fs/promises";

const MiB = 1024 * 1024;

/** So much must be free for files, and for entries: photos stop first, readings last. */
const needed = { files: 512 * MiB, entries: 48 * MiB } as const;

const askEveryMs = 2000;
let asked = { at: 0, free: Number.POSITIVE_INFINITY };

/** Bytes that are free where the program's own database keeps its data; endless where that is somebody else's server. */
async function freeBytes(): Promise<number> {
  const folder = process.env.EMBER_DATA;
  if (!folder) return Number.POSITIVE_INFINITY;
  if (Date.now() - asked.at > askEveryMs) {
    const { bavail, bsize } = await statfs(folder);
    asked = { at: Date.now(), free: bavail * bsize };
  }
  return asked.free;
}

/** Whether there is room to write more of a kind. A disk that cannot be asked is not taken for a full one: the database says so itself. */
export const roomFor = async (kind: keyof typeof needed): Promise<boolean> =>
  (await freeBytes().catch(() => Number.POSITIVE_INFINITY)) >= needed[kind];

/** How much room there is, as a page says it. */
export async function room(): Promise<"enough" | "readings only" | "none"> {
  if (!(await roomFor("entries"))) return "none";
  return (await roomFor("files")) ? "enough" : "readings only";
}
