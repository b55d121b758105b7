import type { Verdict } from "../evidence/verdict";
import type { MatchResult } from "../match/assess-match";
import type { Candidate } from "../match/ends";
import type { Choice } from "../option/option";

/** What Match picked for places, and whether such a one could be used by its own evidence. */
export interface Picks {
  readonly match: Pick<MatchResult, "inPlace">;
  readonly own: (candidate: Candidate) => Verdict;
}

/** What was picked for a place instead of the part that is in it: by its number, or lying there; one that is refused is as good as none. */
export function pickedInstead({ match, own }: Picks, { slot, part }: Pick<Choice, "slot" | "part">): Candidate | null {
  const picked = match.inPlace.get(slot.id) ?? null;
  const isOther = picked?.offer || (picked?.part && picked.part.id !== part?.id);
  return isOther && own(picked).allowed !== false ? picked : null;
}
