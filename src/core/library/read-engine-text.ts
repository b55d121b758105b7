import { readPackText, type Becomes, type PackText } from "../lint/read-pack-text";
import type { Path } from "../problem/problem";
import { compose, type Composed } from "./compose";
import { keyOf, originOf } from "./merge";
import type { Library } from "./schema";
import { isFields } from "./unfold";

/** Whether a JSON value says that it is a sheet. */
export const isSheet = (json: unknown): boolean => isFields(json) && String(json["format"]).startsWith("ember-engine/");

/** The way to a place of a pack by ids, as origins know it. */
function idsOf(json: unknown, path: Path): readonly string[] {
  let here = json;
  return path.map((step) => {
    here = (here as Record<string | number, unknown> | undefined)?.[step];
    return typeof step === "number" ? (keyOf(here) ?? String(step)) : step;
  });
}

/** As far as ids lead into what a sheet says of the pack. */
function intoSheet(sheet: unknown, ids: readonly string[]): Path {
  const path: (string | number)[] = ["pack"];
  let here = isFields(sheet) ? sheet["pack"] : undefined;
  for (const id of ids) {
    const step = Array.isArray(here) ? here.findIndex((each) => keyOf(each) === id) : id;
    if (step === -1 || typeof here !== "object" || here === null || !Object.hasOwn(here, step)) return path;
    path.push(step);
    here = (here as Record<string | number, unknown>)[step];
  }
  return path;
}

const becomesOf = (json: unknown, { json: made, origins, problems }: Composed): Becomes => ({
  json: made,
  problems,
  saidAt: (path) => {
    const ids = idsOf(made, path);
    const origin = originOf(origins, ids.join("/"));
    if (origin?.of !== "sheet") return null;
    const [list, row] = origin.piece.split("/");
    return list === "limits" ? ["limits", Number(row)] : intoSheet(json, ids);
  },
});

/**
 * Reads the text of an engine, a pack or a sheet: what is wrong with it, each with its line, and the compiled pack where
 * nothing is. Of a sheet what is wrong in the library's own facts has no line.
 *
 * @param text  at most 5 MB
 */
export const readEngineText = (library: Library, text: string): PackText =>
  readPackText(text, (json) => (isSheet(json) ? becomesOf(json, compose(library, json)) : null));
