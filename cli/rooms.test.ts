import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";

/** A file for each forbidden step, linted with the project's own rules; the files are gone when the test ends. */
const forbidden: [file: string, text: string, why: string][] = [
  ["src/core/zz-probe/a.ts", 'import "@/store/connection";', "core may import"],
  ["src/core/zz-probe/b.ts", 'import "../../words/capital";', "core may import"],
  ["src/core/zz-probe/c.ts", 'import "react";', "the core is pure"],
  ["src/core/zz-probe/d.ts", 'import "node:fs";', "the core is pure"],
  ["src/words/zz-probe/e.ts", 'import "@/ui/parts/Key";', "words may import"],
  ["src/ui/zz-probe/f.ts", 'import "@/server/jobs";', "ui may import"],
  ["src/ui/zz-probe/g.ts", 'import "mysql2/promise";', "the interface runs in a browser"],
  ["src/store/zz-probe/h.ts", 'import "@/server/jobs";', "store may import"],
  ["src/app/zz-probe/i.ts", 'import "@/store/entries";', "app may import"],
  ["src/server/zz-probe/j.ts", 'import "@/ui/parts/Key";', "server may import"],
];
const folders = [...new Set(forbidden.map(([file]) => file.slice(0, file.lastIndexOf("/"))))];
afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

test("the linter holds the table of who may import whom", () => {
  folders.forEach((folder) => mkdirSync(folder, { recursive: true }));
  const allowed: [string, string] = ["src/core/zz-probe/ok.ts", 'import "../canonical";'];
  for (const [file, text] of [...forbidden, allowed]) writeFileSync(file, `${text}\n`);
  let output: string;
  try {
    output = execFileSync(process.execPath, ["node_modules/eslint/bin/eslint.js", "--format", "json", ...forbidden.map(([file]) => file), allowed[0]], { encoding: "utf8", stdio: ["ignore", "pipe", "ignore"] });
  } catch (error) {
    output = (error as { stdout: string }).stdout;
  }
  const results = JSON.parse(output) as { filePath: string; messages: { ruleId: string; message: string }[] }[];
  const messagesOf = (file: string) => results.find((result) => result.filePath.endsWith(file))!.messages.filter((each) => each.ruleId === "no-restricted-imports").map((each) => each.message);
  for (const [file, , why] of forbidden) expect([file, messagesOf(file).join(" ")]).toEqual([file, expect.stringContaining(why)]);
  expect(messagesOf(allowed[0])).toEqual([]);
}, 120_000);

test("the table in the documents is the one the linter holds", async () => {
  const text = readFileSync("scripts/lib/rooms.mjs", "utf8");
  const document = readFileSync("docs/decisions/0002-rooms.md", "utf8");
  for (const [, room, list] of text.matchAll(/^ {2}(\w+): \[([^\]]*)\],$/gm)) {
    const may = list!.replaceAll('"', "") || "nothing";
    expect(document).toContain(`| ${room} | ${may} |`);
  }
});
