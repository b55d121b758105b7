import { change, openDatabase, select } from "@/store/connection";
import { readingsAt } from "@/store/readings";

/** The shop's readings, few and many: the same place is asked for, and the same count of readings comes back. */
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 2);
const sizes = { small: 200_000, large: 2_000_000 } as const;
const at = { pack: "bench-pack", engine: null, slot: "slot-77", feature: "bore" };
const stream = (row: string) => `CONCAT('00000000-0000-7000-8000-', LPAD(HEX(${row} DIV 1000), 12, '0'))`;

async function fill(from: number, to: number): Promise<void> {
  await change(
    database,
    `INSERT IGNORE INTO visit SELECT ${stream("seq")}, 'bench-pack', NULL, 'bench', '2020-01-01' + INTERVAL seq DIV 1000 HOUR, NULL, '{}', '[]', 1 FROM seq_${from}_to_${to}_step_1000`,
  );
  for (let first = from; first <= to; first += 100_000) {
    const last = Math.min(to, first + 99_999);
    await change(
      database,
      `INSERT INTO reading_fact SELECT UUID(), ${stream("seq")}, 'bench-pack', NULL, CONCAT('slot-', seq MOD 100), 'bore', CONCAT('point-', seq MOD 6), 108 + (seq MOD 1009) / 10000, '2020-01-01' + INTERVAL seq SECOND FROM seq_${first}_to_${last}`,
    );
  }
}

async function median(runs: number): Promise<number> {
  const times: number[] = [];
  for (let run = 0; run < runs; run += 1) {
    const began = performance.now();
    await readingsAt(database, at);
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

await fill(1, sizes.small);
const count = (await readingsAt(database, at)).ofAll.length;
await median(20);
const small = await median(100);
await fill(sizes.small + 1, sizes.large);
const countLarge = (await readingsAt(database, at)).ofAll.length;
await median(20);
const large = await median(100);
const [plan] = await select<{ key: string; Extra: string }>(
  database,
  "EXPLAIN SELECT stream_id, point, value, taken_at FROM reading_fact WHERE pack = ? AND slot = ? AND feature = ? ORDER BY taken_at DESC, id DESC LIMIT 600",
  [at.pack, at.slot, at.feature],
);
await change(database, "DELETE FROM visit WHERE pack = 'bench-pack'");
await change(database, "TRUNCATE TABLE reading_fact");
await database.end();
console.log(
  JSON.stringify({
    rows: sizes,
    count,
    countLarge,
    ms: { small, large },
    index: plan!.key,
    sorts: plan!.Extra.includes("filesort"),
  }),
);
