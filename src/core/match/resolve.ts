import type { Verdict } from "../condition/verdict";
import { linearProgram, pickOf } from "../plan/linear-program";
import { cheapestPick, type Chooser, type Relation } from "../plan/pick";
import type { CompiledPack } from "../pack/compile-pack";
import type { Remedy } from "../pack/schema-match";
import type { Judge, MatchResult } from "./assess-match";
import type { Candidate } from "./ends";
import { application, type MatingPlace } from "./places";

export const preferences = ["fewest-changes", "cheapest", "proven"] as const;
export type Preference = (typeof preferences)[number];

/** What a person wants: this candidate in that place. By its number among the candidates of the place. */
export type Pins = ReadonlyMap<string, number>;

/** Something that is asked for: a pin, or that what meets goes together. */
export type Demand =
  { readonly is: "pin"; readonly slot: string } | { readonly is: "mating"; readonly place: MatingPlace };

/** One way in which everything goes together. */
export interface Solution {
  readonly picks: ReadonlyMap<string, Candidate>;
  /** What still has to be looked at before it is sure. */
  readonly open: readonly MatingPlace[];
  readonly remedies: readonly { readonly place: MatingPlace; readonly remedy: Remedy }[];
  /** Places that get another part than is in them now. */
  readonly changes: readonly string[];
  /** Parts and remedies, in major units of the pack's money; what has no price counts nothing and is counted. */
  readonly money: number;
  readonly unpriced: number;
  readonly weight: number;
}

export type Resolved =
  | { readonly kind: "solved"; readonly solutions: readonly Solution[]; readonly program: string | null }
  /** Demands that contradict each other; without any one of them something is possible. */
  | { readonly kind: "contradiction"; readonly demands: readonly Demand[] }
  /** More hangs together than is worked out here: the same as a linear program, and what a solver's columns come to. */
  | {
      readonly kind: "too-large";
      readonly program: string | null;
      readonly solution: (value: (column: string) => number) => Solution;
    };

/** Minutes of a workshop that count as much as one unit of money, where the pack has no rate. */
const usualRate = 60;
/** What is not proven, or changed, or cheaper, decides only between what is otherwise the same or as one prefers. */
const weights: Readonly<
  Record<Preference, { readonly change: number; readonly money: number; readonly open: number }>
> = {
  // prettier-ignore
  "fewest-changes": { change: 1_000_000, money: 1, open: 1_000 },
  cheapest: { change: 1_000, money: 1_000, open: 5_000 },
  proven: { change: 1_000, money: 1, open: 1_000_000 },
};
const mostSolutions = 4;
/** Combinations of one place that are tried to see whether any of it is open. */
const mostTried = 1024;

interface Problem {
  readonly slots: readonly string[];
  readonly places: readonly MatingPlace[];
  readonly candidates: (slot: string) => readonly Candidate[];
}

const slotsIn = ({ ends }: MatingPlace) => [...new Set(ends.filter((end) => end !== application))];

/** Candidates for the ends of a place, where those of its slots are chosen. */
const atEnds = (place: MatingPlace, chosen: (slot: string) => Candidate): (Candidate | null)[] =>
  place.ends.map((end) => (end === application ? null : chosen(end)));

function priceOf(pack: CompiledPack, { part, offer, slot }: Candidate): number | null {
  if (part !== null) return 0;
  if (offer !== null) return offer.sold.price;
  const price = pack.pack.worth?.classes.find((each) => each.class === slot.class)?.replace;
  return price === undefined ? null : typeof price === "number" ? price : price.likely;
}

/**
 * The best consistent choice of parts, and the next few that are really different; where there is none, the smallest set of
 * demands that contradict each other. Exact: by the same elimination that proposals are made with. What goes together by a
 * remedy may be chosen with it, and what is open may be chosen and is said to be.
 *
 * @param pins  what must be so
 * @param own   whether a part could be used by its own evidence: what is refused is chosen only where somebody pinned it
 * @param most  entries that a table may have
 */
export function resolve(
  pack: CompiledPack,
  match: MatchResult,
  pins: Pins,
  preference: Preference,
  own: (candidate: Candidate) => Verdict,
  most?: number,
): Resolved {
  // A place that nothing is in and nothing was brought for is not filled here.
  const isHad = (slot: string) =>
    match.candidates.get(slot)!.some(({ part, offer }) => part !== null || offer !== null);
  const problem: Problem = {
    slots: [...match.candidates.keys()].filter(isHad),
    places: match.places.filter((place) => slotsIn(place).every(isHad)),
    candidates: (slot) => match.candidates.get(slot)!,
  };
  const weight = weights[preference];
  const rate = (pack.pack.worth?.labourRate ?? usualRate) / 60;
  const ofRemedy = ({ price = 0, minutes }: Remedy) => price + minutes * rate;

  const number = new Map(problem.slots.map((slot, at) => [slot, at]));
  const slotCosts = (slot: string, isForced: (option: number) => boolean): Chooser => ({
    costs: problem.candidates(slot).map((candidate, option) => {
      const isPinned = pins.get(slot) === option;
      if (!isForced(option) || (!isPinned && own(candidate).allowed === false)) return Infinity;
      const isChange = candidate !== match.inPlace.get(slot); // prettier-ignore
      return Math.round((isChange ? weight.change : 0) + weight.money * (priceOf(pack, candidate) ?? 0)) + option;
    }),
  });
  /** By place, what each combination of its candidates says: asked once. */
  const verdicts = new Map<string, boolean | null>();
  const says = (place: MatingPlace, options: readonly number[]): boolean | null => {
    const key = `${place.id}:${options.join()}`;
    const known = verdicts.get(key);
    if (known !== undefined) return known;
    const at = new Map(slotsIn(place).map((slot, index) => [slot, problem.candidates(slot)[options[index]!]!]));
    const { allowed } = (match.judge satisfies Judge)(
      place,
      atEnds(place, (slot) => at.get(slot)!),
    );
    verdicts.set(key, allowed);
    return allowed;
  };

  /** How a place is made right: as it is, by looking first, or by a remedy. */
  const manners = (place: MatingPlace) => [0, weight.open + (weight.money > 1 ? 0 : 1), ...place.mating.remedies.map((remedy) => Math.round(weight.open + weight.money * ofRemedy(remedy)))]; // prettier-ignore
  const plain = new Map<string, boolean>();
  const isPlain = (place: MatingPlace): boolean => {
    const known = plain.get(place.id);
    if (known !== undefined) return known;
    const sizes = slotsIn(place).map((slot) => problem.candidates(slot).length);
    const count = sizes.reduce((product, size) => product * size, 1);
    let isSo = place.mating.remedies.length === 0 && count <= mostTried;
    for (let each = 0; isSo && each < count; each += 1) {
      let rest = each;
      const options = sizes.map((size) => {
        const option = rest % size;
        rest = Math.floor(rest / size);
        return option;
      });
      isSo = says(place, options) !== null;
    }
    plain.set(place.id, isSo);
    return isSo;
  };
  const pose = (demands: ReadonlySet<string>, forbidden: ReadonlyMap<string, number>) => {
    const places = problem.places.filter(({ id }) => demands.has(`mating ${id}`));
    const choosers = problem.slots.map((slot) =>
      slotCosts(
        slot,
        (option) =>
          (!pins.has(slot) || !demands.has(`pin ${slot}`) || pins.get(slot) === option) &&
          forbidden.get(slot) !== option,
      ),
    );
    const relations: Relation[] = places.map((place) => {
      const slots = slotsIn(place).map((slot) => number.get(slot)!);
      // Where nothing is open and there is no remedy it is as it is, or not at all.
      if (isPlain(place)) return { of: slots, allows: (options) => says(place, options) === true };
      choosers.push({ costs: manners(place) });
      return {
        of: [...slots, choosers.length - 1],
        allows: (options) => {
          const manner = options.at(-1)!;
          if (manner >= 2) return true;
          const answer = says(place, options.slice(0, -1));
          return manner === 0 ? answer === true : answer === null;
        },
      };
    });
    return { choosers, relations };
  };
  const solve = (
    demands: ReadonlySet<string>,
    forbidden: ReadonlyMap<string, number>,
  ): { pick: readonly number[]; cost: number } | "none" | "too-large" => {
    const { choosers, relations } = pose(demands, forbidden);
    const found = cheapestPick(choosers, relations, most);
    if (found.kind === "too-large") return "too-large";
    return found.kind === "none" ? "none" : { pick: found.pick, cost: found.cost };
  };

  const demands = new Set([...[...pins.keys()].map((slot) => `pin ${slot}`), ...problem.places.map(({ id }) => `mating ${id}`)]); // prettier-ignore
  const best = solve(demands, new Map());
  const toSolution = ({ pick, cost }: { pick: readonly number[]; cost: number }): Solution => {
    const picks = new Map(problem.slots.map((slot, at) => [slot, problem.candidates(slot)[pick[at]!]!]));
    const mannered = problem.places.filter((place) => !isPlain(place));
    const manner = (at: number) => pick[problem.slots.length + at]!;
    const remedies = mannered.flatMap((place, at) => manner(at) >= 2 ? [{ place, remedy: place.mating.remedies[manner(at) - 2]! }] : []); // prettier-ignore
    const prices = [...picks.values()].map((each) => priceOf(pack, each));
    return {
      picks,
      open: mannered.filter((_, at) => manner(at) === 1),
      remedies,
      changes: problem.slots.filter((slot) => picks.get(slot) !== match.inPlace.get(slot)),
      money: prices.reduce<number>((sum, price) => sum + (price ?? 0), 0) + remedies.reduce((sum, { remedy }) => sum + ofRemedy(remedy), 0), // prettier-ignore
      unpriced: prices.filter((price) => price === null).length,
      weight: cost,
    };
  };
  const posed = pose(demands, new Map());
  const program = linearProgram(posed.choosers, posed.relations);
  if (best === "too-large")
    return {
      kind: "too-large",
      program,
      solution: (value) => {
        const pick = pickOf(posed.choosers, value);
        return toSolution({
          pick,
          cost: pick.reduce((sum, option, at) => sum + posed.choosers[at]!.costs[option]!, 0),
        });
      },
    };
  if (best === "none") {
    // Each demand is let go where what is left still cannot be: what stays contradicts itself, and nothing less does.
    const left = new Set(demands);
    for (const demand of demands) {
      left.delete(demand);
      if (solve(left, new Map()) !== "none") left.add(demand);
    }
    const byId = new Map(problem.places.map((place) => [`mating ${place.id}`, place]));
    return {
      kind: "contradiction",
      demands: [...left].map((demand): Demand => {
        const place = byId.get(demand);
        return place ? { is: "mating", place } : { is: "pin", slot: demand.slice("pin ".length) };
      }),
    };
  }
  // Really different: some place gets another part than in the best. One solution for each such place, each once.
  const found = new Map([[best.pick.slice(0, problem.slots.length).join(), best]]);
  problem.slots.forEach((slot, at) => {
    // Where there is but its own part a new one is no other idea.
    const parts = problem.candidates(slot).filter(({ part, offer }) => part !== null || offer !== null).length;
    const isChanged = problem.candidates(slot)[best.pick[at]!] !== match.inPlace.get(slot);
    if (pins.has(slot) || (parts < 2 && !isChanged)) return;
    const other = solve(demands, new Map([[slot, best.pick[at]!]]));
    if (typeof other === "object") found.set(other.pick.slice(0, problem.slots.length).join(), other);
  });
  return {
    kind: "solved",
    program,
    solutions: [...found.values()].sort((a, b) => a.cost - b.cost).slice(0, mostSolutions).map(toSolution), // prettier-ignore
  };
}
