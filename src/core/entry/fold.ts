import { canonicalJson } from "../canonical";
import type { Problem } from "../problem";
import { effectiveEntries, type Effective } from "./effective";
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
export type HandOver = Payload<"handed-over"> & { readonly id: string; readonly at: string; readonly author: string };
export type Decision = Payload<"decision-made"> & { readonly id: string; readonly at: string; readonly author: string };

/** A job as its entries tell it. */
export interface Job {
  readonly id: string | null;
  readonly header: Payload<"job-opened"> | null;
  readonly parts: ReadonlyMap<string, Part>;
  readonly occasions: ReadonlyMap<string, Occasion>;
  readonly readings: readonly Reading[];
  /** By part and feature; more than one where two people decided at once. */
  readonly decisions: readonly Decision[];
  /** Oldest first. */
  readonly handOvers: readonly HandOver[];
  readonly conflicts: Effective["conflicts"];
  /** Corrections and strikes for which nobody has given the reason yet. */
  readonly reasonsOwed: readonly Entry[];
  /** Reasons given, by the id of the correction or strike. */
  readonly reasons: ReadonlyMap<string, string>;
  /** Entries that could not be understood: carried, shown, exported. */
  readonly unread: readonly Problem[];
}

const isType = <T extends Entry["type"]>(type: T) => (entry: Entry): entry is EntryOf<T> => entry.type === type;

/**
 * Makes each entry's view once: results that did not change keep their identity from fold to fold, and what was
 * worked out from them need not be worked out again.
 */
function once<T extends Entry["type"], V>(type: T, make: (entry: EntryOf<T>) => V): (entries: readonly Entry[]) => V[] {
  const made = new WeakMap<Entry, V>();
  const isMine = isType(type);
  const view = (entry: EntryOf<T>): V => {
    const known = made.get(entry);
    if (known) return known;
    const fresh = make(entry);
    made.set(entry, fresh);
    return fresh;
  };
  return (entries) => entries.filter(isMine).map(view);
}

const signed = <P extends object>({ payload, id, at, author }: { payload: P; id: string; at: string; author: string }) => ({ ...payload, id, at, author });
const readingsOf = once("reading-taken", signed<Payload<"reading-taken">>);
const decisionsOf = once("decision-made", signed<Payload<"decision-made">>);
const handOversOf = once("handed-over", signed<Payload<"handed-over">>);
const occasionsOf = once("occasion-opened", ({ payload, at }): Occasion => ({ ...payload, at }));

function foldParts(entries: readonly Entry[]): Map<string, Part> {
  const slotOf = new Map<string, string | null>();
  for (const entry of entries) {
    if (entry.type === "part-installed") slotOf.set(entry.payload.part, entry.payload.slot);
    if (entry.type === "part-removed") slotOf.set(entry.payload.part, null);
  }
  return new Map(
    entries.filter(isType("part-tagged")).map(({ payload }) => [
      payload.part,
      { id: payload.part, class: payload.class, tag: payload.tag, origin: payload.origin, slot: slotOf.get(payload.part) ?? null },
    ]),
  );
}

/** Each id once. No store keeps two bodies under one id; if a file brings them, the choice must not hang on order. */
function distinct(envelopes: readonly Envelope[]): Envelope[] {
  const byId = new Map<string, Envelope>();
  for (const envelope of envelopes) {
    const known = byId.get(envelope.id);
    if (!known || (known !== envelope && canonicalJson(envelope) < canonicalJson(known))) byId.set(envelope.id, envelope);
  }
  return [...byId.values()];
}

/**
 * A job from its entries. Depends on the set of entries only: the same for every order and duplication.
 *
 * @param envelopes  entries as they were received, of any version and type
 */
export function fold(envelopes: readonly Envelope[]): Job {
  const understood: Entry[] = [];
  const unread = new Map<string, readonly Problem[]>();
  for (const envelope of distinct(envelopes)) {
    const read = readEntry(envelope);
    if (read.ok) understood.push(read.value);
    else unread.set(envelope.id, read.problems);
  }
  const { entries, conflicts, corrections } = effectiveEntries(understood);
  const opened = entries.filter(isType("job-opened"));
  const reasons = new Map(entries.filter(isType("reason-given")).map(({ payload }) => [payload.for, payload.why]));
  const authorOf = new Map(understood.map((entry) => [entry.id, entry.author]));
  const strikeIds = new Set(understood.filter(isType("entry-struck")).map((entry) => entry.id));
  // Putting back what was struck explains itself, and so does taking back one's own last act.
  const explainsItself = ({ author, payload: { strikes, undo } }: EntryOf<"entry-struck">) =>
    strikes.every((target) => strikeIds.has(target)) || (undo === true && strikes.every((target) => authorOf.get(target) === author));
  const needsReason = (entry: Entry) => entry.type === "reading-taken" || (entry.type === "entry-struck" && !explainsItself(entry));

  return {
    id: opened[0]?.stream ?? null,
    header: opened[0]?.payload ?? null,
    parts: foldParts(entries),
    occasions: new Map(occasionsOf(entries).map((occasion) => [occasion.occasion, occasion])),
    readings: readingsOf(entries),
    decisions: decisionsOf(entries),
    handOvers: handOversOf(entries),
    conflicts,
    reasonsOwed: corrections.filter((entry) => needsReason(entry) && !reasons.has(entry.id)),
    reasons,
    unread: [...unread.keys()].sort().flatMap((id) => unread.get(id)!),
  };
}
