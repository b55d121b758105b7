import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import {
  Day,
  DecisionRule,
  EntryId,
  Finite,
  HandOverWitness,
  ShopSettings,
  Typed,
  Uuid,
  Words,
  supersedes,
} from "../shapes";
import { gateKinds, outcomes } from "../outcomes";
import { declare } from "../declare";

/** Opening a job, its order and estimates, going past a hold, handing over. */
export const jobEntries = {
  "job-opened": declare({
    says: "act",
    writer: "lead",
    travels: false,
    ofEngine: false,
    moves: true,
    standsForEver: true,
    payload: z.strictObject({
      name: Words,
      engine: z.strictObject({ number: z.nullable(z.string().check(z.maxLength(300))), variant: z.nullable(Id) }),
      pack: z.strictObject({
        id: Id,
        revision: z.int().check(z.minimum(1)),
        sha256: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
      }),
      application: z.strictObject({ kind: z.nullable(Id), words: z.nullable(Words) }),
      hoursWanted: z.nullable(z.number().check(z.positive())),
      budget: z.nullable(z.number().check(z.positive())),
      wantedBy: z.nullable(Day),
      unit: z.enum(["mm", "in"]),
      decisionRule: DecisionRule,
      supersedes,
    }),
  }),
  /** The shop's settings as the job takes them: what the shop changes later alters nothing here. */
  "settings-taken": declare({
    says: "act",
    writer: "lead",
    travels: false,
    ofEngine: false,
    list: "settings",
    payload: z.strictObject({ settings: ShopSettings, supersedes }),
  }),
  /**
   * One answer at Intake: what it goes into, what is ordered, its history, how the shop works, what was seen and tested
   * before it came apart. A value of null is an answer too: nobody knows.
   */
  "intake-noted": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    list: "notes",
    moves: true,
    payload: z.strictObject({
      section: z.enum(["application", "order", "history", "school", "symptom", "test"]),
      item: Id,
      /** The part it is about, where it is not the whole engine. */
      part: z.nullable(Uuid),
      /** The cylinder or other place of a test. */
      place: z.nullable(Id),
      value: z.nullable(z.union([z.string().check(z.maxLength(2000)), Finite, z.boolean()])),
      typed: z.optional(Typed),
      supersedes,
    }),
  }),
  /** What the work will cost, or what a change adds to it. */
  "estimate-made": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "costEstimates",
    payload: z.strictObject({ kind: z.enum(["estimate", "change"]), amount: Finite, words: Words, supersedes }),
  }),
  /** The owner's word on an estimate or a change: whose, when, how. */
  "approval-given": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "approvals",
    names: ["by"],
    payload: z.strictObject({
      estimate: EntryId,
      by: Words,
      on: Day,
      how: z.enum(["in-person", "phone", "letter", "mail"]),
      agreed: z.boolean(),
      supersedes,
    }),
  }),
  /** The owner's own word on an estimate or a change, given through a link: the server vouches that the link was opened. */
  "owner-answered": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "ownerAnswers",
    byServer: true,
    names: ["by"],
    payload: z.strictObject({ estimate: EntryId, by: Words, agreed: z.boolean(), link: Uuid, supersedes }),
  }),
  /** Whose engine it is, by the shop's list of owners: what is known of a person stands there, where it can be erased. */
  "owner-named": declare({
    says: "label",
    writer: "lead",
    travels: false,
    ofEngine: false,
    list: "ownersNamed",
    payload: z.strictObject({ owner: z.nullable(Uuid), supersedes }),
  }),
  /** The job is called otherwise from now on. */
  "job-renamed": declare({
    says: "label",
    writer: "lead",
    travels: false,
    ofEngine: false,
    payload: z.strictObject({ name: Words, supersedes }),
  }),
  /** Off the bench and into the archive, away as opened by mistake, or on the bench again. */
  "job-put-away": declare({
    says: "label",
    writer: "lead",
    travels: false,
    ofEngine: false,
    list: "putAways",
    payload: z.strictObject({ to: z.enum(["archive", "mistakes", "bench"]), supersedes }),
  }),
  /** Who works on it: a person by id; null for whoever is free. */
  "job-given": declare({
    says: "label",
    writer: "lead",
    travels: false,
    ofEngine: false,
    list: "givens",
    payload: z.strictObject({ to: z.nullable(z.string().check(z.minLength(1), z.maxLength(120))), supersedes }),
  }),
  /** What is to become of the engine as a whole. */
  "course-chosen": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "courses",
    payload: z.strictObject({
      course: z.enum(["rebuild", "merge", "other-engine", "part-out"]),
      why: Words,
      proposal: z.string().check(z.maxLength(40)),
      supersedes,
    }),
  }),
  /** Why work goes on past a hold. */
  "hold-lifted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "lifted",
    payload: z.strictObject({
      hold: Id,
      about: z.string().check(z.minLength(1), z.maxLength(200)),
      why: Words,
      supersedes,
    }),
  }),
  /** The engine leaves the shop, or a donor its parts: to whom, and what was shown then. */
  "handed-over": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "handOvers",
    upcasts: [(payload) => ({ ...payload, outcome: null, past: [], word: null })],
    names: ["to", "word.by"],
    payload: z.strictObject({
      to: Words,
      note: z.nullable(Words),
      /** To run, in parts, or as one that may not be run; null in records of before it was asked. */
      outcome: z.nullable(z.enum(outcomes)),
      /** What was still open, by kind: how much of it, and why a lead let it go; no reason is asked where it is not run. */
      past: z.array(z.strictObject({ is: z.enum(gateKinds), count: z.int().check(z.minimum(1)), why: z.nullable(Words) })).check(z.maxLength(gateKinds.length)), // prettier-ignore
      /** The owner's word that they know it may not be run. */
      word: z.nullable(z.strictObject({ by: Words, on: Day, how: z.enum(["in-person", "phone", "letter", "mail"]) })),
      witness: HandOverWitness,
      supersedes,
    }),
  }),
} as const;
