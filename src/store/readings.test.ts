import { randomBytes } from "node:crypto";
import fc from "fast-check";
import { fold } from "@/core/entry/fold";
import { makeId } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { change, select, type Database } from "./connection";
import { testDatabase } from "./fixtures/test-database";
import { appendEntries } from "./append";
import { beginStream, listStreams } from "./streams";
import { readingsAt, rebuildReadings, visitOf } from "./readings";
import { shopStream } from "./shop-stream";

const now = new Date("2026-11-24T08:00:00.123Z");
let database: Database;

beforeAll(async () => {
  database = await testDatabase("readings", now);
});
afterAll(() => database.end());

/** A job under ids of its own, given to the store in batches. */
async function kept(entries: readonly Envelope[], batches: readonly (readonly Envelope[])[]): Promise<string> {
  const { stream } = entries[0]!;
  await beginStream(database, stream, "job", now);
  for (const batch of batches) await appendEntries(database, stream, batch, now);
  return stream;
}

/** A bench whose ids no other run of the tests has used. */
function bench(number: string | null): TestBench {
  const made = new TestBench(orrinshaw, { engine: { number, variant: null } });
  const stream = makeId({ now: Date.now, random: () => randomBytes(16) });
  made.entries.forEach((entry, at) => {
    made.entries[at] = {
      ...entry,
      stream,
      id: makeId({ now: () => Date.parse(entry.at), random: () => randomBytes(16) }),
    };
  });
  Object.assign(made.maker, { stream, random: () => randomBytes(16) });
  return made;
}

const factsOf = async (stream: string) =>
  (
    await select<{ id: string; slot: string; feature: string; point: string; value: number }>(
      database,
      "SELECT id, slot, feature, point, value FROM reading_fact WHERE stream_id = ? ORDER BY id",
      [stream],
    )
  ).map(({ id, slot, feature, point, value }) => [id, slot, feature, point, value]);

const told = (entries: readonly Envelope[]) => {
  const job = fold(entries);
  const rivals = new Set(job.conflicts.flatMap(({ successors }) => successors));
  return job.readings
    .flatMap(({ id, part, feature, point, value }) => {
      const slot = job.parts.get(part)?.slot;
      return slot && !rivals.has(id) ? [[id, slot, feature, point, value]] : [];
    })
    .sort(([a], [b]) => (String(a) < String(b) ? -1 : 1));
};

test("what is kept of a job's readings is what its entries say, in whatever batches and whatever order they came, corrections before what they correct too", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom("read", "correct", "strike", "unstrike", "take out", "put in"), {
        minLength: 4,
        maxLength: 14,
      }),
      fc.infiniteStream(fc.nat(7)),
      fc.boolean(),
      async (acts, cuts, isShuffled) => {
        const job = bench(null);
        const occasion = job.occasion();
        const setUp = [...job.entries];
        const readings: Envelope[] = [];
        const strikes: Envelope[] = [];
        acts.forEach((act, at) => {
          if (act === "read" || readings.length === 0)
            readings.push(job.read(occasion, `liner-${(at % 6) + 1}`, "bore", "top-thrust", 108 + at / 1000));
          else if (act === "correct")
            readings.push(
              job.add("reading-taken", {
                ...(readings[at % readings.length]!.payload as never as Parameters<typeof job.add<"reading-taken">>[1]),
                value: 108.5,
                supersedes: [readings[at % readings.length]!.id],
              }),
            );
          else if (act === "strike")
            strikes.push(job.add("entry-struck", { strikes: [readings[at % readings.length]!.id] }));
          else if (act === "unstrike" && strikes.length > 0) job.add("entry-struck", { strikes: [strikes.at(-1)!.id] });
          else if (act === "take out") job.add("part-removed", { part: job.partIn.get("liner-2")! });
          else if (act === "put in") job.add("part-installed", { part: job.partIn.get("liner-2")!, slot: "liner-2" });
        });
        const acted = job.entries.slice(setUp.length);
        // Backwards, the job itself and its parts come last of all.
        const batches: Envelope[][] = [[]];
        for (const entry of isShuffled ? acted.reverse() : acted) {
          if (cuts.next().value === 0) batches.push([]);
          batches.at(-1)!.push(entry);
        }
        const stream = await kept(
          job.entries,
          (isShuffled ? [...batches, setUp] : [setUp, ...batches]).filter((batch) => batch.length > 0),
        );
        expect(await factsOf(stream)).toEqual(told(job.entries));
      },
    ),
    { numRuns: 12 },
  );
}, 60_000);

test("one batch may read many parts; a part named by anything but an id is carried and counts for nothing", async () => {
  const job = bench(null);
  const occasion = job.occasion();
  job.read(occasion, "liner-1", "bore", "top-thrust", 108.01);
  const stream = await kept(job.entries, [job.entries]);
  const [batch, known] = [job.entries.length, await factsOf(stream)];
  for (const n of [1, 2, 3, 4, 5, 6]) {
    job.read(occasion, `liner-${n}`, "bore", "top-axial", 108);
    job.read(
      occasion,
      `piston-${n}`,
      "skirt",
      orrinshaw.rows.get(`piston-${n}/skirt`)!.at.feature.points[0]!.id,
      107.9,
    );
  }
  // Of a version yet to come, and with a part that is no path of the database's JSON.
  const odd = {
    ...job.entries.at(-1)!,
    id: makeId({ now: Date.now, random: () => randomBytes(16) }),
    v: 99,
    payload: { ...job.entries.at(-1)!.payload, part: `"'$[0]` },
  };
  const answers = await appendEntries(database, stream, [...job.entries.slice(batch), odd], now);
  expect(new Set(answers!.map(({ outcome }) => outcome))).toEqual(new Set(["kept"]));
  const facts = await factsOf(stream);
  expect(facts).toHaveLength(known.length + 12);
  expect(facts).toEqual(told(job.entries));
});

test("the shop's own stream is begun once, however many ask for it", async () => {
  const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });
  const first = await shopStream(database, newId, now);
  expect(await shopStream(database, newId, now)).toBe(first);
  expect(await listStreams(database, "shop")).toEqual([first]);
});

test("the same place at other visits of one engine, and of all engines of its kind; worked out anew it is the same", async () => {
  const number = `N-${makeId({ now: Date.now, random: () => randomBytes(16) })}`;
  const visits = await Promise.all(
    [
      [number, 108.02],
      [number, 108.06],
      ["another", 108.09],
    ].map(async ([engine, size]) => {
      const job = bench(engine as string);
      job.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 9000 });
      job.readAll(job.occasion(), "liner-4/bore", [size as number, 108, 108, 108, 108, 108]);
      return kept(job.entries, [job.entries]);
    }),
  );
  const at = { ...(await visitOf(database, visits[0]!))!, slot: "liner-4", feature: "bore" };
  const found = await readingsAt(database, at);
  const tops = (list: typeof found.ofAll) =>
    new Set(
      list.filter(({ point, stream }) => point === "top-thrust" && visits.includes(stream)).map(({ value }) => value),
    );
  expect([tops(found.ofEngine), tops(found.ofAll)]).toEqual([
    new Set([108.02, 108.06]),
    new Set([108.02, 108.06, 108.09]),
  ]);
  expect(found.visits.filter(({ stream }) => visits.includes(stream)).map(({ hours }) => hours)).toEqual([
    9000, 9000, 9000,
  ]);
  expect((await readingsAt(database, { ...at, engine: null })).ofEngine).toEqual([]);
  expect(await visitOf(database, makeId({ now: Date.now, random: () => randomBytes(16) }))).toBeNull();

  const before = await factsOf(visits[0]!);
  await change(database, "DELETE FROM reading_fact WHERE stream_id = ?", [visits[0]!]);
  await change(database, "DELETE FROM visit WHERE stream_id = ?", [visits[0]!]);
  expect(await rebuildReadings(database, true)).toBe(1);
  expect([before.length, await factsOf(visits[0]!)]).toEqual([6, before]);
});

test("the place is found by its index, without sorting", async () => {
  const elsewhere = makeId({ now: Date.now, random: () => randomBytes(16) });
  await change(
    database,
    "INSERT INTO reading_fact SELECT UUID(), ?, 'orrinshaw-6m', NULL, CONCAT('liner-', seq MOD 97), 'bore', 'top-thrust', 108, NOW(3) FROM seq_1_to_3000",
    [elsewhere],
  );
  const plan = await select<{ key: string; Extra: string }>(
    database,
    "EXPLAIN SELECT stream_id, point, value, taken_at FROM reading_fact WHERE pack = 'orrinshaw-6m' AND slot = 'liner-4' AND feature = 'bore' ORDER BY taken_at DESC, id DESC LIMIT 600",
  );
  expect(plan).toMatchObject([{ key: "by_slot", Extra: expect.not.stringContaining("filesort") as string }]);
  await change(database, "DELETE FROM reading_fact WHERE stream_id = ?", [elsewhere]);
});
