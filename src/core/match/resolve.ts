import type { Verdict } from "../evidence/verdict";
import { linearProgram, pickOf } from "../numeric/linear-program";
import { bucketElimination } from "../numeric/bucket-elimination";
import type { CompiledPack } from "../pack/compile-pack";
import type { MatchResult } from "./assess-match";
import type { Candidate, Told } from "./ends";
import { attributesAt } from "./places";
import { demandId, Posing, type Demand, type Pins, type Preference, type Solution } from "./posing";

export type Resolved =
  | { readonly kind: "solved"; readonly solutions: readonly Solution[]; readonly program: string | null }
  /** Demands that contradict each other; without any one of them something is possible. */
  | { readonly kind: "contradiction"; readonly demands: readonly Demand[]; readonly between: readonly Between[] }
  /** More hangs together than is worked out here: the same as a linear program, and what a solver's columns come to. */
  | {
      readonly kind: "too-large";
      readonly program: string | null;
      readonly solution: (value: (column: string) => number) => Solution;
    };

/** What may be at one end of something that contradicts, and what is known of it. */
export interface Between {
  /** The demand by its name. */
  readonly demand: string;
  readonly slot: string;
  readonly candidate: Candidate;
  /** What it is told by; null for what ran together. */
  readonly attribute: string | null;
  readonly told: Told | null;
  /** Its own evidence refuses it, whatever it meets. */
  readonly isRefused: boolean;
}

/** What the demands leave at each end that contradicts, with the figures that make it so. */
function between(
  match: MatchResult,
  demands: readonly Demand[],
  pins: Pins,
  own: (candidate: Candidate) => Verdict,
): readonly Between[] {
  const pinned = new Set(demands.flatMap((demand) => (demand.is === "pin" ? demand.slot : [])));
  const at = (demand: Demand, slot: string, attribute: string | null): readonly Between[] =>
    match.candidates.get(slot)!.flatMap((candidate, option) => {
      const isPinned = pinned.has(slot);
      if (isPinned && pins.get(slot) !== option) return [];
      const told = attribute === null ? null : match.told(candidate, attribute);
      return [{ demand: demandId(demand), slot, candidate, attribute, told, isRefused: !isPinned && own(candidate).allowed === false }]; // prettier-ignore
    });
  return demands.flatMap((demand) => {
    if (demand.is === "pin") return [];
    if (demand.is === "ran") return [demand.pair.one, demand.pair.other].flatMap((slot) => at(demand, slot, null));
    const { ends, mating } = demand.place;
    return ends.flatMap((end, index) => (match.candidates.has(end) ? at(demand, end, attributesAt(mating, index)[0]!) : [])); // prettier-ignore
  });
}

const mostSolutions = 4;

const everything = () => true;

/**
 * The best consistent choice of parts, and the next few that are really different; where there is none, the smallest set of
 * demands that contradict each other. Exact: by the same elimination that proposals are made with. What goes together by a
 * remedy may be chosen with it, and what is open may be chosen and is said to be.
 *
 * @param pins    what must be so
 * @param own     whether a part could be used by its own evidence: what is refused is chosen only where somebody pinned it
 * @param waived  places of matings that are let be, by their ids: somebody answers for them
 * @param most    entries that a table may have
 */
export function resolve(
  pack: CompiledPack,
  match: MatchResult,
  pins: Pins,
  preference: Preference,
  own: (candidate: Candidate) => Verdict,
  { waived = new Set(), most }: { readonly waived?: ReadonlySet<string>; readonly most?: number } = {},
): Resolved {
  const posing = new Posing(pack, match, pins, preference, own, waived);
  const solve = (...asked: Parameters<Posing["pose"]>) => {
    const { variables, constraints } = posing.pose(...asked);
    return bucketElimination(variables, constraints, most);
  };
  const all = posing.pose(everything);
  const program = linearProgram(all.variables, all.constraints);
  const best = bucketElimination(all.variables, all.constraints, most);
  if (best.kind === "too-large") {
    const costOf = (pick: readonly number[]) => pick.reduce((sum, option, at) => sum + all.variables[at]!.costs[option]!, 0); // prettier-ignore
    const solution = (value: (column: string) => number) => {
      const pick = pickOf(all.variables, value);
      return posing.solution(pick, costOf(pick));
    };
    return { kind: "too-large", program, solution };
  }
  if (best.kind === "none") {
    // Each demand is let go where what is left still cannot be: what stays contradicts itself, and nothing less does.
    const demands: readonly Demand[] = [
      ...[...pins.keys()].map((slot): Demand => ({ is: "pin", slot })),
      ...posing.ran.map((pair): Demand => ({ is: "ran", pair })),
      ...posing.places.map((place): Demand => ({ is: "mating", place })),
    ];
    const left = new Map(demands.map((demand) => [demandId(demand), demand]));
    for (const [name, demand] of [...left]) {
      left.delete(name);
      if (solve((asked) => left.has(demandId(asked))).kind !== "none") left.set(name, demand);
    }
    const kept = [...left.values()];
    return { kind: "contradiction", demands: kept, between: between(match, kept, pins, own) };
  }
  // Really different: some place gets another part than in the best. One solution for each such place, each once.
  const places = (pick: readonly number[]) => pick.slice(0, posing.slots.length).join();
  const found = new Map([[places(best.pick), best]]);
  posing.slots.forEach((slot, at) => {
    // Where there is but its own part a new one is no other idea.
    const parts = posing.candidates(slot).filter(({ part, offer }) => part !== null || offer !== null).length;
    const isChanged = posing.candidates(slot)[best.pick[at]!] !== match.inPlace.get(slot);
    if (pins.has(slot) || (parts < 2 && !isChanged)) return;
    const other = solve(everything, [slot, best.pick[at]!]);
    if (other.kind === "picked") found.set(places(other.pick), other);
  });
  const solutions = [...found.values()].sort((a, b) => a.cost - b.cost).slice(0, mostSolutions);
  return { kind: "solved", program, solutions: solutions.map(({ pick, cost }) => posing.solution(pick, cost)) };
}
