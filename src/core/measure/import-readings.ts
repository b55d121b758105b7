import Papa from "papaparse";
import type { Feature } from "../pack/schema";
import { problem, type Problem } from "../problem/problem";
import type { Unit } from "../quantity/units";
import { readTyped } from "./take-reading";
import type { Question } from "./question-reading";

/** A table as it was pasted or came in a file: all text yet. */
export interface PastedTable {
  readonly header: readonly string[] | null;
  readonly rows: readonly (readonly string[])[];
  /** A comma stands once in every line between whole figures: decimals or two columns, and nobody but a person can tell. */
  readonly isCommaUnclear: boolean;
}

/** How a comma is meant. */
export type Comma = "decimal" | "columns";

/** More readings than this are another program's data, not a sheet's. */
export const mostPasted = 20_000;

/** Whether a cell begins with a figure, whatever sign or stroke it is written with. */
const isFigure = (cell: string) => /^\s*[+\-\u2212\u2010-\u2013]?\s*(?:[.,]?\d|[¼-¾⅐-⅞])/u.test(cell);

/** A line that is one figure with a decimal comma, or two whole ones with a comma between. */
const oneComma = /^\s*[+\-\u2212]?\d+,(\d+)\s*[a-zµ"″]*\s*$/iu;

/** No column has figures like these: three digits or more, or a nought in front. */
const isSurelyDecimal = (line: string) => /^(?:\d{3,}|0\d+)$/u.test(oneComma.exec(line)?.[1] ?? "");

/**
 * What separates columns. A comma does only where it cannot be a decimal one: it stands more often in a line than
 * once between figures, or beside words.
 */
function separatorOf(
  lines: readonly string[],
  comma: Comma | null,
): { readonly separator: string; readonly isUnclear: boolean } {
  // prettier-ignore
  if (lines.some((line) => line.includes("\t"))) return { separator: "\t", isUnclear: false };
  if (lines.some((line) => line.includes(";"))) return { separator: ";", isUnclear: false };
  const hasComma = lines.filter((line) => line.includes(","));
  const mayBeDecimal = hasComma.every((line) => oneComma.test(line));
  const isUnclear = hasComma.length > 0 && mayBeDecimal && !hasComma.some(isSurelyDecimal);
  const isDecimal = isUnclear && comma !== null ? comma === "decimal" : mayBeDecimal;
  return { separator: isDecimal ? "\t" : ",", isUnclear };
}

/**
 * Reads a table out of text: from a spreadsheet, or a CSV file with any of the usual separators, with BOM and quotes or without.
 *
 * @param comma  what a comma is, where somebody said; null while nobody did
 */
export function readTable(text: string, comma: Comma | null = null): PastedTable {
  const plain = text.replace(/^\ufeff/u, "");
  const lines = plain.split(/\r\n|\n|\r/u).filter((line) => line.trim() !== "");
  const { separator, isUnclear } = separatorOf(lines, comma);
  const { data } = Papa.parse<string[]>(lines.join("\n"), { delimiter: separator, skipEmptyLines: "greedy" });
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  const [first] = rows;
  const isHeader = first !== undefined && rows.length > 1 && !first.some(isFigure) && first.some((cell) => cell !== "");
  const isCommaUnclear = isUnclear && comma === null;
  return isHeader ? { header: first, rows: rows.slice(1), isCommaUnclear } : { header: null, rows, isCommaUnclear };
}

/** What a column is: the place of each line, one point of it, readings one after the other, or nothing of interest. */
export type ColumnUse =
  | { readonly use: "row" }
  | { readonly use: "point"; readonly point: string }
  | { readonly use: "order" }
  | { readonly use: "ignore" };

/** A line of the sheet, and all it may be called in a table. */
export interface ImportRow {
  readonly id: string;
  readonly names: readonly string[];
}

const plainName = (text: string) =>
  text
    .normalize("NFKD")
    .replace(/[\s.,:_-]+/gu, " ")
    .trim()
    .toLowerCase();

/** What each column most likely is, by its heading, or by what stands in it. */
export function guessColumns(
  { header, rows }: PastedTable,
  feature: Pick<Feature, "points">,
  lines: readonly ImportRow[],
): ColumnUse[] {
  const width = Math.max(header?.length ?? 0, ...rows.slice(0, 200).map((row) => row.length));
  const known = new Set(lines.flatMap(({ names }) => names.map(plainName)));
  const namesRow = (at: number) => rows.length > 0 && rows.every((row) => known.has(plainName(row[at] ?? "")));
  if (header) {
    return Array.from({ length: width }, (_, at): ColumnUse => {
      const heading = plainName(header[at] ?? "");
      const point = feature.points.find((each) =>
        [each.id, each.name, each.short].some((name) => plainName(name) === heading),
      );
      return point ? { use: "point", point: point.id } : namesRow(at) ? { use: "row" } : { use: "ignore" };
    });
  }
  const rowColumn = width > 1 && namesRow(0) ? 0 : -1;
  if (width === 1) return [{ use: "order" }];
  let next = 0;
  return Array.from({ length: width }, (_, at): ColumnUse => {
    if (at === rowColumn) return { use: "row" };
    const point = feature.points[next++];
    return point ? { use: "point", point: point.id } : { use: "ignore" };
  });
}

/** A reading that a table holds, and where it goes. */
export interface ImportedReading {
  readonly line: number;
  readonly row: string;
  readonly point: string;
  readonly typed: string;
  readonly unit: string;
  readonly value: number;
  readonly half?: number;
  /** What a person would be asked about it at the bench. */
  readonly question: Question | null;
}

/** Where a line of a table goes. */
export interface ImportLine {
  /** As the text counts them, from 1, its heading too. */
  readonly line: number;
  /** The row of the sheet; null where there is none, or a person leaves it out. */
  readonly row: string | null;
  /** The point that its figure goes to, where figures go one after the other. */
  readonly point: string | null;
  /** A person said so. */
  readonly isSaid: boolean;
}

export interface ImportPlan {
  /** Every line of the table, in its order. */
  readonly lines: readonly ImportLine[];
  readonly readings: readonly ImportedReading[];
  /** What could not be read, by line; the rest can still be taken. */
  readonly problems: readonly Problem[];
  /** Points that the table says nothing of. */
  readonly missing: readonly string[];
}

interface Sheet {
  readonly feature: Feature;
  readonly rows: readonly ImportRow[];
  readonly unit: Unit;
  /** Where the person stood: lines without a name go on from there. */
  readonly start: { readonly row: string; readonly point: string };
}

/** Lines that a person sends to a row of the sheet, by their place in the table; to null what is left out. */
export type SaidLines = ReadonlyMap<number, string | null>;

/**
 * What a table means for a sheet, before anything of it is taken. A place that two lines read is read from the first of them,
 * and the other is told.
 *
 * @param said  what a person says of single lines; it goes before what stands in them
 */
export function planImport(
  table: PastedTable,
  columns: readonly ColumnUse[],
  { feature, rows, unit, start }: Sheet,
  said: SaidLines = new Map(),
): ImportPlan {
  const lines: ImportLine[] = [];
  const lineAt = new Map<string, number>();
  const problems: Problem[] = [];
  const readings: ImportedReading[] = [];
  const byName = new Map(rows.flatMap((row) => row.names.map((name) => [plainName(name), row.id] as const)));
  const rowColumn = columns.findIndex((column) => column.use === "row");
  const first = Math.max(
    0,
    rows.findIndex((row) => row.id === start.row),
  );
  const lineOf = (index: number) => index + (table.header ? 2 : 1);
  const cells = table.rows.reduce((sum, row) => sum + row.length, 0);
  if (cells > mostPasted)
    return {
      lines,
      readings,
      problems: [problem("import-too-large", [], { count: cells, most: mostPasted })],
      missing: [],
    };

  const read = (index: number, row: string, point: string, text: string) => {
    if (text === "") return;
    const typed = readTyped(text, { feature }, point, unit, null);
    if (!typed.ok) return void problems.push({ ...typed.problems[0]!, path: [lineOf(index)] });
    const before = lineAt.get(`${row} ${point}`);
    if (before !== undefined)
      return void problems.push(problem("import-twice", [lineOf(index)], { line: lineOf(index), before }));
    lineAt.set(`${row} ${point}`, lineOf(index));
    readings.push({ line: lineOf(index), row, point, ...typed.value });
  };

  // One figure after the other, in the measuring order, from where the person stands.
  const inOrder = columns.findIndex((column) => column.use === "order");
  let place =
    first * feature.points.length +
    Math.max(
      0,
      feature.points.findIndex((point) => point.id === start.point),
    );
  table.rows.forEach((cellsOfRow, index) => {
    if (inOrder >= 0) {
      if (said.get(index) === null)
        return void lines.push({ line: lineOf(index), row: null, point: null, isSaid: true });
      const row = rows[Math.floor(place / feature.points.length)];
      const point = feature.points[place % feature.points.length]!.id;
      lines.push({ line: lineOf(index), row: row?.id ?? null, point: row ? point : null, isSaid: false });
      if (!row) return void problems.push(problem("import-past-end", [lineOf(index)], { line: lineOf(index) }));
      read(index, row.id, point, cellsOfRow[inOrder] ?? "");
      place += 1;
      return;
    }
    const named = rowColumn >= 0 ? (cellsOfRow[rowColumn] ?? "") : null;
    const told = said.get(index);
    const row = told !== undefined ? told : named === null ? rows[first + index]?.id : byName.get(plainName(named));
    lines.push({ line: lineOf(index), row: row ?? null, point: null, isSaid: told !== undefined });
    if (row === null) return;
    if (row === undefined)
      return void problems.push(
        named === null
          ? problem("import-past-end", [lineOf(index)], { line: lineOf(index) })
          : problem("import-row-unknown", [lineOf(index)], { line: lineOf(index), text: named }),
      );
    columns.forEach((column, at) => {
      if (column.use === "point") read(index, row, column.point, cellsOfRow[at] ?? "");
    });
  });
  const used = new Set(columns.flatMap((column) => (column.use === "point" ? [column.point] : [])));
  return {
    lines,
    readings,
    problems,
    missing: inOrder >= 0 ? [] : feature.points.filter((point) => !used.has(point.id)).map((point) => point.name),
  };
}
