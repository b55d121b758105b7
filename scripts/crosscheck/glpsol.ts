// What glpsol (Debian's glpk-utils) makes of the linear programs that Match and the plan write: the objective of each seeded case, null
// where nothing is possible. Writes src/core/fixtures/reference/glpsol.json.
//   npx tsx scripts/crosscheck/glpsol.ts
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { matchOf, merged, small } from "@/core/fixtures/merge";
import { planCases } from "@/core/fixtures/plan-cases";
import { resolve } from "@/core/match/resolve";
import { planProgram } from "@/core/whole-plan/whole-plan";

const folder = mkdtempSync(path.join(tmpdir(), "glpsol-"));
const [lp, out] = [path.join(folder, "case.lp"), path.join(folder, "case.txt")];
function objectiveOf(program: string): number | null {
  writeFileSync(lp, program);
  execFileSync("glpsol", ["--lp", lp, "-o", out], { stdio: "ignore" });
  const told = readFileSync(out, "utf8");
  return /INTEGER OPTIMAL/u.test(told) ? Number(/Objective:\s+obj = (\S+)/u.exec(told)![1]) : null;
}
const cases = Array.from({ length: 30 }, (_, at) => {
  const seed = at + 1;
  const { bench, pins } = merged(seed);
  const posed = resolve(small, matchOf(bench), pins, "cheapest", () => ({ allowed: true, reasons: [] }), { most: 1 });
  if (posed.kind !== "too-large") throw new Error("it was tabled");
  return { seed, objective: objectiveOf(posed.program!) };
});
const plans = planCases().map(({ name, posed, demanded }) => ({
  name,
  objective: objectiveOf(planProgram(posed, "total", demanded)!),
}));
const version = execFileSync("glpsol", ["--version"], { encoding: "utf8" }).split("\n")[0]!;
writeFileSync("src/core/fixtures/reference/glpsol.json", `${JSON.stringify({ version, cases, plans }, null, 2)}\n`);
