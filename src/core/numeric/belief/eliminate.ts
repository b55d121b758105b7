import { multiplyBy, placesIn, product, scale, sizeOf, summedInto, type Table } from "./tables";

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
}

/** What hangs together when a variable is summed out: itself and those it is then tied to. */
interface Bucket {
  readonly variable: number;
  /** The variable first, then the others: what goes up is about the others alone, and stands in as many like parts. */
  readonly of: readonly number[];
  /** The product of what is its own. */
  readonly own: Float64Array;
  /** The bucket that its message goes to; null for the last of what hangs together. */
  readonly parent: number | null;
  readonly children: number[];
  /** Where each value of the parent stands in the message. */
  readonly inParent: () => Int32Array;
}

/** A message, and the logarithm of what it was divided by. */
interface Message {
  readonly values: Float64Array;
  readonly log: number;
}

/** Places in larger tables are worked out anew each time rather than kept. */
const largestKept = 2 ** 16;

/** Tables made ready to be worked out, as often as one asks, with more evidence each time. */
export class Elimination {
  readonly #states: readonly number[];
  readonly #buckets: readonly Bucket[];
  readonly #rank: Int32Array;
  /** Logarithm of those tables that are about nothing. */
  readonly #log: number;
  /** Messages upwards without more evidence: kept, since evidence changes only those on its own way up. */
  #plain: readonly Message[] | null = null;

  /**
   * @param states  how many states each variable has
   * @param tables  whose product is the whole
   * @param order   see minFill; the caller looks at the width first
   */
  constructor(states: readonly number[], tables: readonly Table[], order: readonly number[]) {
    this.#states = states;
    const rank = new Int32Array(states.length);
    order.forEach((variable, at) => (rank[variable] = at));
    this.#rank = rank;
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
    this.#log = log;
    const buckets: Bucket[] = [];
    const children = order.map((): number[] => []);
    order.forEach((variable, at) => {
      const others = [...scopes[at]!].filter((each) => each !== variable).sort((a, b) => a - b);
      const parent = others.length === 0 ? null : first(others);
      if (parent !== null) {
        for (const each of others) scopes[parent]!.add(each);
        children[parent]!.push(at);
      }
      const of = [variable, ...others];
      let kept: Int32Array | null = null;
      const inParent = () => {
        if (kept) return kept;
        const places = placesIn(others, buckets[parent!]!.of, states);
        if (places.length <= largestKept) kept = places;
        return places;
      };
      buckets.push({ variable, of, own: product(of, owned[at]!, states).values, parent, children: children[at]!, inParent }); // prettier-ignore
    });
    this.#buckets = buckets;
  }

  /** Messages up: what is below a bucket says of what it shares with the one above. */
  #up(told: ReadonlyMap<number, Float64Array>): readonly Message[] {
    const changed = new Set<number>();
    for (const at of told.keys())
      for (let each: number | null = at; each !== null && !changed.has(each); each = this.#buckets[each]!.parent)
        changed.add(each);
    const up: Message[] = [];
    this.#buckets.forEach((bucket, at) => {
      if (this.#plain && !changed.has(at)) {
        up.push(this.#plain[at]!);
        return;
      }
      const whole = this.#ownOf(bucket, told.get(at));
      for (const child of bucket.children) multiplyBy(whole, up[child]!.values, this.#buckets[child]!.inParent());
      const size = whole.length / this.#states[bucket.variable]!;
      const values = new Float64Array(size);
      for (let part = 0; part < whole.length; part += size)
        for (let place = 0; place < size; place += 1) values[place]! += whole[part + place]!;
      up.push({ values, log: scale(values) });
    });
    if (told.size === 0) this.#plain = up;
    return up;
  }

  #ownOf({ variable, own }: Bucket, more: Float64Array | undefined): Float64Array {
    const values = own.slice();
    const size = values.length / this.#states[variable]!;
    more?.forEach((likely, grade) => {
      for (let place = grade * size; place < (grade + 1) * size; place += 1) values[place]! *= likely;
    });
    return values;
  }

  /**
   * What each variable is by itself: exact. Buckets of an elimination order make a tree; messages go up it once and down it
   * once, and none is ever divided by, so that tables may hold negative values.
   *
   * @param more  likelihoods by variable, besides the tables
   * @source  Dechter, Bucket elimination: a unifying framework for reasoning, 1999
   */
  marginals(more: ReadonlyMap<number, readonly number[]> = new Map()): Marginals {
    const buckets = this.#buckets;
    const told = new Map([...more].map(([variable, likely]) => [this.#rank[variable]!, Float64Array.from(likely)]));
    if (!this.#plain && told.size > 0) this.#up(new Map());
    const up = this.#up(told);
    let log = this.#log;
    buckets.forEach(({ parent }, at) => {
      log += up[at]!.log;
      if (parent === null) log += Math.log(up[at]!.values[0]!);
    });

    // Down: what all the rest says of it. Each child is told what all but itself say: what stands before it times what
    // stands after it, so that nothing is divided.
    const down: (Float64Array | null)[] = buckets.map(() => null);
    const found: (readonly number[] | null)[] = this.#states.map(() => null);
    for (let at = buckets.length - 1; at >= 0; at -= 1) {
      const bucket = buckets[at]!;
      const { variable, children } = bucket;
      const before = this.#ownOf(bucket, told.get(at));
      const size = before.length / this.#states[variable]!;
      const above = down[at];
      if (above)
        for (let part = 0; part < before.length; part += size)
          for (let place = 0; place < size; place += 1) before[part + place]! *= above[place]!;
      // What stands after each child; null for nothing.
      const after: (Float64Array | null)[] = children.map(() => null);
      for (let child = children.length - 2; child >= 0; child -= 1) {
        const behind = after[child + 1]?.slice() ?? new Float64Array(before.length).fill(1);
        const next = children[child + 1]!;
        multiplyBy(behind, up[next]!.values, buckets[next]!.inParent());
        after[child] = behind;
      }
      children.forEach((child, index) => {
        const whole = after[index];
        if (whole) for (let place = 0; place < whole.length; place += 1) whole[place]! *= before[place]!;
        const places = buckets[child]!.inParent();
        const message = summedInto(up[child]!.values.length, whole ?? before, places);
        scale(message);
        down[child] = message;
        multiplyBy(before, up[child]!.values, places);
      });
      const shares = Array.from({ length: before.length / size }, (_, grade) => {
        let sum = 0;
        for (let place = grade * size; place < (grade + 1) * size; place += 1) sum += before[place]!;
        return sum;
      });
      const sum = shares.reduce((total, each) => total + each, 0);
      found[variable] = sum > 0 ? shares.map((share) => Math.max(0, share) / sum) : null;
    }
    return { of: found, log: Number.isNaN(log) ? -Infinity : log };
  }
}
