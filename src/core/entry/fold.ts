import { clockAhead, daysBehind } from "./clock";
import { groupBy } from "../group";
import { declarations, entryTypes, type EntryType } from "./declarations";
import { problem, type Outcome, type Problem } from "../problem/problem";
import { byTime, effectiveEntries, namedBy, type Effective, type Overreach } from "./effective";
import { canonicalEntry } from "./fingerprint-entry";
import { readEntry } from "./read-entry";
import { carriedAlong } from "./carried";
import { knownOf, nothingKnown, type Known } from "./known";
import type { Entry, EntryOf, Envelope, Payload } from "./schema";

/** A physical part with the slot it is in, if it is in one. */
export interface Part {
  readonly id: string;
  readonly class: string;
  readonly tag: string;
  readonly origin: Payload<"part-tagged">["origin"];
  readonly slot: string | null;
  /** The first place it is known to have lain in, whatever became of it since; and when it was put where it is. */
  readonly first: string | null;
  readonly since: string | null;
  readonly known: Known;
}

export type Occasion = Payload<"occasion-opened"> & { readonly at: string };
export type Reading = Payload<"reading-taken"> & { readonly id: string; readonly at: string; readonly author: string };
/** What an entry says, with who said it and when. */
export type Signed<T extends Entry["type"]> = Payload<T> & {
  readonly id: string;
  readonly at: string;
  readonly author: string;
};
export type HandOver = Signed<"handed-over">;
export type Decision = Signed<"decision-made">;

type Declarations = typeof declarations;

/** The lists of a job that hold what entries of one type say, oldest first; more than one about a thing where two people spoke at once. */
type Lists = {
  readonly [
    T in EntryType as Declarations[T]["list"] extends string ? Declarations[T]["list"] : never
  ]: readonly Signed<T>[];
};

/** List and type, for each type that has a list. */
const listed = entryTypes.flatMap((type) => {
  const { list } = declarations[type];
  return list === null ? [] : [{ list, type }];
});

/** A job as its entries tell it. */
export interface Job extends Lists {
  readonly id: string | null;
  readonly header: Payload<"job-opened"> | null;
  readonly parts: ReadonlyMap<string, Part>;
  readonly occasions: ReadonlyMap<string, Occasion>;
  readonly readings: readonly Reading[];
  readonly conflicts: Effective["conflicts"];
  /** Corrections and strikes for which nobody has given the reason yet. */
  readonly reasonsOwed: readonly Entry[];
  /** Reasons given, by the id of the correction or strike. */
  readonly reasons: ReadonlyMap<string, string>;
  /** Entries that could not be understood, were dated ahead of their time, or reached for what is not theirs: carried, shown, exported. */
  readonly unread: readonly Problem[];
}

const isType =
  <T extends Entry["type"]>(type: T) =>
  (entry: Entry): entry is EntryOf<T> =>
    entry.type === type;

const signed = ({ payload, id, at, author }: Entry) => ({ ...payload, id, at, author });

/** As `signed`, written out: readings are by far the most, and spreading them was half the time of a fold. */
const toReading = ({
  payload: { occasion, part, feature, point, value, half, typed, unit, kept, supersedes },
  id,
  at,
  author,
}: EntryOf<"reading-taken">): Reading => ({
  occasion,
  part,
  feature,
  point,
  value,
  ...(half === undefined ? {} : { half }),
  typed,
  unit,
  ...(kept === undefined ? {} : { kept }),
  ...(supersedes === undefined ? {} : { supersedes }),
  id,
  at,
  author,
});

function foldParts(entries: readonly Entry[]): Map<string, Part> {
  const at = new Map<string, Pick<Part, "slot" | "first" | "since">>();
  const nowhere = { slot: null, first: null, since: null };
  for (const entry of entries) {
    if (entry.type !== "part-installed" && entry.type !== "part-removed") continue;
    const { part } = entry.payload;
    const before = at.get(part) ?? nowhere;
    const slot = entry.type === "part-installed" ? entry.payload.slot : null;
    at.set(part, { slot, first: before.first ?? slot, since: entry.at });
  }
  const noted = groupBy(entries.filter(isType("part-noted")), ({ payload }) => payload.part);
  return new Map(
    entries.filter(isType("part-tagged")).map(({ payload }) => [
      payload.part,
      {
        id: payload.part,
        class: payload.class,
        tag: payload.tag,
        origin: payload.origin,
        ...(at.get(payload.part) ?? nowhere),
        known: noted.has(payload.part) ? knownOf(noted.get(payload.part)!) : nothingKnown,
      },
    ]),
  );
}

const foldOccasions = (occasions: readonly Occasion[]) =>
  new Map(occasions.map((occasion) => [occasion.occasion, occasion]));

type ByType = <T extends Entry["type"]>(type: T) => readonly EntryOf<T>[];

function groupByType(entries: readonly Entry[]): ByType {
  const groups = new Map<Entry["type"], Entry[]>();
  for (const entry of entries) {
    const group = groups.get(entry.type);
    if (group) group.push(entry);
    else groups.set(entry.type, [entry]);
  }
  return <T extends Entry["type"]>(type: T) => (groups.get(type) ?? []) as EntryOf<T>[];
}

/**
 * Of two that came under one id the one that counts. No store keeps two bodies under one id; if a file brings them, the
 * choice must not hang on order. Of two alike the stamped one, received first.
 */
function chosen(a: Envelope, b: Envelope): Envelope {
  const [bodyA, bodyB] = [canonicalEntry(a), canonicalEntry(b)];
  if (bodyA !== bodyB) return bodyA < bodyB ? a : b;
  if (!a.stamp || !b.stamp) return a.stamp ? a : b;
  return a.stamp.at <= b.stamp.at ? a : b;
}

/** Each id once, by it. */
function distinct(envelopes: readonly Envelope[]): Map<string, Envelope> {
  const byId = new Map<string, Envelope>();
  for (const envelope of envelopes) {
    const known = byId.get(envelope.id);
    if (!known) byId.set(envelope.id, envelope);
    else if (known !== envelope) byId.set(envelope.id, chosen(known, envelope));
  }
  return byId;
}

/** How many entries of each author are off by their clock, and by how much at most. */
function byAuthor(envelopes: Iterable<Envelope>, off: (envelope: Envelope) => number) {
  const found = new Map<string, { count: number; most: number }>();
  for (const envelope of envelopes) {
    const by = off(envelope);
    if (by === 0) continue;
    const { count, most } = found.get(envelope.author) ?? { count: 0, most: 0 };
    found.set(envelope.author, { count: count + 1, most: Math.max(most, by) });
  }
  return [...found];
}

/** What is worth knowing of the entries themselves, whoever wrote what: clocks that ran ahead, or stood long before, by author. */
const clockProblems = (byId: ReadonlyMap<string, Envelope>): Problem[] => [
  ...byAuthor(byId.values(), clockAhead).map(([author, { count, most }]) =>
    problem("clock-ahead", ["clock", author], { author, count, minutes: Math.ceil(most / 60_000) }),
  ),
  ...byAuthor(byId.values(), daysBehind).map(([author, { count, most }]) =>
    problem("dated-long-before", ["clock-behind", author], { author, count, days: most }),
  ),
];

function overreachProblems(overreached: readonly Overreach[], entries: readonly Entry[]): Problem[] {
  if (overreached.length === 0) return [];
  const typeOf = new Map(entries.map(({ id, type }) => [id, type]));
  return overreached.map(({ entry, target }) =>
    problem("touch-refused", [entry], { type: typeOf.get(entry)!, target: typeOf.get(target)! }),
  );
}

/** What was made of entries before, by the objects they came as: they never change, and a job is folded at every key. */
class Memory {
  readonly #read = new Map<Envelope, Outcome<Entry>>();
  readonly #views = new Map<Entry, unknown>();
  readonly #lists = new Map<string, readonly unknown[]>();
  readonly #made = new Map<string, { readonly from: readonly Entry[]; readonly value: unknown }>();

  read(envelope: Envelope): Outcome<Entry> {
    let outcome = this.#read.get(envelope);
    if (!outcome) this.#read.set(envelope, (outcome = readEntry(envelope)));
    return outcome;
  }

  /** Each entry's view once: what did not change keeps its identity, and what was worked out from it stays good. */
  views<E extends Entry, V>(entries: readonly E[], make: (entry: E) => V): V[] {
    return entries.map((entry) => {
      let view = this.#views.get(entry) as V | undefined;
      if (view === undefined) this.#views.set(entry, (view = make(entry)));
      return view;
    });
  }

  /** What was made of these entries before, where they are the same; so that it keeps its identity too. */
  made<T>(name: string, entries: readonly Entry[], make: () => T): T {
    const before = this.#made.get(name);
    if (before && before.from === this.same(name, entries)) return before.value as T;
    const value = make();
    this.#made.set(name, { from: this.same(name, entries), value });
    return value;
  }

  /** A list that says what it said before stays the same list: a judgement that reads it has nothing to do. */
  same<T>(name: string, list: readonly T[]): readonly T[] {
    const before = this.#lists.get(name) as readonly T[] | undefined;
    if (before && before.length === list.length && before.every((each, at) => each === list[at])) return before;
    this.#lists.set(name, list);
    return list;
  }

  lists(byType: ByType): Lists {
    return Object.fromEntries(
      listed.map(({ list, type }) => [list, this.same(list, this.views<Entry, unknown>(byType(type), signed))]),
    ) as unknown as Lists;
  }
}

/** A fold with what is needed to take further entries up without folding anew. */
interface Folded {
  readonly envelopes: readonly Envelope[];
  readonly byId: Map<string, Envelope>;
  /** Ids that some entry strikes or takes the place of, here already or not. */
  readonly named: ReadonlySet<string>;
  readonly last: Entry | undefined;
  readonly job: Job;
}

/** Corrections and strikes that owe a reason nobody gave yet. */
function reasonsOwed(
  understood: readonly Entry[],
  strikes: readonly EntryOf<"entry-struck">[],
  corrections: readonly Entry[],
  reasons: ReadonlyMap<string, string>,
): readonly Entry[] {
  const strikeIds = new Set(strikes.map((entry) => entry.id));
  const takenBack = new Set(strikes.flatMap(({ payload }) => (payload.undo ? payload.strikes : [])));
  const authorOf = new Map(
    takenBack.size === 0
      ? []
      : understood.filter((entry) => takenBack.has(entry.id)).map((entry) => [entry.id, entry.author]),
  );
  // Putting back what was struck explains itself, and so does taking back one's own last act.
  const explainsItself = ({ author, payload: { strikes: targets, undo } }: EntryOf<"entry-struck">) =>
    targets.every((target) => strikeIds.has(target)) ||
    (undo === true && targets.every((target) => authorOf.get(target) === author));
  const owes = (entry: Entry) =>
    entry.type === "reading-taken" || (entry.type === "entry-struck" && !explainsItself(entry));
  return corrections.filter((entry) => owes(entry) && !reasons.has(entry.id));
}

const movesParts = (entry: Entry) =>
  entry.type === "part-tagged" ||
  entry.type === "part-noted" ||
  entry.type === "part-installed" ||
  entry.type === "part-removed";

const none: readonly never[] = [];
/** An empty list is the same empty list: what reads it has nothing to do. */
const orNone = <T>(list: readonly T[]): readonly T[] => (list.length === 0 ? none : list);

/** What could be understood of some entries, with what parts brought along. */
function understand(envelopes: readonly Envelope[], read: (envelope: Envelope) => Outcome<Entry>) {
  const understood: Entry[] = [];
  const unread = new Map<string, readonly Problem[]>();
  const all = distinct(envelopes);
  const take = (envelope: Envelope) => {
    const outcome = read(envelope);
    if (outcome.ok) understood.push(outcome.value);
    else unread.set(envelope.id, outcome.problems);
  };
  for (const envelope of all.values()) take(envelope);
  for (const envelope of carriedAlong(understood, all)) take(envelope);
  return { all, understood, unread };
}

/** The entries that stand, oldest first: neither corrected nor struck, those that parts brought along among them. */
export const standingEntries = (envelopes: readonly Envelope[]): readonly Entry[] =>
  effectiveEntries(understand(envelopes, readEntry).understood).entries;

function foldAll(envelopes: readonly Envelope[], memory: Memory): Folded {
  const { all, understood, unread } = understand(envelopes, (envelope) => memory.read(envelope));
  const { entries, conflicts, corrections, overreached, named } = effectiveEntries(understood);
  const byType = groupByType(entries);
  const [opened] = byType("job-opened");
  const reasons = new Map(byType("reason-given").map(({ payload }) => [payload.for, payload.why]));
  const strikes = understood.filter(isType("entry-struck"));
  const moved = entries.filter(movesParts);
  const renames = byType("job-renamed");

  return {
    envelopes,
    byId: all,
    named,
    last: entries.at(-1),
    job: {
      id: opened?.stream ?? null,
      header: opened
        ? memory.made("header", [opened, ...renames], () => ({
            ...opened.payload,
            name: renames.at(-1)?.payload.name ?? opened.payload.name,
          }))
        : null,
      parts: memory.made("parts", moved, () => foldParts(moved)),
      occasions: memory.made("occasions", byType("occasion-opened"), () =>
        foldOccasions(memory.views(byType("occasion-opened"), ({ payload, at }): Occasion => ({ ...payload, at }))),
      ),
      readings: memory.same("readings", memory.views(byType("reading-taken"), toReading)),
      ...memory.lists(byType),
      conflicts: orNone(conflicts),
      reasonsOwed: orNone(reasonsOwed(understood, strikes, corrections, reasons)),
      reasons,
      unread: orNone([
        ...[...unread.keys()].sort().flatMap((id) => unread.get(id)!),
        ...clockProblems(all),
        ...overreachProblems(overreached, understood),
      ]),
    },
  };
}

/** The list of a job that a plain entry goes to the end of; null where the fold makes something else of its type. */
const listFor = (type: EntryType): keyof Job | null =>
  type === "reading-taken" ? "readings" : (declarations[type].list as keyof Job | null);

/**
 * Takes up entries that came behind the ones already folded, where that is sure to give what folding all of them
 * gives: plain ones, newer than all that is there, that nothing corrects or strikes. That is a reading taken or a
 * finding noted at the bench. Null for everything else.
 */
function takeUp(before: Folded, envelopes: readonly Envelope[], memory: Memory): Folded | null {
  const { envelopes: old, byId, named, job } = before;
  if (envelopes.length <= old.length || old.some((envelope, at) => envelopes[at] !== envelope)) return null;
  let { last } = before;
  const fresh = new Map<keyof Job, Entry[]>();
  const seen = new Map<string, Envelope>();
  for (const envelope of envelopes.slice(old.length)) {
    const read = memory.read(envelope);
    const list = read.ok && read.value.type !== "part-adopted" ? listFor(read.value.type) : null;
    if (!read.ok || !list || namedBy(read.value).length > 0 || clockAhead(envelope) > 0 || daysBehind(envelope) > 0) return null; // prettier-ignore
    if (byId.has(envelope.id) || seen.has(envelope.id) || named.has(envelope.id)) return null;
    if (!last || byTime(last, read.value) >= 0) return null;
    seen.set(envelope.id, envelope);
    fresh.set(list, [...(fresh.get(list) ?? []), read.value]);
    last = read.value;
  }
  for (const [id, envelope] of seen) byId.set(id, envelope);
  const grown = [...fresh].map(([list, entries]) => {
    const make = list === "readings" ? (toReading as (entry: Entry) => unknown) : signed;
    return [list, [...(job[list] as readonly unknown[]), ...memory.views(entries, make)]] as const;
  });
  return { envelopes, byId, named, last, job: { ...job, ...Object.fromEntries(grown) } };
}

export type Fold = (envelopes: readonly Envelope[]) => Job;

/** A fold that remembers what it made of entries, for a job that is folded again as it grows. Gives what `fold` gives. */
export function createFold(): Fold {
  const memory = new Memory();
  let before: Folded | null = null;
  return (envelopes) => {
    before = (before && takeUp(before, envelopes, memory)) ?? foldAll(envelopes, memory);
    return before.job;
  };
}

/**
 * A job from its entries. Depends on the set of entries only: the same for every order and duplication.
 *
 * @param envelopes  entries as they were received, of any version and type
 */
export const fold: Fold = (envelopes) => createFold()(envelopes);

const namesJob: ReadonlySet<string> = new Set(["job-opened", "job-renamed", "entry-struck"]);

/**
 * What a job was opened as, of all of its entries, and what it is called since: no other entry has a say.
 *
 * @param envelopes  entries as they were received
 */
export const headerOf = (envelopes: readonly Envelope[]): Job["header"] =>
  fold(envelopes.filter(({ type }) => namesJob.has(type))).header;
