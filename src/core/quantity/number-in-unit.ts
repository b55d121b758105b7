import { done, refused, type Outcome } from "../problem/problem";
import { formatNumber } from "./format-quantity";
import { parseQuantity } from "./parse-quantity";
import { fromCore, toCore, unitById, type Unit } from "./units";

/** A number that an entry keeps in a unit of its own; what was typed, with its unit, where that says more. */
export interface TypedNumber {
  readonly value: number;
  readonly typed?: string;
}

/**
 * Reads what was typed as a number of one unit, where it is shown and typed in another.
 *
 * @param own    what the number is kept in
 * @param shown  what a figure is in that names none
 * @returns      the number; or the problems of parseQuantity
 * @example readNumber("1.5 oz", unitById("g")!, unitById("g")!).value // { value: 42.5242846875, typed: "1.5 oz" }
 */
export function readNumber(text: string, own: Unit, shown: Unit): Outcome<TypedNumber> {
  const read = parseQuantity(text, own.dimension, shown);
  if (!read.ok) return refused(...read.problems);
  const { value: inCore, typed, unit } = read.value;
  // What is typed in the unit it is kept in stays the number that was typed.
  const value = Number(fromCore(inCore, own).toPrecision(12));
  if (typed === String(value) && unit === own.id) return done({ value });
  const saysUnit = /[a-zµ°"″%]/iu.test(typed);
  return done({ value, typed: saysUnit ? typed : `${typed} ${unitById(unit)!.symbol}`.trim() });
}

/**
 * A number that is kept in one unit as it is shown in another; without a symbol.
 *
 * @example showNumber(2, unitById("bar")!, unitById("psi")!) // "29"
 */
export const showNumber = (value: number, own: Unit, shown: Unit): string =>
  own.id === shown.id ? String(value) : formatNumber(toCore(value, own), shown);
