import { catalogueWords } from "@/core/catalogue/catalogue";
import type { CataloguePart } from "@/core/catalogue/catalogue-part";
import { plainNumber } from "@/core/pack/revision-number";
import { change, marksFor, select, toDateTime, withTransaction, type Database } from "./connection";

/** A part of the catalogue with when it was taken in. */
export interface CatalogueLine extends CataloguePart {
  readonly edition: string;
  readonly takenAt: string;
}

interface Row {
  readonly json: string;
  readonly edition: string;
  readonly taken_at: Date;
}

const toLine = ({ json, edition, taken_at }: Row): CatalogueLine => ({
  ...(JSON.parse(json) as CataloguePart),
  edition,
  takenAt: taken_at.toISOString(),
});

/** So many rows go in at once: short transactions, which can be tried again. */
const atOnce = 250;

/** Takes parts in; one whose number is known takes its place. */
export async function keepCatalogue(
  database: Database,
  parts: readonly CataloguePart[],
  edition: string,
  now: Date,
): Promise<void> {
  for (let at = 0; at < parts.length; at += atOnce) {
    const some = parts.slice(at, at + atOnce).map((part) => ({ part, plain: plainNumber(part.number) }));
    const rows = some.map(({ part, plain }) => [plain, part.number, part.supersededBy && plainNumber(part.supersededBy), part.class, JSON.stringify(part), edition, toDateTime(now)]); // prettier-ignore
    const words = some.flatMap(({ part, plain }) =>
      catalogueWords(part).map((word): [string, string] => [word, plain]),
    );
    await withTransaction(database, async (connection) => {
      const plains = some.map(({ plain }) => plain);
      await change(connection, `DELETE FROM catalogue_word WHERE plain IN (${marksFor(plains)})`, plains);
      await change(
        connection,
        `REPLACE INTO catalogue_part (plain, number, superseded, class, json, edition, taken_at) VALUES ${rows.map((row) => `(${marksFor(row)})`).join(", ")}`,
        rows.flat(),
      );
      for (let from = 0; from < words.length; from += 500) {
        const few = words.slice(from, from + 500);
        await change(
          connection,
          `INSERT IGNORE INTO catalogue_word (word, plain) VALUES ${few.map(() => "(?, ?)").join(", ")}`,
          few.flat(),
        );
      }
    });
  }
}

const likeBegin = (word: string) => `${word.replaceAll(/[\\%_]/gu, (each) => `\\${each}`)}%`;
const mostWords = 4;

/** The words that a search asks for: a number as it is written plain, else each word by its beginning. */
function asked(text: string): readonly string[] {
  const words = text.toUpperCase().split(/\s+/u).filter(Boolean);
  // What looks like one number in groups is one.
  const whole = plainNumber(text);
  return words.length > 1 && /\d/u.test(whole) && words.every((each) => each.length <= 6)
    ? [whole]
    : words.map((each) => (/[\d=]/u.test(each) ? plainNumber(each) : each)).slice(0, mostWords);
}

/** So many digits make a number, which is typed from its beginning on. */
const isNumber = (word: string) => word.replaceAll(/\D/gu, "").length >= 4;

/**
 * Parts by the beginnings of what they are known by, in the order of their numbers. One word that fills the page by itself
 * is not taken for the beginning of others.
 *
 * @param most  so many at most
 */
export async function findInCatalogue(database: Database, text: string, most = 50): Promise<readonly CatalogueLine[]> {
  const words = asked(text.slice(0, 120)).map((word) => word.slice(0, 60));
  const [first, ...others] = words.map(likeBegin);
  if (first === undefined) return [];
  if (words.length === 1 && !isNumber(words[0]!)) {
    const whole = await select<Row>(
      database,
      `SELECT p.json, p.edition, p.taken_at FROM catalogue_word w JOIN catalogue_part p ON p.plain = w.plain WHERE w.word = ? ORDER BY w.plain LIMIT ${Math.trunc(most)}`,
      [words[0]!],
    );
    if (whole.length === Math.trunc(most)) return whole.map(toLine);
  }
  const rows = await select<Row>(
    database,
    `SELECT p.json, p.edition, p.taken_at
       FROM (SELECT DISTINCT w.plain FROM catalogue_word w WHERE w.word LIKE ?${others.map(() => " AND EXISTS (SELECT 1 FROM catalogue_word o WHERE o.plain = w.plain AND o.word LIKE ?)").join("")} ORDER BY w.plain LIMIT ${Math.trunc(most)}) found
       JOIN catalogue_part p ON p.plain = found.plain ORDER BY p.plain`,
    [first, ...others],
  );
  return rows.map(toLine);
}

const longestChain = 20;

/** What took the place of what, around one number. */
export interface Supersession {
  /** The oldest first; of a longer one those next to the number. */
  readonly chain: readonly CatalogueLine[];
  /** What is ordered now, however many took each other's place before it; null where they run in a circle, or the number is not known. */
  readonly newest: CatalogueLine | null;
}

/** More took each other's place than any catalogue has rows. */
const mostSteps = 200_000;

/** The last of those that took a number's place, one after the other; what runs in a circle has none. */
async function newestOf(database: Database, plain: string): Promise<CatalogueLine | null> {
  const [row] = await select<Row>(
    database,
    `SET STATEMENT max_recursive_iterations = ${mostSteps} FOR
     WITH RECURSIVE newer AS (
       SELECT plain, superseded FROM catalogue_part WHERE plain = ?
       UNION SELECT p.plain, p.superseded FROM catalogue_part p JOIN newer n ON p.plain = n.superseded)
     SELECT p.json, p.edition, p.taken_at FROM newer n JOIN catalogue_part p ON p.plain = n.plain
      WHERE n.superseded IS NULL OR NOT EXISTS (SELECT 1 FROM catalogue_part q WHERE q.plain = n.superseded) LIMIT 1`,
    [plain],
  );
  return row ? toLine(row) : null;
}

/** What took the place of what, the oldest first, around one number; and the newest of them, however long it is. */
export async function supersessionOf(database: Database, number: string): Promise<Supersession> {
  const one = async (plain: string): Promise<CatalogueLine | null> => {
    const [row] = await select<Row>(database, "SELECT json, edition, taken_at FROM catalogue_part WHERE plain = ?", [plain]); // prettier-ignore
    return row ? toLine(row) : null;
  };
  const start = await one(plainNumber(number));
  if (!start) return { chain: [], newest: null };
  const newest = await newestOf(database, plainNumber(number));
  const chain = [start];
  const seen = new Set([plainNumber(start.number)]);
  for (let at = start; at.supersededBy !== null && chain.length < longestChain;) {
    const next = await one(plainNumber(at.supersededBy));
    if (!next || seen.has(plainNumber(next.number))) break;
    seen.add(plainNumber(next.number));
    chain.push((at = next));
  }
  for (let at = start; chain.length < longestChain;) {
    const [row] = await select<Row>(database, "SELECT json, edition, taken_at FROM catalogue_part WHERE superseded = ? ORDER BY plain LIMIT 1", [plainNumber(at.number)]); // prettier-ignore
    if (!row) break;
    const before = toLine(row);
    if (seen.has(plainNumber(before.number))) break;
    seen.add(plainNumber(before.number));
    chain.unshift((at = before));
  }
  return { chain, newest };
}

/** How many parts there are. */
export async function countCatalogue(database: Database): Promise<number> {
  const [row] = await select<{ count: number }>(database, "SELECT COUNT(*) AS count FROM catalogue_part", []);
  return row!.count;
}
