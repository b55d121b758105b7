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
 * Goes through all values of some variables in order and tells where each stands in a table: as runs over the last
 * variable, so that the innermost loop is the caller's own.
 */
function eachRun(
  of: readonly number[],
  table: readonly number[],
  states: readonly number[],
  run: (at: number, place: number, length: number, stride: number) => void,
): void {
  const last = of.length - 1;
  if (last < 0) return run(0, 0, 1, 0);
  const strides = stridesOf(table, of, states);
  const [length, stride] = [states[of[last]!]!, strides[last]!];
  const digits = new Int32Array(last);
  const runs = sizeOf(of, states) / length;
  let place = 0;
  for (let at = 0; at < runs; at += 1) {
    run(at * length, place, length, stride);
    for (let digit = last - 1; digit >= 0; digit -= 1) {
      if (digits[digit]! < states[of[digit]!]! - 1) {
        digits[digit]! += 1;
        place += strides[digit]!;
        break;
      }
      place -= digits[digit]! * strides[digit]!;
      digits[digit] = 0;
    }
  }
}

/** Multiplies values over some variables by a table over some of them, in place. */
export function multiplyBy(
  values: Float64Array,
  of: readonly number[],
  { of: own, values: data }: Table,
  states: readonly number[],
): void {
  eachRun(of, own, states, (at, place, length, stride) => {
    for (let step = 0; step < length; step += 1) values[at + step]! *= data[place + step * stride]!;
  });
}

/**
 * The product of tables over all of some variables, which have to hold all of theirs.
 *
 * @example product([0], [{ of: [0], values: Float64Array.of(0.5, 0.5) }, { of: [0], values: Float64Array.of(1, 0) }], [2]).values[0] // 0.5
 */
export function product(of: readonly number[], tables: readonly Table[], states: readonly number[]): Table {
  const values = new Float64Array(sizeOf(of, states)).fill(1);
  for (const table of tables) multiplyBy(values, of, table, states);
  return { of, values };
}

/** Tables with the same product, and fewer of them: each that is about nothing but what another is about goes into that one. */
export function absorbed(tables: readonly Table[], states: readonly number[]): readonly Table[] {
  const kept: Table[] = [];
  for (const table of tables.toSorted((a, b) => b.of.length - a.of.length)) {
    const larger = kept.findIndex(({ of }) => table.of.every((variable) => of.includes(variable)));
    if (larger < 0) kept.push(table);
    else kept[larger] = product(kept[larger]!.of, [kept[larger]!, table], states);
  }
  return kept;
}

/** A table summed over all variables but some. */
export function summedTo(of: readonly number[], table: Table, states: readonly number[]): Table {
  const values = new Float64Array(sizeOf(of, states));
  const { values: data } = table;
  eachRun(table.of, of, states, (at, place, length, stride) => {
    for (let step = 0; step < length; step += 1) values[place + step * stride]! += data[at + step]!;
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
