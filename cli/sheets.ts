import { parseArgs } from "node:util";
import { compose } from "@/core/library/compose";
import { sheetOf } from "@/core/library/sheet-of";
import { readLibrary } from "@/store/read-library";
import { CommandError } from "./command-error";
import { packFromFile, readJson, sayAt } from "./read-files";

/** What the options say, or what is wrong with them under the command's name. */
function optionsOf<T>(command: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    throw new CommandError(`ember ${command}: ${(error as Error).message}`);
  }
}

/** Prints the pack that a sheet and the library make; with --origins where each of its facts comes from, and what fell. */
export async function composeSheet(words: readonly string[]): Promise<void> {
  const { values, positionals } = optionsOf("compose", () => parseArgs({ args: [...words], allowPositionals: true, options: { origins: { type: "boolean" } } })); // prettier-ignore
  const [file, ...more] = positionals;
  if (!file || more.length > 0) throw new CommandError("ember compose: name one sheet, such as sheets/fennick-4.json");
  const made = compose(await readLibrary(), await readJson(file));
  if (!made.json) throw new CommandError(made.problems.map((found) => `${file}: ${sayAt(found)}`).join("\n"));
  const origins = [...made.origins].map(([path, { of, piece }]) => [path, of === "library" ? `library ${piece}` : `sheet ${piece}`] as const); // prettier-ignore
  console.log(JSON.stringify(values.origins ? { origins: Object.fromEntries(origins), fallen: made.fallen } : made.json, null, 1)); // prettier-ignore
}

/** Prints a pack as a sheet over the library, as far as it goes; what is left is counted on the side. */
export async function sheetOfPack(words: readonly string[]): Promise<void> {
  const { values, positionals } = optionsOf("sheet", () => parseArgs({ args: [...words], allowPositionals: true, options: { layout: { type: "string" }, answer: { type: "string", multiple: true } } })); // prettier-ignore
  const [file, ...more] = positionals;
  const library = await readLibrary();
  if (!file || more.length > 0 || values.layout === undefined)
    throw new CommandError(`ember sheet: name one pack and its --layout, one of ${library.layouts.map(({ id }) => id).join(", ")}`); // prettier-ignore
  const answers = (values.answer ?? []).map((each) => {
    const [question, answer] = each.split("=");
    if (!question || !answer) throw new CommandError(`ember sheet: --answer is QUESTION=ANSWER, and ${each} is not`);
    return [question, answer] as const;
  });
  const { json } = await packFromFile(file);
  const sheet = sheetOf(library, json as Record<string, unknown>, { layout: values.layout, answers: Object.fromEntries(answers) }); // prettier-ignore
  console.log(JSON.stringify(sheet, null, 1));
  const left = Object.entries(sheet.pack ?? {}).map(([section, said]) => `${section} ${JSON.stringify(said).length}`);
  console.error(`${sheet.limits?.length ?? 0} rows of limits; in its own words, bytes by section: ${left.join(", ") || "nothing"}`); // prettier-ignore
}
