import type { z } from "zod";
import { done, problem, refused, type Outcome, type Problem } from "../problem/problem";
import { Envelope, payloads, type Entry, type EntryType } from "./schema";

type Json = Record<string, unknown>;
type Upcast = (payload: Json) => Json;

/** An object with fields under new names; what is no object stays what it is, for the schema to refuse. */
const renamed = (value: unknown, names: Readonly<Record<string, string>>): unknown =>
  typeof value === "object" && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).map(([name, inner]) => [names[name] ?? name, inner]))
    : value;

/** Version 1 knew lengths only, and named its figures by their unit. */
const gaugeOfAnyKind = (gauge: unknown): unknown => {
  const named = renamed(gauge, { rangeMm: "range", resolutionMm: "resolution", repeatabilityMm: "repeatability" });
  return typeof named === "object" && named !== null
    ? { unit: "mm", ...named, calibration: renamed((named as Json).calibration, { expandedMm: "expanded" }) }
    : named;
};
const witnessOfAnyKind = (witness: unknown): unknown => {
  const figures = (witness as Json | null | undefined)?.figures;
  return Array.isArray(figures)
    ? {
        ...(witness as Json),
        figures: figures.map((figure) => renamed(figure, { valueMm: "value", expandedMm: "expanded" })),
      }
    : witness;
};
const withGauge: Upcast = (payload) => ({ ...payload, gauge: gaugeOfAnyKind(payload.gauge) });

/**
 * For each type, the steps that bring older payloads to the newest version: index 0 turns version 1 into 2.
 * A step is never changed once an entry of its version exists; a frozen fixture of each version keeps watch.
 */
const upcasts: Readonly<Record<EntryType, readonly Upcast[]>> = {
  "job-opened": [],
  "part-tagged": [],
  "part-installed": [],
  "part-removed": [],
  "occasion-opened": [withGauge],
  "reading-taken": [(payload) => renamed(payload, { valueMm: "value" }) as Json],
  "entry-struck": [],
  "reason-given": [],
  "decision-made": [(payload) => ({ ...payload, witness: witnessOfAnyKind(payload.witness) })],
  "handed-over": [],
  "intake-noted": [],
  "number-read": [],
  "tell-answered": [],
  "contradiction-signed": [],
  "estimate-made": [],
  "approval-given": [],
  "course-chosen": [],
  "step-ticked": [],
  "part-came-out": [],
  "check-noted": [],
  "finding-made": [],
  "photo-added": [],
  "photo-marked": [],
  "photo-chosen": [],
  "broken-weighed": [],
  "fragment-found": [],
  "residue-found": [],
  "place-searched": [],
  "part-cleaned": [],
  "passage-proven": [],
  "crack-checked": [],
  "crack-found": [],
  "thread-found": [],
  "part-scrapped": [],
  "hold-lifted": [],
  "gauge-registered": [withGauge],
  "master-registered": [],
};

/** The version in which new entries of this type are written. */
export const currentVersion = (type: EntryType): number => upcasts[type].length + 1;

const isKnown = (type: string): type is EntryType => Object.hasOwn(payloads, type);

const schemaProblems = (issues: readonly z.core.$ZodIssue[], under: readonly string[]): Problem[] =>
  issues.map((issue) =>
    problem("schema", [...under, ...(issue.path as (string | number)[])], { detail: issue.message }),
  );

/** Checks an unknown JSON value as an entry of any type and version: its envelope only. */
export function readEnvelope(json: unknown): Outcome<Envelope> {
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
  if (!isKnown(type)) return refused(problem("unknown-type", ["type"], { type, entry: envelope.id }));
  if (v > currentVersion(type)) return refused(problem("unknown-version", ["v"], { type, v, entry: envelope.id }));
  const payload = upcasts[type].slice(v - 1).reduce((value, step) => step(value), envelope.payload);
  const parsed = payloads[type].safeParse(payload);
  if (!parsed.success) return refused(...schemaProblems(parsed.error.issues, ["payload"]));
  const { id, stream, author, at } = envelope;
  return done({ id, stream, type, v: currentVersion(type), author, at, payload: parsed.data } as Entry);
}
