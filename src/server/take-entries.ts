import * as z from "@/core/z";
import type { Answer } from "@/core/entry/answer";
import { declarations } from "@/core/entry/declarations";
import { leadsStrikes, namedBy, touchProblem } from "@/core/entry/effective";
import { readEntry, readEnvelope } from "@/core/entry/read-entry";
import type { Entry, EntryOf, Envelope } from "@/core/entry/schema";
import { groupBy } from "@/core/group";
import { problem, type Problem } from "@/core/problem/problem";
import { appendEntries, longestChain, type Kept } from "@/store/append";
import type { Person } from "@/store/people";
import { beginStream, knownEntries, streamKind } from "@/store/streams";
import { database } from "./environment";

const mostEntryBytes = 64 * 1024;

export const EntryBatch = z.strictObject({ entries: z.array(z.unknown()).check(z.minLength(1), z.maxLength(200)) });

/** What became of one entry that was sent, and where it stands in its stream. */
export interface EntryAnswer extends Answer {
  readonly seq?: number;
}

const refusedAnswer = (id: string | null, ...problems: readonly Problem[]): EntryAnswer => ({
  id,
  outcome: "refused",
  problems,
});

interface Readable {
  readonly envelope: Envelope;
  readonly entry: Entry;
}

/** Checks one entry's size and shape and who may write it, and writes into it who is signed in. */
function read(json: unknown, person: Person): Readable | EntryAnswer {
  const bytes = Buffer.byteLength(JSON.stringify(json));
  const id = json !== null && typeof json === "object" && "id" in json && typeof json.id === "string" ? json.id : null;
  if (bytes > mostEntryBytes) return refusedAnswer(id, problem("too-large", [], { bytes, most: mostEntryBytes }));
  const envelope = readEnvelope(json);
  if (!envelope.ok) return refusedAnswer(id, ...envelope.problems);
  // Only a server stamps, and this one has not yet.
  const { stamp: _, ...made } = envelope.value;
  const entry = readEntry(made);
  if (!entry.ok) return refusedAnswer(id, ...entry.problems);
  // What carries words of others is put together here, from what they wrote.
  if (declarations[entry.value.type].byServer)
    return refusedAnswer(id, problem("not-for-this-stream", [], { type: entry.value.type }));
  if (declarations[entry.value.type].writer === "lead" && person.role !== "lead")
    return refusedAnswer(id, problem("lead-only", [], { role: person.role }));
  return { envelope: { ...made, author: person.id }, entry: entry.value };
}

/** So many entries are looked at to tell what a strike of strikes is in the end about. */
const mostLookedUp = 5000;

/** Entries by id: those of a batch, those they name, and what the strikes among those name in turn. */
async function withNamed(batch: readonly Entry[]): Promise<ReadonlyMap<string, Entry>> {
  const byId = new Map(batch.map((entry) => [entry.id, entry]));
  let open = [...new Set(batch.flatMap(namedBy))].filter((id) => !byId.has(id));
  while (open.length > 0 && byId.size < mostLookedUp) {
    const found = [...(await knownEntries(database(), open)).values()].flatMap(({ envelope }) => {
      const entry = readEntry(envelope);
      return entry.ok ? [entry.value] : [];
    });
    for (const entry of found) byId.set(entry.id, entry);
    const strikes = found.filter(({ type }) => type === "entry-struck");
    open = [...new Set(strikes.flatMap(namedBy))].filter((id) => !byId.has(id));
  }
  return byId;
}

/** Why each entry of a batch may not touch what it names; those that may are not in it. */
async function touchProblems(batch: readonly Entry[], person: Person): Promise<ReadonlyMap<Entry, Problem>> {
  const touching = batch.filter((entry) => namedBy(entry).length > 0);
  if (touching.length === 0) return new Map();
  const byId = await withNamed(batch);
  const strikes = [...byId.values()].filter((entry): entry is EntryOf<"entry-struck"> => entry.type === "entry-struck");
  const leads = leadsStrikes(strikes, byId);
  return new Map(
    touching.flatMap((entry) => {
      const [found] = namedBy(entry).flatMap((id) => {
        const target = byId.get(id);
        return (target && touchProblem(entry, target, person.role, leads)) ?? [];
      });
      return found ? [[entry, found] as const] : [];
    }),
  );
}

function answerOf(entry: Envelope, kept: Kept | undefined): EntryAnswer {
  if (!kept) return refusedAnswer(entry.id, problem("unknown-stream"));
  switch (kept.outcome) {
    case "id-taken":
      return refusedAnswer(entry.id, problem("id-taken"));
    case "opened-already":
      return refusedAnswer(entry.id, problem("opened-already"));
    case "chain-too-long":
      return refusedAnswer(entry.id, problem("chain-too-long", [], { most: longestChain }));
    default:
      return { id: entry.id, outcome: kept.outcome, seq: kept.seq };
  }
}

/** Takes what a batch holds for one stream, all of it together. */
async function takeFor(
  stream: string,
  entries: readonly Readable[],
  person: Person,
  now: Date,
): Promise<ReadonlyMap<Readable, EntryAnswer>> {
  // A job begins with the entry that opens it.
  let kind = await streamKind(database(), stream);
  if (kind === null && entries[0]!.entry.type === "job-opened") {
    await beginStream(database(), stream, "job", now);
    kind = "job";
  }
  const isStranger = ({ entry }: Readable) => {
    const { stream: wanted } = declarations[entry.type];
    return kind !== null && wanted !== "any" && wanted !== kind;
  };
  const wanted = entries.filter((each) => !isStranger(each));
  const kept = await appendEntries(
    database(),
    stream,
    wanted.map(({ envelope }) => envelope),
    now,
    person.role,
  );
  return new Map([
    ...entries
      .filter(isStranger)
      .map((each): [Readable, EntryAnswer] => [
        each,
        refusedAnswer(each.entry.id, problem("not-for-this-stream", [], { type: each.entry.type })),
      ]),
    ...wanted.map((each, at): [Readable, EntryAnswer] => [each, answerOf(each.envelope, kept?.[at])]),
  ]);
}

/** Takes entries of which no two have the same id. */
async function takeOnce(
  batch: readonly Readable[],
  person: Person,
  now: Date,
): Promise<ReadonlyMap<Readable, EntryAnswer>> {
  const overreaching = await touchProblems(
    batch.map(({ entry }) => entry),
    person,
  );
  const answers = new Map<Readable, EntryAnswer>();
  const may: Readable[] = [];
  for (const each of batch) {
    const found = overreaching.get(each.entry);
    if (found) answers.set(each, refusedAnswer(each.entry.id, found));
    else may.push(each);
  }
  for (const [stream, entries] of groupBy(may, ({ entry }) => entry.stream))
    for (const [each, said] of await takeFor(stream, entries, person, now)) answers.set(each, said);
  return answers;
}

/**
 * Takes a batch of entries for any streams, in order; one answer for each, by its position. A stream's entries are kept
 * together; what stands under an id that the batch has used already waits until that one is answered.
 * Refuses only for size, shape, right and unknown stream: what goes against the trade's rules is kept and becomes a hold.
 */
export async function takeEntries(batch: readonly unknown[], person: Person, now: Date): Promise<EntryAnswer[]> {
  const all = batch.map((json) => read(json, person));
  const readable = all.filter((each): each is Readable => "entry" in each);
  const answers = new Map<Readable | EntryAnswer, EntryAnswer>();
  let open = readable;
  while (open.length > 0) {
    const first = new Map(open.toReversed().map((each) => [each.entry.id, each]));
    const round = open.filter((each) => first.get(each.entry.id) === each);
    for (const [each, said] of await takeOnce(round, person, now)) answers.set(each, said);
    open = open.filter((each) => !answers.has(each));
  }
  return all.map((each) => ("entry" in each ? answers.get(each)! : each));
}
