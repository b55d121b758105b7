import type { z } from "zod";
import { fingerprint } from "../canonical";
import type { Envelope, Witness } from "../entry/schema";
import { coreVersion } from "../version";
import type { Choice } from "./propose";

/** One fingerprint for a set of entries, whatever their order and duplication. */
export const entrySetFingerprint = (entries: readonly Envelope[]): string =>
  fingerprint([...new Set(entries.map((entry) => `${entry.id} ${fingerprint(entry)}`))].sort());

/** What stood on the screen about one choice, to be kept with the decision. */
export function makeWitness(choice: Choice, packSha256: string, entries: readonly Envelope[]): z.infer<typeof Witness> {
  const { governing, derived } = choice.row;
  return {
    core: coreVersion,
    pack: packSha256,
    entries: entrySetFingerprint(entries),
    proposal: choice.proposal.disposition,
    figures: [governing, ...derived].flatMap((result) =>
      result.estimate
        ? [{ id: result.characteristic.id, valueMm: result.estimate.value, expandedMm: result.expanded!, mark: result.conformity?.mark ?? "no-limit" }]
        : [],
    ),
  };
}
