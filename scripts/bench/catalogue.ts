import { findInCatalogue } from "@/store/catalogue";
import { change, openDatabase, select } from "@/store/connection";
import { inTurns } from "./in-turns";

/** A catalogue of many parts, written by the database itself: found by a number, and by a word, against a bare query over the same index. */
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 2);
const parts = 50_000;
const plain = "CONCAT('BN', LPAD(seq, 6, '0'))";
const words = ["GASKET", "SEAL", "BOLT", "PUMP", "VALVE", "SPRING", "HOSE", "RING"];
const word = `ELT(1 + seq MOD ${words.length}, ${words.map((each) => `'${each}'`).join(", ")})`;
const part = { number: "", name: "bench part", class: null, pack: null, revision: "A", aliases: [], nicknames: [], supersededBy: null, price: 4, currency: "EUR", deposit: null, leadDays: 3, supplier: null, attributes: {} }; // prettier-ignore

await change(
  database,
  `INSERT IGNORE INTO catalogue_part SELECT ${plain}, ${plain}, NULL, NULL, '${JSON.stringify(part)}', '0191cccc-0000-7000-8000-000000000000', NOW(3) FROM seq_1_to_${parts}`,
);
for (const each of [plain, word, "CONCAT('RACK', seq MOD 900)"])
  await change(database, `INSERT IGNORE INTO catalogue_word SELECT ${each}, ${plain} FROM seq_1_to_${parts}`);
await change(database, "ANALYZE TABLE catalogue_word, catalogue_part");

const bare = (asked: string) =>
  select(
    database,
    "SELECT p.json, p.edition, p.taken_at FROM catalogue_word w JOIN catalogue_part p ON p.plain = w.plain WHERE w.word = ? ORDER BY w.plain LIMIT 50",
    [asked],
  );

const number = await inTurns(
  80,
  () => findInCatalogue(database, "bn-031 415"),
  () => bare("BN031415"),
);
const few = await inTurns(
  60,
  () => findInCatalogue(database, "rack77"),
  () => bare("RACK77"),
);
const many = await inTurns(
  30,
  () => findInCatalogue(database, "gasket"),
  () => bare("GASKET"),
);
const same = (await findInCatalogue(database, "bn-031 415")).length === 1 && (await bare("BN031415")).length === 1;
await change(database, "DELETE FROM catalogue_word WHERE plain LIKE 'BN%'", []);
await change(database, "DELETE FROM catalogue_part WHERE plain LIKE 'BN%'", []);
await database.end();
console.log(JSON.stringify({ parts, number, few, many, same }));
