/**
 * Writes down which codes a test file made the program produce. A run of the whole suite then says which codes of
 * the table no test produces: `scripts/check-codes.ts`.
 */
import { appendFileSync } from "node:fs";
import path from "node:path";
import type * as Problems from "../../src/core/problem/problem";

const mockProduced = new Set<string>();

jest.mock("../../src/core/problem/problem", () => {
  const actual = jest.requireActual<typeof Problems>("../../src/core/problem/problem");
  const problem = (...args: Parameters<typeof actual.problem>) => {
    mockProduced.add(args[0]);
    return actual.problem(...args);
  };
  return { ...actual, problem };
});

afterAll(() => {
  const folder = process.env.EMBER_CODES;
  if (folder && mockProduced.size > 0)
    appendFileSync(path.join(folder, `${process.env.JEST_WORKER_ID}.txt`), `${[...mockProduced].join("\n")}\n`);
});
