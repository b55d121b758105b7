import type { Entry } from "./schema";

/** What an entry takes the place of. */
export const targetsOf = (entry: Entry): readonly string[] =>
  "supersedes" in entry.payload ? (entry.payload.supersedes ?? []) : [];

export interface Effective {
  /** Entries that are neither struck nor replaced, each id once, by time and id. */
  readonly entries: readonly Entry[];
  /** Entries with more than one standing successor: a conflict for a person to settle. */
  readonly conflicts: readonly { readonly entry: string; readonly successors: readonly string[] }[];
  /** Corrections and strikes that stand. */
  readonly corrections: readonly Entry[];
}

/** Moments written alike, in UTC and with as many digits, are in order when their texts are: nearly all are. */
const isPlain = (at: string) => at.length === 24 && at.endsWith("Z");
const byMoment = (a: string, b: string) =>
  isPlain(a) && isPlain(b) ? (a < b ? -1 : a > b ? 1 : 0) : Date.parse(a) - Date.parse(b);

/** By the client's clock, then by id: a total order that does not depend on how entries arrived. */
export const byTime = (a: Pick<Entry, "at" | "id">, b: Pick<Entry, "at" | "id">): number =>
  byMoment(a.at, b.at) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** In order; a list that is in order already, as a log mostly is, is not sorted again. */
function sorted(entries: readonly Entry[]): readonly Entry[] {
  const isInOrder = entries.every((entry, at) => at === 0 || byTime(entries[at - 1]!, entry) <= 0);
  return isInOrder ? entries : [...entries].sort(byTime);
}

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
  for (let changed = true; changed;) {
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
  const unique = sorted(all);
  const strikes = unique.filter((entry) => entry.type === "entry-struck");
  const counting = strikesThatCount(strikes);
  const struckBy = new Map<string, string>();
  for (const strike of strikes) {
    if (strike.type === "entry-struck" && counting.has(strike.id))
      for (const target of strike.payload.strikes) struckBy.set(target, strike.id);
  }
  const standing = unique.filter((entry) => !struckBy.has(entry.id));

  const successors = new Map<string, string[]>();
  for (const entry of standing) {
    for (const target of targetsOf(entry)) {
      const known = successors.get(target);
      if (known) known.push(entry.id);
      else successors.set(target, [entry.id]);
    }
  }
  const replaced = (id: string) => successors.has(id);

  // Follows corrections of corrections to the ones at the end; one that settles two branches ends both.
  const heads = (id: string, seen = new Set<string>()): string[] =>
    (successors.get(id) ?? []).flatMap((next) => {
      if (seen.has(next)) return [];
      seen.add(next);
      return replaced(next) ? heads(next, seen) : [next];
    });

  // Only what has a successor can have two; most entries have none.
  const conflicts = unique.flatMap(({ id }) => {
    if (!successors.has(id)) return [];
    const standingHeads = [...new Set(heads(id))];
    const struck = struckBy.get(id);
    const rivals = struck && standingHeads.length > 0 ? [...standingHeads, struck] : standingHeads;
    return rivals.length > 1 ? [{ entry: id, successors: rivals.sort() }] : [];
  });

  return {
    entries: standing.filter(
      (entry) => !replaced(entry.id) && (entry.type !== "entry-struck" || counting.has(entry.id)),
    ),
    conflicts,
    corrections: standing.filter((entry) => targetsOf(entry).length > 0 || counting.has(entry.id)),
  };
}
