import { plainNumber } from "../pack/revision-number";
import type { Job } from "../entry/fold";
import { groupBy } from "../group";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass } from "../pack/schema";
import { slotsOf } from "../pack/slots-of";
import type { Choice } from "../option/option";
import { pickedInstead, type Picks } from "../plan/picked-instead";
import { minorUnits, moneyOf, weightOf, type Money } from "../option/price-option";
import { agedMoney, meanOf } from "../plan/priced";
import { goes } from "../option/same-option";
import type { StripResult } from "../strip/assess-strip";
import type { BuyingResult } from "../buying/assess-buying";
import { cheapestCover, countedIn, type GroupDiscount, type KitOffer } from "./kit-cover";
import { settledOption } from "./settled-option";
import type { CataloguePart } from "../catalogue/catalogue-part";

/** Something that is bought: parts of one kind, of one number where one was picked, a set, or what steps use up. */
export interface BuyLine {
  /** What it is ticked off by, once it is ordered: another number or quantity is another line. */
  readonly id: string;
  readonly what: "part" | "kit" | "used-up";
  readonly name: string;
  readonly class: string | null;
  readonly number: string | null;
  /** The number that took the place of this one, as far as the offers taken for the job know. */
  readonly supersededBy: string | null;
  /** Revisions that are taken, oldest first; none named where any is. */
  readonly revisions: readonly string[];
  readonly supplier: string | null;
  readonly slots: readonly string[];
  readonly quantity: number;
  /** What it is counted in, where it is not by the piece. */
  readonly unit: string | null;
  /** Of a set, what it holds that is wanted. */
  readonly holds: readonly string[];
  /** For all of them, in minor units, what comes off them taken off; null where nobody knows. */
  readonly price: Money | null;
  /** What comes off for being bought together with so many. */
  readonly off: number;
  /** Paid beside it, and paid back once the old ones are sent in. */
  readonly deposit: number;
  /** Until it is there; null where nobody knows. */
  readonly days: number | null;
  /** Ticked off, where no order was written down for it. */
  readonly isOrdered: boolean;
}

/** A line as it comes of what is wanted, before it is looked up. */
type Listed = Omit<BuyLine, "supersededBy">;

export interface ToOrder {
  readonly lines: readonly BuyLine[];
  /** Parts that nobody decided, or whose decision does not stand: nothing is ordered for them. */
  readonly undecided: number;
}

/** What there is to order from. */
export interface Ordering {
  readonly pack: CompiledPack;
  readonly choices: readonly Choice[];
  readonly picks: Picks;
  readonly job: Pick<Job, "offers">;
  readonly buying: Pick<BuyingResult, "covered" | "usedUp">;
  /** Null where the pack has no strip list. */
  readonly strip: Pick<StripResult, "steps"> | null;
  readonly ticked: ReadonlySet<string>;
  readonly asOf: string;
}

interface Wanted {
  readonly choice: Choice;
  /** The same bought new: another part that replaces it has another price. */
  readonly isSame: boolean;
  readonly price: Money | null;
  readonly sold: CataloguePart | null;
  readonly takenAt: string | null;
}

/** Revisions of a class that are fitted, from one on where one is named. */
export function takenRevisions({ revisions }: PartClass, from: string | null): readonly string[] {
  const at = revisions.findIndex(({ id }) => id === from);
  // One that the pack does not know is taken by its own name.
  if (from !== null && at < 0) return [from];
  return revisions.slice(Math.max(0, at)).flatMap(({ id, refused }) => (refused ? [] : id));
}

/** What an upgrade is ordered as: the latest revision that is fitted, by its number where it has one alone. */
function latestOf(partClass: PartClass): { readonly number: string | null; readonly revisions: readonly string[] } {
  const latest = partClass.revisions.findLast(({ refused }) => !refused);
  if (!latest) return { number: null, revisions: [] };
  return { number: latest.numbers.length === 1 ? latest.numbers[0]! : null, revisions: [latest.id] };
}

const exactly = (money: number): Money => ({ low: money, likely: money, high: money });
const plus = (a: Money, b: Money): Money => ({
  low: a.low + b.low,
  likely: a.likely + b.likely,
  high: a.high + b.high,
});
/** An old price is taken wider than it stands: what comes off it never leaves less than nothing. */
const lessOff = ({ low, likely, high }: Money, off: number): Money => ({
  low: Math.max(0, low - off),
  likely: likely - off,
  high: high - off,
});
export const sumOf = (prices: readonly Money[]): Money => prices.reduce(plus, exactly(0));

/** A kit that may be bought, whoever offers it. */
interface Kit extends KitOffer {
  readonly name: string;
  readonly number: string | null;
  readonly supplier: string | null;
  readonly price: Money;
  readonly deposit: number;
  readonly days: number | null;
}

/** Sets of the pack and of the catalogue as this job took them, with the places of those wanted that each holds. */
function kitsFor({ pack, job, asOf }: Ordering, wanted: ReadonlySet<string>): readonly Kit[] {
  const worth = pack.pack.worth;
  const own = (worth?.kits ?? []).map(({ id, name, number, parts, price, days }): Kit => {
    const money = agedMoney(moneyOf(price)!, worth?.pricedOn ?? null, asOf);
    return { id, name, number: number ?? null, supplier: null, holds: slotsOf(pack, parts).filter((slot) => wanted.has(slot)), cost: meanOf(money), price: money, deposit: 0, days: days ?? null }; // prettier-ignore
  });
  const offered = new Map(job.offers.map((offer) => [offer.sold.number, offer]));
  const others = [...offered.values()].flatMap(({ sold, takenAt }): Kit[] => {
    if (!sold.kit || sold.price === null) return [];
    const money = agedMoney(moneyOf(sold.price)!, takenAt, asOf);
    const holds = pack.pack.slots.flatMap((slot) => (sold.kit!.includes(slot.class) && wanted.has(slot.id) ? slot.id : [])); // prettier-ignore
    return [{ id: sold.number, name: sold.name, number: sold.number, supplier: sold.supplier, holds, cost: meanOf(money), price: money, deposit: Math.round((sold.deposit ?? 0) * minorUnits), days: sold.leadDays }]; // prettier-ignore
  });
  return [...own, ...others].filter(({ holds }) => holds.length > 0);
}

/** The newest number that took the place of one, by what was offered for the job; null where none did. */
function newerNumbers(job: Ordering["job"]): (number: string | null) => string | null {
  const next = new Map(job.offers.flatMap(({ sold }) => (sold.supersededBy === null ? [] : [sold.number, ...sold.aliases].map((each) => [plainNumber(each), sold.supersededBy!] as const)))); // prettier-ignore
  return (number) => {
    const seen = new Set<string>();
    let newest: string | null = null;
    for (let at = number; at !== null && !seen.has(plainNumber(at)); at = next.get(plainNumber(at)) ?? null) {
      if (seen.size > 0) newest = at;
      seen.add(plainNumber(at));
    }
    return newest;
  };
}

/** What steps that were done use up when they are gone back over. */
function usedUpBy({ pack, strip, buying, ticked }: Ordering): readonly Listed[] {
  const asked = (strip?.steps ?? []).flatMap(({ step, state }) => (state === "done" ? step.renew : []));
  const byName = groupBy(asked, ({ id, unit, number }) => `${id} ${unit ?? ""} ${number ?? ""}`);
  return [...byName.values()].flatMap((of): Listed[] => {
    const { name, number = null, unit = null } = of[0]!;
    const quantity = of.reduce((sum, each) => sum + each.quantity, 0) - (buying.usedUp.get(name) ?? 0);
    if (quantity <= 0) return [];
    const prices = of.map(({ price }) => price);
    const id = `order: ${name} ${quantity}`;
    return [
      {
        id,
        what: "used-up",
        name,
        class: null,
        number,
        revisions: [],
        supplier: null,
        slots: [],
        quantity,
        unit,
        holds: [],
        off: 0,
        price: prices.includes(undefined) ? null : moneyOf(prices.reduce<number>((sum, each) => sum + each!, 0)),
        deposit: 0,
        days: pack.pack.worth?.classes.length ? 1 : null,
        isOrdered: ticked.has(id),
      },
    ];
  });
}

/**
 * What is bought, by what was decided and no more: an option that nobody decided, or whose decision is refused by now, orders
 * nothing, and what was ordered already is not ordered twice. What was picked by its number is bought by it; of the others the
 * cheapest of sets and singles.
 */
export function toOrder(ordering: Ordering): ToOrder {
  const { pack, choices, picks, buying, ticked, asOf } = ordering;
  const worth = pack.pack.worth;
  const prices = new Map(worth?.classes.map((each) => [each.class, each]));
  const settled = choices.map((choice) => ({ choice, option: settledOption(choice) }));
  const wanted = settled.flatMap(({ choice, option }): Wanted[] => {
    if (!option || !goes(option.disposition) || choice.part?.origin === "supplier") return [];
    if (buying.covered.has(choice.slot.id)) return [];
    const picked = pickedInstead(picks, choice);
    // A part in hand was picked for the place: it comes from a shelf or a donor, not from a shop.
    if (picked?.part) return [];
    const aged = option.price && agedMoney(option.price, worth?.pricedOn ?? null, asOf);
    return [
      {
        choice,
        isSame: option.disposition === "replace",
        price: aged,
        sold: picked?.offer?.sold ?? null,
        takenAt: picked?.offer?.takenAt ?? null,
      },
    ];
  });
  const free = new Map(wanted.filter(({ sold }) => sold === null).map((each) => [each.choice.slot.id, each]));
  const singles = new Map([...free].map(([slot, { price }]) => [slot, price ? meanOf(price) : weightOf({ disposition: "replace", price: null, minutes: null, ways: [] }, 0)])); // prettier-ignore
  const kits = kitsFor(ordering, new Set(free.keys()));
  const discounts = (worth?.discounts ?? []).map(({ parts, from, off }): GroupDiscount => {
    const priced = slotsOf(pack, parts).filter((slot) => free.get(slot)?.price && free.get(slot)!.isSame);
    return { holds: priced, from, off: Math.round(off * minorUnits) };
  });
  const cover = cheapestCover(singles, kits, discounts);
  const alone = new Set(cover.singles);
  const counting = discounts.filter((each) => countedIn(each, alone) > 0);
  const offFor = (slots: readonly string[]) => counting.reduce((sum, { holds, off }) => sum + off * slots.filter((slot) => holds.includes(slot)).length, 0); // prettier-ignore
  const namesOf = (slots: readonly string[]) => [...groupBy(slots, (slot) => pack.pack.slots.find(({ id }) => id === slot)!.class)].map(([of, all]) => `${all.length} × ${pack.classes.get(of)!.name}`); // prettier-ignore
  const left = new Set(free.keys());
  const kitLines = cover.kits.map((kitId): Listed => {
    const { name, number, supplier, holds, price, deposit, days } = kits.find(({ id }) => id === kitId)!;
    const mine = holds.filter((slot) => left.delete(slot));
    const id = `order: ${kitId} ${mine.join(" ")}`;
    return { id, what: "kit", name, class: null, number, revisions: [], supplier, slots: mine, quantity: 1, unit: null, holds: namesOf(mine), price, off: 0, deposit, days, isOrdered: ticked.has(id) }; // prettier-ignore
  });
  const bought = groupBy(
    wanted.filter(({ choice, sold }) => sold !== null || left.has(choice.slot.id)),
    ({ choice, sold, isSame }) =>
      sold?.kit ? sold.number : `${choice.partClass.id} ${sold?.number ?? ""} ${isSame || sold ? "" : "upgrade"}`,
  );
  const partLines = [...bought.values()].map((of): Listed => {
    const { choice, sold, takenAt, isSame } = of[0]!;
    const { partClass } = choice;
    // Of an upgrade an older revision is the very part that is there.
    const asked = sold || isSame ? { number: sold?.number ?? null, revisions: takenRevisions(partClass, sold?.revision ?? null) } : latestOf(partClass); // prettier-ignore
    const slots = of.map((each) => each.choice.slot.id);
    const quantity = sold?.kit ? 1 : of.length;
    const own = sold?.price == null ? null : agedMoney(exactly(Math.round(sold.price * minorUnits) * quantity), takenAt, asOf); // prettier-ignore
    const known = of.flatMap(({ price }) => price ?? []);
    const off = sold ? 0 : offFor(slots);
    const deposit = sold ? (sold.deposit ?? 0) : (prices.get(partClass.id)?.deposit ?? 0);
    const id = `order: ${asked.number ?? partClass.id} ${slots.join(" ")}`;
    return {
      id,
      what: sold?.kit ? "kit" : "part",
      name: sold?.name ?? (isSame ? partClass.name : (partClass.upgrade?.name ?? partClass.name)),
      class: sold?.kit ? null : partClass.id,
      number: asked.number,
      revisions: sold?.kit ? [] : asked.revisions,
      supplier: sold?.supplier ?? null,
      slots,
      quantity,
      unit: null,
      holds: sold?.kit ? namesOf(slots) : [],
      price: own ?? (known.length === of.length ? lessOff(sumOf(known), off) : null),
      off,
      deposit: Math.round(deposit * minorUnits) * quantity,
      days: sold ? sold.leadDays : (prices.get(partClass.id)?.days?.replace ?? null),
      isOrdered: ticked.has(id),
    };
  });
  const newer = newerNumbers(ordering.job);
  return {
    lines: [...kitLines, ...partLines, ...usedUpBy(ordering)].map((line) => ({
      ...line,
      supersededBy: newer(line.number),
    })),
    undecided: settled.filter(({ option }) => option === null).length,
  };
}
