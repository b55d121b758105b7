import { findNodeAtLocation, parseTree, printParseErrorCode, type Node, type ParseError } from "jsonc-parser";
import * as z from "../z";
import { deepestJson, isTextTooDeep } from "../json-depth";
import { longestSought, nearestOf } from "../nearest";
import { problem, type Path, type Problem } from "../problem/problem";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "./read-pack";
import { lintPack } from "./lint-pack";
import { lintWarnings } from "./lint-warnings";
import { Pack } from "../pack/schema";

/** Something the linter found, where it stands in the text, and what was perhaps meant. */
export interface Linted {
  readonly problem: Problem;
  /** The way to it by ids, where things have them: `classes crankshaft features big-end`. */
  readonly at: string;
  /** From 1; null where the text is not at hand. */
  readonly line: number | null;
  readonly column: number | null;
  readonly meant: string | null;
}

/** So many faults, and so many warnings, are told of one pack: whoever mends those looks again. */
export const mostTold = 200;

export interface PackText {
  readonly json: unknown;
  /** Null where anything is wrong with it. */
  readonly pack: CompiledPack | null;
  readonly faults: readonly Linted[];
  readonly warnings: readonly Linted[];
  /** There are more than are told. */
  readonly isCut: boolean;
}

type PlaceIn = (offset: number) => { readonly line: number; readonly column: number };

/** Line and column of places in a text, both from 1: where lines begin is looked for once. */
function placesIn(text: string): PlaceIn {
  const starts = [0];
  for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) starts.push(at + 1);
  return (offset) => {
    let [low, high] = [0, starts.length - 1];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (starts[middle]! <= offset) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: offset - starts[low]! + 1 };
  };
}

/** What a parser's complaint is to the one who wrote it: a comment, a comma too many, or something else. */
function syntaxFault(text: string, placeOf: PlaceIn, { error, offset }: ParseError): Linted {
  const code = printParseErrorCode(error);
  const before = text.slice(0, offset).trimEnd();
  const found =
    code === "InvalidCommentToken"
      ? problem("json-comment")
      : /[}\]]/u.test(text[offset] ?? "") && before.endsWith(",")
        ? problem("json-trailing-comma")
        : problem("json-syntax", [], { detail: code.replace(/([a-z])([A-Z])/gu, "$1 $2").toLowerCase() });
  const at = found.code === "json-trailing-comma" ? before.length - 1 : offset;
  return { problem: found, at: "", ...placeOf(at), meant: null };
}

/** The way to a thing by ids. */
function byIds(json: unknown, path: Path): string {
  let here = json;
  const words: string[] = [];
  for (const step of path) {
    here = (here as Record<string | number, unknown> | undefined)?.[step];
    const id = (here as { id?: unknown } | undefined)?.id;
    words.push(typeof step === "number" ? (typeof id === "string" ? id : `[${step}]`) : step);
  }
  return words.join(" ");
}

/** The deepest thing in the text that a path leads to: of what is missing, what it is missing in. */
function nodeAt(root: Node, path: Path): Node {
  for (let length = path.length; length > 0; length -= 1) {
    const node = findNodeAtLocation(root, [...path.slice(0, length)]);
    if (node) return node;
  }
  return root;
}

function allIds(value: unknown, ids: Set<string>): Set<string> {
  if (Array.isArray(value)) for (const each of value) allIds(each, ids);
  else if (typeof value === "object" && value !== null)
    for (const [key, inner] of Object.entries(value)) {
      if (key === "id" && typeof inner === "string") ids.add(inner);
      allIds(inner, ids);
    }
  return ids;
}

/** Every name that a property of a pack can have. */
function keysOf(value: unknown, keys: Set<string>): Set<string> {
  if (typeof value !== "object" || value === null) return keys;
  const { properties } = value as { properties?: Record<string, unknown> };
  for (const key of Object.keys(properties ?? {})) keys.add(key);
  for (const inner of Object.values(value)) keysOf(inner, keys);
  return keys;
}

let knownKeys: readonly string[] | null = null;
const packKeys = () =>
  (knownKeys ??= [...keysOf(z.toJSONSchema(Pack, { io: "input", unrepresentable: "any" }), new Set())]);

/** What a problem names that is not there, as it stands in its params. */
const namedIn = ({ code, params }: Problem): string | null => {
  if (!/^(unknown-|no-such-|consequence-of-)/u.test(code)) return null;
  const value = Object.values(params).findLast((each) => typeof each === "string");
  return typeof value === "string" ? value : null;
};

/** Something of the wrong shape: a property that nobody knows, or a thing that is not what it should be. */
interface ShapeFault {
  readonly problem: Problem;
  readonly path: Path;
  readonly isUnknownKey: boolean;
  readonly meant: string | null;
}

/** @param told  of so many it is said what was perhaps meant */
function shapeFaults(json: unknown, told = 0): readonly ShapeFault[] {
  const parsed = Pack.safeParse(json);
  if (parsed.success) return [];
  const meant = (key: string) => ((told -= 1) >= 0 ? nearestOf(key, packKeys()) : null);
  return parsed.error.issues.flatMap((issue): ShapeFault[] => {
    const path = issue.path as (string | number)[];
    if (issue.code !== "unrecognized_keys")
      return [{ problem: problem("schema", path, { detail: issue.message }), path, isUnknownKey: false, meant: null }];
    return issue.keys.map((key) => ({
      problem: problem("unknown-property", [...path, key], { property: key.slice(0, longestSought) }),
      path: [...path, key],
      isUnknownKey: true,
      meant: meant(key),
    }));
  });
}

type Container = Record<string | number, unknown>;

/** A pack without what is of the wrong shape: the property that nobody knows, or the thing of a list that it belongs to. */
function without(json: unknown, faults: readonly ShapeFault[], lost: Set<string>): unknown {
  const copy = structuredClone(json) as Container;
  const gone = new Map<unknown[], Set<number>>();
  for (const { path, isUnknownKey } of faults) {
    const way: { readonly of: Container; readonly step: string | number }[] = [];
    let of: unknown = copy;
    for (const step of path) {
      if (typeof of !== "object" || of === null) break;
      way.push({ of: of as Container, step });
      of = (of as Container)[step];
    }
    const last = way.at(-1);
    const inList = way.findLast((each) => Array.isArray(each.of));
    if (!last) continue;
    if (isUnknownKey || !inList) delete last.of[last.step];
    else {
      const list = inList.of as unknown as unknown[];
      gone.set(list, (gone.get(list) ?? new Set()).add(inList.step as number));
    }
  }
  for (const [list, out] of gone) allIds([...out].map((at) => list[at]), lost); // prettier-ignore
  for (const [list, out] of gone) list.splice(0, list.length, ...list.filter((_, at) => !out.has(at)));
  return copy;
}

/**
 * What is wrong with references in a pack that is also of the wrong shape: judged without the parts whose shape is wrong,
 * and without what only they would explain.
 */
function referencesBeside(json: unknown, first: readonly ShapeFault[]): readonly Problem[] {
  const lost = new Set<string>();
  let pruned = json;
  let faults = first;
  for (let round = 0; round < 8 && faults.length > 0; round += 1) {
    pruned = without(pruned, faults, lost);
    faults = shapeFaults(pruned);
  }
  const parsed = Pack.safeParse(pruned);
  if (!parsed.success) return [];
  return lintPack(parsed.data)
    .filter((found) => !lost.has(namedIn(found) ?? ""))
    .map((found) => ({ ...found, path: pathOfSame(json, pruned, found.path) }));
}

/** Where a thing of the pruned pack stood in the whole one: by the ids on the way. */
function pathOfSame(json: unknown, pruned: unknown, path: Path): Path {
  let [whole, part] = [json, pruned];
  const found: (string | number)[] = [];
  for (const step of path) {
    part = (part as Container | undefined)?.[step];
    const id = (part as { id?: unknown } | undefined)?.id;
    const at =
      Array.isArray(whole) && typeof id === "string"
        ? whole.findIndex((each) => (each as { id?: unknown } | null)?.id === id)
        : step;
    found.push(at === -1 ? step : at);
    whole = (whole as Container | undefined)?.[found.at(-1)!];
  }
  return found;
}

/** A pack that a text says in other words, as a sheet does over a library. */
export interface Becomes {
  /** Null where anything is wrong with what was said. */
  readonly json: unknown;
  /** Each under its place in the text. */
  readonly problems: readonly Problem[];
  /** Where the text says what stands at a place of the pack; null where it is not said there. */
  readonly saidAt: (path: Path) => Path | null;
}

/**
 * Reads the text of a pack: every fault of its syntax, its shape and its references at once, each by ids, line and
 * column, with what was perhaps meant; and what is not wrong but hardly meant.
 *
 * @param text     at most 5 MB
 * @param becomes  what makes a pack of a text that is none itself; null for one that is
 * @returns        the compiled pack where nothing is wrong with it
 */
export function readPackText(text: string, becomes: (json: unknown) => Becomes | null = () => null): PackText {
  // First of all, since whoever parses it goes down with it.
  if (isTextTooDeep(text)) return refusedAtOnce(problem("too-deep", [], { most: deepestJson }));
  const errors: ParseError[] = [];
  const root = parseTree(text, errors, { disallowComments: true, allowTrailingComma: false });
  const placeOf = placesIn(text);
  // A parser may stumble twice over one thing.
  const stumbles = errors.slice(0, 50).map((error) => syntaxFault(text, placeOf, error));
  const syntax = stumbles.filter(
    ({ line, column }, at) => !stumbles.slice(0, at).some((each) => each.line === line && each.column === column),
  );
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return syntax.length > 0
      ? { json: null, pack: null, faults: syntax, warnings: [], isCut: errors.length > syntax.length }
      : refusedAtOnce(problem("json-syntax", [], { detail: "not JSON" }));
  }
  if (!root) return refusedAtOnce(problem("json-syntax", [], { detail: "nothing in it" }));
  const ids = [...allIds(json, new Set())];
  const linted = (found: Problem, meant: string | null = null): Linted => {
    const named = namedIn(found);
    return {
      problem: found,
      at: byIds(json, found.path),
      ...placeOf(nodeAt(root, found.path).offset),
      meant: meant ?? (named === null ? null : nearestOf(named.split("/").at(-1)!, ids)),
    };
  };
  const made = becomes(json);
  if (made) {
    if (made.problems.length > 0) return toldOf(json, null, made.problems, (found) => linted(found));
    const read = readPack(made.json);
    return toldOf(made.json, read.ok ? read.value : null, read.ok ? lintWarnings(read.value.pack) : read.problems, (found) => {
      const said = made.saidAt(found.path);
      const place = said ? placeOf(nodeAt(root, said).offset) : { line: null, column: null };
      return { problem: found, at: byIds(made.json, found.path), ...place, meant: null };
    }); // prettier-ignore
  }
  const shape = shapeFaults(json, mostTold);
  if (shape.length > 0) {
    const told = shape.slice(0, mostTold).map((each) => linted(each.problem, each.meant));
    // Beside so much that is wrong with its shape nobody looks for more.
    const beside = shape.length > mostTold ? [] : referencesBeside(json, shape);
    return {
      json,
      pack: null,
      faults: [...told, ...beside.slice(0, mostTold - told.length).map((found) => linted(found))],
      warnings: [],
      isCut: shape.length + beside.length > mostTold,
    };
  }
  const read = readPack(json);
  const found = read.ok ? lintWarnings(read.value.pack) : read.problems;
  return toldOf(json, read.ok ? read.value : null, found, (each) => linted(each));
}

/** What was read, with what is wrong with it, or hardly meant. */
function toldOf(
  json: unknown,
  pack: CompiledPack | null,
  found: readonly Problem[],
  linted: (found: Problem) => Linted,
): PackText {
  const told = found.slice(0, mostTold).map(linted);
  const isCut = found.length > mostTold;
  return pack
    ? { json, pack, faults: [], warnings: told, isCut }
    : { json, pack: null, faults: told, warnings: [], isCut };
}

/** What is not even looked through. */
const refusedAtOnce = (found: Problem): PackText => ({
  json: null,
  pack: null,
  faults: [{ problem: found, at: "", line: 1, column: 1, meant: null }],
  warnings: [],
  isCut: false,
});
