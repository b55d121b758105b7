import type { Readable } from "node:stream";
import { headerOf, type Job } from "@/core/entry/fold";
import { foldShop, type Shop } from "@/core/entry/fold-shop";
import type { Envelope } from "@/core/entry/schema";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { readPack } from "@/core/lint/read-pack";
import { CoreError } from "@/core/errors";
import { problem, type Problem } from "@/core/problem/problem";
import { StoreError } from "@/store/connection";
import { writeArchive } from "@/store/archive/write-archive";
import { listStreams, readEntries, streamKind } from "@/store/streams";
import { readPackJson } from "@/store/packs";
import { maskList } from "@/store/masks";
import { photosToWrite } from "@/store/photos/photos";
import { namesOf } from "@/store/people";
import { database } from "./environment";
import { log } from "./log";

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

/** A job that cannot be judged: its record as it is, and why. It takes nothing else down. */
export interface BrokenJob {
  readonly id: string;
  readonly name: string | null;
  readonly entries: readonly Envelope[];
  readonly people: Readonly<Record<string, string>>;
  readonly trouble: Problem;
}

/** A job's entries as they were kept; null where there is no such job. */
export const openRecord = async (id: string): Promise<readonly Envelope[] | null> =>
  (await jobExists(id)) ? readEntries(database(), id) : null;

async function judged(id: string, entries: readonly Envelope[]): Promise<OpenJob | Problem> {
  const header = headerOf(entries);
  if (!header) return problem("no-job-in-record", [id]);
  const opened = await openPack(header.pack.sha256);
  if (!opened) return problem("pack-not-here", [id], { sha256: header.pack.sha256.slice(0, 12) });
  return { id, header, entries, packJson: opened.json, pack: opened.pack, people: await namesFor(entries) };
}

/** The job with this id, or what is left to show of one that cannot be judged; null where there is none. */
export async function openAnyJob(id: string): Promise<OpenJob | BrokenJob | null> {
  const entries = await openRecord(id);
  if (!entries) return null;
  const broken = async (name: string | null, trouble: Problem): Promise<BrokenJob> => {
    log.warn({ job: id, codes: [trouble.code] }, "a job cannot be judged");
    return { id, name, entries, people: await namesFor(entries), trouble };
  };
  try {
    const job = await judged(id, entries);
    if (!("code" in job)) return job;
    return await broken(headerOf(entries)?.name ?? null, job);
  } catch (error) {
    if (error instanceof StoreError) throw error;
    log.error({ err: error, job: id }, "judging a job failed");
    return broken(null, problem("job-unreadable", [id], { why: (error as Error).message.slice(0, 200) }));
  }
}

export const isBroken = (job: OpenJob | BrokenJob): job is BrokenJob => "trouble" in job;

/** The job with this id where it can be judged, or null. */
export async function openJob(id: string): Promise<OpenJob | null> {
  const job = await openAnyJob(id);
  return job && !isBroken(job) ? job : null;
}

/** A job's archive, as a stream of its bytes. */
export const archiveOf = async ({ id, header, entries, pack, packJson, people }: OpenJob): Promise<Readable> =>
  writeArchive({
    stream: id,
    masked: await maskList(database(), entries),
    name: header.name,
    entries,
    people,
    photos: await photosToWrite(database(), id),
    pack: { id: pack.pack.id, revision: pack.pack.revision, sha256: pack.sha256, json: packJson },
  });

/** The shop's measuring equipment. */
export async function openShop(): Promise<Shop> {
  const ids = await listStreams(database(), "shop");
  return foldShop((await Promise.all(ids.map((id) => readEntries(database(), id)))).flat());
}
