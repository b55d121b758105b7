import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { problemCodes } from "../src/core/problem/problem-codes";

/**
 * Says which codes of the table no test produced. The folder holds what `scripts/jest/record-codes.ts` wrote, a code a
 * line, and the logs of the web processes that browser tests drove.
 */
const folder = process.argv[2]!;

const codesOfLog = (line: string): string[] =>
  line.startsWith("{") ? ((JSON.parse(line) as { codes?: string[] }).codes ?? []) : [];

const produced = new Set(
  readdirSync(folder).flatMap((file) => {
    const lines = readFileSync(path.join(folder, file), "utf8").split("\n");
    return file.endsWith(".log") ? lines.flatMap(codesOfLog) : lines;
  }),
);
const all = Object.keys(problemCodes);
const missing = all.filter((code) => !produced.has(code));
if (missing.length > 0) {
  process.stderr.write(`No test produces ${missing.length} of ${all.length} codes:\n  ${missing.join("\n  ")}\n`);
  process.exitCode = 1;
} else {
  process.stdout.write(`Each of ${all.length} codes is produced by some test.\n`);
}
