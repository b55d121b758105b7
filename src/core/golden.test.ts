import { readFileSync, writeFileSync } from "node:fs";
import { assess } from "./assess";
import { AssessmentJson, toAssessmentJson } from "./json/assessment-json";
import { moneyJson } from "./json/money-json";
import { demoJob, demoJobs, packOf } from "./fixtures/load";

const asOf = "2026-11-24T08:00:00Z";

/**
 * What the demo's jobs amount to, kept beside them. To change one on purpose, run
 * `EMBER_WRITE_GOLDEN=1 npx jest golden` and write a line in CHANGELOG.md that says why the same entries are judged
 * differently.
 */
test.each(demoJobs)("the assessment of %s is what it was", (name) => {
  const file = `demo/golden/${name}.json`;
  const assessment = assess(packOf(name), demoJob(name), asOf);
  const json = { ...toAssessmentJson(assessment), money: moneyJson(packOf(name), assessment) };
  const text = `${JSON.stringify(json, (_, value: unknown) => (typeof value === "number" ? Number(value.toPrecision(12)) : value), 1)}\n`;
  if (process.env.EMBER_WRITE_GOLDEN === "1") writeFileSync(file, text);
  expect(text).toBe(readFileSync(file, "utf8"));
  expect(AssessmentJson.safeParse(JSON.parse(text)).error).toBeUndefined();
});
