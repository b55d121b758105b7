import type { CompiledPack } from "../pack/compile-pack";
import type { Candidate } from "./ends";
import type { MatchResult } from "./assess-match";
import type { Solution } from "./resolve";

export const transfers = ["keep", "transfer", "from-shelf", "fit-new", "buy", "remedy"] as const;
export type Transfer = (typeof transfers)[number];

/** One line of what becomes one engine of several. */
export interface TransferLine {
  readonly what: Transfer;
  readonly slot: string | null;
  readonly name: string;
  /** The part, or what is done. */
  readonly of: string;
  readonly then: readonly string[];
}

const becomes = ({ part, cameHere }: Candidate): Transfer => {
  if (part === null) return "buy";
  if (cameHere || part.origin === "engine") return "keep";
  return part.origin === "donor" ? "transfer" : part.origin === "shelf" ? "from-shelf" : "fit-new";
};

/**
 * What is kept, taken over, modified and bought, in working order: the last that came off goes on first.
 *
 * @param solution  what is picked for each place
 */
export function transferList(pack: CompiledPack, match: MatchResult, { picks, remedies }: Solution): TransferLine[] {
  const off = new Map((pack.pack.strip?.steps ?? []).flatMap(({ removes }, at) => removes.map((slot) => [slot, at])));
  const inOrder = [...picks].sort(([a], [b]) => (off.get(b) ?? -1) - (off.get(a) ?? -1));
  return inOrder.flatMap(([slot, candidate]): TransferLine[] => [
    {
      what: becomes(candidate),
      slot,
      name: candidate.slot.name,
      of:
        candidate.part?.tag ??
        (candidate.offer
          ? `${candidate.offer.sold.number}${candidate.offer.sold.revision === null ? "" : ` revision ${candidate.offer.sold.revision} or later`}`
          : undefined) ??
        pack.classes.get(candidate.slot.class)!.name,
      then: [],
    },
    ...remedies
      .filter(({ place }) => place.ends.find((end) => picks.has(end)) === slot)
      .map(({ place, remedy }): TransferLine => ({
        what: "remedy",
        slot,
        name: place.mating.name,
        of: remedy.name,
        then: [...remedy.requires, ...(remedy.unlawful ? [remedy.unlawful.text] : [])],
      })),
  ]);
}
