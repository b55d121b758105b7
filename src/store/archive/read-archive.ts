import { createHash } from "node:crypto";
import { stat } from "node:fs/promises";
import type { Readable } from "node:stream";
import { setImmediate } from "node:timers/promises";
import { openPromise, type Entry as Member, type ZipFile } from "yauzl";
import { declarations } from "@/core/entry/declarations";
import { longestLine, readRecordLine } from "@/core/entry/read-record";
import type { Envelope } from "@/core/entry/schema";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { readPack } from "@/core/lint/read-pack";
import { done, problem, refused, type Outcome, type Problem } from "@/core/problem/problem";
import { readCleanPhoto, type CleanPhoto } from "../photos/clean-photo";
import { archiveLimits, Manifest, memberNames, MiB } from "./archive-format";

export interface Archive {
  readonly entries: readonly Envelope[];
  readonly packs: readonly { readonly json: unknown; readonly pack: CompiledPack }[];
  readonly manifest: Manifest | null;
  /** Fingerprints of the photos in it. */
  readonly photos: readonly string[];
}

/** So many problems are said; a file with more is broken in a way that more lines would not explain. */
const mostProblems = 50;

class Refusal extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map((found) => found.code).join(", "));
  }
}
const refuse = (...problems: readonly Problem[]): never => {
  throw new Refusal(problems);
};

/** The bytes of a member, counted as they come: what a zip says of its sizes is its own word. */
async function* bytesOf(
  zip: ZipFile,
  member: Member,
  most: number,
  digest: ReturnType<typeof createHash>,
): AsyncGenerator<Buffer> {
  const tooLarge = (bytes: number) =>
    problem("member-too-large", [member.fileName], { member: member.fileName, bytes, most });
  if (member.uncompressedSize > most) refuse(tooLarge(member.uncompressedSize));
  const stream = (await zip.openReadStreamPromise(member)) as Readable;
  let bytes = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    bytes += chunk.length;
    if (bytes > most) {
      stream.destroy();
      refuse(tooLarge(bytes));
    }
    digest.update(chunk);
    yield chunk;
  }
}

/** Lines of a stream of bytes, without holding more of it than the longest line that is taken. */
async function* linesOf(chunks: AsyncIterable<Buffer>): AsyncGenerator<string> {
  let rest: Buffer[] = [];
  let held = 0;
  for await (const chunk of chunks) {
    let from = 0;
    for (let end = chunk.indexOf(10); end >= 0; end = chunk.indexOf(10, from)) {
      rest.push(chunk.subarray(from, end));
      yield Buffer.concat(rest).toString("utf8");
      rest = [];
      held = 0;
      from = end + 1;
    }
    rest.push(chunk.subarray(from));
    held += chunk.length - from;
    // One more than is taken is enough for the reader to say that the line is too long.
    if (held > longestLine * 2)
      refuse(problem("line-too-long", [memberNames.record], { bytes: held, most: longestLine }));
  }
  if (held > 0) yield Buffer.concat(rest).toString("utf8");
}

/** Whether an entry is of a kind that jobs have; of one that this program does not know nothing can be said. */
function isOfJobs({ type }: Envelope): boolean {
  const declared = Object.hasOwn(declarations, type) ? declarations[type as keyof typeof declarations] : null;
  return declared === null || declared.stream === "job" || declared.stream === "any";
}

/** So many lines are read before others get their turn. */
const linesInATurn = 200;

async function readEntries(lines: AsyncIterable<string>): Promise<Envelope[]> {
  const entries: Envelope[] = [];
  const problems: Problem[] = [];
  let line = 0;
  for await (const text of lines) {
    line += 1;
    if (line > archiveLimits.lines)
      refuse(problem("too-many-lines", [memberNames.record], { most: archiveLimits.lines }));
    if (line % linesInATurn === 0) await setImmediate();
    if (text.trim() === "") continue;
    const read = readRecordLine(line === 1 ? text.replace(/^\ufeff/u, "") : text);
    if ("problems" in read)
      problems.push(
        ...read.problems.map((found): Problem => ({ ...found, path: [memberNames.record, line, ...found.path] })),
      );
    else if (!isOfJobs(read.envelope))
      problems.push(problem("not-for-this-stream", [memberNames.record, line], { type: read.envelope.type }));
    else if (entries.length > 0 && read.envelope.stream !== entries[0]!.stream)
      problems.push(problem("other-stream", [memberNames.record, line]));
    else entries.push(read.envelope);
    if (problems.length >= mostProblems) break;
  }
  if (problems.length > 0) refuse(...problems);
  if (entries.length === 0) refuse(problem("record-empty", [memberNames.record]));
  return entries;
}

const photoName = /^photos\/([0-9a-f]{64})\.jpg$/u;

/** A photo of an archive: nothing is taken on trust that came in a file. */
async function readPhoto(chunks: AsyncIterable<Buffer>, name: string): Promise<CleanPhoto> {
  const parts: Buffer[] = [];
  for await (const chunk of chunks) parts.push(chunk);
  const read = await readCleanPhoto(Buffer.concat(parts));
  if (!read.ok) return refuse(...read.problems.map((found): Problem => ({ ...found, path: [name] })));
  if (memberNames.photo(read.value.sha256) !== name) return refuse(problem("member-damaged", [name], { member: name }));
  return read.value;
}

async function readJson(chunks: AsyncIterable<Buffer>, name: string): Promise<unknown> {
  const parts: Buffer[] = [];
  for await (const chunk of chunks) parts.push(chunk);
  try {
    return JSON.parse(Buffer.concat(parts).toString("utf8")) as unknown;
  } catch {
    return refuse(problem("member-not-json", [name], { member: name }));
  }
}

function compile(json: unknown, name: string): Archive["packs"][number] {
  const read = readPack(json);
  if (!read.ok) return refuse(...read.problems.map((found): Problem => ({ ...found, path: [name, ...found.path] })));
  if (name !== memberNames.pack(read.value.sha256))
    return refuse(problem("pack-misnamed", [name], { member: name, sha256: read.value.sha256.slice(0, 12) }));
  return { json, pack: read.value };
}

/** Counts what a zip says of itself, before anything of it is unpacked; of a member that says less than it holds the reading ends there. */
async function countMembers(file: string): Promise<void> {
  const { size } = await stat(file);
  const zip = await openPromise(file, { lazyEntries: true, strictFileNames: true });
  try {
    if (zip.entryCount > archiveLimits.members)
      refuse(problem("too-many-members", [], { count: zip.entryCount, most: archiveLimits.members }));
    const names = new Set<string>();
    let unpacked = 0;
    for await (const { fileName: name, uncompressedSize } of zip.eachEntry()) {
      if (names.has(name)) refuse(problem("member-twice", [name], { member: name.slice(0, 120) }));
      names.add(name);
      unpacked += uncompressedSize;
    }
    const most = Math.min(archiveLimits.unpacked, archiveLimits.ratio * size + MiB);
    if (unpacked > most) refuse(problem("unpacks-too-large", [], { bytes: unpacked, most }));
  } finally {
    zip.close();
  }
}

async function readMembers(zip: ZipFile): Promise<Archive> {
  let entries: readonly Envelope[] | null = null;
  let manifest: Manifest | null = null;
  const packs: Archive["packs"][number][] = [];
  const photos: string[] = [];
  const digests = new Map<string, string>();
  for await (const member of zip.eachEntry()) {
    const { fileName: name } = member;
    const digest = createHash("sha256");
    if (name === memberNames.record)
      entries = await readEntries(linesOf(bytesOf(zip, member, archiveLimits.record, digest)));
    else if (name === memberNames.manifest) {
      const parsed = Manifest.safeParse(await readJson(bytesOf(zip, member, archiveLimits.manifest, digest), name));
      manifest = parsed.success
        ? parsed.data
        : refuse(
            ...parsed.error.issues.map((issue) =>
              problem("schema", [name, ...(issue.path as (string | number)[])], { detail: issue.message }),
            ),
          );
    } else if (/^packs\/[0-9a-f]{64}\.json$/u.test(name))
      packs.push(compile(await readJson(bytesOf(zip, member, archiveLimits.pack, digest), name), name));
    else if (photoName.test(name))
      photos.push((await readPhoto(bytesOf(zip, member, archiveLimits.photo, digest), name)).sha256);
    else refuse(problem("unknown-member", [name], { member: name.slice(0, 120) }));
    digests.set(name, digest.digest("hex"));
  }
  if (!entries) return refuse(problem("record-missing", [], { member: memberNames.record }));
  const damaged = manifest?.members.filter(({ name, sha256 }) => digests.get(name) !== sha256) ?? [];
  if (damaged.length > 0) refuse(...damaged.map(({ name }) => problem("member-damaged", [name], { member: name })));
  return { entries, packs, manifest, photos };
}

/**
 * Reads a job's archive from a file, whole and checked, or says all that is wrong with it. Nothing is written anywhere.
 */
export async function readArchive(file: string): Promise<Outcome<Archive>> {
  let zip: ZipFile;
  try {
    zip = await openPromise(file, { lazyEntries: true, strictFileNames: true });
  } catch {
    return refused(problem("not-a-zip"));
  }
  try {
    await countMembers(file);
    return done(await readMembers(zip));
  } catch (error) {
    if (error instanceof Refusal) return refused(...error.problems);
    return refused(problem("zip-damaged", [], { why: (error as Error).message.slice(0, 200) }));
  } finally {
    zip.close();
  }
}

/** The photos of an archive that was read before, one after the other. */
export async function* photosIn(file: string): AsyncGenerator<CleanPhoto> {
  const zip = await openPromise(file, { lazyEntries: true, strictFileNames: true });
  try {
    for await (const member of zip.eachEntry()) {
      if (photoName.test(member.fileName))
        yield await readPhoto(bytesOf(zip, member, archiveLimits.photo, createHash("sha256")), member.fileName);
    }
  } finally {
    zip.close();
  }
}
