import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { unitById } from "../quantity/units";
import { guessColumns, planImport, readTable, type ImportRow } from "./import-readings";

const sheet = orrinshaw.sheets.find((each) => each.id === "liner-bore")!;
const rows: ImportRow[] = sheet.rows.map((row) => ({
  id: row.id,
  names: [row.label, row.name, row.slot.id, `LN-${row.label}`],
}));
const plan = (text: string, { start = { row: rows[0]!.id, point: sheet.feature.points[0]!.id }, unit = "mm" } = {}) => {
  const table = readTable(text);
  return planImport(table, guessColumns(table, sheet.feature, rows), {
    feature: sheet.feature,
    rows,
    unit: unitById(unit)!,
    start,
  });
};
const brief = (text: string, rest = {}) =>
  plan(text, rest).readings.map(({ row, point, value }) => [row, point, Math.round(value * 1e4) / 1e4]);
const codes = (text: string) => plan(text).problems.map(({ code, path }) => [code, path[0]]);
const heading = sheet.feature.points.map((point) => point.name);

describe("a column of figures", () => {
  test("goes in the measuring order from where one stands, row after row", () => {
    expect(
      brief("108.041\n108.033\n108.03\n", { start: { row: rows[1]!.id, point: sheet.feature.points[4]!.id } }),
    ).toEqual([
      ["liner-2/bore", sheet.feature.points[4]!.id, 108.041],
      ["liner-2/bore", sheet.feature.points[5]!.id, 108.033],
      ["liner-3/bore", sheet.feature.points[0]!.id, 108.03],
    ]);
  });
  test("may have decimal commas, a BOM, blank lines, and a unit of its own in any line", () => {
    expect(brief("\ufeff108,041\r\n\r\n4.2536 in\r\n4253.2 thou\r\n108,03\r\n").map(([, , value]) => value)).toEqual([
      108.041, 108.0414, 108.0313, 108.03,
    ]);
  });
  test("that is longer than the sheet is told, and what is no figure is named by its line", () => {
    expect(codes(`${"108.04\n".repeat(36)}108.05\n`)).toEqual([["import-past-end", 37]]);
    expect(codes("108.04\nabout 108\n108.05")).toEqual([["not-a-number", 2]]);
    expect(plan("108.04\nabout 108\n108.05").readings).toHaveLength(2);
  });
});

describe("a table", () => {
  test.each([
    ["tabs", "\t"],
    ["semicolons", ";"],
    ["commas", ","],
  ])("with %s finds its rows by name and its points by their headings, in any order", (_, separator) => {
    const text = [
      ["Liner", heading[2], heading[0]],
      ["liner-2", "108.030", "108.040"],
      ["LN-1", "108.031", "108.041"],
    ]
      .map((cells) => cells.map((cell) => (cell!.includes(separator) ? `"${cell}"` : cell)).join(separator))
      .join("\n");
    expect(brief(text)).toEqual([
      ["liner-2/bore", sheet.feature.points[2]!.id, 108.03],
      ["liner-2/bore", sheet.feature.points[0]!.id, 108.04],
      ["liner-1/bore", sheet.feature.points[2]!.id, 108.031],
      ["liner-1/bore", sheet.feature.points[0]!.id, 108.041],
    ]);
    expect(plan(text).missing).toEqual(heading.filter((_name, at) => at !== 0 && at !== 2));
  });
  test("with semicolons may have decimal commas, and without headings takes the points in their order", () => {
    expect(brief("1;108,041;108,033\n2;108,046;108,036")).toEqual([
      ["liner-1/bore", sheet.feature.points[0]!.id, 108.041],
      ["liner-1/bore", sheet.feature.points[1]!.id, 108.033],
      ["liner-2/bore", sheet.feature.points[0]!.id, 108.046],
      ["liner-2/bore", sheet.feature.points[1]!.id, 108.036],
    ]);
  });
  test("names a row that is not there, and what makes no sense is asked as at the bench", () => {
    const text = `Liner\t${heading[0]}\n1\t1080.4\n9\t108.04`;
    const { readings, problems } = planImport(
      readTable(text),
      [{ use: "row" }, { use: "point", point: sheet.feature.points[0]!.id }],
      { feature: sheet.feature, rows, unit: unitById("mm")!, start: { row: rows[0]!.id, point: "" } },
    );
    expect(readings.map(({ question }) => question?.code)).toEqual(["ten-times-too-large"]);
    expect(problems).toMatchObject([{ code: "import-row-unknown", params: { line: 3, text: "9" } }]);
  });
  test("says where each line goes; a person sends one elsewhere or leaves it out, and no place is read twice unsaid", () => {
    const point = sheet.feature.points[0]!.id;
    const said = (lines: ReadonlyMap<number, string | null>) =>
      planImport(
        readTable(`Liner\t${heading[0]}\n1\t108.041\n9\t108.042\n1\t108.043`),
        [{ use: "row" }, { use: "point", point }],
        { feature: sheet.feature, rows, unit: unitById("mm")!, start: { row: rows[0]!.id, point: "" } },
        lines,
      );
    const asIs = said(new Map());
    expect(asIs.lines.map(({ line, row }) => [line, row])).toEqual([[2, "liner-1/bore"], [3, null], [4, "liner-1/bore"]]); // prettier-ignore
    expect(asIs.problems.map(({ code, params }) => [code, params])).toEqual([
      ["import-row-unknown", { line: 3, text: "9" }],
      ["import-twice", { line: 4, before: 2 }],
    ]);
    const mapped = said(new Map([[1, "liner-2/bore"], [0, null]])); // prettier-ignore
    expect(mapped.readings.map(({ row, value }) => [row, value])).toEqual([
      ["liner-2/bore", 108.042],
      ["liner-1/bore", 108.043],
    ]);
    expect([mapped.problems, mapped.lines.map(({ isSaid }) => isSaid)]).toEqual([[], [true, true, false]]);
  });
  test("of five thousand readings is read, one of far too many is refused whole", () => {
    const lines = Array.from(
      { length: 834 },
      (_, at) => `${(at % 6) + 1}\t${heading.map(() => "108.02").join("\t")}`,
    ).join("\n");
    const { readings, problems } = plan(lines);
    expect([readings.length, problems.length, problems.at(-1)]).toMatchObject([
      36,
      828 * 6,
      { code: "import-twice", params: { line: 834, before: 6 } },
    ]);
    expect(plan("108.02\n".repeat(20_001)).problems.map(({ code }) => code)).toEqual(["import-too-large"]);
  });
});

describe("nothing is swallowed", () => {
  // A first line without a nought, or with a minus of its own, was taken for a heading, and all readings moved by one.
  test.each([".0015\n.0020\n", "\u22120.02\n0.01\n", "\u2212 0.02\n0.01", "⅞\n1/2"])("%j has no heading", (text) => {
    const { header, rows: lines } = readTable(text);
    expect([header, lines.length]).toEqual([null, 2]);
  });

  // Two columns of whole figures became one of decimals: 50,52 was read as 50.52.
  test("a comma between whole figures is asked about, and read as it is said", () => {
    const text = "50,52\n51,49";
    expect(readTable(text).isCommaUnclear).toBe(true);
    expect(readTable(text, "columns")).toMatchObject({ rows: [["50", "52"], ["51", "49"]], isCommaUnclear: false }); // prettier-ignore
    expect(readTable(text, "decimal")).toMatchObject({ rows: [["50,52"], ["51,49"]], isCommaUnclear: false });
    for (const clear of ["108,041\n108,03", "50,05\n50,52", "1,2,3\n4,5,6", "a,b\n1,2", "1;50,52", "50.2,50.1"])
      expect([clear, readTable(clear).isCommaUnclear]).toEqual([clear, false]);
  });
});
