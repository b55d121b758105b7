import { TestBench } from "../fixtures/bench";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { matchOf } from "../fixtures/merge";
import { catalogueWords, readCatalogueCsv, supersessionCircles } from "./catalogue";
import type { CataloguePart } from "./catalogue-part";

const heading =
  "number,name,class,revision,aliases,nicknames,superseded-by,price,currency,lead-days,supplier,attributes";
const csv = (...rows: readonly string[]) => readCatalogueCsv([heading, ...rows].join("\n"));

test("a catalogue is taken row by row: what is amiss is named by its line, and the rest is as good as without it", () => {
  const read = csv(
    "SQ 10-441,starter,starter,C,441;OLD-441,the long one,,186.50,EUR,6,Harbour Stores,module=m-25; window=clear",
    ",no number,,,,,,,,,,",
    "SQ-2,pump,,,,,SQ-2,,,,,",
    "sq10441,again,,,,,,,,,,",
    "SQ-3,cheap,,,,,,-4,EUR,,,",
    "SQ-4,soon,,,,,,4,euros,,,",
    "A,a,,,,,B,,,,,",
    "B,b,,,,,C,,,,,",
    "C,c,,,,,A,,,,,",
    "D,d,,,,,A,,,,,",
  );
  expect(read.problems.map(({ code, params }) => `${(params as { line: number }).line} ${code}`)).toEqual([
    "3 catalogue-fault",
    "4 supersedes-itself",
    "5 number-repeated",
    "6 catalogue-fault",
    "7 catalogue-fault",
    "8 supersession-circle",
  ]);
  expect(read.parts.map(({ number }) => number)).toEqual(["SQ 10-441", "D"]);
  expect(read.parts[0]).toMatchObject({ price: 186.5, leadDays: 6, aliases: ["441", "OLD-441"], attributes: { module: "m-25", window: "clear" } }); // prettier-ignore
  expect(catalogueWords(read.parts[0]!)).toEqual(["SQ10441", "441", "OLD441", "MODULE=M25", "WINDOW=CLEAR", "STARTER", "THE", "LONG", "ONE", "HARBOUR", "STORES"]); // prettier-ignore
  expect(readCatalogueCsv("part;price\nx;1").problems.map(({ code }) => code)).toEqual(["catalogue-columns"]);
  expect(readCatalogueCsv("").problems.map(({ code }) => code)).toEqual(["catalogue-columns"]);
  expect(readCatalogueCsv(`number;name\n${"A;a\n".repeat(100_001)}`).problems.map(({ code }) => code)).toEqual(["catalogue-too-long"]); // prettier-ignore
});

test("circles of supersession are found wherever one begins, and chains are none", () => {
  const part = (number: string, supersededBy: string | null) => ({ number, supersededBy }) as CataloguePart;
  expect(supersessionCircles([part("a", "b"), part("b", "c"), part("c", null)])).toEqual([]);
  expect(supersessionCircles([part("x", "a"), part("a", "b"), part("b", "a")])).toEqual([["A", "B"]]);
  const long = Array.from({ length: 50_000 }, (_, at) => part(`n${at}`, `n${(at + 1) % 50_000}`));
  expect(supersessionCircles(long).map(({ length }) => length)).toEqual([50_000]);
});

test("a part of the catalogue is a candidate as it was when it was taken; the book does not overrule its number", () => {
  const bench = new TestBench(pellbrook, { engine: { number: null, variant: "v-v4" } });
  const [sold] = csv("SQ-441,starter,starter,C,,,,186,EUR,6,,module=m-20").parts;
  const take = (part: CataloguePart) =>
    bench.add("candidate-taken", { slot: "starter", sold: part, edition: bench.newId(), takenAt: "2026-11-26T09:00:00.000Z" }); // prettier-ignore
  const offer = take(sold!);
  const stateOf = () => matchOf(bench).pairings.find(({ mating }) => mating.id === "starter-teeth")!.state;
  expect(stateOf()).toBe("proven");
  bench.add("part-picked", { slot: "starter", part: null, offer: offer.id, why: null });
  // The later engine's pinion in the coarse ring: its number says so, whatever a new one usually is.
  expect(stateOf()).toBe("wrong");
  expect(matchOf(bench).inPlace.get("starter")!.name).toBe("SQ-441, starter");
  // What the catalogue does not say of it, the book says of such parts.
  const { told, inPlace } = matchOf(bench);
  expect(told(inPlace.get("starter")!, "degree-plate")).toMatchObject({ value: { word: "from-front" } });
});
