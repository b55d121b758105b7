import type { Entry } from "./schema";

const targetsOf = (entry: Entry): readonly string[] => ("supersedes" in entry.payload ? (entry.payload.supersedes ?? []) : []);

export interface Effective {
  /** Entries that are neither struck nor replaced, each id once, by time and id. */
  readonly entries: readonly Entry[];
  /** Entries with more than one standing successor: a conflict for a person to settle. */
  readonly conflicts: readonly { readonly entry: string; readonly successors: readonly string[] }[];
  /** Corrections and strikes that stand. */
  readonly corrections: readonly Entry[];
}

const times = new WeakMap<Entry, number>();

/** Milliseconds since 1970 of the client's clock; a date is read once, not at every comparison of every fold. */
export function timeOf(entry: Entry): number {
  const known = times.get(entry);
  if (known !== undefined) return known;
  const time = Date.parse(entry.at);
  times.set(entry, time);
  return time;
}

/** By the client's clock, then by id: a total order that does not depend on how entries arrived. */
const byTime = (a: Entry, b: Entry) => timeOf(a) - timeOf(b) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/**
 * Which strikes count: one does unless a strike that counts is against it. Worked out from the strikes that
 * nothing is against, inwards; strikes that only attack each other in a ring count for nothing.
 */
function strikesThatCount(strikes: readonly Entry[]): Set<string> {
  const against = new Map<string, string[]>();
  for (const strike of strikes) {
    if (strike.type !== "entry-struck") continue;
    for (const target of strike.payload.strikes) against.set(target, [...(against.get(target) ?? []), strike.id]);
  }
  const counts = new Set<string>();
  const dropped = new Set<string>();
  for (let changed = true; changed; ) {
    changed = false;
    for (const { id } of strikes) {
      if (counts.has(id) || dropped.has(id)) continue;
      const strikers = against.get(id) ?? [];
      if (strikers.some((striker) => counts.has(striker))) {
        dropped.add(id);
        changed = true;
      } else if (strikers.every((striker) => dropped.has(striker))) {
        counts.add(id);
        changed = true;
      }
    }
  }
  return counts;
}

/**
 * What stands of a set of entries after strikes and corrections, whatever order they came in.
 *
 * @param all  entries, each id once
 */
export function effectiveEntries(all: readonly Entry[]): Effective {
  const unique = [...all].sort(byTime);
  const strikes = unique.filter((entry) => entry.type === "entry-struck");
  const counting = strikesThatCount(strikes);
  const struckBy = new Map<string, string>();
  for (const strike of strikes) {
    if (strike.type === "entry-struck" && counting.has(strike.id)) for (const target of strike.payload.strikes) struckBy.set(target, strike.id);
  }
  const standing = unique.filter((entry) => !struckBy.has(entry.id));

  const successors = new Map<string, string[]>();
  for (const entry of standing) {
    for (const target of targetsOf(entry)) successors.set(target, [...(successors.get(target) ?? []), entry.id]);
  }
  const replaced = (id: string) => successors.has(id);

  // Follows corrections of corrections to the ones at the end; one that settles two branches ends both.
  const heads = (id: string, seen = new Set<string>()): string[] =>
    (successors.get(id) ?? []).flatMap((next) => {
      if (seen.has(next)) return [];
      seen.add(next);
      return replaced(next) ? heads(next, seen) : [next];
    });

  const conflicts = unique.flatMap(({ id }) => {
    const standingHeads = [...new Set(heads(id))];
    const struck = struckBy.get(id);
    const rivals = struck && standingHeads.length > 0 ? [...standingHeads, struck] : standingHeads;
    return rivals.length > 1 ? [{ entry: id, successors: rivals.sort() }] : [];
  });

  return {
    entries: standing.filter((entry) => !replaced(entry.id) && (entry.type !== "entry-struck" || counting.has(entry.id))),
    conflicts,
    corrections: standing.filter((entry) => targetsOf(entry).length > 0 || counting.has(entry.id)),
  };
}
