import { namedBy } from "@/core/entry/effective";
import { readEntry } from "@/core/entry/read-entry";
import type { Envelope } from "@/core/entry/schema";
import { foldShelf, wordsIn, wordsOf, type ShelfListing, type ShelfPart } from "@/core/parts/shelf";
import { change, marksFor, select, toDateTime, withTransaction, type Connection, type Database } from "./connection";
import { beginStream, knownEntries, listStreams, readEntries } from "./streams";

/** A line of the shelf with what the store knows it by. */
export interface ShelfLine extends ShelfListing {
  readonly laidBy: string;
  readonly gone: string | null;
  readonly goneTo: string | null;
}

const columns = "part, stream_id, class, pack, tag, number, series, revision, origin, lies, readings, findings, against, laid_by, laid_at, gone, gone_at, gone_to"; // prettier-ignore

const rowOf = (stream: string, { laid, lies, left }: ShelfPart) => {
  const { part, class: of, pack, tag, number, series, revision, from, entries, against } = laid.payload;
  const count = (type: string) => entries.filter((each) => each.type === type).length;
  return [
    part,
    stream,
    of,
    pack.id,
    tag,
    number,
    series,
    revision,
    from.name,
    lies,
    count("reading-taken"),
    count("finding-made"),
    against.length,
    laid.id,
    toDateTime(new Date(laid.at)),
    left?.payload.to ?? null,
    left ? toDateTime(new Date(left.at)) : null,
    left?.payload.job?.name ?? left?.payload.words ?? null,
  ];
};

async function keep(connection: Connection, stream: string, parts: readonly ShelfPart[]): Promise<void> {
  for (let at = 0; at < parts.length; at += 200) {
    const some = parts.slice(at, at + 200);
    const ids = some.map(({ laid }) => laid.payload.part);
    const rows = some.map((part) => rowOf(stream, part));
    await change(connection, `DELETE FROM shelf_word WHERE part IN (${marksFor(ids)})`, ids);
    await change(
      connection,
      `REPLACE INTO shelf_part (${columns}) VALUES ${rows.map((row) => `(${marksFor(row)})`).join(", ")}`,
      rows.flat(),
    );
    // Only what lies there is searched for.
    const words = some.flatMap((part) =>
      part.left ? [] : wordsOf(part).map((word): [string, string] => [word, part.laid.payload.part]),
    );
    for (let from = 0; from < words.length; from += 500) {
      const few = words.slice(from, from + 500);
      await change(
        connection,
        `INSERT IGNORE INTO shelf_word (word, part) VALUES ${few.map(() => "(?, ?)").join(", ")}`,
        few.flat(),
      );
    }
  }
}

async function projectWhole(connection: Connection, stream: string): Promise<void> {
  const parts = [...foldShelf(await readEntries(connection, stream)).values()];
  const kept = new Set(parts.map(({ laid }) => laid.payload.part));
  const before = await select<{ part: string }>(connection, "SELECT part FROM shelf_part WHERE stream_id = ?", [
    stream,
  ]);
  const lost = before.map(({ part }) => part).filter((part) => !kept.has(part));
  for (let at = 0; at < lost.length; at += 500) {
    const some = lost.slice(at, at + 500);
    await change(connection, `DELETE FROM shelf_part WHERE part IN (${marksFor(some)})`, some);
    await change(connection, `DELETE FROM shelf_word WHERE part IN (${marksFor(some)})`, some);
  }
  await keep(connection, stream, parts);
}

/**
 * Takes up entries that the shelf was just given, in the transaction that keeps them: parts that come for the first time
 * are added as they are; whatever is said of one that is known is worked out from the whole shelf's record of it.
 */
export async function projectShelf(connection: Connection, stream: string, fresh: readonly Envelope[]): Promise<void> {
  const entries = fresh.flatMap((each) => {
    const read = readEntry(each);
    return read.ok ? [read.value] : [];
  });
  const parts = [...new Set(entries.flatMap(({ payload }) => ("part" in payload ? [payload.part] : [])))];
  if (entries.some((entry) => namedBy(entry).length > 0)) return projectWhole(connection, stream);
  if (parts.length === 0) return;
  const known: { part: string; laid_by: string }[] = [];
  for (let at = 0; at < parts.length; at += 500) {
    const some = parts.slice(at, at + 500);
    known.push(
      ...(await select<{ part: string; laid_by: string }>(
        connection,
        `SELECT part, laid_by FROM shelf_part WHERE part IN (${marksFor(some)})`,
        some,
      )),
    );
  }
  if (known.length === 0) return keep(connection, stream, [...foldShelf(fresh).values()]);
  // What was said of these parts before, and no others: a shelf has thousands.
  const before = await entriesAbout(
    connection,
    stream,
    known.map(({ part }) => part),
  );
  await keep(connection, stream, [...foldShelf([...before, ...fresh]).values()]);
}

/** The entries of the shelf about some parts, oldest first. */
async function entriesAbout(
  on: Database | Connection,
  stream: string,
  parts: readonly string[],
): Promise<readonly Envelope[]> {
  const found: Envelope[] = [];
  for (let at = 0; at < parts.length; at += 100) {
    const some = parts.slice(at, at + 100);
    const rows = await select<{ id: string }>(
      on,
      `SELECT id FROM entry WHERE stream_id = ? AND JSON_VALUE(payload, '$.part') IN (${marksFor(some)})`,
      [stream, ...some],
    );
    const known = await knownEntries(
      on,
      rows.map(({ id }) => id),
    );
    found.push(...[...known.values()].map(({ envelope }) => envelope));
  }
  return found;
}

/** The stream of the parts that the shop keeps; begun where there is none. */
export async function shelfStream(database: Database, newId: () => string, now: Date): Promise<string> {
  const [known] = await listStreams(database, "shelf");
  if (known) return known;
  const stream = newId();
  await beginStream(database, stream, "shelf", now);
  return stream;
}

type LineRow = Omit<ShelfLine, "laidAt" | "laidBy" | "goneTo"> & {
  readonly laid_at: Date;
  readonly laid_by: string;
  readonly gone_to: string | null;
};

const listed = "s.part, s.class, s.pack, s.tag, s.number, s.origin, s.lies, s.readings, s.findings, s.against, s.laid_by, s.laid_at, s.gone, s.gone_to"; // prettier-ignore

const toLine = ({ laid_at, laid_by, gone_to, ...row }: LineRow): ShelfLine => ({
  ...row,
  laidAt: laid_at.toISOString(),
  laidBy: laid_by,
  goneTo: gone_to,
});

/** So many are listed at once, newest first. */
export const shelfPage = 50;

/** A word that no more parts than this have leads to them; for others parts are gone through, newest first. */
const fewParts = 400;

/** What lies on the shelf, newest first: by words, each of which begins one that the part is known by, and by its kind. */
export async function searchShelf(
  on: Database | Connection,
  { text = "", of = null, most = shelfPage }: { text?: string; of?: string | null; most?: number },
): Promise<readonly ShelfLine[]> {
  const words = wordsIn(text).slice(0, 6);
  const limit = Math.min(200, Math.max(1, Math.floor(most)));
  const kind = of === null ? [] : [of];
  // A number of its own for each row: the database does not turn it into a join that would have to sort all of them.
  const knownBy = (others: readonly string[]) =>
    others.map(() => " AND (SELECT 1 FROM shelf_word w WHERE w.part = s.part AND w.word LIKE ? LIMIT 1) = 1").join("");
  // Where few lead, the database may make a join of it.
  const ledBy = (others: readonly string[]) =>
    others.map(() => " AND EXISTS (SELECT 1 FROM shelf_word w WHERE w.part = s.part AND w.word LIKE ?)").join("");
  const begins = (all: readonly string[]) => all.map((word) => `${word}%`);
  const where = `s.gone IS NULL${of === null ? "" : " AND s.class = ?"}`;

  // Numbers tell most, then long words.
  const [lead, ...others] = [...words].sort(
    (a, b) => Number(/\d/u.test(b)) - Number(/\d/u.test(a)) || b.length - a.length,
  );
  // A number of some length is tried at once; whether any other word is common is asked first.
  const isTelling = lead !== undefined && lead.length >= 4 && /\d/u.test(lead);
  if (lead !== undefined && (isTelling || !(await isCommon(on, lead)))) {
    // A part that several of its words lead to comes several times.
    const rows = await select<LineRow>(
      on,
      `SELECT ${listed} FROM shelf_word l STRAIGHT_JOIN shelf_part s ON s.part = l.part WHERE l.word LIKE ? AND ${where}${ledBy(others)} ORDER BY s.laid_at DESC, s.part DESC LIMIT ${fewParts}`,
      [...begins([lead]), ...kind, ...begins(others)],
    );
    return [...new Map(rows.map((row) => [row.part, row])).values()].slice(0, limit).map(toLine);
  }
  const rows = await select<LineRow>(
    on,
    `SELECT ${listed} FROM shelf_part s FORCE INDEX (${of === null ? "by_laid" : "by_class"}) WHERE ${where}${knownBy(words)} ORDER BY s.laid_at DESC, s.part DESC LIMIT ${limit}`,
    [...kind, ...begins(words)],
  );
  return rows.map(toLine);
}

async function isCommon(on: Database | Connection, word: string): Promise<boolean> {
  const rows = await select(on, `SELECT 1 FROM shelf_word WHERE word LIKE ? LIMIT ${fewParts}, 1`, [`${word}%`]);
  return rows.length > 0;
}

/** How many parts lie there. */
export async function countShelf(database: Database): Promise<number> {
  const [row] = await select<{ count: number }>(
    database,
    "SELECT COUNT(*) AS count FROM shelf_part WHERE gone IS NULL",
  );
  return Number(row!.count);
}

/** One part as it is listed; null where the shelf never had it. */
export async function readShelfPart(on: Database | Connection, part: string, lock = ""): Promise<ShelfLine | null> {
  const [row] = await select<LineRow>(on, `SELECT ${listed} FROM shelf_part s WHERE s.part = ?${lock}`, [part]);
  return row ? toLine(row) : null;
}

/** The same, held so while the transaction lasts. */
export const lockShelfPart = (connection: Connection, part: string): Promise<ShelfLine | null> =>
  readShelfPart(connection, part, " FOR UPDATE");

/** The entry by which a part came to the shelf, with all that is known of it. */
export async function laidEntry(on: Database | Connection, id: string): Promise<Envelope | null> {
  return (await knownEntries(on, [id])).get(id)?.envelope ?? null;
}

/** Works the shelf out anew from its entries. */
export async function rebuildShelf(database: Database): Promise<void> {
  for (const stream of await listStreams(database, "shelf"))
    await withTransaction(database, async (connection) => {
      await select(connection, "SELECT head_seq FROM stream WHERE id = ? FOR UPDATE", [stream]);
      await projectWhole(connection, stream);
    });
}
