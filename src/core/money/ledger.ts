import type { Assessment } from "../assessment";
import { kindsOfWork } from "../entry/outcomes";
import { minorUnits, moneyOf, type Money } from "../option/price-option";
import { benchWork, bookedMinutes } from "../ordering/bench-work";
import type { JobBuys } from "../ordering/order-of-job";
import { benchSpread } from "../ordering/schedule";
import { settledOption } from "../ordering/settled-option";
import { sumOf } from "../ordering/to-order";
import type { CompiledPack } from "../pack/compile-pack";
import { agedMoney } from "../plan/priced";

/** Ordered, sent out or worked, and owed whatever becomes of it; still to be; or the owner's own, and not charged. */
export const moneyStates = ["committed", "to-come", "by-owner"] as const;
export type MoneyState = (typeof moneyStates)[number];

/** What money goes for. */
export const moneyKinds = ["parts", "used-up", "machine-shop", "labour", "deposit", "unseen"] as const;
export type MoneyKind = (typeof moneyKinds)[number];

/** One thing that costs money, with the places it is for. */
export interface MoneyLine {
  readonly id: string;
  readonly is: MoneyKind;
  readonly state: MoneyState;
  /** Of labour the kind of work. */
  readonly name: string;
  readonly slots: readonly string[];
  readonly quantity: number;
  /** Of labour, how long. */
  readonly minutes: number | null;
  /** Of labour: somebody wrote down that it took so long; else it is reckoned. */
  readonly isBooked: boolean;
  /** For all of it, in minor units; null where nobody knows. */
  readonly amount: Money | null;
}

export interface Ledger {
  readonly lines: readonly MoneyLine[];
  /** Of all lines that have a price: what others sum is this. */
  readonly total: Money;
  /** Lines that have none: the total is at least that much too low. */
  readonly unpriced: number;
  /** Parts that nobody decided: what becomes of them is in no line. */
  readonly undecided: number;
  /** What the owner agreed to, and how far the shop may go beyond it, in minor units; null where nothing was asked. */
  readonly agreed: number | null;
  /** So much is likely beyond what may be spent without asking; zero where it is not. */
  readonly beyond: number;
  /** So much is likely beyond what the owner wants to spend in all; zero where it is not, or nobody said. */
  readonly pastBudget: number;
}

/** What lines of a kind or a state come to. */
export const moneyOfLines = (lines: readonly MoneyLine[]): Money => sumOf(lines.flatMap(({ amount }) => amount ?? []));

const exactly = (minor: number): Money => ({ low: minor, likely: minor, high: minor });

const line = (
  given: Omit<MoneyLine, "quantity" | "minutes" | "isBooked" | "slots"> & Partial<MoneyLine>,
): MoneyLine => ({
  slots: [],
  quantity: 1,
  minutes: null,
  isBooked: false,
  ...given,
});

/** Work by the hour, as far as such work is longer or shorter than it is told. */
function labourOf(minutes: number, rate: number, spread: readonly number[] = benchSpread): Money | null {
  if (rate <= 0) return null;
  const [low, likely, high] = spread.map((share) => Math.round((minutes / 60) * rate * share * minorUnits));
  return { low: low!, likely: likely!, high: high! };
}

/** What was ordered: at the price it was ordered for. */
const ordered = ({ buying }: Assessment): MoneyLine[] =>
  buying.ordered.flatMap(
    ({ purchase, line: { line: number, name, slots, quantity, price, deposit, ...of }, coresBack }) => {
      const id = `${purchase.id} ${number}`;
      const state = purchase.byOwner ? ("by-owner" as const) : ("committed" as const);
      const is = of.class === null && slots.length === 0 ? ("used-up" as const) : ("parts" as const);
      const left = Math.max(0, quantity - coresBack);
      const kept = Math.round((deposit * left) / quantity);
      return [
        line({ id, is, state, name, slots, quantity, amount: price === null ? null : exactly(price) }),
        ...(kept > 0 ? [line({ id: `${id} deposit`, is: "deposit", state, name, slots, quantity: left, amount: exactly(kept) })] : []), // prettier-ignore
      ];
    },
  );

/** What is still to be bought: a line that was ticked off is bought without an order. */
const toBuy = ({ toBuy: { lines } }: JobBuys): MoneyLine[] =>
  lines.flatMap(({ id, what, name, slots, quantity, price, deposit, isOrdered }) => {
    const of = { state: isOrdered ? "committed" : "to-come", name, slots, quantity } as const;
    return [
      line({ ...of, id, is: what === "used-up" ? "used-up" : "parts", amount: price }),
      ...(deposit > 0 ? [line({ ...of, id: `${id} deposit`, is: "deposit", amount: exactly(deposit) })] : []),
    ];
  });

/** What is made good, by the shop's price of it; what was sent out is owed. */
function machined({ pack }: CompiledPack, { choices, asOf }: Assessment, { shop }: JobBuys): MoneyLine[] {
  const at = new Map(choices.map((choice) => [choice.slot.id, choice]));
  return shop.lines.map(({ id, slot, name, state }) => {
    const price = settledOption(at.get(slot)!)?.price ?? null;
    return line({
      id,
      is: "machine-shop",
      state: state === "here" ? "to-come" : "committed",
      name,
      slots: [slot],
      amount: price && (price.high > 0 ? agedMoney(price, pack.worth?.pricedOn ?? null, asOf) : null),
    });
  });
}

/** Work at the bench: what was booked as it was booked, what was done and not booked as it is reckoned, what is left. */
function labour(pack: CompiledPack, assessment: Assessment, { shop }: JobBuys): MoneyLine[] {
  const work = benchWork(pack, assessment, shop.lines.length);
  const booked = bookedMinutes(assessment.job);
  const rate = assessment.order.settings?.labourRate ?? pack.pack.worth?.labourRate ?? 0;
  return kindsOfWork.flatMap((name) => {
    const { done, open } = (name === "other" ? null : work?.by[name]) ?? { done: 0, open: 0 };
    const taken = booked.get(name) ?? 0;
    const of = { is: "labour", name } as const;
    return [
      ...(taken > 0 ? [line({ ...of, id: `booked ${name}`, state: "committed", minutes: taken, isBooked: true, amount: labourOf(taken, rate, [1, 1, 1]) })] : []), // prettier-ignore
      ...(taken === 0 && done > 0 ? [line({ ...of, id: `done ${name}`, state: "committed", minutes: done, amount: labourOf(done, rate) })] : []), // prettier-ignore
      ...(open > 0 ? [line({ ...of, id: `labour ${name}`, state: "to-come", minutes: open, amount: labourOf(open, rate) })] : []), // prettier-ignore
    ];
  });
}

/** Lines with their sum, held against what may be spent. */
export function ledgerOfLines(lines: readonly MoneyLine[], undecided: number, { intake, order }: Assessment): Ledger {
  const { costEstimates } = intake;
  const total = moneyOfLines(lines);
  const agreed = costEstimates.lines.length > 0 ? moneyOf(costEstimates.approved)!.likely : null;
  const may = agreed === null ? null : agreed + moneyOf(order.askAbove ?? 0)!.likely;
  const over = (most: number | null) => (most === null ? 0 : Math.max(0, total.likely - most));
  return {
    lines,
    total,
    unpriced: lines.filter(({ amount }) => amount === null).length,
    undecided,
    agreed,
    beyond: over(may),
    pastBudget: over(order.budget === null ? null : moneyOf(order.budget)!.likely),
  };
}

/**
 * What an engine costs by what was decided: parts, sets, what is used up, the machine shop, the work, deposits; each line
 * committed or to come, each to its places. Whoever shows a sum of it sums these lines.
 *
 * @param buys  what the job buys and sends out, by `buysOfJob`
 */
export const ledgerOf = (pack: CompiledPack, assessment: Assessment, buys: JobBuys): Ledger =>
  ledgerOfLines(
    [...ordered(assessment), ...toBuy(buys), ...machined(pack, assessment, buys), ...labour(pack, assessment, buys)],
    buys.toBuy.undecided,
    assessment,
  );
