import { change, openDatabase, select } from "@/store/connection";
import { searchShelf } from "@/store/shelf";
import { inTurns } from "./in-turns";

/** A shelf of many parts, written by the database itself: searched by words, against a bare query over the same index. */
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 2);
const parts = 20_000;
const id = "CONCAT('0191bbbb-0000-7000-8000-', LPAD(HEX(seq), 12, '0'))";
const kinds = ["PISTON", "LINER", "ROD", "VALVE", "SPRING"];
const kind = `ELT(1 + seq MOD 5, ${kinds.map((each) => `'${each}'`).join(", ")})`;

await change(
  database,
  `INSERT IGNORE INTO shelf_part SELECT ${id}, '00000000-0000-7000-8000-000000000000', LOWER(${kind}), 'bench-pack', CONCAT('B-', seq), CONCAT('WN', seq DIV 20), NULL, NULL, 'bench', CONCAT('rack ', seq MOD 400), 12, 3, 0, ${id}, '2020-01-01' + INTERVAL seq MINUTE, NULL, NULL, NULL FROM seq_1_to_${parts}`,
);
for (const word of [kind, "CONCAT('WN', seq DIV 20)", "CONCAT('RACK', seq MOD 400)", "CONCAT('B', seq)"])
  await change(database, `INSERT IGNORE INTO shelf_word SELECT ${word}, ${id} FROM seq_1_to_${parts}`);
await change(database, "ANALYZE TABLE shelf_word, shelf_part");

const columns = "s.part, s.class, s.pack, s.tag, s.number, s.origin, s.lies, s.readings, s.findings, s.against, s.laid_by, s.laid_at, s.gone, s.gone_to"; // prettier-ignore
const bare = (word: string, other?: string) =>
  select(
    database,
    `SELECT ${columns} FROM shelf_word w ${other === undefined ? "" : "JOIN shelf_word o ON o.part = w.part AND o.word = ? "}JOIN shelf_part s ON s.part = w.part WHERE w.word = ? AND s.gone IS NULL ORDER BY s.laid_at DESC, s.part DESC LIMIT 50`,
    other === undefined ? [word] : [other, word],
  );

const few = await inTurns(
  60,
  () => searchShelf(database, { text: "wn512" }),
  () => bare("WN512"),
);
const many = await inTurns(
  30,
  () => searchShelf(database, { text: "piston" }),
  () => bare("PISTON"),
);
const both = await inTurns(
  30,
  () => searchShelf(database, { text: "piston rack77" }),
  () => bare("RACK77", "PISTON"),
);
const same = (await searchShelf(database, { text: "wn512" })).length === (await bare("WN512")).length;
await change(database, "DELETE FROM shelf_part WHERE pack = 'bench-pack'");
await change(database, "DELETE FROM shelf_word WHERE part LIKE '0191bbbb-%'");
await database.end();
console.log(JSON.stringify({ parts, few, many, both, same }));
