import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Disposition, Uuid, Witness, Words, supersedes } from "../shapes";
import { declare } from "../declare";
import { witnessOfAnyKind, type Upcast } from "../upcast";

/** Decisions were made by feature, each with one size; they keep that as their scope. */
const withWays: Upcast = ({ step, ...payload }) => ({
  ...payload,
  ways: step === null || step === undefined ? [] : [{ feature: payload.feature, step }],
});

/** What becomes of parts. */
export const decideEntries = {
  "decision-made": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "decisions",
    upcasts: [(payload) => ({ ...payload, witness: witnessOfAnyKind(payload.witness) }), withWays],
    payload: z.strictObject({
      part: Uuid,
      /** The one measured place it is about, in records of before parts were decided as a whole; null for the part. */
      feature: z.nullable(Id),
      disposition: Disposition,
      /** What is done to it: the feature or place, and which size or remedy. */
      ways: z.array(z.strictObject({ feature: Id, step: Id })).check(z.maxLength(60)),
      /** Needed where the choice is not the proposal. */
      reason: z.nullable(Words),
      witness: Witness,
      supersedes,
    }),
  }),
  /** A plan for all parts that nobody decided one by one, taken as a whole: it stands for each of them until somebody does. */
  "plan-adopted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "plans",
    payload: z.strictObject({
      choices: z
        .array(
          z.strictObject({
            part: Uuid,
            disposition: Disposition,
            ways: z.array(z.strictObject({ feature: Id, step: Id })).check(z.maxLength(60)),
            /** What the program proposed then, and how likely it was to run the hours by this choice. */
            proposal: Disposition,
            chance: z.number().check(z.minimum(0), z.maximum(1)),
          }),
        )
        .check(z.minLength(1), z.maxLength(600)),
      /** What it came to: money in minor units, the chance to run the hours, days until all of it is there. */
      terms: z.strictObject({
        hours: z.number().check(z.positive()),
        chance: z.number().check(z.minimum(0), z.maximum(1)),
        now: z.int().check(z.minimum(0)),
        total: z.int().check(z.minimum(0)),
        days: z.nullable(z.int().check(z.minimum(0))),
      }),
      witness: z.pick(Witness, { core: true, pack: true, entries: true }),
      supersedes,
    }),
  }),
  /** How long parts last by the shop's own, as this job takes it; off, only the pack's word counts. */
  "lives-adopted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "livesTaken",
    payload: z.strictObject({
      on: z.boolean(),
      classes: z
        .array(
          z.strictObject({
            class: Id,
            /** Half of them run so long. */
            hours: z.number().check(z.positive()),
            low: z.number().check(z.positive()),
            high: z.number().check(z.positive()),
            shape: z.number().check(z.positive()),
            count: z.int().check(z.minimum(0), z.maximum(100_000)),
            ended: z.int().check(z.minimum(0), z.maximum(100_000)),
          }),
        )
        .check(z.maxLength(300)),
      supersedes,
    }),
  }),
} as const;
