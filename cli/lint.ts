import { CommandError } from "./command-error";
import { packFromFile } from "./read-files";

/** Says what is wrong with a pack, or what it is. */
export async function lint(words: readonly string[]): Promise<void> {
  const [file, ...more] = words;
  if (!file || more.length > 0) throw new CommandError("ember lint: name one pack, such as packs/orrinshaw-6m.json");
  const { pack } = await packFromFile(file);
  console.log(
    `${file}: ${pack.pack.family}, revision ${pack.pack.revision}, ${pack.rows.size} rows in ${pack.sheets.length} sheets, ${pack.sha256}`,
  );
}
