import { isFields, type Orders } from "./unfold";

/** Who said something: a piece of the library, or the sheet; and where in it. */
export interface Origin {
  readonly of: "library" | "sheet";
  /** The library's piece by its id; empty for the sheet. */
  readonly piece: string;
}

/** By path of ids, `classes/rod/features/bend`, who said it; what is in it was said by the same unless it has its own. */
export type Origins = Map<string, Origin>;

/** What a thing of a list is known by: its id, or the class of which a line of prices speaks. */
export function keyOf(value: unknown): string | null {
  if (!isFields(value)) return null;
  const key = value["id"] ?? (value["of"] === undefined ? value["class"] : undefined);
  return typeof key === "string" ? key : null;
}

/** What a way of ids leads to; undefined where it leads nowhere. */
export const thingAt = (of: unknown, ids: readonly string[]): unknown =>
  ids.reduce<unknown>(
    (here, id) =>
      Array.isArray(here) ? here.find((each) => keyOf(each) === id) : isFields(here) && Object.hasOwn(here, id) ? here[id] : undefined, // prettier-ignore
    of,
  );

const isKeyed = (list: readonly unknown[]): boolean =>
  list.length > 0 && list.every((each) => keyOf(each) !== null) && new Set(list.map(keyOf)).size === list.length;

/** Whether two lists are of things with ids, so that one thing of the one is the same thing in the other. */
export const areKeyed = (one: readonly unknown[], other: readonly unknown[]): boolean =>
  (isKeyed(one) || one.length === 0) && isKeyed(other);

const last = Number.MAX_SAFE_INTEGER;

const orderOf = (value: unknown, orders: Orders): number =>
  typeof value === "object" && value !== null ? (orders.get(value) ?? last) : last;

/**
 * Says something over what was said before: objects field by field, lists of things with ids by id, other lists and figures
 * as a whole. What is new goes behind what is there.
 */
export function sayOver(
  before: unknown,
  now: unknown,
  path: string,
  origin: Origin,
  origins: Origins,
  orders: Orders,
): unknown {
  if (isFields(before) && isFields(now)) {
    const made: Record<string, unknown> = { ...before };
    for (const [key, value] of Object.entries(now)) {
      const at = path === "" ? key : `${path}/${key}`;
      if (Object.hasOwn(before, key)) made[key] = sayOver(before[key], value, at, origin, origins, orders);
      else {
        made[key] = value;
        noteNew(value, at, origin, origins);
      }
    }
    const order = orders.get(before) ?? orders.get(now);
    if (order !== undefined) orders.set(made, order);
    return made;
  }
  if (Array.isArray(before) && Array.isArray(now) && areKeyed(before, now)) {
    const made = [...(before as unknown[])];
    const at = new Map(made.map((each, n) => [keyOf(each), n]));
    for (const each of now as unknown[]) {
      const key = keyOf(each);
      const n = at.get(key);
      if (n === undefined) {
        at.set(key, made.push(each) - 1);
        noteNew(each, `${path}/${key}`, origin, origins);
      } else made[n] = sayOver(made[n], each, `${path}/${key}`, origin, origins, orders);
    }
    return made;
  }
  if (before !== now) noteNew(now, path, origin, origins);
  return now;
}

/** Things with ids that are new, each: whoever asks for one of their fields walks up to them. */
function noteNew(value: unknown, path: string, origin: Origin, origins: Origins): void {
  if (Array.isArray(value) && isKeyed(value)) for (const each of value) origins.set(`${path}/${keyOf(each)}`, origin);
  else origins.set(path, origin);
}

/** A value in which every list of things that say when they come stands in that order; what says nothing comes last. */
export function inOrder(value: unknown, orders: Orders): unknown {
  if (Array.isArray(value)) {
    const list = (value as unknown[]).map((each) => inOrder(each, orders));
    if (!(value as unknown[]).some((each) => orderOf(each, orders) !== last)) return list;
    const placed = list.map((made, at) => ({ made, order: orderOf((value as unknown[])[at], orders) }));
    return placed.sort((one, other) => one.order - other.order).map(({ made }) => made);
  }
  if (!isFields(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, inOrder(inner, orders)]));
}

/** Who said what stands at a path: the nearest on the way up that is known. */
export function originOf(origins: Origins, path: string): Origin | null {
  for (let at = path; at !== ""; at = at.slice(0, Math.max(0, at.lastIndexOf("/")))) {
    const origin = origins.get(at);
    if (origin) return origin;
  }
  return null;
}
