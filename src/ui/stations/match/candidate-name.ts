import type { Candidate } from "@/core/match/ends";

/** What a candidate is called where it is chosen: its tag, or the number that is bought. */
export function candidateName({ part, offer }: Candidate): string {
  if (part !== null) return `${part.tag}${part.origin === "engine" ? "" : ` (${part.origin})`}`;
  if (offer === null) return "a new one";
  return `${offer.sold.kit ? "kit" : "new"}, ${offer.sold.number}`;
}
