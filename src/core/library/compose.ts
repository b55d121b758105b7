import { deepestJson, hasReservedName, isTooDeep, reservedName } from "../json-depth";
import { nearestOf } from "../nearest";
import { problem, type Problem } from "../problem/problem";
import { arrange } from "./arrangement";
import { enterLimits } from "./limit-rows";
import { inOrder, keyOf, originOf, sayOver, thingAt, type Origin, type Origins } from "./merge";
import { prune, takeOut, type Fallen } from "./prune";
import { Sheet, type Fragment, type Library } from "./schema";
import { isFields, thingsIn, Unfolding, type Orders } from "./unfold";

type Fields = Record<string, unknown>;

/** An engine composed: an ordinary pack, where each of its facts comes from, and what the library left out of it. */
export interface Composed {
  /** JSON of the pack; null where anything is wrong with the sheet. */
  readonly json: Readonly<Fields> | null;
  readonly origins: Origins;
  /** What the library says of parts that this engine has not. */
  readonly fallen: readonly Fallen[];
  /** What is wrong, each under its place in the sheet; a fault of the library itself under `library`. */
  readonly problems: readonly Problem[];
}

/** So many things that are wrong are told of one sheet. */
const mostTold = 200;

const nothing = (...problems: readonly Problem[]): Composed => ({ json: null, origins: new Map(), fallen: [], problems: problems.slice(0, mostTold) }); // prettier-ignore

/** Gives every thing of a piece that does not say when it comes the place of its piece. */
function placeInOrder(value: unknown, order: number, orders: Orders, depth = 0): void {
  if (Array.isArray(value)) {
    for (const each of value) if (isFields(each) && !orders.has(each)) orders.set(each, order);
  } else if (isFields(value) && depth < 2) for (const inner of Object.values(value)) placeInOrder(inner, order, orders, depth + 1); // prettier-ignore
}

/** Takes out what a sheet says its engine has not. */
function takeWithout(pack: Fields, { without }: Sheet): readonly Problem[] {
  const problems: Problem[] = [];
  const out: { of: Fields | unknown[]; step: string | number }[] = [];
  for (const [at, path] of without.entries()) {
    let stand: { of: Fields | unknown[]; step: string | number } | null = null;
    let here: unknown = pack;
    for (const word of path.split("/")) {
      const step = Array.isArray(here) ? here.findIndex((each) => keyOf(each) === word) : word;
      const isThere = Array.isArray(here) ? step !== -1 : isFields(here) && Object.hasOwn(here, word);
      if (!isThere) {
        const among = Array.isArray(here) ? here.map((each) => keyOf(each) ?? "") : isFields(here) ? Object.keys(here) : []; // prettier-ignore
        problems.push(problem("without-nothing", ["without", at], { name: word, meant: nearestOf(word, among) }));
        stand = null;
        break;
      }
      stand = { of: here as Fields, step };
      here = (here as Fields)[step];
    }
    if (stand) out.push(stand);
  }
  takeOut(out);
  return problems;
}

/** Puts those of a list that a sheet names before the others, as it names them. */
function putInOrder(pack: Fields, { order }: Sheet): readonly Problem[] {
  const problems: Problem[] = [];
  for (const [path, ids] of Object.entries(order)) {
    const list = thingAt(pack, path.split("/"));
    const keys = Array.isArray(list) ? list.map(keyOf) : [];
    const missing = ids.find((id) => !keys.includes(id));
    if (missing !== undefined) problems.push(problem("order-names-nothing", ["order", path], { name: missing, meant: nearestOf(missing, keys.filter((key) => key !== null)) })); // prettier-ignore
    if (!Array.isArray(list) || missing !== undefined) continue;
    const rank = new Map(ids.map((id, at) => [id, at]));
    const ranked = list.toSorted((one, other) => (rank.get(keyOf(one)!) ?? ids.length) - (rank.get(keyOf(other)!) ?? ids.length)); // prettier-ignore
    list.splice(0, list.length, ...ranked);
  }
  return problems;
}

/** Puts steps after all that comes before them, and else leaves them as they stand. */
function putInTurn(pack: Fields): void {
  const strip = pack["strip"];
  if (!isFields(strip)) return;
  const left = [...thingsIn(strip["steps"])];
  // So many are refused when it is read.
  if (left.length > 1000) return;
  const done = new Set<unknown>();
  const ids = new Set(left.map(keyOf));
  const turn: Fields[] = [];
  while (left.length > 0) {
    const isFree = ({ after }: Fields) =>
      !Array.isArray(after) || after.every((id) => done.has(id) || !ids.has(id as string));
    // What waits for itself stays where it is: the linter says so.
    const [next] = left.splice(Math.max(0, left.findIndex(isFree)), 1);
    turn.push(next!);
    done.add(next!["id"]);
  }
  (strip as Fields)["steps"] = turn;
}

/** Where the sheet's own source says what the library says: those facts go by that. */
function sayAlso(pack: Fields, { said, sources }: Sheet): readonly Problem[] {
  const problems: Problem[] = [];
  for (const [at, [pattern, source, page]] of said.entries()) {
    const steps = pattern.split("/");
    const ref = { source, ...(page === null ? {} : { page }) };
    if (!sources.some(({ id }) => id === source)) problems.push(problem("unknown-source", ["said", at, 1], { source }));
    else if (!referTo(pack, steps, ref)) problems.push(problem("said-of-nothing", ["said", at, 0], { of: pattern }));
  }
  return problems;
}

/** Whether anything went by a reference at the end of a pattern of ids: `*` is each, `**` all that is below. */
function referTo(of: unknown, [step, ...on]: readonly string[], ref: Fields): boolean {
  if (step === undefined) {
    // An expression refers too, to a figure of its own feature: that is a word.
    if (!isFields(of) || !isFields(of["ref"])) return false;
    (of as Fields)["ref"] = ref;
    return true;
  }
  if (typeof of !== "object" || of === null) return false;
  if (step === "**") {
    const here = referTo(of, [], ref);
    return Object.values(of).map((each) => referTo(each, ["**"], ref)).some(Boolean) || here; // prettier-ignore
  }
  const next = Array.isArray(of)
    ? of.filter((each) => step === "*" || keyOf(each) === step)
    : step === "*"
      ? Object.values(of)
      : Object.hasOwn(of, step)
        ? [(of as Fields)[step]]
        : [];
  return next.map((each) => referTo(each, on, ref)).some(Boolean);
}

/** What an engine without a word of variants, prices or new sizes is: of one variant, and nothing is said of money or of grinding. No figure is made up. */
function leaveUnknown(pack: Fields, name: string): void {
  pack["variants"] ??= [{ id: "as-built", name }];
  // Ground to which size, where nobody knows what it was new?
  for (const { features } of thingsIn(pack["classes"]))
    for (const feature of thingsIn(features)) {
      const governing = feature["governing"];
      const limits = isFields(governing) ? governing["limits"] : undefined;
      if (!isFields(limits) || limits["new"] === undefined) delete feature["rework"];
    }
  const worth = pack["worth"];
  if (!isFields(worth)) return;
  const priced = thingsIn(worth["classes"]).filter(
    (each) => each["replace"] !== undefined && each["rework"] !== undefined,
  );
  if (worth["labourRate"] === undefined || priced.length === 0) delete pack["worth"];
  else (worth as Fields)["classes"] = priced;
}

const isOpen = (text: string): boolean => text.includes("{") && /\{[^{}]*\}/u.test(text);

/** Names in braces that nothing filled in, and words of templates where none is read. */
function openBraces(value: unknown, path: readonly (string | number)[]): Problem[] {
  if (typeof value === "string")
    return isOpen(value) ? [problem("open-brace", path, { text: value.slice(0, 60) })] : [];
  if (typeof value !== "object" || value === null) return [];
  const found: Problem[] = [];
  for (const [key, inner] of Object.entries(value)) {
    if (key.startsWith("@")) found.push(problem("open-brace", [...path, key], { text: key }));
    if (typeof inner === "object" || (typeof inner === "string" && isOpen(inner)))
      found.push(...openBraces(inner, [...path, key]));
  }
  return found;
}

const origin = (of: Origin["of"], piece: string): Origin => ({ of, piece });

/**
 * Composes an engine from the trade's library and the sheet of what only its own manual can say.
 *
 * @param library  as it ships
 * @param json     a sheet, as received: any value
 * @returns        the pack as JSON, to be read as any other pack, and where each fact of it comes from; or what is wrong
 */
export function compose(library: Library, json: unknown): Composed {
  const laid = layOut(library, json);
  if (laid.json) leaveUnknown(laid.json as Fields, String(laid.json["family"]));
  return laid;
}

/** An engine laid out with all that the library knows of it, also what asks for figures that nobody has given. */
export function layOut(library: Library, json: unknown): Composed {
  if (isTooDeep(json)) return nothing(problem("too-deep", [], { most: deepestJson }));
  if (hasReservedName(json)) return nothing(problem("reserved-name", [], { name: reservedName }));
  const read = Sheet.safeParse(json);
  if (!read.success)
    return nothing(
      ...read.error.issues.flatMap((issue): Problem[] => {
        const path = issue.path as (string | number)[];
        if (issue.code !== "unrecognized_keys") return [problem("schema", path, { detail: issue.message })];
        return issue.keys.map((key) => problem("unknown-property", [...path, key], { property: key.slice(0, 60) }));
      }),
    );
  const sheet = read.data;
  if (sheet.library > library.version) return nothing(problem("newer-library", ["library"], { version: sheet.library, has: library.version })); // prettier-ignore
  const layout = library.layouts.find(({ id }) => id === sheet.layout);
  if (!layout) return nothing(problem("no-such-layout", ["layout"], { layout: sheet.layout, meant: nearestOf(sheet.layout, library.layouts.map(({ id }) => id)) })); // prettier-ignore
  const arrangement = arrange(layout, sheet);
  if (arrangement.problems.length > 0) return nothing(...arrangement.problems);

  const orders: Orders = new WeakMap();
  const origins: Origins = new Map();
  const unfolding = new Unfolding(arrangement, new Set([...library.indexes, ...library.relations]), orders);
  const head: Fields = { format: "ember-pack/1", id: sheet.id, revision: sheet.revision, family: sheet.name, summary: sheet.summary }; // prettier-ignore
  let pack: unknown = {};
  for (const fragment of inTurn(library.fragments)) {
    if (!unfolding.holds(fragment.where, new Map(), ["library", fragment.id])) continue;
    const piece = unfolding.of(fragment.pack, ["library", fragment.id]);
    placeInOrder(piece, fragment.order, orders);
    pack = sayOver(pack, piece, "", origin("library", fragment.id), origins, orders);
  }
  // What the sheet itself says brings its own references with it.
  const said = sayAlso(pack as Fields, sheet);
  pack = sayOver(pack, unfolding.of(sheet.pack, ["pack"]), "", origin("sheet", "pack"), origins, orders);
  pack = sayOver(pack, head, "", origin("sheet", ""), origins, orders);
  // Put in order everything is a copy, and nobody else's: from here on it is changed in place.
  const made = inOrder(pack, orders) as Fields;
  // The sheet's own sources come first: its rows go by the first of all.
  const own = new Set(sheet.sources.map(({ id }) => id));
  made["sources"] = [...sheet.sources, ...thingsIn(made["sources"]).filter(({ id }) => !own.has(String(id)))];
  const problems = [...unfolding.problems, ...said, ...takeWithout(made, sheet)];
  const fallen: Fallen[] = [];
  const told = new Set<string>();
  prune(made, (gone) => {
    const isOwn = originOf(origins, gone.path)?.of === "sheet";
    if (isOwn && !told.has(gone.path)) {
      told.add(gone.path);
      problems.push(problem("refers-to-nothing", ["pack", ...gone.path.split("/")], { path: gone.path, name: gone.because })); // prettier-ignore
    }
    if (!isOwn) fallen.push(gone);
    return !isOwn;
  });
  putInTurn(made);
  problems.push(...enterLimits(made, sheet, origins), ...putInOrder(made, sheet), ...openBraces(made, ["pack"]));
  if (problems.length > 0) return { ...nothing(...problems), origins, fallen };
  return { json: made, origins, fallen, problems: [] };
}

/** Pieces in the order in which they are said: nothing hangs on how they are stored. */
const inTurn = (fragments: readonly Fragment[]): readonly Fragment[] =>
  fragments.toSorted((one, other) => one.order - other.order || (one.id < other.id ? -1 : 1));
