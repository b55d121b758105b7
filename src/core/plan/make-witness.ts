import type * as z from "../z";
import { fingerprint } from "../canonical";
import { fingerprintEntry } from "../entry/fingerprint-entry";
import type { Envelope, Witness } from "../entry/schema";
import type { CharacteristicResult } from "../measure/assess-characteristic";
import { coreVersion } from "../version";
import type { RowResult } from "../measure/assess-row";
import { rowsOf, type Choice } from "../option/option";

const fingerprints = new WeakMap<object, string>();

/** Entries never change, and a set of them is witnessed once for each decision made on it. */
function rememberedFingerprint(of: object, make: () => string): string {
  const known = fingerprints.get(of);
  if (known) return known;
  const fresh = make();
  fingerprints.set(of, fresh);
  return fresh;
}

/** One fingerprint for a set of entries, whatever their order and duplication. */
export const entrySetFingerprint = (entries: readonly Envelope[]): string =>
  rememberedFingerprint(entries, () =>
    fingerprint(
      [
        ...new Set(
          entries.map((entry) => `${entry.id} ${rememberedFingerprint(entry, () => fingerprintEntry(entry))}`),
        ),
      ].sort(),
    ),
  );

/** A nanometre, or a millionth of what else is measured: finer than any gauge, coarser than the dust of binary arithmetic. */
const rounded = (value: number) => Number(value.toFixed(6));

/** Values, uncertainties and marks as they are shown. */
export const shownFigures = (results: readonly CharacteristicResult[]) =>
  results.flatMap(({ characteristic: { id }, estimate, expanded, conformity }) =>
    estimate
      ? [{ id, value: rounded(estimate.value), expanded: rounded(expanded!), mark: conformity?.mark ?? "no-limit" }]
      : [],
  );

/** The same of a whole part, each with the measured place it is of. */
export const figuresOfPart = (rows: readonly RowResult[]) =>
  rows.flatMap(({ row, governing, derived }) =>
    shownFigures([governing, ...derived]).map((figure) => ({ ...figure, id: `${row.at.id}/${figure.id}` })),
  );

/** A witness keeps no more figures than this. */
const mostFigures = 300;

/** What stood on the screen about one choice, to be kept with the decision. */
export function makeWitness(choice: Choice, packSha256: string, entries: readonly Envelope[]): z.infer<typeof Witness> {
  return {
    core: coreVersion,
    pack: packSha256,
    entries: entrySetFingerprint(entries),
    proposal: choice.proposal.disposition,
    figures: figuresOfPart(rowsOf(choice)).slice(0, mostFigures),
  };
}
