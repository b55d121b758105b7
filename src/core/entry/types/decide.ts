import { z } from "zod";
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
    writer: "lead",
    list: "decisions",
    upcasts: [(payload) => ({ ...payload, witness: witnessOfAnyKind(payload.witness) }), withWays],
    payload: z.strictObject({
      part: Uuid,
      /** The one measured place it is about, in records of before parts were decided as a whole; null for the part. */
      feature: Id.nullable(),
      disposition: Disposition,
      /** What is done to it: the feature or place, and which size or remedy. */
      ways: z.array(z.strictObject({ feature: Id, step: Id })).max(60),
      /** Needed where the choice is not the proposal. */
      reason: Words.nullable(),
      witness: Witness,
      supersedes,
    }),
  }),
} as const;
