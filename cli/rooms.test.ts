import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

/** One forbidden step each. */
const forbidden: [file: string, text: string, why: string][] = [
  ["src/core/zz-probe/a.ts", 'import "@/store/connection";', "core may import"],
  ["src/core/zz-probe/b.ts", 'import "../../words/capital";', "core may import"],
  ["src/core/zz-probe/c.ts", 'import "react";', "the core is pure"],
  ["src/core/zz-probe/d.ts", 'import "node:fs";', "the core is pure"],
  ["src/words/zz-probe/e.ts", 'import "@/ui/kit/Key";', "words may import"],
  ["src/ui/zz-probe/f.ts", 'import "@/server/jobs";', "ui may import"],
  ["src/ui/zz-probe/g.ts", 'import "mysql2/promise";', "the interface runs in a browser"],
  ["src/store/zz-probe/h.ts", 'import "@/server/jobs";', "store may import"],
  ["src/app/zz-probe/i.ts", 'import "@/store/entries";', "app may import"],
  ["src/server/zz-probe/j.ts", 'import "@/ui/kit/Key";', "server may import"],
];
const allowed: [file: string, text: string] = ["src/core/zz-probe/ok.ts", 'import "../canonical";'];

/** Lints texts as though they stood in those files, with the project's own rules; nothing is written. */
const linter = `
  import { ESLint } from "eslint";
  const eslint = new ESLint();
  const results = [];
  for (const [file, text] of JSON.parse(process.argv[1])) results.push([file, (await eslint.lintText(text + "\\n", { filePath: file })).flatMap((each) => each.messages)]);
  console.log(JSON.stringify(results));`;

test("the linter holds the table of who may import whom", () => {
  const output = execFileSync(
    process.execPath,
    ["--input-type=module", "-e", linter, JSON.stringify([...forbidden, allowed])],
    { encoding: "utf8" },
  );
  const results = new Map(JSON.parse(output) as [string, { ruleId: string; message: string }[]][]);
  const messagesOf = (file: string) =>
    results
      .get(file)!
      .filter((each) => each.ruleId === "no-restricted-imports")
      .map((each) => each.message)
      .join(" ");
  for (const [file, , why] of forbidden) expect([file, messagesOf(file)]).toEqual([file, expect.stringContaining(why)]);
  expect(messagesOf(allowed[0])).toBe("");
}, 120_000);

test("the table in the documents is the one the linter holds", () => {
  const text = readFileSync("scripts/lib/rooms.mjs", "utf8");
  const document = readFileSync("docs/decisions/0002-rooms.md", "utf8").replace(/ +/gu, " ");
  for (const [, room, list] of text.matchAll(/^ {2}(\w+): \[([^\]]*)\],$/gm)) {
    const may = list!.replaceAll('"', "") || "nothing";
    expect(document).toContain(`| ${room} | ${may} |`);
  }
});
