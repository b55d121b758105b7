import * as z from "../z";
import { plainNumber } from "../pack/revision-number";
import { problem, type Problem } from "../problem/problem";
import { CataloguePart } from "./catalogue-part";

const { number, price, currency, deposit, leadDays, revision } = CataloguePart.shape;

/** What a supplier says of one number: open data, over any wire. */
export const Quote = z.object({
  number,
  revision,
  price: price.def.innerType,
  currency: currency.def.innerType,
  deposit,
  leadDays: leadDays.def.innerType,
  /** It is delivered instead of what was asked for. */
  insteadOf: z.nullable(number),
});
export type Quote = z.infer<typeof Quote>;

/** A quote, or nothing known by the number. */
export const QuoteAnswer = z.object({ v: z.literal(1), quotes: z.array(Quote).check(z.maxLength(20)) });

/** How a supplier answered. */
export const supplierStates = ["quoted", "unknown-number", "slow", "down", "nonsense", "nobody"] as const;
export type SupplierState = (typeof supplierStates)[number];

/** A quote with when it was asked for. */
export interface KeptQuote extends Quote {
  readonly askedAt: string;
}

/** A price that old is old news: common practice, no source. */
const freshHours = 24;
/** A price that is so many times another is asked about before anybody pays it. */
const oddTimes = 3;

/** Whether a quote is old news at a moment. */
export const isOldNews = (askedAt: string, now: string): boolean =>
  Date.parse(now) - Date.parse(askedAt) > freshHours * 3_600_000;

/** Whether a quote may stand for the part in a job: it is for that very number, and nothing speaks against it. */
export const isTakeable = (part: CataloguePart, quote: Quote, newest: string): boolean =>
  plainNumber(quote.number) === plainNumber(part.number) && judgeQuote(part, quote, newest).length === 0;

/** A part as it is quoted, where nothing speaks against that: what is taken into a job. */
export const asQuoted = <P extends CataloguePart>(part: P, { price, currency, deposit, leadDays }: Quote): P => ({
  ...part,
  price,
  currency,
  deposit,
  leadDays,
});

/**
 * What speaks against a quote: another part than was asked for, one that something took the place of, an older revision,
 * other money, a price that cannot be.
 *
 * @param part    what was asked for, as the catalogue has it
 * @param newest  the number that took its place in the end; its own where nothing did
 */
export function judgeQuote(part: CataloguePart, quote: Quote, newest: string): readonly Problem[] {
  const plain = plainNumber(quote.number);
  const where = [part.number];
  const params = { asked: part.number, number: quote.number };
  const isOther = plain !== plainNumber(part.number);
  const isNewest = plain === plainNumber(newest);
  const isOld = !isNewest && (!isOther || plain === plainNumber(part.supersededBy ?? ""));
  return [
    ...(isOther && !isNewest && !isOld ? [problem("quote-other-part", where, params)] : []),
    ...(isOld ? [problem("quote-old-stock", where, { number: quote.number, newest })] : []),
    ...(!isOther && part.revision !== null && quote.revision !== part.revision
      ? [problem("quote-other-revision", where, { ...params, is: quote.revision ?? "", wanted: part.revision })]
      : []),
    ...(part.currency !== null && quote.currency !== part.currency
      ? [problem("quote-other-money", where, { number: part.number, is: quote.currency, was: part.currency })]
      : part.price !== null && !isOther && (quote.price > part.price * oddTimes || quote.price * oddTimes < part.price)
        ? [problem("quote-odd-price", where, { number: part.number, is: quote.price, was: part.price })]
        : []),
  ];
}
