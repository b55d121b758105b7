import { randomBytes } from "node:crypto";
import type { JobCard, Listing } from "@/core/views/card";
import { makeId } from "@/core/entry/make-entry";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { problem } from "@/core/problem/problem";
import { appendEntries } from "./append";
import { countJobs, countStale, keepCard, listCards, namedJobs, staleJobs, usualListing, type Making } from "./cards";
import { type Database } from "./connection";
import { testDatabase } from "./fixtures/test-database";
import { addOwner, eraseOwner } from "./owners";
import { beginStream } from "./streams";

const now = new Date("2026-11-26T08:00:00Z");
const later = new Date("2026-11-27T09:00:00Z");
const today: Making = { core: "1 build-a", notBefore: new Date("2026-11-25T08:00:00Z") };
const tomorrow: Making = { ...today, notBefore: new Date("2026-11-26T09:00:00Z") };
const rebuilt: Making = { ...today, core: "1 build-b" };
let database: Database;

beforeAll(async () => {
  database = await testDatabase("cards", now, 2);
});
afterAll(() => database.end());

const card = (name: string, over: Partial<JobCard> = {}): JobCard => ({
  name,
  number: null,
  family: "Orrinshaw 6M",
  variant: null,
  hoursWanted: null,
  application: null,
  wantedBy: null,
  late: 0,
  isOver: false,
  ready: null,
  putAway: null,
  isBlank: false,
  owner: null,
  givenTo: null,
  work: null,
  waits: null,
  unit: "mm",
  station: "measure",
  next: problem("undecided", [], { count: 1 }),
  holds: { danger: 0, debt: 0, unknown: 1 },
  pack: orrinshaw.sha256,
  slots: "",
  ...over,
});
const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });

async function job(entries: number, at = now): Promise<string> {
  const stream = newId();
  await beginStream(database, stream, "job", at);
  const all = new TestBench(orrinshaw).entries.map((entry) => ({ ...entry, stream, id: newId() }));
  await appendEntries(database, stream, all.slice(0, entries), now);
  return stream;
}

test("a card is of today while nothing was written since, by the program that made it, for a day", async () => {
  const [one, two, over] = [await job(3), await job(2, later), await job(1)];
  await beginStream(database, newId(), "shop", now);
  const list = async (making = today, listing: Partial<Listing> = {}) =>
    (await listCards(database, making, { from: 0, most: 10, ...usualListing, ...listing })).map(({ name, isFresh }) => [name, isFresh]); // prettier-ignore
  // Before it has one it goes by what it was opened as.
  expect(await list()).toEqual([["Test job", false], ["Test job", false], ["Test job", false]]); // prettier-ignore
  expect(new Set(await staleJobs(database, today, 10))).toEqual(new Set([one, two, over]));
  expect(await countStale(database, today)).toBe(3);

  await keepCard(database, one, card("One"), { seq: 3, words: "", core: today.core, now });
  await keepCard(database, two, card("Two", { wantedBy: "2026-12-01" }), { seq: 2, words: "", core: today.core, now });
  await keepCard(database, over, card("Over", { isOver: true, wantedBy: "2026-01-01" }), { seq: 1, words: "", core: today.core, now }); // prettier-ignore
  // Wanted soonest first; what is handed over lies apart.
  expect(await list()).toEqual([["Two", true], ["One", true]]); // prettier-ignore
  expect(await list(today, { show: "over" })).toEqual([["Over", true]]);
  expect(await staleJobs(database, today, 10)).toEqual([]);
  expect(await countStale(database, today)).toBe(0);
  expect((await list(tomorrow)).map(([, isFresh]) => isFresh)).toEqual([false, false]);
  expect((await list(rebuilt)).map(([, isFresh]) => isFresh)).toEqual([false, false]);

  // What is written to one makes that one stale, and no other; it still shows what it showed.
  await appendEntries(database, two, [{ ...new TestBench(orrinshaw).entries[5]!, stream: two, id: newId() }], now);
  expect(await list()).toEqual([["Two", false], ["One", true]]); // prettier-ignore
  expect(await staleJobs(database, today, 10)).toEqual([two]);
  await keepCard(database, two, { name: "Two", trouble: problem("no-job-in-record", [two]) }, { seq: 3, words: "", core: today.core, now }); // prettier-ignore
  expect(await staleJobs(database, today, 10)).toEqual([]);
  expect(await countJobs(database, usualListing)).toBe(2);
  expect((await namedJobs(database)).map(({ name }) => name).sort()).toEqual(["One", "Over", "Two"]);
  expect((await listCards(database, today, { from: 1, most: 1, ...usualListing })).map(({ id }) => id)).toHaveLength(1);
});

test("a job is found by all words of its name, number, family, owner and tags; what is put away is in no list but its own", async () => {
  const owner = newId();
  await addOwner(database, { id: owner, name: "Petrel Line", contact: "", note: "" }, now);
  const keep = async (name: string, over: Partial<JobCard>, words = "") =>
    keepCard(database, await job(1), card(name, over), { seq: 1, words, core: today.core, now });
  await keep("Sound ferry", { number: "M66-100", owner, holds: { danger: 0, debt: 4, unknown: 0 } }, "ln-1 pn-1");
  await keep("Sound tug", { number: "M66_200", holds: { danger: 2, debt: 0, unknown: 0 } }, "rtr-1");
  await keep("Old sound", { putAway: "archive" });
  await keep("Sound slip", { putAway: "mistakes", isBlank: true });
  const found = async (words: string, listing: Partial<Listing> = {}) =>
    (await listCards(database, today, { from: 0, most: 10, ...usualListing, words, ...listing })).map(
      ({ name }) => name,
    );
  expect(await found("SOUND orrin")).toEqual(expect.arrayContaining(["Sound ferry", "Sound tug"]));
  expect(await found("sound petrel")).toEqual(["Sound ferry"]);
  expect(await found("pn-1 ferry")).toEqual(["Sound ferry"]);
  expect(await found("pn-1 tug")).toEqual([]);
  // Signs that a pattern would read otherwise are signs like others.
  expect(await found("M66_")).toEqual(["Sound tug"]);
  expect(await found("%")).toEqual([]);
  expect(await found("sound", { show: "archive" })).toEqual(["Old sound"]);
  expect(await found("sound", { sort: "held" })).toEqual(["Sound tug", "Sound ferry"]);
  expect(await found("sound", { sort: "name" })).toEqual(["Sound ferry", "Sound tug"]);
  expect(await countJobs(database, { words: "sound", show: "bench" })).toBe(2);

  expect((await namedJobs(database)).map(({ name }) => name)).not.toContain("Sound slip");

  // A name that was erased finds nothing any more.
  await eraseOwner(database, owner, now);
  expect(await found("petrel")).toEqual([]);
});
