import type { Verdict } from "../evidence/verdict";
import type { CompiledPack } from "../pack/compile-pack";
import type { Remedy } from "../pack/schema-match";
import type { Candidate } from "./ends";
import type { MatchResult, Pairing } from "./assess-match";
import { application, type MatingPlace } from "./places";
import type { Solution } from "./posing";

/** What is done by one line of a list. */
export const works = [
  "keep",
  "transfer",
  "from-shelf",
  "fit-new",
  "buy",
  "remedy",
  "settle",
  "look",
  "goes-on",
  "label",
] as const;
export type Work = (typeof works)[number];

/** One line of a list that is worked through at the bench. */
export interface WorkLine {
  /** What it is ticked off by: another part in the place is another line. */
  readonly id: string;
  readonly what: Work;
  readonly slot: string | null;
  readonly name: string;
  /** The part, or what is done. */
  readonly of: string;
  readonly then: readonly string[];
  readonly isDone: boolean;
  /** It is ticked off as this remedy, which Match itself asks for. */
  readonly remedy: { readonly place: MatingPlace; readonly remedy: Remedy } | null;
  /** Whether a tick settles it; what does not fit or is not known is settled where it is judged. */
  readonly isTickable: boolean;
}

type Chosen = Pick<Solution, "picks" | "remedies">;

const becomes = ({ part, cameHere }: Candidate): Work => {
  if (part === null) return "buy";
  if (cameHere || part.origin === "engine") return "keep";
  return part.origin === "donor" ? "transfer" : part.origin === "shelf" ? "from-shelf" : "fit-new";
};

const nameOf = (pack: CompiledPack, { part, offer, slot }: Candidate): string => {
  if (part !== null) return part.tag;
  if (offer === null) return pack.classes.get(slot.class)!.name;
  const { number, revision, kit } = offer.sold;
  return `${kit ? "out of the kit " : ""}${number}${revision === null ? "" : ` revision ${revision} or later`}`;
};

function remedyLine(
  match: MatchResult,
  list: string,
  slot: string | null,
  place: MatingPlace,
  remedy: Remedy,
): WorkLine {
  const taken = match.pairings.find((each) => each.place.id === place.id)?.remedy?.taken;
  return {
    id: `${list}: ${place.id} ${remedy.id}`,
    what: "remedy",
    slot,
    name: place.mating.name,
    of: remedy.name,
    then: [...remedy.requires, ...(remedy.unlawful ? [remedy.unlawful.text] : [])],
    isDone: taken?.remedy === remedy.id && taken.state === "done",
    remedy: { place, remedy },
    isTickable: true,
  };
}

/**
 * What is picked as it stands now, and what is made to fit. What its own evidence refuses does not stay: a new one is bought.
 *
 * @param own  whether a candidate could be used by its own evidence
 */
export const standing = (
  { inPlace, pairings, candidates }: Pick<MatchResult, "inPlace" | "pairings" | "candidates">,
  own: (candidate: Candidate) => Verdict,
): Chosen => ({
  picks: new Map(
    [...inPlace].flatMap(([slot, candidate]) => {
      if (!candidate) return [];
      const fresh = candidates.get(slot)?.at(-1);
      return [[slot, fresh && own(candidate).allowed === false ? fresh : candidate] as const];
    }),
  ),
  remedies: pairings.flatMap(({ state, place, remedy }) => (state === "bridged" && remedy ? [{ place, remedy: remedy.remedy }] : [])), // prettier-ignore
});

/**
 * What is kept, taken over, modified and bought, in working order: the last that came off goes on first.
 *
 * @param chosen  what is picked for each place
 */
export function transferList(pack: CompiledPack, match: MatchResult, { picks, remedies }: Chosen): WorkLine[] {
  const off = new Map((pack.pack.strip?.steps ?? []).flatMap(({ removes }, at) => removes.map((slot) => [slot, at])));
  const inOrder = [...picks].sort(([a], [b]) => (off.get(b) ?? -1) - (off.get(a) ?? -1));
  return inOrder.flatMap(([slot, candidate]): WorkLine[] => {
    const what = becomes(candidate);
    const of = nameOf(pack, candidate);
    const id = `transfer: ${what} ${slot} ${candidate.part?.id ?? of}`;
    const line = { id, what, slot, name: candidate.slot.name, of, then: [], isDone: match.ticked.has(id), remedy: null, isTickable: true }; // prettier-ignore
    const made = remedies.filter(({ place }) => place.ends.find((end) => picks.has(end)) === slot);
    return [line, ...made.map(({ place, remedy }) => remedyLine(match, "transfer", slot, place, remedy))];
  });
}

/** The quantities as built, for the label on the engine. */
export const labelLines = (match: MatchResult): WorkLine[] =>
  match.quantities.map(({ id: quantity, name, amount }) => {
    const id = `into: label ${quantity} ${amount}`;
    return { id, what: "label", slot: null, name, of: amount, then: [], isDone: match.ticked.has(id), remedy: null, isTickable: true }; // prettier-ignore
  });

const rank: Readonly<Record<Pairing["state"], number>> = { wrong: 0, open: 1, bridged: 2, proven: 3, ran: 3 };

/**
 * What has to be done so that the engine goes into what it goes into, what does not fit first: swap, keep, blank, re-pin; and
 * the quantities that a label says.
 */
export function intoList(match: MatchResult): WorkLine[] {
  const lines = match.pairings
    .filter(({ place }) => place.ends.includes(application))
    .sort((a, b) => rank[a.state] - rank[b.state])
    .map(({ place, mating, state, remedy, checks, ends }): WorkLine => {
      if (state === "bridged" && remedy) return remedyLine(match, "into", null, place, remedy.remedy);
      const part = ends.find(({ of }) => of !== null && typeof of !== "string")?.name ?? mating.name;
      const id = `into: ${place.id} ${state}`;
      const common = { id, slot: null, name: mating.name, then: [], isDone: match.ticked.has(id), remedy: null };
      if (state === "wrong") return { ...common, what: "settle", of: mating.wrong.looks, isDone: false, isTickable: false }; // prettier-ignore
      if (state === "open") return { ...common, what: "look", of: checks[0]?.text ?? "its place is empty", isDone: false, isTickable: false }; // prettier-ignore
      return { ...common, what: "goes-on", of: part, isTickable: true };
    });
  return [...lines, ...labelLines(match)];
}
