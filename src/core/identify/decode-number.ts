import type { Identity, NumberRule, Segment } from "../pack/schema";
import { problem, type Problem } from "../problem/problem";
import { builtWhen, hasSince, type Built } from "./built-when";

/** How one part of a number was read. */
export interface ReadSegment {
  /** What it stands for: a year by its letter is a year. */
  readonly is: "text" | "digits" | "year" | "month" | "week" | "day" | "hour" | "minute" | "shift" | "other";
  readonly text: string;
  readonly means: string | null;
}

/** Which revision of a part was fitted when it was built. */
export interface Revision {
  readonly part: string;
  readonly revision: string;
  readonly note: string | null;
  /** A later one that it may have instead: the number is not exact enough to say. */
  readonly orElse: string | null;
}

/** What a number says by one rule. */
export interface Decoded {
  readonly rule: NumberRule;
  readonly segments: readonly ReadSegment[];
  readonly serial: number | null;
  readonly built: Built | null;
  /** Model as built, and as it should be by now; null where the serial lies in no range. */
  readonly variant: { readonly built: string; readonly now: string; readonly note: string | null } | null;
  /** Revision of each part as built. */
  readonly revisions: readonly Revision[];
  /** What does not add up: a week the year does not have, a serial in a gap. */
  readonly problems: readonly Problem[];
}

export interface NumberReading {
  /** The signs that were looked at: capitals and digits only. */
  readonly plain: string;
  readonly decoded: readonly Decoded[];
  /** Where no rule matches: what it would be with signs that are easily mistaken for one another. */
  readonly lookAlikes: readonly { readonly plain: string; readonly decoded: Decoded }[];
  readonly problems: readonly Problem[];
}

/** Letters of other alphabets that look like Latin ones on a plate or come from another keyboard. */
const foreign: ReadonlyMap<string, string> = new Map(
  Object.entries({
    А: "A",
    В: "B",
    Е: "E",
    К: "K",
    М: "M",
    Н: "H",
    О: "O",
    Р: "P",
    С: "C",
    Т: "T",
    У: "Y",
    Х: "X",
    І: "I",
    Ѕ: "S",
    Ј: "J",
    Α: "A",
    Β: "B",
    Ε: "E",
    Ζ: "Z",
    Η: "H",
    Ι: "I",
    Κ: "K",
    Μ: "M",
    Ν: "N",
    Ο: "O",
    Ρ: "P",
    Τ: "T",
    Υ: "Y",
    Χ: "X",
  }),
);

/** Signs that are taken for one another when stamped, worn or painted over. Common practice, no source. */
const lookAlike: Readonly<Record<string, string>> = {
  0: "OQD",
  O: "0QD",
  Q: "0O",
  D: "0O",
  1: "IL7",
  I: "1L",
  L: "1I",
  2: "Z",
  Z: "2",
  5: "S6",
  S: "5",
  6: "5G8",
  G: "6",
  8: "B36",
  B: "8",
  3: "8",
  7: "1",
  4: "A",
  A: "4",
};

/**
 * Capitals and digits of what was read; signs between them, case, width and foreign look-alikes do not matter.
 *
 * @param text  in any alphabet that looks like Latin
 * @example plainNumber(" f5-c·3041/ ") // "F5C3041"
 */
export function plainNumber(text: string): string {
  const capitals = text.normalize("NFKC").toUpperCase();
  return [...capitals]
    .map((sign) => foreign.get(sign) ?? sign)
    .filter((sign) => /[A-Z0-9]/u.test(sign))
    .join("");
}

interface Found {
  readonly segments: readonly ReadSegment[];
  readonly values: ReadonlyMap<string, number>;
}

/** The year in the window that ends in these digits; null where there is none. */
function yearOf(digits: string, [from, to]: readonly [number, number]): number | null {
  const step = 10 ** digits.length;
  const end = Number(digits);
  for (let year = from; year <= to; year += 1) if (year % step === end) return year;
  return null;
}

/** Reads the rest of a number by the rest of a rule; the longest digits that let the rest fit. */
function match(plain: string, segments: readonly Segment[]): Found | null {
  const [segment, ...rest] = segments;
  if (!segment) return plain === "" ? { segments: [], values: new Map() } : null;
  const next = (
    text: string,
    means: string | null,
    values: readonly (readonly [string, number])[] = [],
  ): Found | null => {
    const found = match(plain.slice(text.length), rest);
    return (
      found && {
        segments: [{ is: segment.is === "letter" ? segment.as : segment.is, text, means }, ...found.segments],
        values: new Map([...found.values, ...values]),
      }
    );
  };
  if (segment.is === "text") return plain.startsWith(segment.text) ? next(segment.text, segment.means ?? null) : null;
  if (segment.is === "letter") {
    const meaning = segment.letters[plain[0] ?? ""];
    if (meaning === undefined) return null;
    return next(plain[0]!, String(meaning), typeof meaning === "number" ? [[segment.as, meaning]] : []);
  }
  const digits = /^\d+/u.exec(plain)?.[0] ?? "";
  if (segment.is === "digits") {
    for (let length = Math.min(segment.max, digits.length); length >= segment.min; length -= 1) {
      const text = plain.slice(0, length);
      const found = next(text, segment.means ?? null, segment.as === "serial" ? [["serial", Number(text)]] : []);
      if (found) return found;
    }
    return null;
  }
  const length = segment.is === "year" ? segment.digits : 2;
  if (digits.length < length) return null;
  const text = plain.slice(0, length);
  if (segment.is === "year") {
    const year = yearOf(text, segment.window);
    return year === null ? null : next(text, String(year), [["year", year]]);
  }
  return next(text, String(Number(text)), [[segment.is, Number(text)]]);
}

/** The last revision of each part that the engine is sure to have, and a later one that it may have. */
function revisionsOf(rule: NumberRule, serial: number | null, built: Built | null): Revision[] {
  const sure = new Map<string, Revision>();
  const maybe = new Map<string, string>();
  for (const { part, revision, since, note } of rule.revisions) {
    const has = hasSince(since, serial, built);
    if (has === null) maybe.set(part, revision);
    if (!has) continue;
    sure.set(part, { part, revision, note: note ?? null, orElse: null });
    maybe.delete(part);
  }
  const all = [...sure.values()].map((each) => ({ ...each, orElse: maybe.get(each.part) ?? null }));
  const onlyMaybe = [...maybe].filter(([part]) => !sure.has(part));
  return [
    ...all,
    ...onlyMaybe.map(([part, revision]) => ({ part, revision: "as first fitted", note: null, orElse: revision })),
  ];
}

function decodeBy(plain: string, rule: NumberRule): Decoded | null {
  const found = match(plain, rule.segments);
  if (!found) return null;
  const problems: Problem[] = [];
  const serial = found.values.get("serial") ?? null;
  const built = builtWhen(found.values, problems);
  const range =
    serial === null
      ? undefined
      : rule.ranges.find(
          ({ from, to, except }) =>
            serial >= from && serial <= to && !except.some(([low, high]) => serial >= low && serial <= high),
        );
  if (serial !== null && rule.ranges.length > 0 && !range) problems.push(problem("serial-in-no-range", [], { serial }));
  return {
    rule,
    segments: found.segments,
    serial,
    built,
    variant: range ? { built: range.built, now: range.now ?? range.built, note: range.note ?? null } : null,
    revisions: revisionsOf(rule, serial, built),
    problems,
  };
}

/** What cannot be: no engine was built then. */
const impossible: ReadonlySet<string> = new Set(["no-such-week", "no-such-month", "no-such-day", "no-such-time"]);
const isPossible = ({ problems }: Decoded) => !problems.some(({ code }) => impossible.has(code));

/** By every rule that fits; one by which it names a day that never was only where no other does. */
function decodeAll(plain: string, rules: readonly NumberRule[]): Decoded[] {
  const all = rules.flatMap((rule) => decodeBy(plain, rule) ?? []);
  return all.some(isPossible) ? all.filter(isPossible) : all;
}

/** Numbers that differ in one or two signs that look alike, one first. */
function* variantsOf(plain: string): Generator<string> {
  const swaps = (text: string, from: number) =>
    [...text].flatMap((sign, at) =>
      at < from
        ? []
        : [...(lookAlike[sign] ?? "")].map((other) => ({ at, text: text.slice(0, at) + other + text.slice(at + 1) })),
    );
  const once = swaps(plain, 0);
  for (const { text } of once) yield text;
  for (const { at, text } of once) for (const twice of swaps(text, at + 1)) yield twice.text;
}

/** Numbers that look like this one and say something that can be. */
function lookAlikesOf(plain: string, rules: readonly NumberRule[]): NumberReading["lookAlikes"] {
  const found: NumberReading["lookAlikes"][number][] = [];
  const seen = new Set<string>();
  for (const other of variantsOf(plain)) {
    if (found.length >= 6) break;
    if (seen.has(other)) continue;
    seen.add(other);
    const first = decodeAll(other, rules).find(({ problems }) => problems.length === 0);
    if (first) found.push({ plain: other, decoded: first });
  }
  return found;
}

/** Longest number that is looked at. */
export const longestNumber = 60;

/**
 * What a number says: by every rule of its place that it fits, with how it was read. Where none fits, what it would
 * say with signs that are easily mistaken.
 *
 * @param text  as read from the engine, in any spelling
 */
export function readNumber(text: string, place: Identity["places"][number]): NumberReading {
  if (text.length > longestNumber)
    return {
      plain: "",
      decoded: [],
      lookAlikes: [],
      problems: [problem("number-too-long", [], { length: text.length, longest: longestNumber })],
    };
  const plain = plainNumber(text);
  const decoded = decodeAll(plain, place.rules);
  // A number that fits and says what cannot be, or a serial nobody gave out, may have been misread like one that fits no rule.
  if (decoded.some(({ problems }) => problems.length === 0)) return { plain, decoded, lookAlikes: [], problems: [] };
  return {
    plain,
    decoded,
    lookAlikes: lookAlikesOf(plain, place.rules),
    problems: decoded.length > 0 ? [] : [problem("number-fits-no-rule", [place.id], { text, place: place.name })],
  };
}
