import type * as z from "../z";
import { done, problem, refused, type Outcome, type Problem } from "../problem/problem";
import { hasReservedName, reservedName } from "../json-depth";
import { momentOf } from "./clock";
import { currentVersion, declarations, isKnownType } from "./declarations";
import { Envelope, type Entry } from "./schema";

const schemaProblems = (issues: readonly z.core.$ZodIssue[], under: readonly string[]): Problem[] =>
  issues.map((issue) =>
    problem("schema", [...under, ...(issue.path as (string | number)[])], { detail: issue.message }),
  );

/** Checks an unknown JSON value as an entry of any type and version: its envelope only. */
export function readEnvelope(json: unknown): Outcome<Envelope> {
  // A schema would drop it without a word.
  if (hasReservedName(json)) return refused(problem("reserved-name", [], { name: reservedName }));
  const parsed = Envelope.safeParse(json);
  return parsed.success ? done(parsed.data) : refused(...schemaProblems(parsed.error.issues, []));
}

/**
 * Brings an envelope to today's vocabulary.
 *
 * @returns  the entry; problems unknown-type or unknown-version for one made by a newer program, which is carried
 *           and shown but not understood; problems schema for one whose payload has the wrong shape
 */
export function readEntry(envelope: Envelope): Outcome<Entry> {
  const { type, v } = envelope;
  if (!isKnownType(type)) return refused(problem("unknown-type", ["type"], { type, entry: envelope.id }));
  if (v > currentVersion(type)) return refused(problem("unknown-version", ["v"], { type, v, entry: envelope.id }));
  const { upcasts, payload: Payload } = declarations[type];
  const payload = upcasts.slice(v - 1).reduce((value, step) => step(value), envelope.payload);
  const parsed = Payload.safeParse(payload);
  if (!parsed.success) return refused(...schemaProblems(parsed.error.issues, ["payload"]));
  const { id, stream, author, stamp } = envelope;
  const entry = { id, stream, type, v: currentVersion(type), author, at: momentOf(envelope), payload: parsed.data };
  // Written out: a spread for each of many thousands is felt.
  return done((stamp ? { ...entry, stamp } : entry) as Entry);
}
