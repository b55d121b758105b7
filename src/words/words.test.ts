import { assess } from "@/core/fixtures/judge";
import { demoJob } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { problem, type Problem } from "@/core/problem/problem";
import { unitById } from "@/core/quantity/units";
import { sayDay } from "./say-day";
import { sayProblem } from "./say-problem";

const wording = { unit: unitById("mm")!, sources: new Map([["manual", "Orrinshaw 6M workshop manual, ed. 3"]]) };

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
    ({ slot }) => slot.id === "crankshaft",
  )!;
  expect(
    sayProblem(
      choice.proposal.reasons.find(({ code }) => code === "outside-limit")!,
      wording,
    ),
  ).toBe("Smallest diameter 70.870 ± 0.004: outside 70.950 mm by 0.080 (Orrinshaw 6M workshop manual, ed. 3, p. 36).");
});

test("what a person typed is quoted back, in the unit of the job", () => {
  expect(
    sayProblem(problem("unit-unknown", [], { typed: "3 furlongs", spelled: "furlongs", wanted: "length" }), wording),
  ).toContain("“furlongs” in “3 furlongs”");
  expect(
    sayProblem(problem("ten-times-too-large", [], { value: 1080.4, expected: 108.011, unit: "mm" }), {
      ...wording,
      unit: unitById("in")!,
    }),
  ).toContain("42.5354 in");
});

test("a code of a newer server is shown as it is", () => {
  const newer = { ...problem("not-found"), code: "brand-new", params: { a: 1 } };
  expect(sayProblem(newer as unknown as Problem, wording)).toBe('brand-new {"a":1}');
});

test("a day is written as the shop writes it, whatever stands behind it; what is no day stays", () => {
  const found = problem("job-overdue", [], { wantedBy: "2026-12-04" });
  expect(sayProblem(found, wording)).toBe("The engine was wanted by 2026-12-04.");
  expect(sayProblem(found, { ...wording, days: "words" })).toBe("The engine was wanted by 4 Dec 2026.");
  expect(["dots", "day-first", "month-first"].map((style) => sayDay("2026-12-04T23:59:00Z", style as "dots"))).toEqual([
    "4.12.2026",
    "04/12/2026",
    "12/04/2026",
  ]);
  expect(sayDay("soon", "words")).toBe("soon");
});
