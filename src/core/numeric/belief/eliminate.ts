import { absorbed, multiplyBy, product, scaled, sizeOf, summedTo, type Table } from "./tables";

/** What hangs together when a variable is summed out: itself and those it is then tied to. */
interface Bucket {
  readonly variable: number;
  /** The variable first, then the others. */
  readonly of: readonly number[];
  readonly own: readonly Table[];
  /** The bucket that its message goes to; null for the last of what hangs together. */
  parent: number | null;
}

/** In what order variables are summed out, and how much that takes. */
export interface Order {
  readonly order: readonly number[];
  /** The largest table there is, as the number of two-state variables that would make one of its size. */
  readonly width: number;
}

/**
 * An order in which to sum out variables: always the one next that ties fewest others together that were not tied (min-fill);
 * among those the one in the smallest table, then the first. It needs no numbers, so that what a network costs is known
 * before any is touched.
 *
 * @source  Kjærulff, Triangulation of graphs, 1990: the heuristic
 */
export function minFill(count: number, scopes: readonly (readonly number[])[], states: readonly number[]): Order {
  const near = Array.from({ length: count }, () => new Set<number>());
  const isNear = new Uint8Array(count * count);
  const tie = (a: number, b: number) => {
    near[a]!.add(b);
    isNear[a * count + b] = 1;
  };
  for (const scope of scopes) for (const a of scope) for (const b of scope) if (a !== b) tie(a, b);
  const left = new Set(near.keys());
  const fillOf = (variable: number): number => {
    const around = [...near[variable]!];
    let missing = 0;
    for (let a = 0; a < around.length; a += 1)
      for (let b = a + 1; b < around.length; b += 1) missing += 1 - isNear[around[a]! * count + around[b]!]!;
    return missing;
  };
  const sizeAt = (variable: number) => sizeOf([variable, ...near[variable]!], states);
  const fills = Int32Array.from({ length: count }, (_, variable) => fillOf(variable));
  const sizes = Float64Array.from({ length: count }, (_, variable) => sizeAt(variable));
  const order: number[] = [];
  let largest = 1;
  while (left.size > 0) {
    let best = -1;
    for (const variable of left)
      if (
        best < 0 ||
        fills[variable]! < fills[best]! ||
        (fills[variable] === fills[best] && sizes[variable]! < sizes[best]!)
      )
        best = variable;
    largest = Math.max(largest, sizes[best]!);
    const around = [...near[best]!];
    if (fills[best]! > 0) for (const a of around) for (const b of around) if (a !== b) tie(a, b);
    for (const a of around) near[a]!.delete(best);
    left.delete(best);
    order.push(best);
    // Only those near by can have become easier or harder; where nothing was tied, only those next to it.
    const touched = fills[best] === 0 ? around : new Set(around.flatMap((a) => [a, ...near[a]!]));
    for (const variable of touched) [fills[variable], sizes[variable]] = [fillOf(variable), sizeAt(variable)];
  }
  return { order, width: Math.log2(largest) };
}

export interface Marginals {
  /** What each variable is, by its states; sums to one. Null where the tables leave nothing possible. */
  readonly of: readonly (readonly number[] | null)[];
  /** Logarithm of the sum of the whole; minus infinity where nothing is possible. */
  readonly log: number;
  readonly width: number;
}

/**
 * What each variable is by itself, of a product of tables: exact. Buckets of an elimination order make a tree; messages go
 * up it once and down it once, and none is ever divided by, so that tables may hold negative values.
 *
 * @param states  how many states each variable has
 * @param tables  whose product is the whole
 * @source  Dechter, Bucket elimination: a unifying framework for reasoning, 1999
 * @throws  nothing; the caller looks at the width first, see minFill
 */
export function marginalsOf(states: readonly number[], tables: readonly Table[], given?: Order): Marginals {
  const { order, width } = given ?? minFill(states.length, tables.map(({ of }) => of), states); // prettier-ignore
  const rank = new Int32Array(states.length);
  order.forEach((variable, at) => (rank[variable] = at));
  const first = (of: readonly number[]) => Math.min(...of.map((variable) => rank[variable]!));

  const scopes = order.map(() => new Set<number>());
  const owned = order.map((): Table[] => []);
  let log = 0;
  for (const table of tables) {
    if (table.of.length === 0) {
      log += Math.log(table.values[0]!);
      continue;
    }
    const at = first(table.of);
    owned[at]!.push(table);
    for (const variable of table.of) scopes[at]!.add(variable);
  }
  const buckets: Bucket[] = [];
  order.forEach((variable, at) => {
    const others = [...scopes[at]!].filter((each) => each !== variable).sort((a, b) => a - b);
    const parent = others.length === 0 ? null : first(others);
    if (parent !== null) for (const each of others) scopes[parent]!.add(each);
    buckets.push({ variable, of: [variable, ...others], own: absorbed(owned[at]!, states), parent });
  });

  // Up: what is below a bucket says of what it shares with the one above.
  const children = buckets.map((): number[] => []);
  const up: (Table | null)[] = buckets.map(() => null);
  buckets.forEach(({ of, own, parent }, at) => {
    const whole = product(of, [...own, ...children[at]!.map((child) => up[child]!)], states);
    const { table, log: by } = scaled(summedTo(of.slice(1), whole, states));
    log += by;
    up[at] = table;
    if (parent !== null) children[parent]!.push(at);
    else log += Math.log(table.values[0]!);
  });

  // Down: what all the rest says of it. Each child is told what all but itself say: what stands before it times what stands
  // after it, so that nothing is divided.
  const down: (Table | null)[] = buckets.map(() => null);
  const found: (readonly number[] | null)[] = states.map(() => null);
  for (let at = buckets.length - 1; at >= 0; at -= 1) {
    const { variable, of, own } = buckets[at]!;
    const below = children[at]!;
    const before = product(of, [...own, ...(down[at] ? [down[at]!] : [])], states);
    // What stands after each child; null for nothing.
    const after: (Float64Array | null)[] = below.map(() => null);
    for (let child = below.length - 2; child >= 0; child -= 1) {
      const behind = after[child + 1]?.slice() ?? new Float64Array(before.values.length).fill(1);
      multiplyBy(behind, of, up[below[child + 1]!]!, states);
      after[child] = behind;
    }
    below.forEach((child, index) => {
      const whole = after[index];
      if (whole) for (let place = 0; place < whole.length; place += 1) whole[place]! *= before.values[place]!;
      const others = { of, values: whole ?? before.values };
      down[child] = scaled(summedTo(buckets[child]!.of.slice(1), others, states)).table;
      multiplyBy(before.values, of, up[child]!, states);
    });
    const belief = summedTo([variable], before, states);
    const sum = belief.values.reduce((total, value) => total + value, 0);
    found[variable] = sum > 0 ? Array.from(belief.values, (value) => Math.max(0, value) / sum) : null;
  }
  return { of: found, log: Number.isNaN(log) ? -Infinity : log, width };
}
