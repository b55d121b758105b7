import { randomBytes } from "node:crypto";
import { makeId } from "@/core/entry/make-entry";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { appendEntries } from "@/store/append";
import { listCards, usualListing } from "@/store/cards";
import type { Database } from "@/store/connection";
import { testDatabase } from "@/store/fixtures/test-database";
import { beginStream } from "@/store/streams";
import { CardMaker } from "./cards";

const now = new Date("2026-11-26T08:00:00Z");
const kept = globalThis as { emberDatabase?: Database };
let database: Database;
beforeAll(async () => {
  database = kept.emberDatabase = await testDatabase("card_maker", now, 2);
});
afterAll(() => database.end());

const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });

test("a job whose judging was the end of the last maker keeps no other waiting, and is tried again later", async () => {
  const jobs = [newId(), newId(), newId()];
  for (const stream of jobs) {
    await beginStream(database, stream, "job", now);
    const entries = new TestBench(orrinshaw).entries.map((entry) => ({ ...entry, stream, id: newId() }));
    await appendEntries(database, stream, entries, now);
  }
  const told: string[] = [];
  const until = now.getTime() + 60_000;
  const maker = new CardMaker([[jobs[1]!, until]], (id) => told.push(id));
  expect(await maker.round(() => now)).toBe(2);
  expect(told).toEqual(expect.arrayContaining([jobs[0], jobs[2]]));
  const made = async () =>
    (await listCards(database, { core: "", notBefore: now }, { from: 0, most: 9, ...usualListing }))
      .filter(({ card }) => card !== null)
      .map(({ id }) => id);
  expect(await made()).not.toContain(jobs[1]);
  expect(await maker.round(() => new Date(until + 1))).toBe(1);
  expect(await made()).toContain(jobs[1]);
});
