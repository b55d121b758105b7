import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { assess } from "@/core/assess";
import { demoJob, orrinshaw } from "@/core/fixtures/load";
import { problem } from "@/core/problem";
import { unitById } from "@/core/quantity/units";
import { knownCodes, sayProblem } from "./say-problem";

const wording = { unit: unitById("mm")!, sources: new Map([["manual", "Orrinshaw 6M workshop manual, ed. 3"]]) };

function* sourceFiles(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* sourceFiles(file);
    else if (/(?<!\.test)\.tsx?$/.test(entry.name)) yield file;
  }
}

test("every code the program can return has a sentence", () => {
  const codes = new Set<string>();
  for (const folder of ["src/core", "src/server", "src/app", "src/store"]) {
    for (const file of sourceFiles(folder)) {
      const text = readFileSync(file, "utf8");
      for (const match of text.matchAll(
        /(?:problem\(\s*[^,()]+(?:\?[^,]+)?,\s*|report\(|ask\(|known\((?:[^()"]|\([^()]*\))*|^ {2}\[)"([a-z][a-z0-9-]+)"/gm,
      ))
        codes.add(match[1]!);
    }
  }
  expect(codes.size).toBeGreaterThan(40);
  expect([...codes].filter((code) => !knownCodes.has(code) && !/^(measure|decide)$/.test(code))).toEqual([]);
});

test("no sentence about the demo's engines has a hole in it", () => {
  for (const name of ["ferry-marigold", "survey-launch-tern"] as const) {
    const { choices, holds } = assess(orrinshaw, demoJob(name), "2027-06-01T00:00:00Z");
    for (const found of [
      ...holds,
      ...choices.flatMap((choice) => choice.options.flatMap((option) => option.reasons)),
    ]) {
      expect(sayProblem(found, wording)).not.toMatch(/undefined|NaN|null|\{|\(\)/);
    }
  }
});

test("a verdict says which limit, by how much, how sure and from which source", () => {
  const choice = assess(orrinshaw, demoJob("ferry-marigold"), "2026-11-24T00:00:00Z").choices.find(
    (each) => each.row.row.id === "crankshaft/big-end-j5",
  )!;
  expect(sayProblem(choice.proposal.reasons[0]!, wording)).toBe(
    "Smallest diameter 70.870 ± 0.004: outside 70.950 by 0.080 (Orrinshaw 6M workshop manual, ed. 3, p. 36).",
  );
});

test("what a person typed is quoted back, in the unit of the job", () => {
  expect(
    sayProblem(
      problem("error", "unit-unknown", [], { typed: "3 furlongs", spelled: "furlongs", wanted: "length" }),
      wording,
    ),
  ).toContain("“furlongs” in “3 furlongs”");
  expect(
    sayProblem(problem("notice", "ten-times-too-large", [], { value: 1080.4, expected: 108.011 }), {
      ...wording,
      unit: unitById("in")!,
    }),
  ).toContain("42.5354 in");
});

test("a code without a sentence is shown as it is", () =>
  expect(sayProblem(problem("notice", "brand-new", [], { a: 1 }), wording)).toBe('brand-new {"a":1}'));
