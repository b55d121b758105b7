import { z } from "zod";
import { readEntry, readEnvelope } from "@/core/entry/read-entry";
import type { Envelope } from "@/core/entry/schema";
import { problem, type Problem } from "@/core/problem/problem";
import { appendEntries } from "@/store/append";
import { beginStream, streamKind } from "@/store/streams";
import type { Person } from "@/store/people";
import { database } from "./environment";

const mostEntryBytes = 64 * 1024;

/** What commits the shop is a lead's to say; an inspector records what is there. */
const leadOnly: ReadonlySet<string> = new Set([
  "job-opened",
  "decision-made",
  "handed-over",
  "contradiction-signed",
  "estimate-made",
  "approval-given",
  "course-chosen",
  "photo-chosen",
  "hold-lifted",
  "gauge-registered",
  "master-registered",
]);

export const EntryBatch = z.strictObject({ entries: z.array(z.unknown()).min(1).max(200) });

/** What became of one entry that was sent. */
export interface EntryAnswer {
  readonly id: string | null;
  readonly outcome: "kept" | "kept-before" | "refused";
  readonly seq?: number;
  readonly problems?: readonly Problem[];
}

const refusedAnswer = (id: string | null, ...problems: readonly Problem[]): EntryAnswer => ({
  id,
  outcome: "refused",
  problems,
});

/** Checks one entry's size and shape and writes into it who is signed in. */
function check(json: unknown, person: Person): { entry: Envelope } | { answer: EntryAnswer } {
  const bytes = Buffer.byteLength(JSON.stringify(json));
  const id = json !== null && typeof json === "object" && "id" in json && typeof json.id === "string" ? json.id : null;
  if (bytes > mostEntryBytes)
    return { answer: refusedAnswer(id, problem("too-large", [], { bytes, most: mostEntryBytes })) };
  const envelope = readEnvelope(json);
  if (!envelope.ok) return { answer: refusedAnswer(id, ...envelope.problems) };
  const read = readEntry(envelope.value);
  if (!read.ok) return { answer: refusedAnswer(id, ...read.problems) };
  if (leadOnly.has(read.value.type) && person.role !== "lead")
    return { answer: refusedAnswer(id, problem("lead-only", [], { role: person.role })) };
  return { entry: { ...envelope.value, author: person.id } };
}

/**
 * Takes a batch of entries for any streams, in order; one answer for each. A stream's entries are kept together.
 * Refuses only for size, shape and unknown stream: what goes against the trade's rules is kept and becomes a hold.
 */
export async function takeEntries(batch: readonly unknown[], person: Person, now: Date): Promise<EntryAnswer[]> {
  const checked = batch.map((json) => check(json, person));
  const answers = new Map<string, EntryAnswer>();
  const streams = new Map<string, Envelope[]>();
  for (const each of checked) {
    if ("entry" in each) streams.set(each.entry.stream, [...(streams.get(each.entry.stream) ?? []), each.entry]);
  }
  for (const [stream, entries] of streams) {
    // A job begins with the entry that opens it.
    if (entries[0]!.type === "job-opened" && (await streamKind(database(), stream)) === null)
      await beginStream(database(), stream, "job", now);
    const kept = await appendEntries(database(), stream, entries, now);
    entries.forEach((entry, at) => {
      const result = kept?.[at];
      answers.set(
        entry.id,
        !result
          ? refusedAnswer(entry.id, problem("unknown-stream"))
          : result.outcome === "id-taken"
            ? refusedAnswer(entry.id, problem("id-taken"))
            : { id: entry.id, outcome: result.outcome, seq: result.seq },
      );
    });
  }
  return checked.map((each) => ("answer" in each ? each.answer : answers.get(each.entry.id)!));
}
