import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { unitById } from "./quantity/units";
import { estimate, exact, standardUncertainty } from "./quantity/estimate";
import { conformity } from "./measure/conformity";

/** What examples may use besides the module they stand in. */
const known = { unitById, estimate, exact, standardUncertainty, conformity };

function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* files(file);
    else if (/(?<!\.test|\.d)\.ts$/u.test(entry.name)) yield file;
  }
}

/** Worked calls: `@example call // result`, the result a plain value. */
const examples = [...files("src/core")].flatMap((file) =>
  [
    ...readFileSync(file, "utf8").matchAll(
      /@example\s+(.+?) \/\/ (true|false|null|-?[\d.]+|"[^"]*"|'[^']*'|\[[\d, .]*\])$/gmu,
    ),
  ].map(([, call, result]) => [file, call!.replace(/!/gu, ""), result!] as const),
);

test.each(examples)("%s: %s gives %s", (file, call, result) => {
  // eslint-disable-next-line @typescript-eslint/no-require-imports
  const scope = { ...known, ...(require(path.resolve(file)) as Record<string, unknown>) };
  const run = (text: string) =>
    new Function(...Object.keys(scope), `return (${text});`)(...Object.values(scope)) as unknown;
  const [got, said] = [run(call), run(result)];
  // To as many decimals as are written there.
  if (typeof said === "number") expect(got).toBeCloseTo(said, result.split(".")[1]?.length ?? 9);
  else expect(got).toEqual(said);
});

test("the worked calls are more than a handful", () => expect(examples.length).toBeGreaterThan(40));
