import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { Library } from "@/core/library/schema";

const folder = "library";

async function jsonIn(...names: readonly string[]): Promise<unknown> {
  return JSON.parse(await readFile(path.join(folder, ...names), "utf8"));
}

async function allIn(within: string): Promise<readonly unknown[]> {
  const names = (await readdir(path.join(folder, within))).filter((name) => name.endsWith(".json")).toSorted();
  return Promise.all(names.map((name) => jsonIn(within, name)));
}

let read: Promise<Library> | null = null;

/** The trade library that ships with the program, read once: its head, the layouts, and all pieces. */
export const readLibrary = (): Promise<Library> =>
  (read ??= (async () => {
    const head = (await jsonIn("library.json")) as object;
    const pieces = await Promise.all(["parts", "causes", "practice"].map(allIn));
    return Library.parse({ ...head, layouts: await allIn("layouts"), fragments: pieces.flat() });
  })());
