import { readFile, stat } from "node:fs/promises";
import { readRecord } from "@/core/entry/read-record";
import type { Envelope } from "@/core/entry/schema";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { readPack } from "@/core/lint/read-pack";
import type { Problem } from "@/core/problem/problem";
import { unitById } from "@/core/quantity/units";
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

export async function packFromFile(file: string): Promise<{ json: unknown; pack: CompiledPack }> {
  const text = await readText(file, mostPackBytes);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new CommandError(`${file}:${placeOf(text, error as Error)}: this is not JSON: ${(error as Error).message}`);
  }
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
