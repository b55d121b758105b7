import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { EntryId, Finite, Sha256, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

/** A node of the pack's network of causes, at one place of the engine or of all of it. */
const AtPlace = { place: z.nullable(Id) };
const Share = z.number().check(z.minimum(0), z.maximum(1));

/** What was shown to whoever settled a cause: on what it rested, how sure it was, and what followed from what. */
export const DiagnosisWitness = z.strictObject({
  pack: Sha256,
  core: z.string().check(z.maxLength(40)),
  /** What was seen, by finding and place, with its grade: 0 is 'looked, not there'. */
  evidence: z
    .array(z.strictObject({ finding: Id, ...AtPlace, grade: z.int().check(z.minimum(0), z.maximum(3)) }))
    .check(z.maxLength(3000)),
  beliefs: z
    .array(
      z.strictObject({
        cause: Id,
        ...AtPlace,
        probability: Share,
        /** Where it is there, the share of the worst damage that would not be without it. */
        accounts: z.optional(Share),
      }),
    )
    .check(z.maxLength(200)),
  /** The damage chain: what is named was likely there, from the first cause on. */
  chain: z
    .array(
      z.strictObject({
        node: Id,
        ...AtPlace,
        name: Words,
        kind: z.enum(["cause", "event", "finding"]),
        /** Where in the list what brought it about stands. */
        from: z.array(z.int().check(z.minimum(0), z.maximum(400))).check(z.maxLength(12)),
      }),
    )
    .check(z.maxLength(400)),
  unexplained: z.array(z.strictObject({ finding: Id, ...AtPlace, name: Words })).check(z.maxLength(200)),
});

/** What failed first, and what it has fouled. */
export const diagnoseEntries = {
  /** What no other station records, as it was answered at Diagnose: the grade, 0 for not there, null where it cannot be seen. */
  "finding-answered": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "answers",
    payload: z.strictObject({
      finding: Id,
      ...AtPlace,
      grade: z.nullable(z.int().check(z.minimum(0), z.maximum(3))),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /**
   * What the failure was put down to: causes, no failure at all, or what cannot be determined, with the reason and what is
   * done for safety's sake.
   */
  "cause-settled": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "settlements",
    payload: z.strictObject({
      verdict: z.enum(["cause", "no-failure", "undetermined"]),
      causes: z.array(z.strictObject({ cause: Id, ...AtPlace })).check(z.maxLength(20)),
      reason: z.nullable(Words),
      precautions: z.nullable(Words),
      witness: z.nullable(DiagnosisWitness),
      supersedes,
    }),
  }),
  /** A severe finding that has nothing to do with this failure: older damage. */
  "older-damage-signed": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "olderDamage",
    payload: z.strictObject({ finding: Id, ...AtPlace, why: Words, supersedes }),
  }),
  /** What a cause asks for was done, or will not be. */
  "action-answered": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "actionAnswers",
    payload: z.strictObject({
      cause: Id,
      ...AtPlace,
      action: Id,
      outcome: z.enum(["done", "refused"]),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** A part that may hold pieces was opened, flushed or looked through. */
  "suspect-checked": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "suspectChecks",
    payload: z.strictObject({
      part: Uuid,
      circuit: Id,
      how: z.enum(["strip", "flush"]),
      /** Nothing was left in it afterwards, as far as the check shows. */
      clean: z.boolean(),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** How often causes were found in this shop, as this job takes it; off, only the pack's own odds count. */
  "odds-adopted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "oddsTaken",
    payload: z.strictObject({
      on: z.boolean(),
      engines: z.int().check(z.minimum(0), z.maximum(100_000)),
      counts: z
        .array(z.strictObject({ cause: Id, times: z.int().check(z.minimum(0), z.maximum(100_000)) }))
        .check(z.maxLength(200)),
      supersedes,
    }),
  }),
  /** It came back after it was handed over: what for. */
  "job-reopened": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "reopenings",
    payload: z.strictObject({ handOver: z.nullable(EntryId), hours: z.nullable(Finite), why: Words, supersedes }),
  }),
} as const;
