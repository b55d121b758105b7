import type { CataloguePart } from "../catalogue/catalogue-part";
import type { Verdict } from "../evidence/verdict";
import type { CompiledPack } from "../pack/compile-pack";
import type { Remedy } from "../pack/schema-match";
import { slotsOf } from "../pack/slots-of";
import type { Variable, Constraint } from "../numeric/bucket-elimination";
import { unlawfulIn, type MatchResult } from "./assess-match";
import type { RanPair } from "../part/ran-together";
import type { Candidate } from "./ends";
import { isOutside, type MatingPlace } from "./places";

export const preferences = ["fewest-changes", "cheapest", "soonest", "proven", "original-look"] as const;
export type Preference = (typeof preferences)[number];

/** What a person wants: this candidate in that place. By its number among the candidates of the place. */
export type Pins = ReadonlyMap<string, number>;

/** Something that is asked for: a pin, that what meets goes together, or that what ran together stays together. */
export type Demand =
  | { readonly is: "pin"; readonly slot: string }
  | { readonly is: "mating"; readonly place: MatingPlace }
  | { readonly is: "ran"; readonly pair: RanPair };

/** A demand by one name. */
export const demandId = (demand: Demand): string =>
  demand.is === "pin" ? `pin ${demand.slot}` : demand.is === "mating" ? demand.place.id : demand.pair.id;

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
  /** Paid beside it, and paid back once the old ones are sent in. */
  readonly deposit: number;
  /** Until all of it is there; null where nobody knows of some. */
  readonly days: number | null;
  readonly weight: number;
}

/** Minutes of a workshop that count as much as one unit of money, where the pack has no rate. */
const usualRate = 60;
/** What is not proven, or changed, or cheaper, decides only between what is otherwise the same or as one prefers. */
const weights: Readonly<
  Record<Preference, { readonly change: number; readonly money: number; readonly open: number; readonly looks: number }>
> = {
  "fewest-changes": { change: 1_000_000, money: 1, open: 1_000, looks: 0 },
  cheapest: { change: 1_000, money: 1_000, open: 5_000, looks: 0 },
  soonest: { change: 1_000, money: 1, open: 1_000, looks: 0 },
  proven: { change: 1_000, money: 1, open: 1_000_000, looks: 0 },
  "original-look": { change: 1_000, money: 1, open: 1_000, looks: 1_000_000 },
};
/** A day later weighs more than all else, where it has to be soon: so much for each step of waiting. */
const later = 100_000_000;
/** What the law does not let stand is taken only where nothing else goes together, and is said to be that: it weighs more than all else. */
const lawless = 10_000_000_000;
/** What a part is taken to cost of which nobody knows a price: dear, so that not knowing is never cheap. */
const usualPrice = 1000;
/** Combinations of one place that are tried to see whether any of it is open. */
const mostTried = 1024;

const slotsIn = ({ ends }: MatingPlace) => [...new Set(ends.filter((end) => !isOutside(end)))];

function priceOf(pack: CompiledPack, { part, offer, slot }: Candidate): number | null {
  if (part !== null) return 0;
  // A kit is paid for once, whatever of it is used.
  if (offer !== null) return offer.sold.kit ? 0 : offer.sold.price;
  const price = pack.pack.worth?.classes.find((each) => each.class === slot.class)?.replace;
  return price === undefined ? null : typeof price === "number" ? price : price.likely;
}

/** Days until a candidate is there; infinite where nobody knows. */
const daysOf = ({ part, offer }: Candidate): number => (part !== null ? 0 : (offer?.sold.leadDays ?? Infinity));

/** A number that another took the place of is bought by nobody who was not told to. */
const isOldStock = ({ offer }: Candidate): boolean => offer !== null && offer.sold.supersededBy !== null;

/** The kits among what may be chosen, by their numbers, each with the offer that it came with first. */
const kitsOf = (candidates: readonly Candidate[]): ReadonlyMap<string, CataloguePart> =>
  new Map(candidates.flatMap(({ offer }) => (offer?.sold.kit ? [[offer.sold.number, offer.sold] as const] : [])));

const isNew = ({ part }: Candidate): boolean => part === null || part.origin === "supplier";

/**
 * Whether two candidates may lie on each other: both new, or used ones that ran together. Where nobody knows whether they
 * did, it is open, and asked at Decide. A way that would free them is worked on at Decide, and chosen there.
 */
function mayRun({ relation, did }: RanPair, one: Candidate, other: Candidate): boolean {
  if (isNew(one)) return relation.oneMayBeNew || isNew(other);
  return !isNew(other) && did(one.part!, other.part!) !== false;
}

/** Every combination of as many options as each size says. */
function* combinations(sizes: readonly number[]): Generator<readonly number[]> {
  const count = sizes.reduce((product, size) => product * size, 1);
  for (let each = 0; each < count; each += 1) {
    let rest = each;
    yield sizes.map((size) => {
      const option = rest % size;
      rest = Math.floor(rest / size);
      return option;
    });
  }
}

export interface Posed {
  readonly variables: readonly Variable[];
  readonly constraints: readonly Constraint[];
}

/**
 * The choice of parts for all places put as variables and constraints, and what a pick of them means. A variable for each slot
 * comes first; then one for each place where something is open or has a remedy: as it is, by looking first, by which remedy;
 * last what is paid or waited for once for all places: each kit, and the last to come.
 */
export class Posing {
  readonly slots: readonly string[];
  readonly places: readonly MatingPlace[];
  readonly ran: readonly RanPair[];
  readonly #pack: CompiledPack;
  readonly #match: MatchResult;
  readonly #pins: Pins;
  readonly #own: (candidate: Candidate) => Verdict;
  readonly #weight: (typeof weights)[Preference];
  /** Slots that are seen, where the look of it counts. */
  readonly #seen: ReadonlySet<string>;
  readonly #number: ReadonlyMap<string, number>;
  readonly #kits: readonly (readonly [string, CataloguePart])[];
  /** The steps in which what is ordered can be there, where it has to be soon: the last of them for what nobody knows of. */
  readonly #waits: readonly number[];
  /** By place, what each combination of its candidates says: asked once. */
  readonly #verdicts = new Map<string, boolean | null>();
  readonly #plain = new Map<string, boolean>();

  constructor(
    pack: CompiledPack,
    match: MatchResult,
    pins: Pins,
    preference: Preference,
    own: (candidate: Candidate) => Verdict,
    waived: ReadonlySet<string>,
  ) {
    this.#pack = pack;
    this.#match = match;
    this.#pins = pins;
    this.#own = own;
    this.#weight = weights[preference];
    // A place that nothing is in and nothing was brought for is not filled here.
    const isHad = (slot: string) => this.candidates(slot).some(({ part, offer }) => part !== null || offer !== null);
    this.slots = [...match.candidates.keys()].filter(isHad);
    this.places = match.places.filter((place) => !waived.has(place.id) && slotsIn(place).every(isHad));
    this.ran = match.ran.filter(({ id, one, other }) => !waived.has(id) && isHad(one) && isHad(other));
    this.#number = new Map(this.slots.map((slot, at) => [slot, at]));
    const { looks } = pack.pack.match ?? {};
    this.#seen = new Set(looks && this.#weight.looks > 0 ? slotsOf(pack, looks) : []);
    const all = this.slots.flatMap((slot) => this.candidates(slot));
    this.#kits = [...kitsOf(all)];
    this.#waits = preference === "soonest" ? [...new Set(all.map(daysOf))].sort((a, b) => a - b) : [];
  }

  candidates(slot: string): readonly Candidate[] {
    return this.#match.candidates.get(slot)!;
  }

  #ofRemedy({ price = 0, minutes }: Remedy): number {
    return price + (minutes * (this.#pack.pack.worth?.labourRate ?? usualRate)) / 60;
  }

  /** A place's candidates by what each costs; infinite where it may not be. */
  #variable(slot: string, mayBe: (option: number) => boolean): Variable {
    const { change, money, looks } = this.#weight;
    const candidates = this.candidates(slot);
    const prices = candidates.map((each) => priceOf(this.#pack, each));
    const dearest = Math.max(usualPrice, ...prices.map((price) => price ?? 0));
    return {
      costs: candidates.map((candidate, option) => {
        const isPinned = this.#pins.get(slot) === option;
        const isRefused = this.#own(candidate).allowed === false || isOldStock(candidate);
        if (!mayBe(option) || (!isPinned && isRefused)) return Infinity;
        const isChange = candidate !== this.#match.inPlace.get(slot);
        const isNews = this.#seen.has(slot) && !candidate.cameHere;
        // Used and of the same make it looks the part at least; new ones do not.
        const look = isNews ? looks / (candidate.part === null ? 1 : 2) : 0;
        return Math.round(look + (isChange ? change : 0) + money * (prices[option] ?? dearest)) + option;
      }),
    };
  }

  #says(place: MatingPlace, options: readonly number[]): boolean | null {
    const key = `${place.id}:${options.join()}`;
    const known = this.#verdicts.get(key);
    if (known !== undefined) return known;
    const at = new Map(slotsIn(place).map((slot, index) => [slot, this.candidates(slot)[options[index]!]!]));
    const ends = place.ends.map((end) => at.get(end) ?? null);
    const { allowed } = this.#match.judge(place, ends);
    this.#verdicts.set(key, allowed);
    return allowed;
  }

  /** Where nothing is open and there is no remedy it is as it is, or not at all. */
  #isPlain(place: MatingPlace): boolean {
    const known = this.#plain.get(place.id);
    if (known !== undefined) return known;
    const sizes = slotsIn(place).map((slot) => this.candidates(slot).length);
    const isFew = sizes.reduce((product, size) => product * size, 1) <= mostTried;
    const isSo = place.mating.remedies.length === 0 && isFew && [...combinations(sizes)].every((options) => this.#says(place, options) !== null); // prettier-ignore
    this.#plain.set(place.id, isSo);
    return isSo;
  }

  /** How a place is made right: as it is, by looking first, or by a remedy. */
  #manners({ mating }: MatingPlace): number[] {
    const { open, money, looks } = this.#weight;
    const ofRemedy = (remedy: Remedy) =>
      Math.round(open + money * this.#ofRemedy(remedy) + (remedy.reversible ? 0 : looks)) +
      (unlawfulIn(remedy, this.#match.into) ? lawless : 0);
    return [0, open + (money > 1 ? 0 : 1), ...mating.remedies.map(ofRemedy)];
  }

  #once(first: number): Posed {
    const waitsAt = first + this.#kits.length;
    const ofSlot = (slot: string, at: number): Constraint[] => {
      const of = this.candidates(slot);
      const isIn = (option: number, kit: string) => of[option]!.offer?.sold.number === kit;
      const kits = this.#kits.flatMap(([kit], index): Constraint[] =>
        of.some((_, option) => isIn(option, kit))
          ? [{ of: [at, first + index], allows: ([option, isBought]) => isBought === 1 || !isIn(option!, kit) }]
          : [],
      );
      if (this.#waits.length < 2 || of.every((each) => daysOf(each) <= this.#waits[0]!)) return kits;
      const inTime = ([option, step]: readonly number[]) => daysOf(of[option!]!) <= this.#waits[step!]!;
      return [...kits, { of: [at, waitsAt], allows: inTime }];
    };
    return {
      variables: [
        ...this.#kits.map(([, { price }]) => ({ costs: [0, Math.round(this.#weight.money * (price ?? usualPrice))] })),
        ...(this.#waits.length > 1 ? [{ costs: this.#waits.map((_, step) => step * later) }] : []),
      ],
      constraints: this.slots.flatMap(ofSlot),
    };
  }

  /**
   * @param asks     whether something is asked for
   * @param another  a slot that gets another candidate than this one
   */
  pose(asks: (demand: Demand) => boolean, another?: readonly [slot: string, option: number]): Posed {
    const variables = this.slots.map((slot) => {
      const pinned = asks({ is: "pin", slot }) ? this.#pins.get(slot) : undefined;
      return this.#variable(
        slot,
        (option) => (pinned ?? option) === option && !(another?.[0] === slot && another[1] === option),
      );
    });
    const constraints: Constraint[] = this.ran.flatMap((pair) => {
      if (!asks({ is: "ran", pair })) return [];
      const [one, other] = [this.candidates(pair.one), this.candidates(pair.other)];
      const of = [this.#number.get(pair.one)!, this.#number.get(pair.other)!];
      return [{ of, allows: ([mine, mates]) => mayRun(pair, one[mine!]!, other[mates!]!) }];
    });
    for (const place of this.places) {
      if (!asks({ is: "mating", place })) continue;
      const of = slotsIn(place).map((slot) => this.#number.get(slot)!);
      if (this.#isPlain(place)) {
        constraints.push({ of, allows: (options) => this.#says(place, options) === true });
        continue;
      }
      constraints.push({
        of: [...of, variables.length],
        allows: (options) => {
          const manner = options.at(-1)!;
          return manner >= 2 || this.#says(place, options.slice(0, -1)) === (manner === 0 ? true : null);
        },
      });
      variables.push({ costs: this.#manners(place) });
    }
    const once = this.#once(variables.length);
    return { variables: [...variables, ...once.variables], constraints: [...constraints, ...once.constraints] };
  }

  /** What a pick means of everything that is asked for. */
  solution(pick: readonly number[], cost: number): Solution {
    const picks = new Map(this.slots.map((slot, at) => [slot, this.candidates(slot)[pick[at]!]!]));
    const mannered = this.places.filter((place) => !this.#isPlain(place));
    const manner = (at: number) => pick[this.slots.length + at]!;
    const remedies = mannered.flatMap((place, at) => manner(at) >= 2 ? [{ place, remedy: place.mating.remedies[manner(at) - 2]! }] : []); // prettier-ignore
    const changes = this.slots.filter((slot) => picks.get(slot) !== this.#match.inPlace.get(slot));
    const picked = [...picks.values()];
    const kits = [...kitsOf(picked).values()];
    const prices = [...picked.map((each) => priceOf(this.#pack, each)), ...kits.map(({ price }) => price)];
    const paid = [...picked.flatMap(({ offer }) => (offer && !offer.sold.kit ? [offer.sold] : [])), ...kits];
    const days = Math.max(0, ...changes.map((slot) => daysOf(picks.get(slot)!)));
    const sum = (of: readonly number[]) => of.reduce((total, each) => total + each, 0);
    return {
      picks,
      open: mannered.filter((_, at) => manner(at) === 1),
      remedies,
      changes,
      money: sum(prices.map((price) => price ?? 0)) + sum(remedies.map(({ remedy }) => this.#ofRemedy(remedy))),
      unpriced: prices.filter((price) => price === null).length,
      deposit: sum(paid.map(({ deposit }) => deposit ?? 0)),
      days: Number.isFinite(days) ? days : null,
      weight: cost,
    };
  }
}
