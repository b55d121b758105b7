import Papa from "papaparse";
import { CataloguePart } from "./catalogue-part";
import { plainNumber } from "../pack/revision-number";
import { problem, type Problem } from "../problem/problem";

export interface CatalogueRead {
  readonly parts: readonly CataloguePart[];
  readonly problems: readonly Problem[];
  /** Rows that were there, good and bad. */
  readonly rows: number;
}

export const mostCatalogueRows = 100_000;
const needed = ["number", "name"] as const;
const mostProblems = 1000;

const listOf = (text: string | undefined): string[] =>
  (text ?? "").split(";").flatMap((each) => (each.trim() === "" ? [] : [each.trim()]));
const orNull = (text: string | undefined): string | null => (text?.trim() ? text.trim() : null);
const figureOf = (text: string | undefined): number | null =>
  text?.trim() ? Number(text.trim().replace(",", ".")) : null;
const attributesOf = (text: string | undefined): Record<string, string | number> =>
  Object.fromEntries(
    listOf(text).map((each) => {
      const [id = "", value = ""] = each.split("=").map((side) => side.trim());
      const figure = Number(value);
      return [id, value !== "" && Number.isFinite(figure) ? figure : value];
    }),
  );

/** So many numbers of a circle are named. */
const mostNamed = 8;
const sayCircle = (numbers: readonly string[]): string =>
  numbers.length <= mostNamed
    ? numbers.join(" → ")
    : `${numbers.slice(0, mostNamed).join(" → ")} → … (${numbers.length})`;

/** Numbers that take each other's place in a circle, from any of the parts; empty where none do. */
export function supersessionCircles(parts: readonly CataloguePart[]): readonly (readonly string[])[] {
  const next = new Map(parts.map((part) => [plainNumber(part.number), part.supersededBy && plainNumber(part.supersededBy)])); // prettier-ignore
  const done = new Set<string>();
  const found: string[][] = [];
  for (const start of next.keys()) {
    /** In the order in which they were come to. */
    const way = new Map<string, number>();
    for (let at: string | null | undefined = start; at && !done.has(at); at = next.get(at)) {
      const before = way.get(at);
      if (before !== undefined) {
        found.push([...way.keys()].slice(before));
        break;
      }
      way.set(at, way.size);
    }
    for (const each of way.keys()) done.add(each);
  }
  return found;
}

/**
 * A catalogue as a table with a heading: number and name, and what else is known. Every row that is amiss is named by its
 * line; the others are as good as if it were not there.
 *
 * @param text  CSV with any usual separator; lists by semicolon, attributes as `module=m-25; pilot=60`
 * @example readCatalogueCsv("number,name\nA-1,gasket").parts.length // 1
 */
export function readCatalogueCsv(text: string): CatalogueRead {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/u, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (name) =>
      name
        .trim()
        .toLowerCase()
        .replaceAll(/[\s_]+/gu, "-"),
  });
  const missing = needed.filter((name) => !(meta.fields ?? []).includes(name));
  if (missing.length > 0) return { parts: [], rows: 0, problems: [problem("catalogue-columns", [], { missing: missing.join(", ") })] }; // prettier-ignore
  if (data.length > mostCatalogueRows)
    return { parts: [], rows: data.length, problems: [problem("catalogue-too-long", [], { rows: data.length, most: mostCatalogueRows })] }; // prettier-ignore
  const problems: Problem[] = [];
  const lineOf = new Map<string, number>();
  const good = new Map<string, CataloguePart>();
  data.forEach((row, at) => {
    // The heading is line 1.
    const line = at + 2;
    const read = CataloguePart.safeParse({
      number: row.number ?? "",
      name: row.name ?? "",
      class: orNull(row.class),
      pack: orNull(row.pack),
      revision: orNull(row.revision),
      aliases: listOf(row.aliases),
      nicknames: listOf(row.nicknames),
      supersededBy: orNull(row["superseded-by"]),
      price: figureOf(row.price),
      currency: orNull(row.currency),
      deposit: figureOf(row.deposit),
      leadDays: figureOf(row["lead-days"]),
      supplier: orNull(row.supplier),
      attributes: attributesOf(row.attributes),
      ...(row.kit?.trim() ? { kit: listOf(row.kit) } : {}),
      ...(row.variants?.trim() ? { variants: listOf(row.variants) } : {}),
    });
    if (!read.success) {
      const [issue] = read.error.issues;
      const column = String(issue!.path[0] ?? "").replaceAll(/[A-Z]/gu, (letter) => `-${letter.toLowerCase()}`);
      problems.push(problem("catalogue-fault", [line], { line, column, value: (row[column] ?? "").slice(0, 60) }));
      return;
    }
    const plain = plainNumber(read.data.number);
    const before = lineOf.get(plain);
    if (before !== undefined) {
      problems.push(problem("number-repeated", [line], { line, number: read.data.number, other: before }));
      return;
    }
    if (read.data.supersededBy !== null && plainNumber(read.data.supersededBy) === plain) {
      problems.push(problem("supersedes-itself", [line], { line, number: read.data.number }));
      return;
    }
    lineOf.set(plain, line);
    good.set(plain, read.data);
  });
  // A part of a circle is taken by nobody for the newest: all of it is left out.
  for (const circle of supersessionCircles([...good.values()])) {
    const line = lineOf.get(circle[0]!)!;
    problems.push(problem("supersession-circle", [line], { line, numbers: sayCircle(circle.map((each) => good.get(each)!.number)) })); // prettier-ignore
    for (const each of circle) good.delete(each);
  }
  return { parts: [...good.values()], problems: problems.slice(0, mostProblems), rows: data.length };
}

/** What a part of the catalogue is found by: its numbers as they are written plain, the words of its names, and its interfaces as `module=m-25`. */
export function catalogueWords({
  number,
  aliases,
  name,
  nicknames,
  supplier,
  attributes,
}: CataloguePart): readonly string[] {
  const interfaces = Object.entries(attributes).map(([id, value]) => `${id}=${value}`);
  const numbers = [number, ...aliases, ...interfaces].map(plainNumber);
  const words = [name, ...nicknames, supplier ?? ""].flatMap((each) => each.toUpperCase().split(/[^\p{L}\p{N}]+/u));
  return [...new Set([...numbers, ...words])].filter((each) => each.length > 1).map((each) => each.slice(0, 60));
}
