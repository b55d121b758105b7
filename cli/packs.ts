import { keepPack } from "@/store/packs";
import { CommandError } from "./command-error";
import { packFromFile } from "./read-files";
import { withDatabase } from "./with-database";

/** Keeps a pack, so that jobs can be pinned to it. */
export const addPack = (words: readonly string[]): Promise<void> =>
  withDatabase("add-pack", words, async (database, [file, ...more]) => {
    if (!file || more.length > 0)
      throw new CommandError("ember add-pack: name one pack, such as packs/orrinshaw-6m.json, or one sheet");
    const { json, pack } = await packFromFile(file);
    await keepPack(database, { sha256: pack.sha256, id: pack.pack.id, revision: pack.pack.revision, json }, new Date());
    console.log(`${pack.pack.family}, revision ${pack.pack.revision}, ${pack.sha256}`);
  });
