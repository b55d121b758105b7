import { problem, type Problem } from "../problem/problem";
import { dayAfter } from "../entry/clock";
import { mondayOfWeek } from "./iso-week";

/** When an engine was built, as exactly as its number tells: some day from the first to the last, both included. */
export interface Built {
  readonly from: string;
  readonly to: string;
  readonly shift: number | null;
  /** HH:MM, where the number names hour and minute; of an hour alone its first minute. */
  readonly time: string | null;
}

/** What decides from when on a revision was fitted. */
export type Since =
  | { readonly serial: number }
  | { readonly date: string; readonly shift?: number | undefined; readonly time?: string | undefined };

const two = (value: number) => String(value).padStart(2, "0");
const daysIn = (year: number, month: number) => new Date(Date.UTC(year, month, 0)).getUTCDate();

type Values = ReadonlyMap<string, number>;

/** First and last day, from the parts that a number names; or what cannot be. */
function daysOf(values: Values): readonly [string, string] | Problem | null {
  const [year, week, month, day] = ["year", "week", "month", "day"].map((name) => values.get(name));
  if (year === undefined) return null;
  if (week !== undefined) {
    const monday = mondayOfWeek(year, week);
    return monday ? [monday, dayAfter(monday, 6)] : problem("no-such-week", [], { week, year });
  }
  if (month === undefined) return [`${year}-01-01`, `${year}-12-31`];
  if (month < 1 || month > 12) return problem("no-such-month", [], { month });
  const last = daysIn(year, month);
  if (day === undefined) return [`${year}-${two(month)}-01`, `${year}-${two(month)}-${two(last)}`];
  if (day < 1 || day > last) return problem("no-such-day", [], { day, month, year });
  const date = `${year}-${two(month)}-${two(day)}`;
  return [date, date];
}

/**
 * When it was built, from the parts of its number in whatever order they stand there.
 *
 * @returns  null with the reason in `problems` where there is no such day or time; null alone where it names no year
 * @source   Gregorian calendar; ISO 8601 weeks (from memory)
 * @example  builtWhen(new Map([["year", 1972], ["month", 2]]), []) // { from: "1972-02-01", to: "1972-02-29" }
 */
export function builtWhen(values: Values, problems: Problem[]): Built | null {
  const days = daysOf(values);
  if (days === null) return null;
  if ("code" in days) {
    problems.push(days);
    return null;
  }
  const [hour, minute] = [values.get("hour"), values.get("minute")];
  if ((hour ?? 0) > 23 || (minute ?? 0) > 59) {
    problems.push(problem("no-such-time", [], { hour: hour ?? 0, minute: minute ?? 0 }));
    return null;
  }
  const [from, to] = days;
  const time = hour === undefined ? null : `${two(hour)}:${two(minute ?? 0)}`;
  return { from, to, shift: values.get("shift") ?? null, time };
}

/**
 * Whether an engine has what was fitted from a serial or a moment on; null where its number is not exact enough to say.
 * A number that names a week and a shift speaks of that shift of the week's Monday.
 */
export function hasSince(since: Since, serial: number | null, built: Built | null): boolean | null {
  if ("serial" in since) return serial === null ? false : serial >= since.serial;
  if (!built || built.to < since.date) return false;
  if (built.from > since.date) return true;
  if (built.from < since.date) return null;
  const isOneDay = built.from === built.to;
  if (since.time !== undefined) return isOneDay && built.time !== null ? built.time >= since.time : null;
  if (since.shift === undefined || since.shift === 1) return true;
  return built.shift === null ? null : built.shift >= since.shift;
}
