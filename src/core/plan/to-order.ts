import type { CataloguePart } from "../catalogue/catalogue-part";
import type { CompiledPack } from "../pack/compile-pack";
import { aspectId } from "./options-of-part";
import type { Choice } from "./option";
import { pickedInstead, type Picks } from "./picked-instead";
import { minorUnits, type Money } from "./price-option";
import { goes, optionKey } from "./same-option";
import { decidedOn, whyUnsettled } from "./standing";

/** Parts of one kind that are bought: of one number where one was picked, or whatever the pack means by the class. */
export interface BuyLine {
  /** What it is ticked off by, once it is ordered: another number or quantity is another line. */
  readonly id: string;
  readonly name: string;
  readonly number: string | null;
  /** This revision or a later one. */
  readonly revision: string | null;
  readonly supplier: string | null;
  readonly slots: readonly string[];
  /** For all of them, in minor units; null where nobody knows. */
  readonly price: Money | null;
  /** Paid beside it, and paid back once the old ones are sent in. */
  readonly deposit: number;
  /** Until it is there; null where nobody knows. */
  readonly days: number | null;
  readonly isOrdered: boolean;
}

/** What is done to one part in the machine shop. */
export interface ShopLine {
  readonly id: string;
  readonly slot: string;
  readonly name: string;
  readonly tag: string;
  readonly ways: readonly {
    readonly name: string;
    /** Which of its places; null for all of it. */
    readonly of: string | null;
    /** What its worst place measures now, and what it is brought to, in mm; null where it has no size. */
    readonly measuredMm: number | null;
    readonly toMm: { readonly min: number; readonly max: number } | null;
  }[];
  readonly days: number | null;
  /** It is back, and measured again. */
  readonly isBack: boolean;
}

export interface ToOrder {
  readonly buy: readonly BuyLine[];
  readonly shop: readonly ShopLine[];
  /** Parts that nobody decided, or whose decision does not stand: nothing is ordered for them. */
  readonly undecided: number;
}

/** The band that a worn place is brought to: as wide as the drawing's, from the size that takes off least. */
function bandOf(finishedMm: number, kind: string | undefined, fresh: { min?: number; max?: number } | undefined) {
  const width = fresh?.min !== undefined && fresh.max !== undefined ? fresh.max - fresh.min : 0;
  return kind === "oversize"
    ? { min: finishedMm, max: finishedMm + width }
    : { min: finishedMm - width, max: finishedMm };
}

/**
 * What is bought and what goes to the machine shop, by what was decided and no more: an option that nobody decided, or whose
 * decision is refused by now, orders nothing.
 *
 * @param picks   what is picked for places: its number is what is bought
 * @param ticked  lines that are done, by their ids
 */
export function toOrder(
  { pack }: CompiledPack,
  choices: readonly Choice[],
  picks: Picks,
  ticked: ReadonlySet<string>,
): ToOrder {
  const prices = new Map(pack.worth?.classes.map((each) => [each.class, each]));
  const settled = choices.map((choice) => {
    const decided = decidedOn(choice);
    const option = decided && whyUnsettled(decided) === null ? decided.option : null;
    return { choice, option: option?.disposition === "hold" ? null : option };
  });
  const bought = new Map<
    string,
    { readonly choice: Choice; readonly price: Money | null; readonly sold: CataloguePart | null }[]
  >();
  for (const { choice, option } of settled) {
    if (!option || !goes(option.disposition) || choice.part?.origin === "supplier") continue;
    const picked = pickedInstead(picks, choice);
    // A part in hand was picked for the place: it comes from a shelf or a donor, not from a shop.
    if (picked?.part) continue;
    const key = `${choice.partClass.id} ${option.disposition} ${picked?.offer?.id ?? ""}`;
    bought.set(key, [...(bought.get(key) ?? []), { choice, price: option.price, sold: picked?.offer?.sold ?? null }]);
  }
  const buy = [...bought.values()].map((of): BuyLine => {
    const { choice, sold } = of[0]!;
    const slots = of.map((each) => each.choice.slot.id);
    const times = sold?.kit ? 1 : of.length;
    const own = sold?.price === null || sold?.price === undefined ? null : Math.round(sold.price * minorUnits) * times;
    const known = of.flatMap(({ price }) => price ?? []);
    const sum = (figure: keyof Money) => known.reduce((so, price) => so + price[figure], 0);
    const id = `order: ${sold?.number ?? choice.partClass.id} ${slots.join(" ")}`;
    return {
      id,
      name: sold?.name ?? choice.partClass.name,
      number: sold?.number ?? null,
      revision: sold?.revision ?? null,
      supplier: sold?.supplier ?? null,
      slots,
      price:
        own !== null
          ? { low: own, likely: own, high: own }
          : known.length === of.length
            ? { low: sum("low"), likely: sum("likely"), high: sum("high") }
            : null,
      deposit: Math.round((sold?.deposit ?? 0) * minorUnits) * times,
      days: sold ? sold.leadDays : (prices.get(choice.partClass.id)?.days?.replace ?? null),
      isOrdered: ticked.has(id),
    };
  });
  const shop = settled.flatMap(({ choice, option }): ShopLine[] => {
    if (option?.disposition !== "rework" || !choice.part || option.made) return [];
    const { slot, part, needs, partClass } = choice;
    const id = `shop: ${part.id} ${optionKey(option)}`;
    const ways = option.ways.map(({ feature, step, name, of }) => {
      const mine = needs.filter((need) => aspectId(need) === feature);
      const rework = mine[0]?.row.row.at.feature.rework;
      const finished = mine.flatMap((need) => need.ways.find((way) => way.id === step)?.finishedMm ?? [])[0];
      const sizes = mine.flatMap(({ row }) => row.governing.estimate?.value ?? []);
      const worst = rework?.kind === "oversize" ? Math.max(...sizes) : Math.min(...sizes);
      const fresh = mine[0]?.row.governing.characteristic.limits.new;
      return {
        name,
        of,
        measuredMm: finished === undefined || sizes.length === 0 ? null : worst,
        toMm: finished === undefined ? null : bandOf(finished, rework?.kind, fresh),
      };
    });
    return [{ id, slot: slot.id, name: slot.name, tag: part.tag, ways, days: prices.get(partClass.id)?.days?.rework ?? null, isBack: ticked.has(id) }]; // prettier-ignore
  });
  return { buy, shop, undecided: settled.filter(({ option }) => option === null).length };
}
