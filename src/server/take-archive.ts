import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { problem, refused, type Outcome } from "@/core/problem/problem";
import { archiveLimits } from "@/store/archive/archive-format";
import { importArchive, type Imported } from "@/store/archive/import-archive";
import { database } from "./environment";

class TooLarge extends Error {
  constructor(readonly bytes: number) {
    super("too large");
  }
}

/** Lets bytes through up to a limit, and gives up at the first one past it. */
async function* upTo(most: number, chunks: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  let bytes = 0;
  for await (const chunk of chunks) {
    bytes += chunk.length;
    if (bytes > most) throw new TooLarge(bytes);
    yield chunk;
  }
}

/** Streams an archive to a file of its own, imports it, and removes the file, whatever happens. */
export async function takeArchive({ headers, body }: Request): Promise<Outcome<Imported>> {
  const most = archiveLimits.archive;
  const tooLarge = (bytes: number) => refused(problem("too-large", [], { bytes, most }));
  const announced = Number(headers.get("content-length") ?? 0);
  if (announced > most) return tooLarge(announced);
  if (!body) return refused(problem("not-a-zip"));
  const folder = await mkdtemp(path.join(tmpdir(), "ember-import-"));
  try {
    const file = path.join(folder, "archive.zip");
    await pipeline(upTo(most, Readable.fromWeb(body as never)), createWriteStream(file, { mode: 0o600 }));
    return await importArchive(database(), file, new Date());
  } catch (error) {
    if (error instanceof TooLarge) return tooLarge(error.bytes);
    throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
