import type { Assessment } from "../assessment";
import { minorUnits, moneyOf, type Money } from "../option/price-option";
import { nothingStated } from "../entry/stated";
import { buysOfJob, type JobBuys } from "../ordering/order-of-job";
import { benchSpread, benchWork } from "../ordering/schedule";
import { settledOption } from "../ordering/settled-option";
import { sumOf } from "../ordering/to-order";
import type { CompiledPack } from "../pack/compile-pack";
import { agedMoney } from "../plan/priced";
import { isSettled } from "../plan/standing";

/** Ordered or at the machine shop, and owed whatever becomes of it; or still to be. */
export const moneyStates = ["committed", "to-come"] as const;
export type MoneyState = (typeof moneyStates)[number];

/** What money goes for. */
export const moneyKinds = ["parts", "used-up", "machine-shop", "labour", "deposit"] as const;
export type MoneyKind = (typeof moneyKinds)[number];

/** One thing that costs money, with the places it is for. */
export interface MoneyLine {
  readonly id: string;
  readonly is: MoneyKind;
  readonly state: MoneyState;
  /** Of labour what is done: `before` until all is measured, `parts` on parts, `together` to put it together. */
  readonly name: string;
  readonly slots: readonly string[];
  readonly quantity: number;
  /** Of labour, how long. */
  readonly minutes: number | null;
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
}

/** What lines of a kind or a state come to. */
export const moneyOfLines = (lines: readonly MoneyLine[]): Money => sumOf(lines.flatMap(({ amount }) => amount ?? []));

const exactly = (minor: number): Money => ({ low: minor, likely: minor, high: minor });

/** Work by the hour, as far as such work is longer or shorter than it is told. */
function labourOf(minutes: number, rate: number): Money | null {
  if (rate <= 0) return null;
  const [low, likely, high] = benchSpread.map((share) => Math.round((minutes / 60) * rate * share * minorUnits));
  return { low: low!, likely: likely!, high: high! };
}

/** What was ordered: at the price it was ordered for. */
const ordered = ({ buying }: Assessment): MoneyLine[] =>
  buying.ordered.flatMap(({ purchase, line, coresBack }): MoneyLine[] => {
    const id = `${purchase.id} ${line.line}`;
    const of = { state: "committed", name: line.name, slots: line.slots, minutes: null } as const;
    const left = Math.max(0, line.quantity - coresBack);
    const deposit = Math.round((line.deposit * left) / line.quantity);
    return [
      { ...of, id, is: line.class === null && line.slots.length === 0 ? "used-up" : "parts", quantity: line.quantity, amount: line.price === null ? null : exactly(line.price) }, // prettier-ignore
      ...(deposit > 0 ? [{ ...of, id: `${id} deposit`, is: "deposit" as const, quantity: left, amount: exactly(deposit) }] : []), // prettier-ignore
    ];
  });

/** What is still to be bought: a line that was ticked off is bought without an order. */
const toBuy = ({ toBuy: { lines } }: JobBuys): MoneyLine[] =>
  lines.flatMap((line): MoneyLine[] => {
    const of = { state: line.isOrdered ? "committed" : "to-come", name: line.name, slots: line.slots, quantity: line.quantity, minutes: null } as const; // prettier-ignore
    return [
      { ...of, id: line.id, is: line.what === "used-up" ? "used-up" : "parts", amount: line.price },
      ...(line.deposit > 0 ? [{ ...of, id: `${line.id} deposit`, is: "deposit" as const, amount: exactly(line.deposit) }] : []), // prettier-ignore
    ];
  });

/** What is made good, by the shop's price of it; what was sent out is owed. */
function machined({ pack }: CompiledPack, { choices, asOf }: Assessment, { shop }: JobBuys): MoneyLine[] {
  const at = new Map(choices.map((choice) => [choice.slot.id, choice]));
  return shop.lines.map((line): MoneyLine => {
    const price = settledOption(at.get(line.slot)!)?.price ?? null;
    return {
      id: line.id,
      is: "machine-shop",
      state: line.state === "here" ? "to-come" : "committed",
      name: line.name,
      slots: [line.slot],
      quantity: 1,
      minutes: null,
      amount: price && (price.high > 0 ? agedMoney(price, pack.worth?.pricedOn ?? null, asOf) : null),
    };
  });
}

function labour(pack: CompiledPack, assessment: Assessment, { shop }: JobBuys): MoneyLine[] {
  const work = benchWork(pack, assessment, shop.lines.length);
  if (!work) return [];
  const rate = assessment.order.settings?.labourRate ?? pack.pack.worth?.labourRate ?? 0;
  const parts = { before: work.before, parts: work.onParts, together: work.assembly - work.onParts };
  return Object.entries(parts)
    .filter(([, minutes]) => minutes > 0)
    .map(([name, minutes]) => ({ id: `labour ${name}`, is: "labour", state: "to-come", name, slots: [], quantity: 1, minutes, amount: labourOf(minutes, rate) })); // prettier-ignore
}

/**
 * What an engine costs by what was decided: parts, sets, what is used up, the machine shop, the work, deposits; each line
 * committed or to come, each to its places. Whoever shows a sum of it sums these lines.
 *
 * @param buys  what the job buys and sends out, by `buysOfJob`
 */
export function ledgerOf(pack: CompiledPack, assessment: Assessment, buys: JobBuys): Ledger {
  const lines = [
    ...ordered(assessment),
    ...toBuy(buys),
    ...machined(pack, assessment, buys),
    ...labour(pack, assessment, buys),
  ];
  const { costEstimates } = assessment.intake;
  const total = moneyOfLines(lines);
  const agreed = costEstimates.lines.length > 0 ? moneyOf(costEstimates.approved)!.likely : null;
  const may = agreed === null ? null : agreed + moneyOf(assessment.order.askAbove ?? 0)!.likely;
  return {
    lines,
    total,
    unpriced: lines.filter(({ amount }) => amount === null).length,
    undecided: buys.toBuy.undecided,
    agreed,
    beyond: may === null ? 0 : Math.max(0, total.likely - may),
  };
}

/** A job as though everybody had decided what is proposed: what nobody can judge stays open. */
const asProposed = (assessment: Assessment): Assessment => ({
  ...assessment,
  choices: assessment.choices.map((choice) =>
    isSettled(choice) || choice.proposal.disposition === "hold"
      ? choice
      : { ...choice, stated: nothingStated, joined: { kind: "decided", wanted: choice.proposal } },
  ),
});

/**
 * What an engine is likely to cost: the same ledger, with what is proposed where nobody decided. Parts that nobody can judge yet
 * are in no line, and are counted.
 */
export function estimateOf(pack: CompiledPack, assessment: Assessment): Ledger {
  const proposed = asProposed(assessment);
  return ledgerOf(pack, proposed, buysOfJob(pack, proposed));
}
