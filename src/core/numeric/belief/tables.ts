/** A table over variables, by their numbers: the value of the last one changes fastest. */
export interface Table {
  readonly of: readonly number[];
  readonly values: Float64Array;
}

/** How many values a table over these variables has. */
export const sizeOf = (of: readonly number[], states: readonly number[]): number =>
  of.reduce((size, variable) => size * states[variable]!, 1);

/** How far apart neighbours in each of some variables lie in a table: 0 for one that the table is not about. */
function stridesOf(table: readonly number[], along: readonly number[], states: readonly number[]): Int32Array {
  const strides = new Map<number, number>();
  let stride = 1;
  for (const variable of table.toReversed()) {
    strides.set(variable, stride);
    stride *= states[variable]!;
  }
  return Int32Array.from(along, (variable) => strides.get(variable) ?? 0);
}

/** Where each value of a table over some variables (along) stands in a table over some of those. */
export function placesIn(table: readonly number[], along: readonly number[], states: readonly number[]): Int32Array {
  const strides = stridesOf(table, along, states);
  const places = new Int32Array(sizeOf(along, states));
  // What stands for the last variables is repeated, shifted, for each further value of the one before them.
  let filled = 1;
  for (let at = along.length - 1; at >= 0; at -= 1) {
    const count = states[along[at]!]!;
    for (let value = 1; value < count; value += 1) {
      const shift = value * strides[at]!;
      for (let place = 0; place < filled; place += 1) places[value * filled + place] = places[place]! + shift;
    }
    filled *= count;
  }
  return places;
}

/** Multiplies values by those of another table, in place: see placesIn. */
export function multiplyBy(values: Float64Array, data: Float64Array, places: Int32Array): void {
  for (let at = 0; at < values.length; at += 1) values[at]! *= data[places[at]!]!;
}

/** Values summed into those of a smaller table: see placesIn. */
export function summedInto(size: number, values: Float64Array, places: Int32Array): Float64Array {
  const sums = new Float64Array(size);
  for (let at = 0; at < values.length; at += 1) sums[places[at]!]! += values[at]!;
  return sums;
}

/**
 * The product of tables over all of some variables, which have to hold all of theirs.
 *
 * @example product([0], [{ of: [0], values: Float64Array.of(0.5, 0.5) }, { of: [0], values: Float64Array.of(1, 0) }], [2]).values[0] // 0.5
 */
export function product(of: readonly number[], tables: readonly Table[], states: readonly number[]): Table {
  const values = new Float64Array(sizeOf(of, states)).fill(1);
  for (const table of tables) multiplyBy(values, table.values, placesIn(table.of, of, states));
  return { of, values };
}

/** Brings the largest of some values to one, in place. Returns the logarithm of what they were divided by; leaves all noughts. */
export function scale(values: Float64Array): number {
  let largest = 0;
  for (let at = 0; at < values.length; at += 1) largest = Math.max(largest, Math.abs(values[at]!));
  if (largest === 0) return 0;
  for (let at = 0; at < values.length; at += 1) values[at]! /= largest;
  return Math.log(largest);
}
