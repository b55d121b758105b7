import type { Verdict } from "../evidence/verdict";
import type { Candidate } from "../match/ends";
import { settingOf, type MatchResult, type Pairing } from "../match/assess-match";
import { problem } from "../problem/problem";
import type { Coupling, Place } from "./couplings";
import type { Option } from "../option/option";
import { goes } from "../option/same-option";

/** So many places are tried in every way; what has more ends is judged at Match alone. */
export const mostEnds = 4;
const fine: Verdict = { allowed: true, reasons: [] };
const keptVerdicts = new WeakMap<Pairing, Map<string, Verdict>>();

/**
 * What parts that meet may not be kept or bought together: from the same judgement that Match shows. What is only open is
 * held there and refuses nothing here; what a remedy makes good refuses nothing either.
 */
export function matingCouplings(match: MatchResult, placeAt: ReadonlyMap<string, Place>): Coupling[] {
  return match.pairings.flatMap((pairing): Coupling[] => {
    const { place, state, reasons } = pairing;
    const slots = [...new Set(place.ends)].filter((end) => placeAt.has(end));
    if (state === "bridged" || settingOf(place.mating) || slots.length === 0 || slots.length > mostEnds) return [];
    const fresh = (slot: string) => match.candidates.get(slot)!.at(-1)!;
    const there = (slot: string): Candidate | null => {
      const part = placeAt.get(slot)!.part;
      return match.candidates.get(slot)!.find((each) => part !== null && each.part?.id === part.id) ?? null;
    };
    // Whether each place gets a new one, as one name.
    const verdictOf = (isNew: readonly boolean[]): Verdict => {
      const kept = keptVerdicts.get(pairing) ?? new Map<string, Verdict>();
      keptVerdicts.set(pairing, kept);
      const key = isNew.join();
      const known = kept.get(key);
      if (known) return known;
      const picked = place.ends.map((end) => {
        const at = slots.indexOf(end);
        return at < 0 ? (match.inPlace.get(end) ?? null) : isNew[at] ? fresh(end) : there(end);
      });
      const refused = match.judge(place, picked).allowed === false;
      const params = {
        mating: place.mating.name,
        looks: place.mating.wrong.looks,
        oneWhat: "",
        oneIs: "",
        otherWhat: "",
        otherIs: "",
        off: null,
        degrees: null,
        takesUp: null,
      };
      const said = reasons.find(({ code }) => code === "mating-wrong");
      const [one, other] = picked;
      const verdict: Verdict = refused
        ? {
            allowed: false,
            reasons: [
              problem("mates-refuse", [place.id], {
                ...params,
                ...(said?.params as object),
                one: one?.name ?? "what it goes into",
                other: place.ends.length < 2 ? "" : (other?.name ?? "what it goes into"),
              }),
            ],
          }
        : fine;
      kept.set(key, verdict);
      return verdict;
    };
    const ways = Array.from({ length: 2 ** slots.length }, (_, way) => slots.map((_, at) => ((way >> at) & 1) === 1));
    // What never refuses ties nothing together.
    if (ways.every((way) => verdictOf(way).allowed !== false)) return [];
    return [
      {
        id: `mating ${place.id}`,
        places: slots,
        rests: [pairing],
        gives: new Set(slots),
        judge: (picks: readonly Option[]) => verdictOf(picks.map(({ disposition }) => goes(disposition))),
      },
    ];
  });
}
