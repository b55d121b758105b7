import { execFileSync } from "node:child_process";
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { problemCodes } from "../src/core/problem/problem-codes";
import notNamedYet from "./codes-not-named.json";

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
const fail = (line: string) => {
  process.stderr.write(`${line}\n`);
  process.exitCode = 1;
};

const missing = all.filter((code) => !produced.has(code));
if (missing.length > 0) fail(`No test produces ${missing.length} of ${all.length} codes:\n  ${missing.join("\n  ")}`);

// To be produced on the way to something else proves nothing: a test names what it expects.
const tests = execFileSync("git", ["ls-files", "*.test.ts", "*.test.tsx", "e2e/*.ts", "scripts/attack/*.ts"], {
  encoding: "utf8",
})
  .trim()
  .split("\n")
  .map((file) => readFileSync(file, "utf8"));
const unnamed = all.filter((code) => !tests.some((text) => text.includes(`"${code}"`)));
const fresh = unnamed.filter((code) => !notNamedYet.includes(code));
const named = notNamedYet.filter((code) => !unnamed.includes(code));
if (fresh.length > 0) fail(`No test names ${fresh.join(", ")}: expect each by its code where it is produced.`);
if (named.length > 0) fail(`Named by a test now, to be taken off scripts/codes-not-named.json: ${named.join(", ")}.`);
process.stdout.write(
  `Of ${all.length} codes ${all.length - missing.length} are produced by some test, ${all.length - unnamed.length} named by one.\n`,
);
