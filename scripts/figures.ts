/** How readable the house is, in figures, for contributors: `npm run figures`. Nothing here is refused; what grows is worth a look. */
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import ts from "typescript";
import { canonicalJson } from "../src/core/canonical";
import { problemCodes } from "../src/core/problem/problem-codes";

const all = execFileSync("git", ["ls-files", "*.ts", "*.tsx"], { encoding: "utf8" }).trim().split("\n");
const isTest = (file: string) => /\.test\.tsx?$|\.spec\.ts$|\/fixtures\/|^e2e\//u.test(file);
const textOf = new Map(all.map((file) => [file, readFileSync(file, "utf8")]));
const product = all.filter((file) => !isTest(file) && /^(?:src|cli)\//u.test(file));

interface Found {
  readonly long: { readonly name: string; readonly lines: number }[];
  bangs: number;
  casts: number;
  undocumented: number;
  exported: number;
}

function look(file: string, found: Found): void {
  const source = ts.createSourceFile(file, textOf.get(file)!, ts.ScriptTarget.Latest, true);
  const lineOf = (position: number) => source.getLineAndCharacterOfPosition(position).line;
  const visit = (node: ts.Node): void => {
    if (ts.isNonNullExpression(node)) found.bangs += 1;
    if (ts.isAsExpression(node) && node.type.getText() !== "const") found.casts += 1;
    if (ts.isFunctionLike(node) && "body" in node && node.body) {
      const lines = lineOf(node.end) - lineOf(node.getStart()) + 1;
      const { parent } = node;
      const name = node.name?.getText() ?? (ts.isVariableDeclaration(parent) ? parent.name.getText() : "function");
      if (lines > 110) found.long.push({ name: `${file}: ${name}`, lines });
    }
    const isExported =
      ts.canHaveModifiers(node) && ts.getModifiers(node)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
    if (
      isExported &&
      file.startsWith("src/core/") &&
      !ts.isInterfaceDeclaration(node) &&
      !ts.isTypeAliasDeclaration(node)
    ) {
      found.exported += 1;
      if (ts.getJSDocCommentsAndTags(node).length === 0) found.undocumented += 1;
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}

const found: Found = { long: [], bangs: 0, casts: 0, undocumented: 0, exported: 0 };
for (const file of product) look(file, found);
const lines = product.flatMap((file) => textOf.get(file)!.split("\n"));
const tests = all.filter(isTest).flatMap((file) => textOf.get(file)!.split("\n"));
const asserting = all
  .filter((file) => isTest(file) || file.startsWith("scripts/attack/"))
  .map((file) => textOf.get(file)!);
const codes = Object.keys(problemCodes);
const unnamed = codes.filter((code) => !asserting.some((text) => text.includes(`"${code}"`)));
const count = (pattern: RegExp) => lines.filter((line) => pattern.test(line)).length;
const share = (part: number, whole: number) => `${((100 * part) / whole).toFixed(1)} %`;

/** How much shorter a family is as a sheet than written out, and its rows of limits. */
function sheetFigures(): [string, string][] {
  const read = (file: string) => JSON.parse(readFileSync(file, "utf8")) as { readonly limits?: readonly unknown[] };
  return ["orrinshaw-6m", "windrow-r2", "tarnwick-2t"].map((name) => {
    const sheet = read(`sheets/${name}.json`);
    const bytes = (value: unknown) => canonicalJson(value).length;
    return [`sheet of ${name}: of its pack, rows of limits`, `${share(bytes(sheet), bytes(read(`packs/${name}.json`)))}, ${sheet.limits?.length ?? 0}`]; // prettier-ignore
  });
}

const figures: readonly (readonly [what: string, figure: string | number])[] = [
  ["lines of the product (src, cli)", lines.length],
  ["lines of tests, of all TypeScript", share(tests.length, tests.length + lines.length)],
  ["lines over 120 characters", `${count(/.{121}/u)}, ${share(count(/.{121}/u), lines.length)}`],
  ["prettier-ignore", count(/prettier-ignore/u)],
  ["functions over 110 lines", found.long.length],
  ["non-null assertions outside tests", found.bangs],
  ["type assertions outside tests", found.casts],
  ["exports of the core without a word", `${found.undocumented} of ${found.exported}`],
  ...sheetFigures(),
  ["codes that no test names", `${unnamed.length} of ${codes.length}`],
];
for (const [what, figure] of figures) console.log(`${String(figure).padStart(16)}  ${what}`);
console.log("\nThe longest functions");
for (const { name, lines: count } of [...found.long].sort((a, b) => b.lines - a.lines).slice(0, 50))
  console.log(`${String(count).padStart(16)}  ${name}`);
console.log(`\nCodes that no test names: ${unnamed.join(", ")}`);
