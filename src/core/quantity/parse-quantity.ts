import { done, problem, refused, type Outcome, type Problem } from "../problem/problem";
import { toCore, unitBySpelling, type Dimension, type Unit } from "./units";

/** A quantity as a person typed it, with its value in core units. */
export interface Quantity {
  readonly value: number;
  /** The text as it was typed, trimmed. */
  readonly typed: string;
  /** Id of the unit it was typed in, or assumed where none was typed. */
  readonly unit: string;
}

const longest = 40;

/** Signs that people and machines write one thing with: minus, spaces, inch marks, a fraction's stroke. */
const plainSigns: readonly (readonly [RegExp, string])[] = [
  [/[\u2212\u2010-\u2013]/gu, "-"],
  [/[\u00a0\u202f\u2007\u2009]/gu, " "],
  [/[\u201c\u201d\u2033]|''|\u2019\u2019/gu, '"'],
  [/[\u2044\u2215]/gu, "/"],
];
const plainText = (text: string): string =>
  plainSigns.reduce((so, [sign, plain]) => so.replace(sign, plain), text.trim());

/** Fractions that are one sign. @source  Unicode, Number Forms and Latin-1 */
const oneSign: Readonly<Record<string, string>> = {
  "¼": "1/4", "½": "1/2", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
  "⅓": "1/3", "⅔": "2/3", "⅕": "1/5", "⅖": "2/5", "⅗": "3/5", "⅘": "4/5", "⅙": "1/6", "⅚": "5/6",
}; // prettier-ignore
const withoutOneSign = (text: string): string =>
  text.replace(/(\d?)\s*([¼½¾⅛⅜⅝⅞⅓⅔⅕⅖⅗⅘⅙⅚])/gu, (_, whole: string, sign: string) => `${whole} ${oneSign[sign]}`.trim());

const number = String.raw`(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?`;
const fraction = String.raw`(\d+)\s*/\s*(\d+)`;
const mixedThenUnit = new RegExp(String.raw`^([+-]?)\s*(?:(\d+)[\s-]+)?${fraction}(?![\d.,])\s*(.*)$`, "u");
const numberThenUnit = new RegExp(String.raw`^([+-]?)\s*(${number})\s*(.*)$`, "u");

/** What a rule or a drill is divided by; a stroke between other whole numbers is as likely a pair of blades. */
const isRuled = (below: number) => below >= 2 && below <= 128 && (below & (below - 1)) === 0;

/** A figure and what stands after it. */
interface Spelled {
  readonly figure: number;
  readonly rest: string;
  readonly isFraction: boolean;
}

/** A figure as it is spelled, whatever it is in; null where it is none. */
function spelledIn(plain: string): Spelled | null {
  const text = withoutOneSign(plain);
  const mixed = mixedThenUnit.exec(text);
  if (mixed) {
    const [, sign, whole = "0", above = "", below = "", rest = ""] = mixed;
    if (Number(below) === 0) return null;
    return {
      figure: (sign === "-" ? -1 : 1) * (Number(whole) + Number(above) / Number(below)),
      rest,
      isFraction: true,
    };
  }
  const match = numberThenUnit.exec(text);
  if (!match) return null;
  const [, sign, digits = "", rest = ""] = match;
  return { figure: (sign === "-" ? -1 : 1) * Number(digits.replace(",", ".")), rest, isFraction: false };
}

/** The unit that was meant, or what is wrong with how it is spelled. */
function unitFor(rest: string, typed: string, dimension: Dimension, assumed: Unit): Outcome<Unit> {
  if (rest === "") return done(assumed);
  // A thousandth of an inch to one, a millimetre to another.
  if (/^mils?\.?$/iu.test(rest.trim()))
    return refused(problem("unit-ambiguous", [], { typed, one: "thou", other: "mm" }));
  const unit = unitBySpelling(rest, dimension);
  if (!unit) return refused(problem("unit-unknown", [], { typed, spelled: rest, wanted: dimension }));
  if (unit.dimension !== dimension)
    return refused(problem("unit-wrong-dimension", [], { typed, measures: unit.dimension, wanted: dimension }));
  return done(unit);
}

const notANumber = (typed: string): Problem => problem("not-a-number", [], { typed });

/**
 * Reads what a person typed or a gauge sent: `63.48`, `2.4992 in`, `1.5 thou`, `108,041`, `.0015`, `1 3/8"`, `⅞ in`, `−0.02`,
 * `1.5e-3`. A comma is a decimal comma: no engine dimension needs a separator of thousands. A fraction is one of inches, where
 * inches are typed or assumed, by what rules are divided by; elsewhere it is asked what is meant.
 *
 * @param text       what stands in the field
 * @param dimension  what is being measured there
 * @param assumed    the unit of a bare number; of the same dimension
 * @returns  the quantity, or problems empty, too-long, not-a-number, unit-unknown, unit-ambiguous, unit-wrong-dimension, stroke-unclear
 * @example  parseQuantity("1 3/8 in", "length", unitById("mm")!).value // { value: 34.925 }
 */
export function parseQuantity(text: string, dimension: Dimension, assumed: Unit): Outcome<Quantity> {
  const typed = text.trim();
  if (typed === "") return refused(problem("empty"));
  if (typed.length > longest) return refused(problem("too-long", [], { longest, length: typed.length }));
  const spelled = spelledIn(plainText(typed));
  // Digits after the number, or a second point, mean that the text is not one number with a unit.
  if (!spelled || !Number.isFinite(spelled.figure) || /^[\d.,]/u.test(spelled.rest)) return refused(notANumber(typed));
  // One side of the stroke without a point, and no fraction: a pair of blades, or a slip.
  if (/\||\/\s*[.,]?\d/u.test(spelled.rest)) return refused(problem("stroke-unclear", [], { typed }));
  const unit = unitFor(spelled.rest, typed, dimension, assumed);
  if (!unit.ok) return unit;
  if (spelled.isFraction) {
    const below = Number(/\/\s*(\d+)/u.exec(withoutOneSign(plainText(typed)))![1]);
    const isInches = unit.value.id === "in";
    const isOneSign = !plainText(typed).includes("/");
    if (!isOneSign && !(isInches && isRuled(below))) return refused(problem("stroke-unclear", [], { typed }));
  }
  return done({ value: toCore(spelled.figure, unit.value), typed, unit: unit.value.id });
}

/** A reading as typed: one figure, or the blade that went in and the one that did not. */
export interface TypedReading extends Quantity {
  /** Half the way between the two, in core units; `value` is the middle. */
  readonly half?: number;
}

/** The sign of a pair; a stroke does too where both figures have a decimal point, as no fraction has. */
const pairSign = /^([^|]+)\|([^|]+)$/u;
const pairStroke = new RegExp(String.raw`^(${number})([^/\d]*)/\s*(${number})(.*)$`, "u");
const hasPoint = (text: string) => /[.,]/u.test(text);

/** The two sides of a pair; null where it is no pair. */
function sidesOf(typed: string): readonly [string, string] | null {
  const plain = plainText(typed);
  const signed = pairSign.exec(plain);
  if (signed) return [signed[1]!.trim(), signed[2]!.trim()];
  const stroked = pairStroke.exec(plain);
  if (!stroked || !hasPoint(stroked[1]!) || !hasPoint(stroked[3]!)) return null;
  return [`${stroked[1]!}${stroked[2]!}`.trim(), `${stroked[3]!}${stroked[4]!}`.trim()];
}

/**
 * As `parseQuantity`, and `0.40|0.45` for a gap: the feeler that goes in, and the next one that does not. A unit that stands at
 * one of the two is that of both.
 *
 * @returns  the quantity, or the problems of parseQuantity, or gap-backwards where the first is not the smaller
 * @example  parseReading("10|12 thou", "length", unitById("mm")!).value // { value: 0.2794, half: 0.0254 }
 */
export function parseReading(text: string, dimension: Dimension, assumed: Unit): Outcome<TypedReading> {
  const typed = text.trim();
  const sides = sidesOf(typed);
  if (!sides) return parseQuantity(text, dimension, assumed);
  if (typed.length > longest) return refused(problem("too-long", [], { longest, length: typed.length }));
  const restOf = (side: string) => spelledIn(side)?.rest ?? "";
  const named = sides.map(restOf).find((rest) => rest !== "") ?? "";
  const unit = unitFor(named, typed, dimension, assumed);
  if (!unit.ok) return unit;
  const [go, noGo] = sides.map((side) => parseQuantity(side, dimension, unit.value)) as [Outcome<Quantity>, Outcome<Quantity>]; // prettier-ignore
  if (!go.ok) return go;
  if (!noGo.ok) return noGo;
  if (go.value.value >= noGo.value.value) return refused(problem("gap-backwards", [], { typed }));
  return done({
    value: (go.value.value + noGo.value.value) / 2,
    half: (noGo.value.value - go.value.value) / 2,
    typed,
    unit: noGo.value.unit,
  });
}

/** A quantity between two ends that a person typed; the ends are one where no tolerance was. */
export interface Toleranced {
  readonly low: number;
  readonly high: number;
  readonly typed: string;
  readonly unit: string;
}

const around = new RegExp(String.raw`^(.*?\d.*?)\s*(?:±|\+\s*/\s*-|\+-)\s*(.*)$`, "u");
const upAndDown = new RegExp(
  String.raw`^(.*?\d.*?)\s*([+-])\s*(${number})\s*/?\s*([+-])\s*(${number})\s*([^\d]*)$`,
  "u",
);
const between = new RegExp(
  String.raw`^([+-]?\s*${number}\s*[^\d\s.,+-]*)\s*(?:-|to|\.{2,3}|…)\s*([+-]?${number}\s*[^\d]*)$`,
  "iu",
);

/**
 * Reads a figure with its tolerance, as manuals print it: `12 ± 0.1`, `12 +/− 0.1`, `12 +0.1/−0.05`, `11.9–12.1`,
 * `2.3600 to 2.3605 in`; and a figure alone. A unit that stands at one of them is that of all.
 *
 * @returns  its ends; or the problems of parseQuantity, tolerance-units where two units stand there, tolerance-backwards
 *           where the first end is the larger
 * @example  parseTolerance("12 ± 0.1", "length", unitById("mm")!).value // { low: 11.9, high: 12.1 }
 */
export function parseTolerance(text: string, dimension: Dimension, assumed: Unit): Outcome<Toleranced> {
  const typed = text.trim();
  const alone = parseQuantity(typed, dimension, assumed);
  if (alone.ok) return done({ low: alone.value.value, high: alone.value.value, typed, unit: alone.value.unit });
  if (typed.length > longest) return alone;
  const plain = plainText(typed);
  const [pm, ud, to] = [around.exec(plain), upAndDown.exec(plain), between.exec(plain)];
  const sides = pm ? [pm[1]!, pm[2]!] : ud && ud[2] !== ud[4] ? [ud[1]!, ud[3]!, `${ud[5]!}${ud[6]!}`] : to ? [to[1]!, to[2]!] : null; // prettier-ignore
  if (!sides) return alone;
  const rests = sides.map((side) => spelledIn(side.trim())?.rest.trim() ?? "").filter((rest) => rest !== "");
  const unit = unitFor(rests[0] ?? "", typed, dimension, assumed);
  if (!unit.ok) return unit;
  const parsed = sides.map((side) => parseQuantity(side, dimension, unit.value));
  const wrong = parsed.find((each) => !each.ok);
  if (wrong && !wrong.ok) return refused(...wrong.problems.map((each) => (each.code === "empty" ? notANumber(typed) : each))); // prettier-ignore
  const values = parsed.flatMap((each) => (each.ok ? [each.value] : []));
  if (values.some((each) => each.unit !== unit.value.id)) return refused(problem("tolerance-units", [], { typed }));
  const [first, second, third] = values.map(({ value }) => value) as [number, number, number?];
  // What is taken off and what is put on are sizes of their own: neither has a sign.
  if ((pm && second < 0) || (third !== undefined && (second < 0 || third < 0))) return refused(notANumber(typed));
  const offset = unit.value.offset ?? 0;
  const by = (end: number) => end - offset;
  const [low, high] = pm
    ? [first - by(second), first + by(second)]
    : third === undefined
      ? [first, second]
      : ud![2] === "+"
        ? [first - by(third), first + by(second)]
        : [first - by(second), first + by(third)];
  if (low > high) return refused(problem("tolerance-backwards", [], { typed }));
  return done({ low, high, typed, unit: unit.value.id });
}
