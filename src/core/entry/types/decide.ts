import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { Disposition, Uuid, Witness, Words, supersedes } from "../shapes";
import { declare } from "../declare";
import { witnessOfAnyKind } from "../upcast";

/** What becomes of parts. */
export const decideEntries = {
  "decision-made": declare({
    writer: "lead",
    list: "decisions",
    upcasts: [(payload) => ({ ...payload, witness: witnessOfAnyKind(payload.witness) })],
    payload: z.strictObject({
      part: Uuid,
      feature: Id,
      disposition: Disposition,
      /** Which size of the rework. */
      step: Id.nullable(),
      /** Needed where the choice is not the proposal. */
      reason: Words.nullable(),
      witness: Witness,
      supersedes,
    }),
  }),
} as const;
