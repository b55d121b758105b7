import { randomBytes } from "node:crypto";
import { makeId } from "@/core/entry/make-entry";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { appendEntries } from "@/store/append";
import { listCards, usualListing } from "@/store/cards";
import { beginJudging, noteEnding } from "@/store/asides";
import type { Database } from "@/store/connection";
import { testDatabase } from "@/store/fixtures/test-database";
import { beginStream } from "@/store/streams";
import { CardMaker, making, tryAgain } from "./cards";

const now = new Date("2026-11-26T08:00:00Z");
const kept = globalThis as { emberDatabase?: Database };
let database: Database;
beforeAll(async () => {
  database = kept.emberDatabase = await testDatabase("card_maker", now, 2);
});
afterAll(() => database.end());

const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });

/** A job as it was opened. */
async function job(): Promise<string> {
  const stream = newId();
  await beginStream(database, stream, "job", now);
  const entries = new TestBench(orrinshaw).entries.map((entry) => ({ ...entry, stream, id: newId() }));
  await appendEntries(database, stream, entries, now);
  return stream;
}

const cards = async () =>
  new Map(
    (await listCards(database, { core: "", notBefore: now }, { from: 0, most: 9, ...usualListing })).flatMap(
      ({ id, card }) => (card === null ? [] : [[id, "trouble" in card ? card.trouble.code : "card"] as const]),
    ),
  );

test("a job whose judging was the end of a maker keeps no other waiting, over restarts too, until somebody has it tried again", async () => {
  const [bad, ...others] = [await job(), await job(), await job()];
  const told: (string | null)[] = [];
  // The maker before this one ended over it, by taking too long.
  await beginJudging(database, bad!, making(now).core, now);
  const first = new CardMaker({ job: bad!, by: "too-long" }, (id) => told.push(id));
  expect(await first.round(() => now)).toBe(2);
  expect(told.filter((id) => id !== null).sort()).toEqual([...others].sort());
  expect((await cards()).get(bad!)).toBe("job-set-aside");
  // A restart knows nothing of how it ended, and lets it be all the same.
  const rested = new Date(now.getTime() + 60_000);
  expect(await new CardMaker().round(() => rested)).toBe(0);
  expect([await tryAgain(bad!), await tryAgain(bad!)]).toEqual([true, false]);
  expect(await new CardMaker().round(() => rested)).toBe(1);
  expect((await cards()).get(bad!)).toBe("pack-not-here");
});

test("a maker that ended and nobody knows why may try once more, and no oftener", async () => {
  const id = await job();
  const due = () => new CardMaker().round(() => now);
  await beginJudging(database, id, making(now).core, now);
  expect(await due()).toBe(1);
  const again = await job();
  await beginJudging(database, again, making(now).core, now);
  await noteEnding(database, again, null);
  expect([await due(), (await cards()).get(again)]).toEqual([0, "job-set-aside"]);
});
