import type { Assessment } from "../assessment";
import type { Job } from "../entry/fold";
import { groupBy } from "../group";
import { ownVerdicts } from "../match/own-verdict";
import type { CompiledPack } from "../pack/compile-pack";
import { causesLeft, type CauseLeft } from "./causes-left";
import type { Choice } from "../option/option";
import { slotsOf } from "../pack/slots-of";
import type { Row } from "../numeric/linear-program";
import type { Variable, Constraint } from "../numeric/bucket-elimination";
import { minorUnits } from "../option/price-option";
import { Pricing, type Priced, type PricedGround } from "../plan/priced";
import { byThumb } from "../option/row-needs";
import { goes } from "../option/same-option";
import type { Whole } from "../plan/whole";
import { handConstraints, handsOf, type Hand, type HandPlace, type HandsGround } from "./parts-in-hand";

/** A place of the plan, with what may become of it and what each would cost and give. */
export interface PlanPlace {
  readonly choice: Choice;
  readonly offers: readonly Priced[];
  /** Somebody decided it. */
  readonly isPinned: boolean;
  /** Options that the owner declined: no plan takes them. */
  readonly declined: readonly number[];
}

/** A cause that stays in the engine unless every one of its places is dealt with. */
export interface PosedCause {
  readonly left: CauseLeft;
  /** Doing over what it fails again, as often as it does, in minor units. */
  readonly cost: number;
  /** By place, the options that put it right. Empty where no plan does. */
  readonly corrects: ReadonlyMap<number, ReadonlySet<number>>;
}

/** So much less for each, in minor units, once so many of the places buy theirs new. */
export interface PosedDiscount {
  readonly name: string;
  readonly from: number;
  readonly off: number;
  /** By place, the options that are counted. */
  readonly counts: ReadonlyMap<number, ReadonlySet<number>>;
}

/** What the plan is chosen from. Variables, totals, nows and risks are by place, then by what places agree on or share. */
export interface PosedPlan {
  /** That the engine is to run. */
  readonly hours: number;
  readonly places: readonly PlanPlace[];
  readonly causes: readonly PosedCause[];
  readonly discounts: readonly PosedDiscount[];
  /** What a day without the engine costs, in minor units. */
  readonly dayCost: number;
  /** The longest that is known of any option: what stands for one of which nobody knows. */
  readonly longest: number;
  readonly variables: readonly Variable[];
  readonly constraints: readonly Constraint[];
  /** By place and option. */
  readonly totals: readonly (readonly number[])[];
  readonly nows: readonly (readonly number[])[];
  readonly risks: readonly (readonly number[])[];
  /** What is counted over all places and may not be claimed beyond that. */
  readonly rows: readonly Row[];
  /** How likely each state is that the engine may be in: options say their chance in each. */
  readonly weights: readonly number[];
}

export interface PlanGround extends PricedGround {
  /** Parts that lie here, by the place they may go into, and what they may not go beside. */
  readonly hands: ReadonlyMap<string, Hand>;
  readonly besideHands: (places: readonly HandPlace[]) => readonly Constraint[];
  readonly causes: readonly CauseLeft[];
  /** Work that the owner declined. */
  readonly declined: Job["declined"];
}

/** Risks are summed as logarithms: a chance of nothing has none. */
const leastChance = 1e-9;
/** Rows are kept to so much: what a solver takes for equal. */
export const near = 1e-7;

/** Of a chance, as it is summed over places. */
export const riskOf = (chance: number): number => -Math.log(Math.max(chance, leastChance));

/** Days that an option takes as the sums count them: what nobody knows takes as long as the longest. */
export const daysOf = ({ longest }: Pick<PosedPlan, "longest">, { days }: Pick<Priced, "days">): number => days ?? longest; // prettier-ignore

/** What places share besides: by value, what it costs and how much risk it brings, and which options leave which values. */
interface Shared {
  readonly costs: readonly number[];
  /** What of it is paid now, where any is. */
  readonly nows?: readonly number[];
  readonly risks: readonly number[];
  readonly of: readonly { readonly place: number; readonly allows: (option: number, value: number) => boolean }[];
}

/** The whole waits for its last part: one value for each number of days that some option takes. */
function waiting(posed: Pick<PosedPlan, "places" | "longest" | "dayCost">): readonly Shared[] {
  if (posed.dayCost === 0) return [];
  const days = posed.places.map(({ offers }) => offers.map((each) => daysOf(posed, each)));
  const levels = [...new Set([0, ...days.flat()])].sort((a, b) => a - b);
  return [
    {
      costs: levels.map((level) => level * posed.dayCost),
      risks: levels.map(() => 0),
      of: days.flatMap(
        (of, place) =>
        of.some((each) => each > 0) ? [{ place, allows: (option: number, value: number) => of[option]! <= levels[value]! }] : [], // prettier-ignore
      ),
    },
  ];
}

function poseCause(left: CauseLeft, places: readonly PlanPlace[]): PosedCause {
  const concerned = places.flatMap(({ choice }, place) => (left.slots.includes(choice.slot.id) ? place : []));
  const isCorrected = ({ option: { disposition } }: Priced) => goes(disposition) || (disposition === "rework" && !left.onlyNew); // prettier-ignore
  const dear = (concerned.length > 0 ? concerned.map((place) => places[place]!) : places).flatMap(({ offers }) => offers.map(({ redo }) => redo)); // prettier-ignore
  return {
    left,
    cost: Math.round(left.again * Math.max(0, ...dear)),
    corrects: new Map(
      concerned.map((place) => [
        place,
        new Set(places[place]!.offers.flatMap((each, option) => (isCorrected(each) ? option : []))),
      ]),
    ),
  };
}

/** A cause stays, or is put right: where it is put right, no place of it may keep it. */
function staying({ left, cost, corrects }: PosedCause): Shared {
  const risk = riskOf(1 - left.again);
  // What nothing puts right has but one value.
  if (corrects.size === 0) return { costs: [cost], risks: [risk], of: [] };
  return {
    costs: [0, cost],
    risks: [0, risk],
    of: [...corrects].map(([place, by]) => ({ place, allows: (option, value) => value === 1 || by.has(option) })),
  };
}

/** Discounts of the price list that so many places can reach. */
function discountsOf({ pack }: PlanGround, places: readonly PlanPlace[]): readonly PosedDiscount[] {
  return (pack.pack.worth?.discounts ?? []).flatMap(({ name, parts, from, off }): PosedDiscount[] => {
    const among = new Set(slotsOf(pack, parts));
    const counts = new Map(
      places.flatMap(({ choice, offers }, place) => {
        const listed = offers.flatMap(({ isListed }, option) => (isListed ? option : []));
        return among.has(choice.slot.id) && listed.length > 0 ? [[place, new Set(listed)] as const] : [];
      }),
    );
    return counts.size < from ? [] : [{ name, from, off: Math.round(off * minorUnits), counts }];
  });
}

/** By how many are claimed, none or from the first that counts on, what comes off. */
const claims = ({ from, off, counts }: PosedDiscount): readonly { readonly many: number; readonly off: number }[] => [
  { many: 0, off: 0 },
  ...Array.from({ length: counts.size - from + 1 }, (_, at) => ({ many: from + at, off: (from + at) * off })),
];

const claimed = (discount: PosedDiscount): Shared => {
  const costs = claims(discount).map(({ off }) => -off);
  return { costs, nows: costs, risks: costs.map(() => 0), of: [] };
};

/** No more is claimed than is bought. */
const claimRow = (discount: PosedDiscount, at: number): Row => ({
  of: new Map([
    ...[...discount.counts].map(([place, by]): [number, readonly number[]] => [
      place,
      Array.from({ length: Math.max(...by) + 1 }, (_, option) => (by.has(option) ? -1 : 0)),
    ]),
    [at, claims(discount).map(({ many }) => many)],
  ]),
  atMost: 0,
});

/** What comes off for what a pick buys together. */
export function discountFor({ from, off, counts }: PosedDiscount, picks: readonly number[]): number {
  const many = [...counts].filter(([place, by]) => by.has(picks[place]!)).length;
  return many >= from ? many * off : 0;
}

/** A constraint on what becomes of places, where what is put in from here is another one in place of what goes. */
function asThoughNew({ of, allows }: Constraint, places: readonly (HandPlace | undefined)[]): Constraint {
  if (of.every((at) => (places[at]?.hand ?? null) === null)) return { of, allows };
  const replaces = of.map((at) => places[at]?.options.findIndex(({ disposition }) => disposition === "replace"));
  return { of, allows: (options) => allows(options.map((option, at) => (places[of[at]!]?.hand === option ? replaces[at]! : option))) }; // prettier-ignore
}

const isKept = ({ option: { disposition } }: Priced) => disposition === "reuse" || disposition === "clean";

/**
 * Of like parts the worse is never kept while the better goes, however much easier it is to get at: nobody could say why. What
 * hangs together with others goes by that instead.
 */
function worseFirst(
  places: readonly PlanPlace[],
  may: readonly (readonly boolean[])[],
  others: readonly Constraint[],
): readonly Constraint[] {
  const tied = new Set(others.filter(({ of }) => of.length > 1).flatMap(({ of }) => of));
  const free = places.flatMap(({ choice, offers, isPinned }, place) => {
    const kept = offers.findIndex((each, option) => may[place]![option] && isKept(each));
    const goes = offers.some((each, option) => may[place]![option] && !isKept(each));
    return isPinned || tied.has(place) || kept < 0 || !goes ? [] : [{ place, kind: choice.partClass.id, failures: offers[kept]!.failures }]; // prettier-ignore
  });
  return [...groupBy(free, ({ kind }) => kind).values()].flatMap((of) => {
    const worstFirst = [...of].sort((a, b) => b.failures - a.failures || a.place - b.place);
    return worstFirst.slice(1).map(({ place: better }, at): Constraint => {
      const { place: worse } = worstFirst[at]!;
      return {
        of: [worse, better],
        allows: ([a, b]) => !isKept(places[worse]!.offers[a!]!) || isKept(places[better]!.offers[b!]!),
      };
    });
  });
}

/**
 * The plan of a job as it stands: every place with its options priced, and what may not be chosen together. Of parts whose
 * failure hurts people only what has the floor's chance is chosen from, or the best there is; no money buys less.
 *
 * @param hours  that the engine is to run
 */
export function posePlan(whole: Whole, choices: readonly Choice[], ground: PlanGround, hours: number): PosedPlan {
  const pricing = new Pricing(ground, hours);
  const at = new Map(choices.map((choice) => [choice.slot.id, choice]));
  const floor = ground.pack.pack.worth?.floor?.chance ?? null;
  const places = whole.places.map(({ slot, offers, isPinned }): PlanPlace => {
    const choice = at.get(slot)!;
    const of = ground.declined.filter(({ part }) => part === choice.part?.id).map(({ disposition }) => disposition);
    const declined = offers.flatMap(({ disposition }, at) => (of.includes(disposition) ? at : []));
    // Where nothing else is left what was declined stays on offer: the engine does not run without, and that is held up by itself.
    const isLeft = offers.some(({ allowed }, at) => allowed !== false && !declined.includes(at));
    const fresh = offers.find(({ disposition }) => disposition === "replace");
    const hand = isPinned || !fresh ? undefined : ground.hands.get(slot);
    return {
      choice,
      isPinned,
      offers: [
        ...offers.map((option) => pricing.price(choice, option)),
        ...(hand ? [pricing.price(choice, fresh!, hand.candidate)] : []),
      ],
      declined: isPinned || !isLeft ? [] : declined,
    };
  });
  const mayBe = ({ choice, offers, isPinned, declined }: PlanPlace): readonly boolean[] => {
    // Under a certificate only approved data let a part back in, and experience elsewhere is none.
    const byExperience = ground.order.certified === true && choice.needs.some(({ row, restsOn }) => [row, ...restsOn].some((each) => byThumb(each).length > 0)); // prettier-ignore
    const allowed = offers.map(({ option }, at) => isPinned || (!declined.includes(at) && option.allowed !== false && !(byExperience && option.disposition === "reuse"))); // prettier-ignore
    if (floor === null || isPinned || choice.partClass.rule === undefined) return allowed;
    const best = Math.max(...offers.flatMap(({ chance }, option) => (allowed[option] ? chance : [])));
    return offers.map(({ chance }, option) => allowed[option]! && chance >= Math.min(floor, best));
  };
  const may = places.map(mayBe);
  const handPlaces = places.map(({ choice, offers }): HandPlace => {
    const hand = offers.findIndex((each) => each.hand !== null);
    return { slot: choice.slot.id, options: offers.map(({ option }) => option), hand: hand < 0 ? null : hand };
  });
  const constraints = whole.constraints.map((each) => asThoughNew(each, handPlaces));
  const dayCost = Math.round((ground.order.dayRate ?? 0) * minorUnits);
  const longest = Math.max(0, ...places.flatMap(({ offers }) => offers.flatMap(({ days }) => days ?? [])));
  const causes = ground.causes.map((left) => poseCause(left, places));
  const discounts = discountsOf(ground, places);
  const shared = [...waiting({ places, longest, dayCost }), ...causes.map(staying), ...discounts.map(claimed)];
  const agreed = whole.hubs.map((values) => Array<number>(values).fill(0));
  const rounded = (risk: number) => Math.round(risk / near) * near;
  const of = (figure: (priced: Priced) => number, other: (each: Shared) => readonly number[]) => [
    ...places.map(({ offers }) => offers.map(figure)),
    ...agreed,
    ...shared.map(other),
  ];
  const totals = of(({ total }) => total, ({ costs }) => costs); // prettier-ignore
  return {
    hours,
    places,
    causes,
    discounts,
    dayCost,
    longest,
    variables: totals.map((costs, place) => ({ costs: costs.map((cost, option) => (may[place]?.[option] === false ? Infinity : cost)) })), // prettier-ignore
    constraints: [
      ...constraints,
      ...ground.besideHands(handPlaces),
      ...worseFirst(places, may, constraints),
      ...shared.flatMap(({ of: ends }, at) =>
        ends.map(({ place, allows }): Constraint => ({
          of: [place, places.length + agreed.length + at],
          allows: ([option, value]) => allows(option!, value!),
        })),
      ),
    ],
    totals,
    nows: of(({ now }) => now, ({ costs, nows }) => nows ?? costs.map(() => 0)), // prettier-ignore
    risks: of(({ chance }) => rounded(riskOf(chance)), ({ risks }) => risks.map(rounded)), // prettier-ignore
    rows: discounts.map((each, at) => claimRow(each, totals.length - discounts.length + at)),
    weights: pricing.weights,
  };
}

/**
 * The plan of a job from its assessment.
 *
 * @param hours  that the engine is to run
 * @param free   a place whose decision is left out, to see what it costs
 */
export function planOfJob(
  pack: CompiledPack,
  assessment: Pick<Assessment, "plan" | "rows" | "endurance" | "diagnosis" | "asOf"> & HandsGround,
  hours: number,
  free: string | null = null,
): PosedPlan {
  const { plan, choices, rows, order, endurance, match, inHand, diagnosis, buying, job, asOf } = assessment;
  const hands = handsOf(pack, assessment);
  const ground: PlanGround = {
    pack,
    hands,
    besideHands: (places) => handConstraints(pack, assessment, hands, places),
    order,
    choices,
    rows,
    match,
    asOf,
    covered: buying.covered,
    enduranceOf: (row: string) => endurance.get(row) ?? null,
    own: ownVerdicts(choices, inHand, order),
    causes: causesLeft(pack, diagnosis),
    declined: job.declined,
  };
  return posePlan(plan.whole(free), choices, ground, hours);
}
