import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { Library } from "@/core/library/schema";

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), "../library");

async function filesIn(folder: string): Promise<readonly unknown[]> {
  const names = (await readdir(path.join(root, folder))).filter((name) => name.endsWith(".json")).toSorted();
  return Promise.all(names.map(async (name): Promise<unknown> => JSON.parse(await readFile(path.join(root, folder, name), "utf8")))); // prettier-ignore
}

/** The trade library that ships: its head, the layouts, and all pieces. */
export async function readLibrary(): Promise<Library> {
  const head = JSON.parse(await readFile(path.join(root, "library.json"), "utf8")) as object;
  const pieces = await Promise.all(["parts", "causes", "practice"].map(filesIn));
  return Library.parse({ ...head, layouts: await filesIn("layouts"), fragments: pieces.flat() });
}
