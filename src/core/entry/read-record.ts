import { deepestJson, isTooDeep } from "../json-depth";
import { problem, type Problem } from "../problem/problem";
import { readEntry, readEnvelope } from "./read-entry";
import type { Envelope } from "./schema";

export interface LineProblem {
  /** Counted from 1. */
  readonly line: number;
  readonly problem: Problem;
}

/** Longest line of a record, in bytes of UTF-8. */
export const longestLine = 256 * 1024;

const utf8 = new TextEncoder();

/** One line of a record as an entry, or all that is wrong with it. */
export function readRecordLine(
  text: string,
): { readonly envelope: Envelope } | { readonly problems: readonly Problem[] } {
  const bytes = utf8.encode(text).length;
  if (bytes > longestLine) return { problems: [problem("line-too-long", [], { bytes, most: longestLine })] };
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { problems: [problem("not-json")] };
  }
  if (isTooDeep(json)) return { problems: [problem("too-deep", [], { most: deepestJson })] };
  const envelope = readEnvelope(json);
  if (!envelope.ok) return { problems: envelope.problems };
  const entry = readEntry(envelope.value);
  // An entry of a newer program is carried; one of a known type with a wrong payload is an error in the file.
  const errors = entry.ok ? [] : entry.problems.filter((each) => each.severity === "error");
  return errors.length > 0 ? { problems: errors } : { envelope: envelope.value };
}

/**
 * Reads a job's record, one entry a line; blank lines are passed over. Says all that is wrong, by line.
 *
 * @param text  NDJSON: an entry a line
 * @returns     what could be read, and all that is wrong by line; a line that is wrong is not read
 */
export function readRecord(text: string): {
  readonly entries: readonly Envelope[];
  readonly problems: readonly LineProblem[];
} {
  const entries: Envelope[] = [];
  const problems: LineProblem[] = [];
  text
    .replace(/^\ufeff/u, "")
    .split(/\r?\n/u)
    .forEach((line, at) => {
      if (line.trim() === "") return;
      const read = readRecordLine(line);
      if ("problems" in read) {
        problems.push(...read.problems.map((each) => ({ line: at + 1, problem: each })));
        return;
      }
      if (entries.length > 0 && read.envelope.stream !== entries[0]!.stream)
        problems.push({ line: at + 1, problem: problem("other-stream", ["stream"]) });
      else entries.push(read.envelope);
    });
  return { entries, problems };
}
