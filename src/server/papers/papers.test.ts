import type { Content } from "pdfmake/interfaces";
import { assess } from "@/core/fixtures/judge";
import { demoJob, packOf } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { TestBench } from "@/core/fixtures/bench";
import { readTagCode } from "@/core/strip/tag-code";
import { measuringSheets, stripList } from "./bench-sheets";
import { orderNumber } from "@/core/ordering/order-number";
import { sayExact } from "@/words/say-money";
import { orderPaper, paperOf } from "./papers";

const asOf = "2026-11-24T08:00:00Z";
const whole = { sheet: null, part: null, format: "A4" } as const;

/** All values of a key in a definition, wherever it stands. */
const all = (node: unknown, key: string): unknown[] =>
  Array.isArray(node)
    ? node.flatMap((each) => all(each, key))
    : node !== null && typeof node === "object"
      ? Object.entries(node).flatMap(([name, value]) => [...(name === key ? [value] : []), ...all(value, key)])
      : [];
const words = (content: Content | undefined) =>
  all(content, "text")
    .map((text) => (Array.isArray(text) ? all(text, "text").join("") : String(text)))
    .join(" ");

describe("a blank measuring sheet", () => {
  test("of a whole job has a box for each point that is left, the limits, and each part's own code", () => {
    const bench = new TestBench(orrinshaw);
    bench.occasion();
    bench.readRestAsNew(["liner-bore", "liner-pits"]);
    const assessment = assess(orrinshaw, bench.entries, asOf);
    const { content } = measuringSheets(orrinshaw, assessment, whole);
    const said = words(content);
    // Only the liners are left to measure; everything else was read as new.
    expect(said).toContain("108.000–108.022");
    expect(said).toContain("reassembly at most 108.100 mm");
    expect(said).not.toContain("Big-end");
    const left = orrinshaw.sheets
      .flatMap(({ rows }) => rows)
      .filter(({ id }) => (assessment.rows.get(id)?.measured ?? 0) < (assessment.rows.get(id)?.points.length ?? 0));
    const codes = all(content, "qr").map((code) => readTagCode(String(code)));
    expect(codes.map((code) => code?.part)).toEqual(left.map(({ id }) => assessment.rows.get(id)!.part!.id));
    expect(codes.every((code) => code?.job === bench.maker.stream)).toBe(true);
  });

  test("of one part has its places only; a scrapped one has none, and a part of nowhere says so", () => {
    const bench = new TestBench(orrinshaw);
    const rod = bench.partIn.get("rod-2")!;
    const sheets = () =>
      words(measuringSheets(orrinshaw, assess(orrinshaw, bench.entries, asOf), { ...whole, part: rod }).content);
    expect(sheets()).toContain("Connecting rod 2");
    expect(sheets()).not.toContain("Connecting rod 3");
    bench.add("part-scrapped", { part: rod, why: "bent", made: "destroyed", certificate: null });
    expect(sheets()).toContain("There is nothing here to measure.");
  });
});

test("a strip list is in working order, asks before a step what it makes impossible, and ticks what is done", () => {
  const pack = packOf("ferry-marigold");
  const assessment = assess(pack, demoJob("ferry-marigold"), asOf);
  const said = words(stripList(pack, assessment, "LETTER").content);
  const at = assessment.strip!.steps.map(({ step }) => said.indexOf(step.name.slice(1)));
  expect(at.every((place, index) => place >= 0 && (index === 0 || place > at[index - 1]!))).toBe(true);
  const fresh = assess(pack, demoJob("ferry-marigold").slice(0, 1), asOf);
  const blank = words(stripList(pack, fresh, "A4").content);
  for (const { check } of fresh.strip!.steps.flatMap(({ checks }) => checks))
    expect(blank).toContain(`Before it: ${check.name}`);
  expect(blank).not.toMatch(/undefined|null|NaN/u);
});

test("an order is told to its supplier as it was placed, by its number, to the minor unit; one that is not there is not made up", () => {
  const pack = packOf("ferry-marigold");
  const assessment = assess(pack, demoJob("ferry-marigold"), asOf);
  for (const { purchase } of assessment.buying.ordered) {
    const said = words(orderPaper(pack, assessment, purchase.id).content);
    expect(said).toContain(`Order ${orderNumber(purchase, assessment.order.settings?.zone)}`);
    for (const { name } of purchase.lines) expect(said).toContain(name.slice(1));
    const sum = purchase.lines.reduce((so, { price }) => so + (price ?? 0), 0);
    expect(said).toContain(`In all ${sayExact(sum, assessment.order.settings!.currency)}`);
    expect(said).not.toMatch(/undefined|null|NaN/u);
  }
  expect(words(orderPaper(pack, assessment, "no order").content)).toContain("There is no such order");
});

test.each(["measuring", "strip-list", "shopping", "order", "machine-shop"] as const)(
  "%s is a PDF, tagged, in both formats",
  async (paper) => {
    const pack = packOf("hovercraft-heron");
    const assessment = assess(pack, demoJob("hovercraft-heron"), asOf);
    for (const [format, size] of [
      ["A4", "595.28 841.89"],
      ["LETTER", "612.00 792.00"],
    ] as const) {
      const file = Buffer.from(
        await paperOf(paper, pack, assessment, { ...whole, supplier: "", purchase: null, format }),
      ).toString("latin1");
      expect(file.startsWith("%PDF-")).toBe(true);
      expect(file).toMatch(/\/Marked true/u);
      if (paper === "measuring" || paper === "strip-list")
        expect(file).toMatch(new RegExp(size.replace(/\.00/gu, "(?:\\.00)?"), "u"));
    }
  },
);
