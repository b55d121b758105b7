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

/**
 * Goes through all values of some variables and tells, for each, where it stands in the tables.
 *
 * @param visit  the place in the whole, and the place in each table
 */
function walk(
  of: readonly number[],
  tables: readonly (readonly number[])[],
  states: readonly number[],
  visit: (at: number, places: Int32Array) => void,
): void {
  const strides = tables.map((table) => stridesOf(table, of, states));
  const places = new Int32Array(tables.length);
  const digits = new Int32Array(of.length);
  const size = sizeOf(of, states);
  for (let at = 0; at < size; at += 1) {
    visit(at, places);
    for (let digit = of.length - 1; digit >= 0; digit -= 1) {
      const isOver = digits[digit] === states[of[digit]!]! - 1;
      const step = isOver ? -digits[digit]! : 1;
      digits[digit]! += step;
      for (let table = 0; table < strides.length; table += 1) places[table]! += step * strides[table]![digit]!;
      if (!isOver) break;
    }
  }
}

/**
 * The product of tables over all of some variables, which have to hold all of theirs.
 *
 * @example product([0], [{ of: [0], values: Float64Array.of(0.5, 0.5) }, { of: [0], values: Float64Array.of(1, 0) }], [2]).values[0] // 0.5
 */
export function product(of: readonly number[], tables: readonly Table[], states: readonly number[]): Table {
  const values = new Float64Array(sizeOf(of, states)).fill(1);
  const data = tables.map((table) => table.values);
  walk(
    of,
    tables.map((table) => table.of),
    states,
    (at, places) => {
      let value = 1;
      for (let table = 0; table < data.length; table += 1) value *= data[table]![places[table]!]!;
      values[at] = value;
    },
  );
  return { of, values };
}

/** A table summed over all variables but some. */
export function summedTo(of: readonly number[], table: Table, states: readonly number[]): Table {
  const values = new Float64Array(sizeOf(of, states));
  walk(table.of, [of], states, (at, places) => {
    values[places[0]!]! += table.values[at]!;
  });
  return { of, values };
}

/** The same table with its largest value brought to one, and the logarithm of what it was divided by; as it is where it is all nought. */
export function scaled({ of, values }: Table): { readonly table: Table; readonly log: number } {
  let largest = 0;
  for (const value of values) largest = Math.max(largest, Math.abs(value));
  if (largest === 0) return { table: { of, values }, log: 0 };
  return { table: { of, values: values.map((value) => value / largest) }, log: Math.log(largest) };
}
