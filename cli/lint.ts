import { isProblemCode } from "@/core/problem/problem-codes";
import { nearestOf } from "@/core/nearest";
import { readEngineText } from "@/core/library/read-engine-text";
import type { Linted } from "@/core/lint/read-pack-text";
import { explanations } from "@/words/explain-lint";
import { readLibrary } from "@/store/read-library";
import { plainWording } from "@/words/plain-wording";
import { sayIncoming } from "@/words/say-incoming";
import { CommandError } from "./command-error";
import { mostPackBytes, readText } from "./read-files";

const isExplained = (code: string): code is keyof typeof explanations => Object.hasOwn(explanations, code);

/** What a code means, what to do, and how it is said. */
function explain(code: string | undefined): string {
  if (code !== undefined && isExplained(code)) return `${code}: ${explanations[code]}`;
  const codes = Object.keys(explanations);
  const meant = code === undefined ? null : nearestOf(code, codes);
  throw new CommandError(
    code === undefined
      ? `ember lint --explain: name a code, one of ${codes.join(", ")}`
      : `ember lint --explain: the linter has no code ${code}${isProblemCode(code) ? ", which is of a job and not of a pack" : ""}${meant ? `; did you mean ${meant}?` : ""}`,
  );
}

/** One finding as a line: where, which, what is wrong, what was perhaps meant. */
export const sayLinted = (file: string, { problem, at, line, column, meant }: Linted): string =>
  `${file}:${line === null ? " in the trade library" : `${line}:${column ?? 1}`}: ${problem.severity === "error" ? "" : "warning: "}${at ? `${at}: ` : ""}${sayIncoming(problem, plainWording)}${meant ? ` Did you mean “${meant}”?` : ""} [${problem.code}]`;

/** Says what is wrong with a pack and what is hardly meant, or what it is; with --explain what a code means. */
export async function lint(words: readonly string[]): Promise<void> {
  const [file, ...more] = words;
  if (file === "--explain" && more.length <= 1) return console.log(explain(more[0]));
  if (!file || more.length > 0)
    throw new CommandError("ember lint: name one pack or sheet, such as packs/orrinshaw-6m.json; or --explain CODE");
  const { pack, faults, warnings, isCut } = readEngineText(await readLibrary(), await readText(file, mostPackBytes));
  const cut = isCut ? [`${file}: there is more: mend these first.`] : [];
  if (!pack) throw new CommandError([...faults.map((each) => sayLinted(file, each)), ...cut].join("\n"));
  for (const each of warnings) console.log(sayLinted(file, each));
  for (const each of cut) console.log(each);
  console.log(
    `${file}: ${pack.pack.family}, revision ${pack.pack.revision}, ${pack.rows.size} rows in ${pack.sheets.length} sheets, ${warnings.length} ${warnings.length === 1 ? "warning" : "warnings"}, ${pack.sha256}`,
  );
}
