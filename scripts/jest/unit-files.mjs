import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { root } from "../lib/paths.mjs";

function* files(folder) {
  for (const entry of readdirSync(path.join(root, folder), { withFileTypes: true })) {
    const place = path.join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== "together") yield* files(place);
    else if (/\.test\.tsx?$/u.test(entry.name)) yield place;
  }
}

/** How long a file takes beside others: what is slow is dealt out first. Seconds by themselves; the others take about one. */
const slow = JSON.parse(readFileSync(new URL("slow-files.json", import.meta.url), "utf8"));

/**
 * All files of unit tests. Those that put something in place of a module stand alone; the others are dealt into groups
 * of about the same length, each of which reads the core and compiles the packs once.
 *
 * @param {number} groups
 * @returns {{ alone: string[], groups: string[][] }} paths from the root
 */
export function unitFiles(groups) {
  const all = ["src", "cli", "scripts"].flatMap((folder) => [...files(folder)]);
  const alone = all.filter((file) => readFileSync(path.join(root, file), "utf8").includes("jest.mock("));
  const weight = (file) => slow[file] ?? 1;
  const dealt = Array.from({ length: groups }, () => ({ files: [], weight: 0 }));
  const rest = all.filter((file) => !alone.includes(file));
  for (const file of rest.sort((a, b) => weight(b) - weight(a) || a.localeCompare(b))) {
    const lightest = dealt.reduce((least, group) => (group.weight < least.weight ? group : least));
    lightest.files.push(file);
    lightest.weight += weight(file);
  }
  return { alone, groups: dealt.map((group) => group.files) };
}
