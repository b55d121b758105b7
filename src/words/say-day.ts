import type { DayStyle } from "@/core/entry/schema";

const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

const written: Readonly<Record<DayStyle, (year: string, month: string, day: string) => string>> = {
  "year-first": (year, month, day) => `${year}-${month}-${day}`,
  words: (year, month, day) => `${Number(day)} ${months[Number(month) - 1] ?? month} ${year}`,
  dots: (year, month, day) => `${Number(day)}.${Number(month)}.${year}`,
  "day-first": (year, month, day) => `${day}/${month}/${year}`,
  "month-first": (year, month, day) => `${month}/${day}/${year}`,
};

/**
 * The day of a moment as a shop writes days. What is no day is left as it is. Nothing is taken from one zone to another: a day
 * is the one that was written down.
 *
 * @param moment  ISO 8601: a day, or a moment that begins with one
 * @example sayDay("2026-12-04T09:00:00Z", "words") // "4 Dec 2026"
 */
export const sayDay = (moment: string, style: DayStyle): string =>
  moment.replace(/^(\d{4})-(\d\d)-(\d\d)(?:T.*)?$/u, (_, year: string, month: string, day: string) =>
    written[style](year, month, day),
  );
