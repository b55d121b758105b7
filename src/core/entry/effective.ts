import { byMoment } from "./clock";
import { declarations } from "./declarations";
import { problem, type Problem } from "../problem/problem";
import { roles, type Entry, type EntryOf, type Role } from "./schema";

/** What an entry takes the place of. */
export const targetsOf = (entry: Entry): readonly string[] =>
  "supersedes" in entry.payload ? (entry.payload.supersedes ?? []) : [];

/** All that an entry strikes or takes the place of. */
export const namedBy = (entry: Entry): readonly string[] =>
  entry.type === "entry-struck" ? entry.payload.strikes : targetsOf(entry);

/** A correction or strike that counts for nothing, since its author may not write what it is against. */
export interface Overreach {
  readonly entry: string;
  readonly target: string;
}

export interface Effective {
  /** Entries that are neither struck nor replaced, each id once, by time and id. */
  readonly entries: readonly Entry[];
  /** Entries with more than one standing successor: a conflict for a person to settle. */
  readonly conflicts: readonly { readonly entry: string; readonly successors: readonly string[] }[];
  /** Corrections and strikes that stand. */
  readonly corrections: readonly Entry[];
  readonly overreached: readonly Overreach[];
  /** Ids that some entry strikes or takes the place of, here already or not. */
  readonly named: ReadonlySet<string>;
}

const inOrder = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** By the moment they count as made, then by id: a total order that does not depend on how entries arrived. */
export const byTime = (a: Pick<Entry, "at" | "id">, b: Pick<Entry, "at" | "id">): number =>
  byMoment(a.at, b.at) || inOrder(a.id, b.id);

/** In order; a list that is in order already, as a log mostly is, is not sorted again. */
function sorted(entries: readonly Entry[]): readonly Entry[] {
  const isInOrder = entries.every((entry, at) => at === 0 || byTime(entries[at - 1]!, entry) <= 0);
  return isInOrder ? entries : [...entries].sort(byTime);
}

/** Adds to the list of a key. */
function push<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}

type Strike = EntryOf<"entry-struck">;

/**
 * Strikes that a lead alone may take back: they are against what is a lead's to say, or against such a strike. Found
 * from the entries outwards, since a person can strike a strike as often as they like.
 */
export function leadsStrikes(
  strikes: readonly Strike[],
  byId: ReadonlyMap<string, Pick<Entry, "type">>,
): ReadonlySet<string> {
  const naming = new Map<string, string[]>();
  const found = new Set<string>();
  for (const { id, payload } of strikes) {
    for (const target of payload.strikes) {
      push(naming, target, id);
      const of = byId.get(target);
      if (of && declarations[of.type].writer === "lead") found.add(id);
    }
  }
  // A set gives what is added to it while it is gone through.
  for (const id of found) for (const outer of naming.get(id) ?? []) found.add(outer);
  return found;
}

/**
 * Why one entry may not strike another or take its place; null where it may. What stands for ever may not be touched, a
 * successor is of its ancestor's type, and whoever may not write a thing may not change it.
 *
 * @param role   what the author is; null for one whose role is only a label
 * @param leads  strikes that a lead alone may take back
 */
export function touchProblem(
  by: Pick<Entry, "id" | "type">,
  target: Pick<Entry, "id" | "type">,
  role: Role | null,
  leads: ReadonlySet<string>,
): Problem | null {
  const { standsForEver, writer } = declarations[target.type];
  if (standsForEver) return problem("stands-for-ever", [by.id], { type: target.type });
  if (by.type !== "entry-struck" && by.type !== target.type)
    return problem("successor-of-another-type", [by.id], { type: by.type, target: target.type });
  const needed = leads.has(target.id) ? "lead" : writer;
  return role === null || roles.indexOf(role) >= roles.indexOf(needed)
    ? null
    : problem("not-theirs-to-change", [by.id], { role, target: target.type });
}

/** As `touchProblem`, for the fold: entries that no server stamped are of a time before the rule, and count as they did. */
function mayTouch(by: Entry, target: Entry, leads: ReadonlySet<string>): boolean {
  if (!by.stamp) return !declarations[target.type].standsForEver;
  return touchProblem(by, target, by.stamp.role, leads) === null;
}

/**
 * Which strikes count: one does unless a strike that counts is against it. Worked out from the strikes that
 * nothing is against, inwards; strikes that only attack each other in a ring count for nothing.
 *
 * @param against  by strike, the strikes that are against it
 */
function strikesThatCount(strikes: readonly Strike[], against: ReadonlyMap<string, readonly string[]>): Set<string> {
  const attacks = new Map<string, string[]>();
  const undecided = new Map<string, number>();
  for (const { id } of strikes) {
    const attackers = against.get(id) ?? [];
    undecided.set(id, attackers.length);
    for (const attacker of attackers) push(attacks, attacker, id);
  }
  const counts = new Set<string>();
  const dropped = new Set<string>();
  const ready = strikes.flatMap(({ id }) => (undecided.get(id) === 0 ? [id] : []));
  for (let id = ready.pop(); id !== undefined; id = ready.pop()) {
    if (counts.has(id)) continue;
    if (!dropped.has(id)) counts.add(id);
    for (const target of attacks.get(id) ?? []) {
      const left = undecided.get(target)! - 1;
      undecided.set(target, left);
      if (counts.has(id) && !dropped.has(target)) {
        dropped.add(target);
        ready.push(target);
      } else if (left === 0 && !dropped.has(target)) ready.push(target);
    }
  }
  return counts;
}

/**
 * For each entry that has successors, the ends of all corrections of corrections; one that settles two branches ends
 * both. Depth first with a stack of its own: a chain of corrections is as long as somebody makes it.
 */
function headsOf(successors: ReadonlyMap<string, readonly string[]>): ReadonlyMap<string, ReadonlySet<string>> {
  const heads = new Map<string, ReadonlySet<string>>();
  const entered = new Set<string>();
  for (const start of successors.keys()) {
    const stack = [start];
    for (let id = stack.at(-1); id !== undefined; id = stack.at(-1)) {
      const next = successors.get(id)!;
      const waits = entered.has(id) ? [] : next.filter((each) => successors.has(each) && !entered.has(each));
      entered.add(id);
      if (waits.length > 0) {
        stack.push(...waits);
        continue;
      }
      stack.pop();
      if (heads.has(id)) continue;
      // In a ring of corrections one is met before it is worked out: it has no end there.
      const ends = next.map((each) =>
        successors.has(each) ? (heads.get(each) ?? new Set<string>()) : new Set([each]),
      );
      heads.set(id, ends.length === 1 ? ends[0]! : new Set(ends.flatMap((set) => [...set])));
    }
  }
  return heads;
}

/**
 * What stands of a set of entries after strikes and corrections, whatever order they came in. Takes time in proportion
 * to the entries and what they name.
 *
 * @param all  entries, each id once
 */
export function effectiveEntries(all: readonly Entry[]): Effective {
  const unique = sorted(all);
  const named = new Set<string>();
  for (const entry of unique) for (const target of namedBy(entry)) named.add(target);
  if (named.size === 0) return { entries: unique, conflicts: [], corrections: [], overreached: [], named };
  const strikes = unique.filter((entry): entry is Strike => entry.type === "entry-struck");
  // Only what somebody names has to be found again: most entries are never touched.
  const byId = new Map<string, Entry>();
  for (const entry of unique) if (named.has(entry.id)) byId.set(entry.id, entry);
  const leads = leadsStrikes(strikes, byId);
  const overreached: Overreach[] = [];
  /** What an entry names and may touch; what is not here yet is nobody's to touch yet. */
  const touched = (entry: Entry): string[] =>
    namedBy(entry).filter((target) => {
      const of = byId.get(target);
      if (!of || mayTouch(entry, of, leads)) return true;
      overreached.push({ entry: entry.id, target });
      return false;
    });

  const against = new Map<string, string[]>();
  const struckOf = strikes.map((strike) => [strike, touched(strike)] as const);
  for (const [strike, targets] of struckOf) for (const target of targets) push(against, target, strike.id);
  const counting = strikesThatCount(strikes, against);
  const struckBy = new Map<string, string>();
  for (const [strike, targets] of struckOf)
    if (counting.has(strike.id)) for (const target of targets) struckBy.set(target, strike.id);
  const standing = unique.filter((entry) => !struckBy.has(entry.id));

  const successors = new Map<string, string[]>();
  for (const entry of standing)
    if (targetsOf(entry).length > 0) for (const target of touched(entry)) push(successors, target, entry.id);
  const heads = headsOf(successors);

  // Only what has a successor can have two; most entries have none.
  const conflicts = unique.flatMap(({ id }) => {
    const ends = heads.get(id);
    if (!ends) return [];
    const struck = struckBy.get(id);
    const rivals = struck && ends.size > 0 ? [...ends, struck] : [...ends];
    return rivals.length > 1 ? [{ entry: id, successors: rivals.sort() }] : [];
  });

  return {
    entries: standing.filter(
      (entry) => !successors.has(entry.id) && (entry.type !== "entry-struck" || counting.has(entry.id)),
    ),
    conflicts,
    corrections: standing.filter((entry) => targetsOf(entry).length > 0 || counting.has(entry.id)),
    overreached,
    named,
  };
}
