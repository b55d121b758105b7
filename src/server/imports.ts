import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import pLimit from "p-limit";
import type { ImportRun } from "@/core/entry/import-run";
import { chunkCount } from "@/core/photo/photo-limits";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { archiveLimits } from "@/store/archive/archive-format";
import { importArchive } from "@/store/archive/import-archive";
import { StoreError } from "@/store/connection";
import { beginImport, claimImport, findImport, isAbandoned, noteImport } from "@/store/import-runs";
import { dropUpload, piecesOf, type Upload } from "@/store/photos/photos";
import { database } from "./environment";
import { log } from "./log";
import { openUpload, uploadOf, type UploadAim, type UploadState } from "./uploads";

/** An archive belongs to no job yet: it stands under its own id. */
export const archiveUnder = (id: string): UploadAim => ({ stream: id, kind: "archive", most: archiveLimits.archive });

/** Where an import stands: which pieces are here, how far the work is, or how it ended. */
export type ImportState = UploadState & ImportRun;

/** Begins to take an archive in pieces, or says where one that was begun stands. */
export async function openImport(id: string, bytes: number, person: string): Promise<Outcome<ImportState>> {
  const opened = await openUpload(archiveUnder(id), { id, bytes }, person);
  if (!opened.ok) return opened;
  await beginImport(database(), id, new Date());
  return done({ ...opened.value, ...(await findImport(database(), id))! });
}

// One at a time: a record is held whole while it is checked.
const oneAtATime = pLimit(1);
const noteEveryMs = 500;

/** Puts the pieces into one file, brings it in, and says how it ended. */
async function work(upload: Upload, agreed: string | null): Promise<void> {
  const { id } = upload;
  const folder = await mkdtemp(path.join(tmpdir(), "ember-import-"));
  let noted = 0;
  const onProgress = async (share: number) => {
    if (Date.now() - noted < noteEveryMs) return;
    noted = Date.now();
    await noteImport(database(), id, { stage: "working", share }, new Date());
  };
  try {
    const file = path.join(folder, "archive.zip");
    await pipeline(piecesOf(database(), upload), createWriteStream(file, { mode: 0o600 }));
    const taken = await importArchive(database(), file, new Date(), { agreed, onProgress });
    if (taken.ok) {
      await noteImport(database(), id, { stage: "kept", share: 1, imported: taken.value }, new Date());
      await dropUpload(database(), id);
      return;
    }
    await noteImport(database(), id, { stage: "refused", share: 1, problems: taken.problems }, new Date());
    // One that waits for a word stays; of one that is wrong nothing is kept.
    if (!taken.problems.some(({ code }) => code === "import-adds")) await dropUpload(database(), id);
    log.info({ import: id, codes: taken.problems.map(({ code }) => code) }, "an import was refused");
  } catch (error) {
    log.error({ err: error, import: id }, "an import failed");
    const trouble = error instanceof StoreError ? error.trouble : "other";
    const found =
      trouble === "away"
        ? problem("database-unreachable")
        : trouble === "full"
          ? problem("disk-full")
          : problem("server-error", [], { request: id });
    await noteImport(database(), id, { stage: "refused", share: 1, problems: [found] }, new Date()).catch(() => {});
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * Begins the work of an import whose pieces are all here; it goes on by itself, and is asked after. Begun again while it
 * is under way, it goes on as it is.
 *
 * @param agreed  the mark of an addition to a job that is here which the person has seen
 */
export async function startImport(id: string, agreed: string | null): Promise<Outcome<ImportRun>> {
  const ended = await findImport(database(), id);
  if (ended?.stage === "kept") return done(ended);
  const upload = await uploadOf(archiveUnder(id), id);
  if (!upload || !ended) return refused(problem("unknown-upload"));
  const missing = chunkCount(upload.bytes) - upload.have.length;
  if (missing > 0) return refused(problem("chunks-missing", [], { missing }));
  if (await claimImport(database(), id, new Date())) void oneAtATime(() => work(upload, agreed));
  return done((await findImport(database(), id))!);
}

/** Where an import stands; null for one that nobody began. Work whose process has died is begun again by who asks after it. */
export async function importState(id: string): Promise<ImportRun | null> {
  if (await isAbandoned(database(), id, new Date())) await startImport(id, null);
  return findImport(database(), id);
}

/** Forgets an import that is not wanted any more. */
export const dropImport = (id: string): Promise<void> => dropUpload(database(), id);
