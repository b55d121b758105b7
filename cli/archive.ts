import { createWriteStream } from "node:fs";
import { rename, rm } from "node:fs/promises";
import { pipeline } from "node:stream/promises";
import { fold } from "@/core/entry/fold";
import { readPack } from "@/core/lint/read-pack";
import { importArchive } from "@/store/archive/import-archive";
import { writeArchive } from "@/store/archive/write-archive";
import type { Database } from "@/store/connection";
import { listStreams, readEntries } from "@/store/streams";
import { readPackJson } from "@/store/packs";
import { maskList } from "@/store/masks";
import { photosToWrite } from "@/store/photos/photos";
import { namesOf } from "@/store/people";
import { CommandError } from "./command-error";
import { sayAt } from "./read-files";
import { withDatabase } from "./with-database";

/** The one job with this id or name. */
async function findJob(database: Database, wanted: string) {
  const jobs = await Promise.all(
    (await listStreams(database, "job")).map(async (id) => ({ id, entries: await readEntries(database, id) })),
  );
  const named = jobs
    .map(({ id, entries }) => ({ id, entries, header: fold(entries).header }))
    .filter(({ id, header }) => id === wanted || header?.name === wanted);
  if (named.length > 1)
    throw new CommandError(
      `${named.length} jobs are called “${wanted}”; name one by its id: ${named.map(({ id }) => id).join(", ")}`,
    );
  const [job] = named;
  if (!job?.header) throw new CommandError(`there is no job “${wanted}”`);
  return { ...job, header: job.header };
}

export const exportJob = (words: readonly string[]): Promise<void> =>
  withDatabase("export", words, async (database, [wanted, file, ...more]) => {
    if (!wanted || !file || more.length > 0) throw new CommandError("ember export JOB FILE.zip");
    const { id, entries, header } = await findJob(database, wanted);
    const json = await readPackJson(database, header.pack.sha256);
    const read = readPack(json);
    if (!read.ok) throw new CommandError(`the pack ${header.pack.sha256} of this job is not in the database`);
    const people = Object.fromEntries(await namesOf(database, [...new Set(entries.map((entry) => entry.author))]));
    const { pack, sha256 } = read.value;
    // Written beside its place first: a disk that fills up must not leave half an archive under the name.
    const draft = `${file}.part`;
    try {
      await pipeline(
        writeArchive({
          stream: id,
          name: header.name,
          entries,
          people,
          masked: await maskList(database, entries),
          photos: await photosToWrite(database, id),
          pack: { id: pack.id, revision: pack.revision, sha256, json },
        }),
        createWriteStream(draft),
      );
      await rename(draft, file);
    } finally {
      await rm(draft, { force: true });
    }
    console.log(`${file}: ${header.name}, ${entries.length} entries`);
  });

export const importJob = (words: readonly string[]): Promise<void> =>
  withDatabase("import", words, async (database, [file, ...more]) => {
    const [add, agreed, ...rest] = more;
    if (!file || rest.length > 0 || (add !== undefined && (add !== "--add" || !agreed)))
      throw new CommandError("ember import FILE.zip [--add MARK]");
    const taken = await importArchive(database, file, new Date(), { agreed: agreed ?? null });
    const [adds] = taken.ok ? [] : taken.problems;
    if (adds?.code === "import-adds")
      throw new CommandError(`${sayAt(adds)}\nSo you say it: ember import ${file} --add ${adds.params.mark}`);
    if (!taken.ok) throw new CommandError(taken.problems.map((found) => `${file}: ${sayAt(found)}`).join("\n"));
    const { name, added, known, unknownTypes } = taken.value;
    console.log(
      `${name}: ${added} entries added, ${known} were here before${unknownTypes.length > 0 ? `; kept and not understood: ${unknownTypes.join(", ")}` : ""}`,
    );
  });
