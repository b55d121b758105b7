/** @jest-environment node */
import type { CataloguePart } from "@/core/catalogue/catalogue-part";
import { isOldNews, isTakeable, judgeQuote, type Quote } from "@/core/catalogue/quote";
import { readCatalogueCsv } from "@/core/catalogue/catalogue";
import { moods, openSupplier, usualMood, type Mood } from "@/sim/supplier";
import { askCounter } from "./supplier";

const { parts } = readCatalogueCsv(
  [
    "number,name,revision,superseded-by,price,currency,deposit,lead-days",
    "SQ 1,starter,A,SQ 2,100,EUR,,4",
    "SQ 2,starter,B,,120,EUR,30,4",
  ].join("\n"),
);
const [old, newest] = parts as [CataloguePart, CataloguePart];

async function asked(number: string, mood: Mood) {
  const supplier = await openSupplier(parts, () => mood);
  process.env.EMBER_SUPPLIER_URL = supplier.address;
  try {
    return await askCounter(number);
  } finally {
    delete process.env.EMBER_SUPPLIER_URL;
    await supplier.close();
  }
}

test("a supplier that is right is quoted; one that is slow, down, lies, talks without end or sends us elsewhere is not believed", async () => {
  const right = await asked("sq 2", "right");
  expect(right).toMatchObject({ state: "quoted", quote: { number: "SQ 2", revision: "B", currency: "EUR", deposit: 30, insteadOf: null } }); // prettier-ignore
  expect(judgeQuote(newest, right.quote!, "SQ 2")).toEqual([]);
  // What took its place is offered instead: no fault, and said.
  const instead = await asked("SQ 1", "right");
  expect(instead.quote).toMatchObject({ number: "SQ 2", insteadOf: "SQ 1" });
  expect(judgeQuote(old, instead.quote!, "SQ 2")).toEqual([]);
  // Its price is not that of the old one.
  expect([isTakeable(old, instead.quote!, "SQ 2"), isTakeable(newest, right.quote!, "SQ 2")]).toEqual([false, true]);
  const stale = await asked("SQ 2", "old-part");
  expect(judgeQuote(newest, stale.quote!, "SQ 2").map(({ code }) => code)).toEqual(["quote-other-part"]);

  const states: Partial<Record<Mood, string>> = { "slow": "slow", "down": "down", "not-json": "nonsense", "lies": "nonsense", "endless": "nonsense", "elsewhere": "nonsense" }; // prettier-ignore
  for (const [mood, state] of Object.entries(states))
    expect(`${mood}: ${(await asked("SQ 2", mood as Mood)).state}`).toBe(`${mood}: ${state}`);
  expect((await asked("SQ 9", "right")).state).toBe("unknown-number");
  // Nobody is asked where the environment names nobody, or something that is no counter.
  expect((await askCounter("SQ 2")).state).toBe("nobody");
  process.env.EMBER_SUPPLIER_URL = "file:///etc";
  expect((await askCounter("SQ 2")).state).toBe("nobody");
  delete process.env.EMBER_SUPPLIER_URL;
});

test("what speaks against a quote: old stock, another revision, other money, a price that cannot be", () => {
  const quote: Quote = { number: "SQ 2", revision: "B", price: 125, currency: "EUR", deposit: null, leadDays: 3, insteadOf: null }; // prettier-ignore
  const codes = (part: CataloguePart, over: Partial<Quote>) => judgeQuote(part, { ...quote, ...over }, "SQ 2").map(({ code }) => code); // prettier-ignore
  expect(codes(newest, {})).toEqual([]);
  expect(codes(newest, { number: "sq-2", price: 361 })).toEqual(["quote-odd-price"]);
  expect(codes(newest, { price: 39 })).toEqual(["quote-odd-price"]);
  expect(codes(newest, { price: 360 })).toEqual([]);
  expect(codes(newest, { currency: "USD", revision: null })).toEqual(["quote-other-revision", "quote-other-money"]);
  expect(codes(old, { number: "SQ 1", revision: "A" })).toEqual(["quote-old-stock"]);
  // What took its place was replaced in its turn: it is old stock as well.
  expect(judgeQuote(old, quote, "SQ 3").map(({ code }) => code)).toEqual(["quote-old-stock"]);
  expect([24, 25].map((hours) => isOldNews("2026-11-26T08:00:00Z", new Date(Date.UTC(2026, 10, 26, 8 + hours)).toISOString()))).toEqual([false, true]); // prettier-ignore
});

test("the stand-in is mostly right, the same for the same ask, and sometimes anything else that a supplier is", () => {
  const drawn = Array.from({ length: 1000 }, (_, turn) => usualMood("SQ2", turn));
  expect(Array.from({ length: 1000 }, (_, turn) => usualMood("SQ2", turn))).toEqual(drawn);
  const right = drawn.filter((mood) => mood === "right").length;
  expect(right).toBeGreaterThan(700);
  expect(new Set(drawn)).toEqual(new Set(moods.filter((mood) => mood !== "endless" && mood !== "elsewhere")));
});
