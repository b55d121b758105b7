import type { Envelope } from "./schema";

/** A device's clock may be ahead of the server's by so much before its entries are sorted by their receipt. */
export const clockMarginMs = 5 * 60_000;

/**
 * By how much an entry is dated ahead of its receipt beyond the margin, in milliseconds; 0 where it is not, or nobody stamped it.
 *
 * @example clockAhead({ at: "2026-01-01T01:00:00.000Z", stamp: { at: "2026-01-01T00:00:00.000Z", role: null } }) // 3600000
 */
export function clockAhead({ at, stamp }: Pick<Envelope, "at" | "stamp">): number {
  // Moments written alike are in order when their texts are: nearly all are, and none of those is ahead.
  if (!stamp || (at.length === stamp.at.length && at.endsWith("Z") && at <= stamp.at)) return 0;
  const ahead = Date.parse(at) - Date.parse(stamp.at);
  return ahead > clockMarginMs ? ahead : 0;
}

/** An entry that waited longer than this for its server, in days, is asked about: a device's clock may have been set back. */
export const longestWaitDays = 30;

/**
 * By how many whole days an entry is dated before its receipt, where that is longer than an entry waits for a network; 0 where it
 * is not, where nobody stamped it, and for what came with an import.
 *
 * @example daysBehind({ at: "2026-01-01T00:00:00.000Z", stamp: { at: "2026-03-02T00:00:00.000Z", role: "lead" } }) // 60
 */
export function daysBehind({ at, stamp }: Pick<Envelope, "at" | "stamp">): number {
  if (!stamp || stamp.role === null || at.slice(0, 7) === stamp.at.slice(0, 7)) return 0;
  const days = Math.floor((Date.parse(stamp.at) - Date.parse(at)) / 86_400_000);
  return days > longestWaitDays ? days : 0;
}

/** When an entry counts as made: by its own clock, or where that ran ahead by the server's. */
export const momentOf = (envelope: Pick<Envelope, "at" | "stamp">): string =>
  clockAhead(envelope) > 0 ? envelope.stamp!.at : envelope.at;

/**
 * Whole days from the day of one moment to that of another; less than 0 where it is over.
 *
 * @example daysBetween("2026-01-01T22:00:00Z", "2026-01-31") // 30
 */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to.slice(0, 10)) - Date.parse(from.slice(0, 10))) / 86_400_000);

/**
 * The day so many whole days after a moment.
 *
 * @example dayAfter("2026-01-30T12:00:00Z", 3) // "2026-02-02"
 */
export const dayAfter = (from: string, days: number): string =>
  new Date(Date.parse(from.slice(0, 10)) + days * 86_400_000).toISOString().slice(0, 10);

const formats = new Map<string, Intl.DateTimeFormat | null>();

/** How days are told in a zone; null for one that is none, or that this machine does not know. */
function formatIn(zone: string): Intl.DateTimeFormat | null {
  const known = formats.get(zone);
  if (known !== undefined) return known;
  let format: Intl.DateTimeFormat | null = null;
  try {
    format = new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" });
  } catch {
    // Whoever wrote it down knows more zones: the day in UTC stands in.
  }
  formats.set(zone, format);
  return format;
}

/** Whether days can be told in a zone of this name. */
export const isZone = (zone: string): boolean => formatIn(zone) !== null;

/**
 * The day that a moment falls on where the shop stands. A day stays the day it is.
 *
 * @param zone  by its name in the IANA database; UTC where none is said, and for one that nobody knows
 * @example dayIn("2026-12-01T22:30:00Z", "Europe/Helsinki") // "2026-12-02"
 */
export function dayIn(moment: string, zone: string | null | undefined): string {
  const format = zone && moment.length > 10 ? formatIn(zone) : null;
  return format ? format.format(Date.parse(moment)) : moment.slice(0, 10);
}

/** Moments written alike, in UTC and with as many digits, are in order when their texts are: nearly all are. */
const isPlain = (at: string) => at.length === 24 && at.endsWith("Z");

/**
 * Which of two moments comes first, in whatever zone each is written: below 0 for the first, above for the second.
 *
 * @example byMoment("2026-01-01T12:00:00+02:00", "2026-01-01T11:00:00Z") < 0 // true
 */
export const byMoment = (a: string, b: string): number =>
  isPlain(a) && isPlain(b) ? (a < b ? -1 : a > b ? 1 : 0) : Date.parse(a) - Date.parse(b);
