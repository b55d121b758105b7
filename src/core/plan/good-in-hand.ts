import type { Part } from "../entry/fold";
import type { Candidate } from "../match/ends";
import type { MatchResult } from "../match/assess-match";
import type { Choice } from "../option/option";
import { goes } from "../option/same-option";
import type { PartInHand } from "../parts/assess-parts";
import { decidedOrProposed } from "./standing";

/**
 * Whether a part in hand could go into a place, as far as it goes by itself: of its kind, meant for no other place, and nobody
 * has it for another.
 *
 * @param isKnown  it has to be known to be good; else it is enough that nothing is known against it
 */
export const mayGo = (
  { part, partClass, meantFor, options }: PartInHand,
  { slot }: Choice,
  picked: ReadonlySet<string>,
  isKnown: boolean,
): boolean =>
  part.origin !== "supplier" &&
  partClass?.id === slot.class &&
  (meantFor === null || meantFor.id === slot.id) &&
  !picked.has(part.id) &&
  options.some(({ disposition, allowed }) => disposition === "reuse" && (isKnown ? allowed === true : allowed !== false)); // prettier-ignore

/**
 * Good parts that lie here, by the place for which a new one would else be bought: each is told for one place, and for none
 * beside which it is known not to go.
 *
 * @param loose  parts that are in no place, each judged by itself
 * @returns      a part by slot, for places whose own part goes
 */
export function goodInHand(
  choices: readonly Choice[],
  loose: readonly PartInHand[],
  { judge, places, inPlace }: Pick<MatchResult, "judge" | "places" | "inPlace">,
): ReadonlyMap<string, Part> {
  const found = new Map<string, Part>();
  if (loose.length === 0) return found;
  const picked = new Set([...inPlace.values()].flatMap((each) => each?.part?.id ?? []));
  const inOrder = [...loose].sort((a, b) => (a.part.tag < b.part.tag ? -1 : 1));
  for (const choice of choices) {
    const { slot, part: own } = choice;
    const isOther = inPlace.get(slot.id)?.part && inPlace.get(slot.id)?.part?.id !== own?.id;
    if (isOther || !goes(decidedOrProposed(choice).disposition)) continue;
    const goesBeside = (part: Part): boolean => {
      const here: Candidate = { slot, part, offer: null, name: part.tag, cameHere: false };
      return places
        .filter(({ ends }) => ends.includes(slot.id))
        .every((at) => judge(at, at.ends.map((end) => (end === slot.id ? here : (inPlace.get(end) ?? null)))).allowed !== false); // prettier-ignore
    };
    const good = inOrder.find((each) => mayGo(each, choice, picked, true) && goesBeside(each.part));
    if (!good) continue;
    picked.add(good.part.id);
    found.set(slot.id, good.part);
  }
  return found;
}
