import { canonicalJson } from "../canonical";
import type { Outcome, Problem } from "../problem/problem";
import { byTime, effectiveEntries, targetsOf, type Effective } from "./effective";
import { readEntry } from "./read-entry";
import type { Entry, EntryOf, Envelope, Payload } from "./schema";

/** A physical part with the slot it is in, if it is in one. */
export interface Part {
  readonly id: string;
  readonly class: string;
  readonly tag: string;
  readonly origin: Payload<"part-tagged">["origin"];
  readonly slot: string | null;
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

/** The lists of a job that hold what entries of one type say, oldest first; more than one about a thing where two people spoke at once. */
const lists = {
  decisions: "decision-made",
  handOvers: "handed-over",
  notes: "intake-noted",
  numbers: "number-read",
  tells: "tell-answered",
  contradictionsSigned: "contradiction-signed",
  estimates: "estimate-made",
  approvals: "approval-given",
  courses: "course-chosen",
  ticks: "step-ticked",
  cameOut: "part-came-out",
  checks: "check-noted",
  findings: "finding-made",
  photos: "photo-added",
  photoMarks: "photo-marked",
  photoChoices: "photo-chosen",
  broken: "broken-weighed",
  fragments: "fragment-found",
  residues: "residue-found",
  searched: "place-searched",
  cleaned: "part-cleaned",
  passages: "passage-proven",
  crackChecks: "crack-checked",
  cracks: "crack-found",
  threads: "thread-found",
  scrapped: "part-scrapped",
  lifted: "hold-lifted",
} as const satisfies Readonly<Record<string, Entry["type"]>>;

type Lists = { readonly [K in keyof typeof lists]: readonly Signed<(typeof lists)[K]>[] };

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
  /** Entries that could not be understood: carried, shown, exported. */
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
  const slotOf = new Map<string, string | null>();
  for (const entry of entries) {
    if (entry.type === "part-installed") slotOf.set(entry.payload.part, entry.payload.slot);
    if (entry.type === "part-removed") slotOf.set(entry.payload.part, null);
  }
  return new Map(
    entries.filter(isType("part-tagged")).map(({ payload }) => [
      payload.part,
      {
        id: payload.part,
        class: payload.class,
        tag: payload.tag,
        origin: payload.origin,
        slot: slotOf.get(payload.part) ?? null,
      },
    ]),
  );
}

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

/** Each id once. No store keeps two bodies under one id; if a file brings them, the choice must not hang on order. */
function distinct(envelopes: readonly Envelope[]): Envelope[] {
  const byId = new Map<string, Envelope>();
  for (const envelope of envelopes) {
    const known = byId.get(envelope.id);
    if (!known || (known !== envelope && canonicalJson(envelope) < canonicalJson(known)))
      byId.set(envelope.id, envelope);
  }
  return [...byId.values()];
}

/** What was made of entries before, by the objects they came as: they never change, and a job is folded at every key. */
class Memory {
  readonly #read = new Map<Envelope, Outcome<Entry>>();
  readonly #views = new Map<Entry, unknown>();

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

  lists(byType: ByType): Lists {
    return Object.fromEntries(
      Object.entries(lists).map(([name, type]) => [name, this.views<Entry, unknown>(byType(type), signed)]),
    ) as unknown as Lists;
  }
}

/** A fold with what is needed to take further entries up without folding anew. */
interface Folded {
  readonly envelopes: readonly Envelope[];
  readonly ids: Set<string>;
  /** Ids that some entry strikes or takes the place of, here already or not. */
  readonly named: ReadonlySet<string>;
  readonly last: Entry | undefined;
  readonly job: Job;
}

function foldAll(envelopes: readonly Envelope[], memory: Memory): Folded {
  const understood: Entry[] = [];
  const unread = new Map<string, readonly Problem[]>();
  for (const envelope of distinct(envelopes)) {
    const read = memory.read(envelope);
    if (read.ok) understood.push(read.value);
    else unread.set(envelope.id, read.problems);
  }
  const { entries, conflicts, corrections } = effectiveEntries(understood);
  const byType = groupByType(entries);
  const opened = byType("job-opened");
  const reasons = new Map(byType("reason-given").map(({ payload }) => [payload.for, payload.why]));
  const strikes = understood.filter(isType("entry-struck"));
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
  const needsReason = (entry: Entry) =>
    entry.type === "reading-taken" || (entry.type === "entry-struck" && !explainsItself(entry));

  return {
    envelopes,
    ids: new Set(envelopes.map((envelope) => envelope.id)),
    named: new Set([...strikes.flatMap((strike) => strike.payload.strikes), ...understood.flatMap(targetsOf)]),
    last: entries.at(-1),
    job: {
      id: opened[0]?.stream ?? null,
      header: opened[0]?.payload ?? null,
      parts: foldParts(entries),
      occasions: new Map(
        memory
          .views(byType("occasion-opened"), ({ payload, at }): Occasion => ({ ...payload, at }))
          .map((occasion) => [occasion.occasion, occasion]),
      ),
      readings: memory.views(byType("reading-taken"), toReading),
      ...memory.lists(byType),
      conflicts,
      reasonsOwed: corrections.filter((entry) => needsReason(entry) && !reasons.has(entry.id)),
      reasons,
      unread: [...unread.keys()].sort().flatMap((id) => unread.get(id)!),
    },
  };
}

/**
 * Takes up entries that came behind the ones already folded, where that is sure to give what folding all of them
 * gives: plain readings, newer than all that is there, that nothing corrects or strikes. That is a reading taken at
 * the bench. Null for everything else.
 */
function takeUp(before: Folded, envelopes: readonly Envelope[], memory: Memory): Folded | null {
  const { envelopes: old, ids, named, job } = before;
  if (envelopes.length <= old.length || old.some((envelope, at) => envelopes[at] !== envelope)) return null;
  let { last } = before;
  const fresh: EntryOf<"reading-taken">[] = [];
  for (const envelope of envelopes.slice(old.length)) {
    const read = memory.read(envelope);
    if (!read.ok || read.value.type !== "reading-taken" || targetsOf(read.value).length > 0) return null;
    if (ids.has(envelope.id) || named.has(envelope.id) || !last || byTime(last, read.value) >= 0) return null;
    if (fresh.some((entry) => entry.id === envelope.id)) return null;
    fresh.push(read.value);
    last = read.value;
  }
  for (const { id } of fresh) ids.add(id);
  return {
    envelopes,
    ids,
    named,
    last,
    job: { ...job, readings: [...job.readings, ...memory.views(fresh, toReading)] },
  };
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
