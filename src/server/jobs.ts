import type { Readable } from "node:stream";
import { fold, type Job } from "@/core/entry/fold";
import { foldShop, type Shop } from "@/core/entry/fold-shop";
import type { Envelope } from "@/core/entry/schema";
import { readPack, type CompiledPack } from "@/core/pack/compile-pack";
import { CoreError } from "@/core/errors";
import { writeArchive } from "@/store/archive/write-archive";
import { listStreams, readEntries, streamKind } from "@/store/streams";
import { readPackJson } from "@/store/packs";
import { photosToWrite } from "@/store/photos/photos";
import { namesOf } from "@/store/people";
import { database } from "./environment";

/** A job with what a page or a report needs to judge it. */
export interface OpenJob {
  readonly id: string;
  readonly header: NonNullable<Job["header"]>;
  readonly entries: readonly Envelope[];
  readonly packJson: unknown;
  readonly pack: CompiledPack;
  /** Names of those who made entries, by the id the entries carry. */
  readonly people: Readonly<Record<string, string>>;
}

const packs = new Map<string, { json: unknown; pack: CompiledPack }>();

/** A pack by its fingerprint; kept in memory, since a revision never changes. */
export async function openPack(sha256: string) {
  const known = packs.get(sha256);
  if (known) return known;
  const json = await readPackJson(database(), sha256);
  if (json === null) return null;
  const read = readPack(json);
  if (!read.ok)
    throw new CoreError(
      "bad-pack",
      `the stored pack ${sha256} is refused: ${read.problems.map((found) => found.code).join(", ")}`,
    );
  const opened = { json, pack: read.value };
  packs.set(sha256, opened);
  return opened;
}

export const jobExists = async (id: string): Promise<boolean> => (await streamKind(database(), id)) === "job";

/** Names of those who made entries, by the id the entries carry. */
export const namesFor = async (entries: readonly Envelope[]): Promise<Readonly<Record<string, string>>> =>
  Object.fromEntries(await namesOf(database(), [...new Set(entries.map((entry) => entry.author))]));

/** The job with this id, or null. */
export async function openJob(id: string): Promise<OpenJob | null> {
  if (!(await jobExists(id))) return null;
  const entries = await readEntries(database(), id);
  const header = fold(entries).header;
  const opened = header && (await openPack(header.pack.sha256));
  if (!opened) return null;
  return { id, header, entries, packJson: opened.json, pack: opened.pack, people: await namesFor(entries) };
}

/** A job's archive, as a stream of its bytes. */
export const archiveOf = async ({ id, header, entries, pack, packJson, people }: OpenJob): Promise<Readable> =>
  writeArchive({
    stream: id,
    name: header.name,
    entries,
    people,
    photos: await photosToWrite(database(), id),
    pack: { id: pack.pack.id, revision: pack.pack.revision, sha256: pack.sha256, json: packJson },
  });

/** After every date. */
const someDay = "9999-12-31";

/** All jobs of the shop, the one wanted soonest first. */
export async function listJobs(): Promise<readonly OpenJob[]> {
  const ids = await listStreams(database(), "job");
  const jobs = (await Promise.all(ids.map(openJob))).flatMap((job) => job ?? []);
  // What is handed over needs nobody any more.
  const isOver = ({ entries }: OpenJob) => Number(entries.some(({ type }) => type === "handed-over"));
  return jobs.sort(
    (a, b) => isOver(a) - isOver(b) || (a.header.wantedBy ?? someDay).localeCompare(b.header.wantedBy ?? someDay),
  );
}

/** The shop's measuring equipment. */
export async function openShop(): Promise<Shop> {
  const ids = await listStreams(database(), "shop");
  return foldShop((await Promise.all(ids.map((id) => readEntries(database(), id)))).flat());
}
