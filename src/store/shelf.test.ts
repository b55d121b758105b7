import { randomBytes } from "node:crypto";
import fc from "fast-check";
import { makeEntry, makeId, type Maker } from "@/core/entry/make-entry";
import type { Envelope, Payload } from "@/core/entry/schema";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { foldShelf } from "@/core/parts/shelf";
import { select, type Database } from "./connection";
import { testDatabase } from "./fixtures/test-database";
import { appendEntries } from "./append";
import { rebuildShelf, searchShelf, shelfStream } from "./shelf";

const now = new Date("2026-11-24T08:00:00.123Z");
let database: Database;

beforeAll(async () => {
  database = await testDatabase("shelf", now);
});
afterAll(() => database.end());

const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });
let clock = Date.parse("2026-11-20T08:00:00Z");

/** Hands at the shelf: what they write down, in order. */
function hands(stream: string) {
  const maker: Maker = { stream, author: "tester", now: () => (clock += 1000), random: () => randomBytes(16) };
  const lay = (part: string, tag: string, rest: Partial<Payload<"shelf-laid">> = {}) =>
    makeEntry(maker, "shelf-laid", { part, class: "piston", tag, pack: { id: "orrinshaw-6m", revision: 6, sha256: orrinshaw.sha256 }, number: null, series: null, revision: null, from: { job: stream, name: "Ferry Marigold" }, lies: "rack 3", entries: [], against: [], ...rest }); // prettier-ignore
  const move = (part: string, lies: string) => makeEntry(maker, "shelf-moved", { part, lies });
  const leave = (part: string, to: "job" | "scrap") => makeEntry(maker, "shelf-left", { part, to, job: null, words: null }); // prettier-ignore
  const strike = (...entries: readonly Envelope[]) => makeEntry(maker, "entry-struck", { strikes: entries.map(({ id }) => id) }); // prettier-ignore
  return { lay, move, leave, strike };
}

const tags = async (text: string, of: string | null = null) => (await searchShelf(database, { text, of })).map(({ tag }) => tag); // prettier-ignore

test("parts are found by the beginnings of what they are known by, newest first, while they lie there", async () => {
  const stream = await shelfStream(database, newId, now);
  expect(await shelfStream(database, newId, now)).toBe(stream);
  const { lay, move, leave, strike } = hands(stream);
  const [a, b, c] = [newId(), newId(), newId()];
  await appendEntries(database, stream, [lay(a, "P-77"), lay(b, "P-78", { number: "OP-114-B" })], now);
  await appendEntries(database, stream, [lay(c, "L-1", { class: "liner", lies: "floor" })], now);
  expect(await tags("")).toEqual(["L-1", "P-78", "P-77"]);
  expect([await tags("pist rack"), await tags("op 114"), await tags("78", "liner"), await tags("mari", "liner")]).toEqual([["P-78", "P-77"], ["P-78"], [], ["L-1"]]); // prettier-ignore
  const gone = leave(b, "job");
  await appendEntries(database, stream, [gone, move(a, "rack 9")], now);
  expect([await tags("P"), await tags("9")]).toEqual([["P-77"], ["P-77"]]);
  // Taken back, it lies there again.
  await appendEntries(database, stream, [strike(gone)], now);
  expect(await tags("114")).toEqual(["P-78"]);
  // Worked out anew it is the same.
  const before = await select(database, "SELECT * FROM shelf_part ORDER BY part");
  await rebuildShelf(database);
  expect(await select(database, "SELECT * FROM shelf_part ORDER BY part")).toEqual(before);
});

test("the shelf is the same for every order and duplication; what was scrapped stays so", () => {
  const { lay, move, leave } = hands(newId());
  const [a, b] = [newId(), newId()];
  const entries = [lay(a, "A"), leave(a, "scrap"), lay(a, "A again"), lay(b, "B"), leave(b, "job"), lay(b, "B back"), move(b, "rack 5")]; // prettier-ignore
  const said = (of: readonly Envelope[]) =>
    [...foldShelf(of).values()]
      .map(({ laid, lies, left }) => [laid.payload.tag, lies, left?.payload.to ?? null])
      .sort();
  expect(said(entries)).toEqual([["A again", "rack 3", "scrap"], ["B back", "rack 5", null]]); // prettier-ignore
  fc.assert(
    fc.property(fc.shuffledSubarray([...entries, ...entries], { minLength: 2 * entries.length }), (shuffled) =>
      expect(said(shuffled)).toEqual(said(entries)),
    ),
    { numRuns: 40 },
  );
});
