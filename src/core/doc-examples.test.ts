import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { notesOf } from "./entry/notes";
import { orrinshaw } from "./fixtures/packs/orrinshaw";
import { problem } from "./problem/problem";
import { unitById } from "./quantity/units";
import { estimate, exact, standardUncertainty } from "./quantity/estimate";
import { conformity } from "./measure/conformity";

const bigEnd = orrinshaw.sheets.find(({ id }) => id === "crankshaft-big-end")!.feature;
const hours = { section: "history", item: "hours-since-new", part: null, place: null, value: 6200 } as const;
const signed = { id: "a", at: "2026-11-20T08:00:00.000Z", author: "wren" };

/** What examples may use besides the module they stand in. */
const known = {
  unitById,
  problem,
  estimate,
  exact,
  standardUncertainty,
  conformity,
  pack: orrinshaw,
  bigEnd,
  engineOf6200h: notesOf({ notes: [{ ...hours, ...signed }] }),
};

function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* files(file);
    else if (/(?<!\.test|\.d)\.ts$/u.test(entry.name)) yield file;
  }
}

const sources = [...files("src/core")].map((file) => [file, readFileSync(file, "utf8")] as const);

/** Worked calls, `@example call // result`: the result a plain value, of an object those of its members that matter; behind a semicolon what to make of it. */
const examples = sources.flatMap(([file, text]) =>
  [...text.matchAll(/@example\s+(.+?) \/\/ (.+?)(?:; .+)?$/gmu)].map(
    ([, call, result]) => [file, call!.replace(/!(?=[.)\],])/gu, ""), result!] as const,
  ),
);

/** A result, each number to as many decimals as are written. */
const written = (text: string): unknown =>
  text === "undefined"
    ? undefined
    : (JSON.parse(
        text
          .replace(/([{,] *)(\w+):/gu, '$1"$2":')
          .replace(/'([^']*)'/gu, (_, quoted: string) => JSON.stringify(quoted)),
        (_, value: unknown) => (typeof value === "number" ? expect.closeTo(value, decimals(value)) : value),
      ) as unknown);
const decimals = (value: number) => String(value).split(".")[1]?.length ?? 9;

test.each(examples)("%s: %s gives %s", (file, call, result) => {
  // eslint-disable-next-line @typescript-eslint/no-require-imports
  const scope = { ...known, ...(require(path.resolve(file)) as Record<string, unknown>) };
  const got = new Function(...Object.keys(scope), `return (${call});`)(...Object.values(scope)) as unknown;
  const said = written(result);
  if (result.startsWith("{")) expect(got).toMatchObject(said as object);
  else expect(got).toEqual(said);
});

test("every example there is says what it gives", () => {
  const all = sources.flatMap(([file, text]) => [...text.matchAll(/@example/gu)].map(() => file));
  expect(examples.map(([file]) => file)).toEqual(all);
});
