import { done, problem, refused, type Outcome } from "../problem/problem";
import { toCore, unitById, unitBySpelling, type Dimension, type Unit } from "./units";

/** A quantity as a person typed it, with its value in core units. */
export interface Quantity {
  readonly value: number;
  /** The text as it was typed, trimmed. */
  readonly typed: string;
  /** Id of the unit it was typed in, or assumed where none was typed. */
  readonly unit: string;
}

const longest = 40;
const numberThenUnit = /^([+-]?)(\d+(?:[.,]\d*)?|[.,]\d+)\s*(.*)$/u;

/**
 * Reads what a person typed or a gauge sent: `63.48`, `2.4992 in`, `1.5 thou`, `108,041`.
 * A comma is a decimal comma: no engine dimension needs a separator of thousands.
 *
 * @param text       what stands in the field
 * @param dimension  what is being measured there
 * @param assumed    the unit of a bare number; of the same dimension
 * @returns  the quantity, or problems empty, too-long, not-a-number, unit-unknown, unit-wrong-dimension
 * @example  parseQuantity("2 in", "length", mm) // value 50.8
 */
export function parseQuantity(text: string, dimension: Dimension, assumed: Unit): Outcome<Quantity> {
  const typed = text.trim();
  if (typed === "") return refused(problem("empty"));
  if (typed.length > longest) return refused(problem("too-long", [], { longest, length: typed.length }));
  const plain = typed.replace(/[\u2212\u2012\u2013]/gu, "-").replace(/[\u00a0\u202f\u2009]/gu, " ");
  const match = numberThenUnit.exec(plain);
  if (!match) return refused(problem("not-a-number", [], { typed }));
  const [, sign, digits = "", rest = ""] = match;
  // Digits after the number, or a second point, mean that the text is not one number with a unit.
  if (/^[\d.,]/u.test(rest)) return refused(problem("not-a-number", [], { typed }));
  const unit = rest === "" ? assumed : unitBySpelling(rest);
  if (!unit) return refused(problem("unit-unknown", [], { typed, spelled: rest, wanted: dimension }));
  if (unit.dimension !== dimension) {
    return refused(problem("unit-wrong-dimension", [], { typed, measures: unit.dimension, wanted: dimension }));
  }
  const number = Number(digits.replace(",", ".")) * (sign === "-" ? -1 : 1);
  return done({ value: toCore(number, unit), typed, unit: unit.id });
}

/** A reading as typed: one figure, or the blade that went in and the one that did not. */
export interface TypedReading extends Quantity {
  /** Half the way between the two, in core units; `value` is the middle. */
  readonly half?: number;
}

const goAndNoGo = /^([^/]+)\/([^/]+)$/u;

/**
 * As `parseQuantity`, and `0.40/0.45` for a gap: the feeler that goes in, and the next one that does not.
 *
 * @returns  the quantity, or the problems of parseQuantity, or gap-backwards where the first is not the smaller
 */
export function parseReading(text: string, dimension: Dimension, assumed: Unit): Outcome<TypedReading> {
  const pair = goAndNoGo.exec(text.trim());
  // “N/mm” has a stroke too.
  if (!pair || !/^[+-]?[\d.,]/u.test(pair[2]!.trim())) return parseQuantity(text, dimension, assumed);
  const noGo = parseQuantity(pair[2]!, dimension, assumed);
  if (!noGo.ok) return noGo;
  const go = parseQuantity(pair[1]!, dimension, unitById(noGo.value.unit)!);
  if (!go.ok) return go;
  const typed = text.trim();
  if (typed.length > longest) return refused(problem("too-long", [], { longest, length: typed.length }));
  if (go.value.value >= noGo.value.value) return refused(problem("gap-backwards", [], { typed }));
  return done({
    value: (go.value.value + noGo.value.value) / 2,
    half: (noGo.value.value - go.value.value) / 2,
    typed,
    unit: noGo.value.unit,
  });
}
