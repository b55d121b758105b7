import { canonicalJson, fingerprint } from "@/core/canonical";
import { importMark } from "@/core/entry/imported-author";
import { withoutStamp } from "@/core/entry/fingerprint-entry";
import type { Imported } from "@/core/entry/import-run";
import { masked } from "@/core/entry/masks";
import { readEntry } from "@/core/entry/read-entry";
import type { Envelope } from "@/core/entry/schema";
import { groupBy } from "@/core/group";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { withTransaction, type Database } from "../connection";
import { appendWithin, longestChain, namedIn } from "../append";
import { masksOf } from "../masks";
import { beginStream, knownEntries, streamKind } from "../streams";
import { keepPack, readPackJson } from "../packs";
import { addToJob, keepPhoto } from "../photos/photos";
import { photosIn, readArchive, type Archive } from "./read-archive";

/** An author from elsewhere is a label: nobody here signed what came with a file. */
function labelled(entry: Envelope, manifest: Archive["manifest"]): Envelope {
  if (entry.author.startsWith(importMark)) return withoutStamp(entry);
  return {
    ...withoutStamp(entry),
    author: `${importMark}${manifest?.people[entry.author] ?? entry.author}`.slice(0, 120),
  };
}

/** What an entry says, whoever says it and whichever server took it. */
const withoutAuthor = ({ id, stream, type, v, at, payload }: Envelope) =>
  canonicalJson({ id, stream, type, v, at, payload });

/** Ends the transaction of an import that holds a chain of corrections nobody makes by hand. */
class ChainTooLong extends Error {
  constructor(readonly entry: string) {
    super(`the chain that ends in ${entry} is too long`);
  }
}

/** What an import would add to a job that is here, by which the one who lets it in says that it was seen. */
const markOf = (fresh: readonly Envelope[]) => fingerprint(fresh.map(({ id }) => id).sort()).slice(0, 12);

export interface ImportOptions {
  /** Mark of the addition to a job that is here which a person has agreed to; see the problem import-adds. */
  readonly agreed?: string | null;
  /** Told now and then how far it is, 0 to 1. */
  readonly onProgress?: (share: number) => Promise<void>;
}

/** A batch within one transaction: small enough for one statement that looks for known ids. */
const batch = 500;

/**
 * Brings a job's archive into the store: all of it in one transaction, or nothing. Importing again adds nothing. What an
 * archive has more than a job that is here is added once a person has seen how much it is; it corrects and strikes only
 * what it brings itself. A pack that comes along serves its own job until a lead offers it.
 *
 * @returns  problem import-adds, with the mark to agree by, where it would add to a job that is here
 */
export async function importArchive(
  database: Database,
  file: string,
  now: Date,
  { agreed = null, onProgress = async () => {} }: ImportOptions = {},
): Promise<Outcome<Imported>> {
  const read = await readArchive(file);
  if (!read.ok) return read;
  await onProgress(0.3);
  const { entries, packs, manifest, photos } = read.value;
  const [first] = entries;
  const opened = entries.flatMap((entry) => {
    const known = readEntry(entry);
    return known.ok && known.value.type === "job-opened" ? [known.value] : [];
  });
  if (opened.length === 0) return refused(problem("no-job-in-record"));
  const here = new Set(packs.map(({ pack }) => pack.sha256));
  for (const {
    payload: { pack },
  } of opened) {
    if (!here.has(pack.sha256) && (await readPackJson(database, pack.sha256)) === null) {
      return refused(
        problem("unknown-pack", [], {
          id: pack.id,
          revision: pack.revision,
          sha256: pack.sha256.slice(0, 12),
        }),
      );
    }
  }

  const known = await knownEntries(
    database,
    entries.map((entry) => entry.id),
  );
  // A name that was erased, here or where it was taken out, makes no other entry of it.
  const masksHere = await masksOf(database, entries);
  const masksThere = groupBy(manifest?.masked ?? [], ({ entry }) => entry);
  const asMasked = (entry: Envelope) => withoutAuthor(masked(entry, [...(masksHere.get(entry.id) ?? []), ...(masksThere.get(entry.id) ?? []).map(({ field }) => field)])); // prettier-ignore
  const taken = entries.filter((entry) => known.has(entry.id) && asMasked(known.get(entry.id)!.envelope) !== asMasked(entry)); // prettier-ignore
  if (taken.length > 0) return refused(problem("import-id-taken", [], { count: taken.length, id: taken[0]!.id }));
  const fresh = [
    ...new Map(
      entries.filter((entry) => !known.has(entry.id)).map((entry) => [entry.id, labelled(entry, manifest)]),
    ).values(),
  ];

  const brought = new Set(entries.map(({ id }) => id));
  const overreaching = fresh.filter((entry) => namedIn(entry).some((id) => !brought.has(id)));
  if (overreaching.length > 0)
    return refused(problem("import-strikes-others", [], { count: overreaching.length, id: overreaching[0]!.id }));
  const kind = await streamKind(database, first!.stream);
  if (kind !== null && kind !== "job") return refused(problem("import-not-a-job"));
  const openings = new Set(opened.map(({ id }) => id));
  if (openings.size > 1 || (kind !== null && fresh.some(({ id }) => openings.has(id))))
    return refused(problem("opened-already"));
  const name = opened.at(-1)!.payload.name;
  const mark = markOf(fresh);
  if (kind !== null && fresh.length > 0 && agreed !== mark) {
    const corrects = fresh.filter((entry) => namedIn(entry).some((id) => known.has(id))).length;
    const here = entries.length - fresh.length;
    return refused(problem("import-adds", [], { name, added: fresh.length, known: here, corrects, mark }));
  }

  // Kept by their content, before the entries that speak of them: should the rest fail, nothing refers to them.
  let kept = 0;
  if (photos.length > 0)
    for await (const photo of photosIn(file)) {
      await keepPhoto(database, photo, now);
      kept += 1;
      await onProgress(0.3 + (0.5 * kept) / photos.length);
    }
  const keep = withTransaction(database, async (connection) => {
    for (const { json, pack } of packs)
      await keepPack(
        connection,
        { sha256: pack.sha256, id: pack.pack.id, revision: pack.pack.revision, json },
        now,
        false,
      );
    await beginStream(connection, first!.stream, "job", now);
    for (const photo of photos) await addToJob(connection, first!.stream, photo, now);
    for (let at = 0; at < fresh.length; at += batch) {
      const answers = await appendWithin(connection, first!.stream, fresh.slice(at, at + batch), now);
      const over = answers!.find(({ outcome }) => outcome === "chain-too-long");
      if (over) throw new ChainTooLong(over.id);
    }
  });
  try {
    await keep;
  } catch (error) {
    if (error instanceof ChainTooLong) return refused(problem("chain-too-long", [error.entry], { most: longestChain }));
    throw error;
  }
  const unknown = entries.flatMap((entry) => (readEntry(entry).ok ? [] : [entry.type]));
  return done({
    stream: first!.stream,
    name,
    added: fresh.length,
    known: entries.length - fresh.length,
    unknownTypes: [...new Set(unknown)].sort(),
  });
}
