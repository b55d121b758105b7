import { randomBytes } from "node:crypto";
import type { JobCard } from "@/core/card";
import { makeId } from "@/core/entry/make-entry";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/load";
import { problem } from "@/core/problem/problem";
import { appendEntries } from "./append";
import { countJobs, keepCard, listCards, namedJobs, staleJobs, type Making } from "./cards";
import { type Database } from "./connection";
import { testDatabase } from "./fixtures/test-database";
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
  const list = async (making = today) =>
    (await listCards(database, making, { from: 0, most: 10 })).map(({ name, isFresh }) => [name, isFresh]);
  // Before it has one it goes by what it was opened as.
  expect(await list()).toEqual([["Test job", false], ["Test job", false], ["Test job", false]]); // prettier-ignore
  expect(new Set(await staleJobs(database, today, 10))).toEqual(new Set([one, two, over]));

  await keepCard(database, one, card("One"), { seq: 3, core: today.core, now });
  await keepCard(database, two, card("Two", { wantedBy: "2026-12-01" }), { seq: 2, core: today.core, now });
  await keepCard(database, over, card("Over", { isOver: true, wantedBy: "2026-01-01" }), { seq: 1, core: today.core, now }); // prettier-ignore
  // Wanted soonest first, handed over last.
  expect(await list()).toEqual([["Two", true], ["One", true], ["Over", true]]); // prettier-ignore
  expect(await staleJobs(database, today, 10)).toEqual([]);
  expect((await list(tomorrow)).map(([, isFresh]) => isFresh)).toEqual([false, false, false]);
  expect((await list(rebuilt)).map(([, isFresh]) => isFresh)).toEqual([false, false, false]);

  // What is written to one makes that one stale, and no other; it still shows what it showed.
  await appendEntries(database, two, [{ ...new TestBench(orrinshaw).entries[5]!, stream: two, id: newId() }], now);
  expect(await list()).toEqual([["Two", false], ["One", true], ["Over", true]]); // prettier-ignore
  expect(await staleJobs(database, today, 10)).toEqual([two]);
  await keepCard(database, two, { name: "Two", trouble: problem("no-job-in-record", [two]) }, { seq: 3, core: today.core, now }); // prettier-ignore
  expect(await staleJobs(database, today, 10)).toEqual([]);
  expect(await countJobs(database)).toBe(3);
  expect((await namedJobs(database)).map(({ name }) => name).sort()).toEqual(["One", "Over", "Two"]);
  expect((await listCards(database, today, { from: 1, most: 1 })).map(({ id }) => id)).toHaveLength(1);
});
