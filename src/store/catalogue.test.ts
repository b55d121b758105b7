import { randomBytes } from "node:crypto";
import { readCatalogueCsv } from "@/core/catalogue/catalogue";
import { makeId } from "@/core/entry/make-entry";
import { countCatalogue, findInCatalogue, keepCatalogue, supersessionOf } from "./catalogue";
import { change, type Database } from "./connection";
import { testDatabase } from "./fixtures/test-database";

const now = new Date("2026-11-26T08:00:00.123Z");
let database: Database;

beforeAll(async () => {
  database = await testDatabase("catalogue", now);
});
afterAll(() => database.end());

const edition = () => makeId({ now: Date.now, random: () => randomBytes(16) });
const keep = (...rows: readonly string[]) =>
  keepCatalogue(database, readCatalogueCsv(["number,name,aliases,nicknames,superseded-by,price,currency", ...rows].join("\n")).parts, edition(), now); // prettier-ignore
const found = async (text: string) => (await findInCatalogue(database, text)).map(({ number }) => number);

test("found by number in any writing, by an old number, by words of its name; a newer edition takes its place", async () => {
  await keep(
    "SQ 10-441,starter long nose,OLD-7,duck bill,,186,EUR",
    "SQ 10-442,starter short nose,,,,190,EUR",
    "77%_x,odd,,,,,",
  );
  expect(await found("sq10441")).toEqual(["SQ 10-441"]);
  expect(await found("SQ 10 44")).toEqual(["SQ 10-441", "SQ 10-442"]);
  expect(await found("old-7")).toEqual(["SQ 10-441"]);
  expect(await found("nose start")).toEqual(["SQ 10-441", "SQ 10-442"]);
  expect(await found("duck")).toEqual(["SQ 10-441"]);
  expect(await found("%")).toEqual([]);
  expect(await found("77%")).toEqual(["77%_x"]);
  expect(await found("  ")).toEqual([]);
  await keep("SQ-10-441,starter,,,,201,EUR");
  expect(await found("duck")).toEqual([]);
  expect((await findInCatalogue(database, "SQ10441"))[0]).toMatchObject({ number: "SQ-10-441", price: 201 });
  expect(await countCatalogue(database)).toBe(3);
});

test("what took the place of what, from wherever one asks; a circle that editions made between them ends, and has no newest", async () => {
  await keep("A-1,first,,,A-2,,", "A-2,second,,,A-3,,", "A-3,third,,,,,");
  const around = async (number: string) => {
    const { chain, newest } = await supersessionOf(database, number);
    return [chain.map((each) => each.number), newest?.number ?? null];
  };
  for (const number of ["A-1", "a2", "A 3"]) expect(await around(number)).toEqual([["A-1", "A-2", "A-3"], "A-3"]);
  await keep("A-3,third,,,A-1,,");
  expect(await around("A-2")).toEqual([["A-2", "A-3", "A-1"], null]);
  expect(await around("nowhere")).toEqual([[], null]);
  await change(database, "DELETE FROM catalogue_part WHERE plain LIKE 'A%'", []);
});

test("the newest is right however many took each other's place before it", async () => {
  const count = 3000;
  await keep(...Array.from({ length: count }, (_, at) => `L-${at},link,,,${at + 1 < count ? `L-${at + 1}` : ""},,`));
  const { chain, newest } = await supersessionOf(database, "L-0");
  expect([chain.length, chain[0]?.number, newest?.number]).toEqual([20, "L-0", `L-${count - 1}`]);
  await change(database, "DELETE FROM catalogue_part WHERE plain LIKE 'L%'", []);
});
