import { readFile, stat } from "node:fs/promises";
import { readRecord } from "@/core/entry/read-record";
import type { Envelope } from "@/core/entry/schema";
import { compose } from "@/core/library/compose";
import { isSheet } from "@/core/library/read-engine-text";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { readPack } from "@/core/lint/read-pack";
import type { Problem } from "@/core/problem/problem";
import { unitById } from "@/core/quantity/units";
import { readLibrary } from "@/store/read-library";
import { sayIncoming } from "@/words/say-incoming";
import { CommandError } from "./command-error";

const wording = { unit: unitById("mm")!, sources: new Map<string, string>() };
/** A problem with where it is, as one line. */
export const sayAt = (found: Problem) =>
  `${found.path.length > 0 ? `${found.path.join(".")}: ` : ""}${sayIncoming(found, wording)}`;

export const mostPackBytes = 5 * 1024 * 1024;

export async function readText(file: string, most = Infinity): Promise<string> {
  try {
    const { size } = await stat(file);
    if (size > most) throw new Error(`it has ${size} bytes; at most ${most} are read`);
    return await readFile(file, "utf8");
  } catch (error) {
    const why = (error as NodeJS.ErrnoException).code === "ENOENT" ? "there is no such file" : (error as Error).message;
    throw new CommandError(`${file}: ${why}`);
  }
}

/** Line and column of the place a JSON parser stopped at, from the offset in its message. */
function placeOf(text: string, error: Error): string {
  const offset = Number(/position (\d+)/u.exec(error.message)?.[1] ?? text.length);
  const before = text.slice(0, offset).split("\n");
  return `${before.length}:${(before.at(-1) ?? "").length + 1}`;
}

export async function readJson(file: string): Promise<unknown> {
  const text = await readText(file, mostPackBytes);
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new CommandError(`${file}:${placeOf(text, error as Error)}: this is not JSON: ${(error as Error).message}`);
  }
}

/** The pack that a sheet and the library make, as JSON. */
async function composed(file: string, json: unknown): Promise<unknown> {
  const made = compose(await readLibrary(), json);
  if (!made.json) throw new CommandError(made.problems.map((found) => `${file}: ${sayAt(found)}`).join("\n"));
  return made.json;
}

/** A pack out of its file, or out of the file of a sheet. */
export async function packFromFile(file: string): Promise<{ json: unknown; pack: CompiledPack }> {
  let json = await readJson(file);
  if (isSheet(json)) json = await composed(file, json);
  const read = readPack(json);
  if (!read.ok) throw new CommandError(read.problems.map((found) => `${file}: ${sayAt(found)}`).join("\n"));
  return { json, pack: read.value };
}

export async function recordFromFile(file: string): Promise<readonly Envelope[]> {
  const { entries, problems } = readRecord(await readText(file));
  if (problems.length > 0)
    throw new CommandError(problems.map(({ line, problem }) => `${file}:${line}: ${sayAt(problem)}`).join("\n"));
  if (entries.length === 0) throw new CommandError(`${file}: there is no entry in it`);
  return entries;
}
