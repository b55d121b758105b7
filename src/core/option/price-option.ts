import type { Disposition } from "../entry/schema";
import type { Pack } from "../pack/schema";

/** Money in minor units of the shop's currency: at least, likely, at most. */
export interface Money {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

const noMoney: Money = { low: 0, likely: 0, high: 0 };

/** Minor units in a major one. */
export const minorUnits = 100;

type Price = NonNullable<Pack["worth"]>["classes"][number];

/** A pack's price, one figure or three, in minor units. */
export function moneyOf(price: Price["replace"] | undefined): Money | null {
  if (price === undefined) return null;
  const minor = (major: number) => Math.round(major * minorUnits);
  return typeof price === "number"
    ? { low: minor(price), likely: minor(price), high: minor(price) }
    : { low: minor(price.low), likely: minor(price.likely), high: minor(price.high) };
}

const plus = (a: Money, b: Money): Money => ({
  low: a.low + b.low,
  likely: a.likely + b.likely,
  high: a.high + b.high,
});

/**
 * What a way to go costs, by the pack's price of the class. Set-up is shared by all that is machined on one part.
 *
 * @param repairs  what cracks cost to repair, in major units
 * @returns        null where the pack has no price
 */
export function priceOf(
  disposition: Disposition,
  price: Price | undefined,
  machined: boolean,
  repairs: number,
): Money | null {
  if (disposition === "reuse" || disposition === "clean") return noMoney;
  if (disposition === "replace" || disposition === "keep") return moneyOf(price?.replace);
  if (disposition === "upgrade") return moneyOf(price?.upgrade);
  if (disposition === "hold") return null;
  const machining = moneyOf(price?.rework);
  // A pack that says nothing of reworking a class gives zero: that is no price.
  const known = !machined ? noMoney : machining && machining.high > 0 ? machining : null;
  return known && plus(known, moneyOf(repairs)!);
}

export function minutesOf(disposition: Disposition, price: Price | undefined): number | null {
  const minutes = price?.minutes;
  if (disposition === "reuse") return 0;
  if (disposition === "replace" || disposition === "upgrade" || disposition === "keep") return minutes?.replace ?? null;
  if (disposition === "rework") return minutes?.rework ?? null;
  return disposition === "clean" ? (minutes?.clean ?? null) : null;
}

/**
 * What stands in for a price that nobody knows, so that ways can be put in their order: keeping before working on,
 * working on before buying. Never shown as a price. Common practice, no source.
 */
const standIn: Readonly<Record<Disposition, number>> = {
  reuse: 0,
  clean: 100,
  rework: 100 * minorUnits,
  upgrade: 400 * minorUnits,
  replace: 300 * minorUnits,
  keep: 300 * minorUnits,
  hold: 0,
};

/** What the pick weighs a way to go by, in minor units: the likely price and the work, or what stands in for them. */
export function weightOf(
  {
    disposition,
    price,
    minutes,
    ways,
  }: { disposition: Disposition; price: Money | null; minutes: number | null; ways: readonly unknown[] },
  labourRate: number,
): number {
  if (price === null) return standIn[disposition] + ways.length;
  const work = Math.round(((minutes ?? 0) / 60) * labourRate * minorUnits);
  // Cleaning costs something even where nobody wrote down what.
  return price.likely + work + (disposition === "clean" && work === 0 ? standIn.clean : 0);
}
