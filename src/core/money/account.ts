import type { Assessment } from "../assessment";
import { kindsOfWork, type KindOfWork } from "../entry/outcomes";
import { groupBy } from "../group";
import { moneyOfLines, type Ledger } from "./ledger";

/** Something that came with the engine, and how much of it has not gone back. */
export interface ThingHere {
  readonly id: string;
  readonly name: string;
  readonly words: string | null;
  readonly quantity: number;
  readonly here: number;
}

/** What came with the engine, in the order in which it came. More than came never counts as gone back. */
export const thingsOf = ({ thingsThatCame, thingsThatWentBack }: Assessment["job"]): readonly ThingHere[] =>
  thingsThatCame.map(({ id, name, words, quantity }) => {
    const back = thingsThatWentBack.reduce((sum, { thing, quantity: went }) => sum + (thing === id ? went : 0), 0);
    return { id, name, words, quantity, here: Math.max(0, quantity - back) };
  });

/** Hours of one kind of work: as reckoned beforehand, and as booked, by whom. In minutes. */
export interface WorkBooked {
  readonly work: KindOfWork;
  /** Null where nobody reckons it. */
  readonly reckoned: number | null;
  readonly booked: number;
  readonly by: readonly { readonly person: string; readonly minutes: number }[];
}

/** What was booked, beside what the ledger reckons for the same. */
export function worksOf(
  { timesBooked }: Assessment["job"],
  reckoned: (work: KindOfWork) => number | null,
): readonly WorkBooked[] {
  const byWork = groupBy(timesBooked, ({ work }) => work);
  return kindsOfWork.flatMap((work): WorkBooked[] => {
    const mine = byWork.get(work) ?? [];
    const told = reckoned(work);
    if (mine.length === 0 && !told) return [];
    const by = [...groupBy(mine, ({ by: person }) => person)].map(([person, of]) => ({ person, minutes: of.reduce((sum, { minutes }) => sum + minutes, 0) })); // prettier-ignore
    return [{ work, reckoned: told, booked: by.reduce((sum, { minutes }) => sum + minutes, 0), by }];
  });
}

/** How shop and owner stand, in minor units. */
export interface Account {
  /** Ordered, sent out or worked: what is owed whatever becomes of the rest. */
  readonly done: number;
  /** On that, by the rate of the shop's settings. */
  readonly tax: number;
  /** Paid by the owner, less what went back. */
  readonly paid: number;
  /** Still to be paid of what is done; less than nothing where more was paid. */
  readonly owed: number;
  /** Lines still to come: they are in none of these sums. */
  readonly toCome: number;
}

/** Tax on an amount, by the shop's settings; nothing where they name none. */
export const taxOn = (minor: number, { settings }: Assessment["order"]): number =>
  Math.round((minor * (settings?.tax?.percent ?? 0)) / 100);

/** What the owner paid, less what went back, in minor units. */
export const paidSoFar = ({ payments }: Assessment["job"]): number =>
  payments.reduce((sum, { is, minor }) => sum + (is === "refund" ? -minor : minor), 0);

/** What is done of a job so far, and what the owner paid of it. */
export function accountOf({ job, order }: Pick<Assessment, "job" | "order">, { lines }: Ledger): Account {
  const done = moneyOfLines(lines.filter(({ state }) => state === "committed")).likely;
  const tax = taxOn(done, order);
  const paid = paidSoFar(job);
  return { done, tax, paid, owed: done + tax - paid, toCome: lines.filter(({ state }) => state === "to-come").length };
}
