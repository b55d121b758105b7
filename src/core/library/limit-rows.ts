import { nearestOf } from "../nearest";
import { problem, type Problem } from "../problem/problem";
import { toCore, unitById, units } from "../quantity/units";
import { isFields, thingsIn } from "./unfold";
import { keyOf, type Origins } from "./merge";
import type { LimitRow, Sheet } from "./schema";

type Fields = Record<string, unknown>;

/** How a pack calls what a row calls by a shorter word. */
export const limitNames = { new: "new", reassembly: "reassembly", service: "inService" } as const;

const zone = /^[A-Za-z]{1,2}[0-9]{1,2}$/u;

const idsOf = (things: readonly Fields[]): readonly string[] => things.map(keyOf).filter((id) => id !== null);

/** The characteristic that a row is of, with the way to it by ids; or what in the row is not there. */
function findOf(
  pack: Fields,
  [of, feature, characteristic]: LimitRow,
): { readonly found: Fields; readonly path: string } | { readonly column: number; readonly among: readonly string[] } {
  const classes = thingsIn(pack["classes"]);
  const joints = thingsIn(pack["joints"]);
  const partClass = classes.find((each) => each["id"] === of);
  const joint = joints.find((each) => each["id"] === of);
  if (!partClass && !joint) return { column: 0, among: idsOf([...classes, ...joints]) };
  const features = partClass ? thingsIn(partClass["features"]) : [];
  const owner = partClass ? features.find((each) => each["id"] === feature) : feature === "" ? joint : undefined;
  if (!owner) return { column: 1, among: idsOf(features) };
  const path = partClass ? `classes/${of}/features/${feature}` : `joints/${of}`;
  const governing = owner["governing"];
  const all = [governing, ...thingsIn(owner["derived"])].filter(isFields) as Fields[];
  const found = characteristic === "" ? all.find((each) => each === governing) : all.find((each) => each["id"] === characteristic); // prettier-ignore
  return found
    ? { found, path: `${path}/${found === governing ? "governing" : `derived/${characteristic}`}` }
    : { column: 2, among: idsOf(all) };
}

/** The limit that a row says, as a pack writes it; or what is wrong with its unit. */
function limitIn(row: LimitRow, shownIn: unknown, source: string, at: number): Fields | Problem {
  const [, , , , min, max, unitId, page] = row;
  const ref = { source, ...(page === null ? {} : { page }) };
  const bounds = { ...(min === null ? {} : { min }), ...(max === null ? {} : { max }) };
  const unit = unitById(unitId);
  if (!unit && zone.test(unitId) && min !== null && max === null) return { size: min, zone: unitId, ref };
  const wanted = unitById(typeof shownIn === "string" ? shownIn : "mm")?.dimension;
  if (unit?.dimension !== wanted) {
    const offered = units.filter((each) => each.dimension === wanted).map(({ id }) => id);
    return problem("limit-in-wrong-unit", ["limits", at, 6], { unit: unitId, units: offered.join(", ") });
  }
  const isCore = toCore(1, unit!) === 1 && toCore(0, unit!) === 0;
  return { ...bounds, ...(isCore ? {} : { unit: unitId }), ref };
}

/**
 * Enters a sheet's rows of limits in a pack.
 *
 * @param pack     JSON of a pack; changed in place
 * @returns        what is wrong with rows, each under its place in the sheet: they are left out
 */
export function enterLimits(pack: Fields, sheet: Sheet, origins: Origins): readonly Problem[] {
  const problems: Problem[] = [];
  const entered = new Map<string, number>();
  const source = sheet.sources[0]?.id ?? "";
  for (const [at, row] of sheet.limits.entries()) {
    const found = findOf(pack, row);
    if ("column" in found) {
      const name = String(row[found.column as 0]);
      problems.push(problem("limit-of-nothing", ["limits", at, found.column], { name, meant: nearestOf(name, found.among) })); // prettier-ignore
      continue;
    }
    const which = limitNames[row[3]];
    const path = `${found.path}/limits/${which}`;
    const before = entered.get(path);
    if (before !== undefined) {
      problems.push(problem("limit-said-twice", ["limits", at], { row: before + 1 }));
      continue;
    }
    entered.set(path, at);
    if (row[4] === null && row[5] === null) {
      problems.push(problem("limit-without-figure", ["limits", at]));
      continue;
    }
    const limit = limitIn(row, found.found["unit"], source, at);
    if ("code" in limit) {
      problems.push(limit as unknown as Problem);
      continue;
    }
    found.found["limits"] = { ...(isFields(found.found["limits"]) ? found.found["limits"] : {}), [which]: limit };
    origins.set(path, { of: "sheet", piece: `limits/${at}` });
  }
  return problems;
}
