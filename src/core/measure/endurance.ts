import { jobSituation } from "../order/order";
import { lifeFor } from "../pack/conditions";
import { partSituation } from "../part/part-situation";
import type { Part } from "../entry/fold";
import type { Notes } from "../entry/notes";
import type { Order } from "../order/order";
import { gaussNodes, gaussLegendreMean } from "../numeric/gauss-legendre";
import { normalCdf } from "../numeric/normal-cdf";
import type { CompiledPack } from "../pack/compile-pack";
import { lifeUnits } from "../pack/life-units";
import { propagate, standardUncertainty, type Estimate } from "../quantity/estimate";
import type { RowResult } from "./assess-row";
import { chanceByRate, wearRate, type VisitValue, type WearRate } from "./wear-rate";
import { sizeWhenNew, wearLimit, wearShare } from "./wear";

/** Hours, kilometres or cycles that a part has run: anywhere between two figures, the upper one perhaps unknown. */
export interface Age {
  readonly from: number;
  readonly to: number | null;
  /** How likely it has run all of them, from 0 to 1; otherwise any share as likely as the next. Left out where that is all anybody knows. */
  readonly whole?: number;
}

/** Of parts of an engine of which nothing says that it was overhauled, so many are those that it was built with. Common practice, no source. */
const original = 0.9;

/**
 * The mean of a chance over all ages a part may have.
 *
 * @param at       the chance at one age
 * @param between  the mean of it between two
 * @example overAge({ from: 0, to: 100, whole: 0.9 }, (age) => age, (from, to) => (from + to) / 2) // 95
 */
export function overAge(
  { from, to, whole = 0 }: { readonly from: number; readonly to: number; readonly whole?: number },
  at: (age: number) => number,
  between: (from: number, to: number) => number,
): number {
  if (from === to) return at(to);
  return (whole > 0 ? whole * at(to) : 0) + (1 - whole) * between(from, to);
}

export interface Endurance {
  /** How much is wanted of it, and in what it is counted: hours where they are wanted and known, else what is. */
  readonly wanted: number;
  readonly counted: Counted;
  /** Null where nobody knows anything of it: then only what needs no age can be said. */
  readonly age: Age | null;
  /** The limit that wear runs into by then, and which one it is. */
  readonly limit: number;
  readonly limitKind: "inService" | "reassembly";
  /** Wear so far, in mm; wear for each hour follows from it and the age. */
  readonly wear: Estimate;
  /** Probability of reaching the hours wanted, over all ages it may have; null where the age has no upper end. */
  readonly probability: number | null;
  /** The same at the two ends of what is known of its age. */
  readonly low: number;
  readonly high: number;
  /** After how much the class is not used, whatever it measures. */
  readonly life: number | null;
  /** By what earlier visits say of its rate; null where only its age says anything. */
  readonly rate: WearRate | null;
}

/** Hours behind a part that are fewer than this share of those wanted say nothing of its rate. Common practice, no source. */
const hardlyAny = 0.02;
const u = (of: Estimate) => 2 * standardUncertainty(of);

/** How far the next hours may wear otherwise than those behind, relative, standard. Common practice, no source. */
export const usualRateScatter = 0.25;

export type Counted = (typeof lifeUnits)[number];
export const sinceItems = (counted: Counted) => [`${counted}-since-new`, `${counted}-since-overhaul`] as const;
/** How a part says elsewhere what its engine had run when it left it. */
export const ofItsEngine = (item: string) => `engine-${item}`;
export const figureOf = (notes: Notes, item: string, of: string | null): number | null => {
  const value = notes.value("history", item, of);
  // Hours below nothing were never run: they are not known.
  return typeof value === "number" && value >= 0 ? value : null;
};
export const cameWithEngine = ({ origin }: Pick<Part, "origin">) => origin === "engine" || origin === "donor";

/**
 * What is known of a part's hours. Its own come first; what came with the engine has the engine's, and what left one
 * those that it had by then, unless an overhaul may have renewed it: then it is somewhere between. Where nobody speaks of one it
 * is likely the part the engine was built with. Not knowing is an answer, and no hours are ever zero for want of one.
 *
 * @param notes    what Intake knows of hours
 * @param counted  in what: hours where nothing else is said
 * @returns      hours from and to; `to` is null where nobody can say how many at most; null where nothing is known
 */
export function ageOf(part: Pick<Part, "id" | "origin">, notes: Notes, counted: Counted = "hours"): Age | null {
  const items = sinceItems(counted);
  const own = figureOf(notes, items[0], part.id);
  if (own !== null) return { from: own, to: own };
  // Somebody said that nobody knows; and the hours of an engine it did not come with are not its own.
  if (notes.value("history", items[0], part.id) === null) return null;
  const [sinceNew, sinceOverhaul] = cameWithEngine(part)
    ? items.map((item) => figureOf(notes, item, null))
    : items.map((item) => figureOf(notes, ofItsEngine(item), part.id));
  if (sinceNew == null) return sinceOverhaul == null ? null : { from: sinceOverhaul, to: null };
  const age = { from: Math.min(sinceOverhaul ?? 0, sinceNew), to: sinceNew };
  const [item, of] = cameWithEngine(part) ? [items[1], null] : [ofItsEngine(items[1]), part.id];
  // That nobody knows of the hours since, or two say otherwise, tells that there may have been one.
  return notes.about("history", item, of).length === 0 ? { ...age, whole: original } : age;
}

interface Course {
  readonly value: Estimate;
  /** The size it may have had when new: anywhere in the drawing band. */
  readonly fresh: readonly [low: number, high: number];
  readonly limit: number;
  readonly sign: 1 | -1;
  readonly hours: number;
  readonly scatter: number;
}

/**
 * Probability that a part of a known age is still inside its limit after the hours wanted, wearing on in a straight
 * line at its own rate so far, more or less; over all sizes it may have had when new.
 *
 * @source  room left less wear x hours / age, normal about the measured size (JCGM 100, 5.1.2)
 */
function chanceToLast({ value, fresh: [low, high], limit, sign, hours, scatter }: Course, age: number): number {
  const times = age > 0 ? hours / age : Infinity;
  const u = standardUncertainty(value);
  const room = sign * (limit - value.value);
  let sum = 0;
  for (const [place, weight] of gaussNodes) {
    const wear = Math.max(0, sign * (value.value - (low + place * (high - low))));
    // Of no age at all, any wear is too fast, and none says nothing.
    if (times === Infinity) sum += weight * (wear > 0 ? 0 : 0.5);
    else {
      // A worn part that reads large is less worn than it seems and has more room: both go with the same error.
      const spread = Math.hypot(u * (1 + (wear > 0 ? times : 0)), scatter * wear * times);
      const margin = room - wear * times;
      sum += weight * (spread === 0 ? (margin >= 0 ? 1 : 0) : normalCdf(margin / spread));
    }
  }
  return sum;
}

/** What wears with hours of a row, measured through: where it was when new, where it is, and the limit that it runs into. */
interface Wearing {
  readonly part: Part;
  readonly value: Estimate;
  readonly band: { readonly min: number; readonly max: number };
  readonly fresh: Estimate;
  readonly limit: number;
  readonly limitKind: Endurance["limitKind"];
  readonly sign: 1 | -1;
}

/** Null where a row is not measured through, has no limit that wear runs into, or does not wear with hours. */
function wearingOf({ feature, governing, part, isMachined, row }: RowResult): Wearing | null {
  const { limits, nonNegative } = governing.characteristic;
  const fresh = sizeWhenNew(limits.new, nonNegative, `new-size:${part?.id}:${row.at.id}`);
  const limitKind = wearLimit(limits.inService, limits.new, feature.wearsTowards) === null ? "reassembly" : "inService";
  const limit = wearLimit(limits[limitKind], limits.new, feature.wearsTowards);
  // Of a surface that was machined since, the hours behind it say nothing.
  if (isMachined || feature.byEvent || !part || !fresh || limit === null) return null;
  if (!governing.estimate || governing.missing.length > 0) return null;
  const band = { min: limits.new?.min ?? 0, max: limits.new!.max! };
  return { part, value: governing.estimate, band, fresh, limit, limitKind, sign: feature.wearsTowards === "larger" ? 1 : -1 }; // prettier-ignore
}

/**
 * How far a row is worn on its way to the limit that ends it, in service where there is one: 0 as new, 1 at the limit.
 *
 * @returns  null where a row is not measured through, has no such limit, or does not wear with hours
 */
export function wornShare(result: RowResult): Estimate | null {
  const wearing = wearingOf(result);
  return wearing && wearShare(wearing.value, wearing.fresh, wearing.limit);
}

/** What its wear goes by: what is wanted of it and known of it; of several hours first, and hours where nothing is known. */
const countedFor = (part: Part, { notes, wanted }: Pick<Order, "notes" | "wanted">): Counted =>
  lifeUnits.find((unit) => wanted[unit] !== null && ageOf(part, notes, unit) !== null) ??
  lifeUnits.find((unit) => wanted[unit] !== null) ??
  "hours";

/**
 * How likely a part is to run the hours wanted, or the distance or cycles, before it is worn to the limit, or its life is over. Null where the row
 * is not measured through, has no limit that wear runs into, or does not wear with hours.
 *
 * @param row     measured through, of a feature that wears with hours
 * @param visits  what it measured at earlier visits, as they were taken into the job
 * @returns    probabilities from 0 to 1 at both ends of its age and over all of it
 */
export function enduranceOf(
  pack: CompiledPack,
  row: RowResult,
  order: Order,
  visits: readonly VisitValue[] = [],
): Endurance | null {
  const { notes } = order;
  const wearing = wearingOf(row);
  const counted = row.part ? countedFor(row.part, order) : "hours";
  const wanted = order.wanted[counted];
  if (!wearing || wanted === null) return null;
  const { part, value, band, fresh, limit, limitKind, sign } = wearing;
  const life =
    lifeFor(row.row.partClass, partSituation(part, row.row.partClass, jobSituation(order)))?.[counted] ?? null;
  const age = ageOf(part, notes, counted);
  // Of hardly any hours behind it a part that measures as new wears at no rate that anybody knows.
  const isAsNew = value.value >= band.min - u(value) && value.value <= band.max + u(value);
  if (age?.to != null && age.to <= wanted * hardlyAny && isAsNew) return null;
  const course: Course = {
    value,
    fresh: [band.min, band.max],
    limit,
    sign,
    hours: wanted,
    scatter: pack.pack.wear?.rateScatter ?? usualRateScatter,
  };
  const scatter = pack.pack.wear?.rateScatter ?? usualRateScatter;
  const now = notes.value("history", "hours-since-new");
  const rate =
    counted === "hours" && visits.length > 0 && typeof now === "number"
      ? wearRate([...visits, { hours: now, value: course.value.value, standard: standardUncertainty(course.value) }])
      : null;
  const wear = propagate(sign * (course.value.value - fresh.value), [
    [course.value, sign],
    [fresh, -sign],
  ]);
  // A line that begins at an earlier visit is about those hours alone, whatever the part had behind it by then. One that does not
  // wear is of another part, or too short to tell: it promises nothing.
  if (rate && rate.hours === now && sign * rate.perHour > 0) {
    const chance = life !== null && now + wanted > life ? 0 : chanceByRate(rate, limit, sign, wanted, scatter);
    return { wanted, counted, age, limit, limitKind, wear, probability: chance, low: chance, high: chance, life, rate };
  }
  const lasts = (hours: number) => life === null || hours + wanted <= life;
  const at = (hours: number) => (lasts(hours) ? chanceToLast(course, hours) : 0);
  const atNoWear = () =>
    normalCdf((sign * (limit - course.value.value)) / (standardUncertainty(course.value) || Number.MIN_VALUE));
  /** At the far end of an age that nobody can bound: no wear for the hours, or a life that is long over. */
  const atNoEnd = () => (life === null ? atNoWear() : 0);
  const ends = age === null ? [0, atNoWear()] : [at(age.from), age.to === null ? atNoEnd() : at(age.to)];
  // A life that ends between the two ages is best in the middle: just before it is over.
  const best =
    age !== null && life !== null && age.from + wanted <= life && (age.to ?? Infinity) + wanted > life
      ? chanceToLast(course, life - wanted)
      : 0;
  const between = (from: number, to: number): number => {
    if (!lasts(from)) return 0;
    // Past the age at which its life would end before the hours wanted it never lasts.
    const until = life === null ? to : Math.max(from, Math.min(to, life - wanted));
    return (gaussLegendreMean(from, until, (hours) => chanceToLast(course, hours)) * (until - from)) / (to - from);
  };
  return {
    wanted,
    counted,
    age,
    limit,
    limitKind,
    wear,
    probability: age?.to == null ? null : overAge({ ...age, to: age.to }, at, between),
    low: Math.min(...ends),
    high: Math.max(...ends, best),
    life,
    rate: null,
  };
}

/** Hours that are surely, likely and hardly still ahead: with 97.5, 50 and 2.5 % that it reaches them; null past any that matter. */
export interface HoursToLimit {
  readonly least: number;
  readonly likely: number | null;
  readonly most: number | null;
}

const mostHours = 1e6;
const noneWanted = { kilometres: null, cycles: null };

/**
 * How many hours a place still has before its limit, by the same reckoning as its chance to reach the hours wanted.
 *
 * @returns  null where that cannot be told
 */
export function hoursToLimit(
  pack: CompiledPack,
  row: RowResult,
  order: Order,
  visits: readonly VisitValue[] = [],
): HoursToLimit | null {
  const chance = (hoursWanted: number) =>
    enduranceOf(pack, row, { ...order, wanted: { ...noneWanted, hours: hoursWanted } }, visits)?.probability ?? null;
  if (chance(0) === null) return null;
  const hoursAt = (wanted: number): number | null => {
    if ((chance(mostHours) ?? 0) >= wanted) return null;
    let [from, to] = [0, mostHours];
    for (let turn = 0; turn < 40 && to - from > 1; turn += 1) {
      const middle = (from + to) / 2;
      if ((chance(middle) ?? 0) >= wanted) from = middle;
      else to = middle;
    }
    return from;
  };
  return { least: hoursAt(0.975) ?? mostHours, likely: hoursAt(0.5), most: hoursAt(0.025) };
}
