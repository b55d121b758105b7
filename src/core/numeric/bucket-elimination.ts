import { keptBeside } from "../same";

/** A variable of the problem: a place, with what each of its options costs; infinite where it is refused. */
export interface Variable {
  readonly costs: readonly number[];
}

/** What some places may not choose together. It takes away, and grants nothing. */
export interface Constraint {
  /** Places by their number, each once. */
  readonly of: readonly number[];
  /** Options by their number, in the order of `of`. */
  readonly allows: (options: readonly number[]) => boolean;
}

export type Picked =
  | {
      readonly kind: "picked";
      /** By place, the number of its option. */
      readonly pick: readonly number[];
      readonly cost: number;
      /** Entries of the largest table that was needed. */
      readonly largest: number;
    }
  | { readonly kind: "none" }
  | { readonly kind: "too-large"; readonly entries: number };

/** A table of more entries than this is not made: the group is said to be too large. */
export const mostEntries = 1 << 17;

/** A function of some places, laid out with the first place changing slowest. */
interface Table {
  readonly of: readonly number[];
  readonly values: Float64Array;
}

/** One place eliminated: what is best for it beside each combination of its neighbours, and what that costs. */
interface Bucket {
  readonly around: readonly number[];
  readonly best: Uint16Array;
  readonly message: Table;
}

/** Tables and buckets of before, for places and constraints that are the very same objects: only what hangs on another is made anew. */
const keptTables = keptBeside<Variable | Constraint, Table>();
const keptBuckets = keptBeside<Table, Bucket>();

/** Calls with every combination of options of some places, and its number in their table. */
function everyCombination(sizes: readonly number[], at: (options: readonly number[], entry: number) => void): void {
  const options = sizes.map(() => 0);
  const entries = sizes.reduce((product, size) => product * size, 1);
  for (let entry = 0; entry < entries; entry += 1) {
    at(options, entry);
    for (let place = sizes.length - 1; place >= 0; place -= 1) {
      options[place]! += 1;
      if (options[place]! < sizes[place]!) break;
      options[place] = 0;
    }
  }
}

interface Elimination {
  readonly order: readonly number[];
  readonly largest: number;
}

/** Of the same places and links as before the order is what it was. */
const keptOrders = keptBeside<Variable, Elimination>();

/**
 * In which order places are eliminated: each time the one whose neighbours have to be linked least, the first of equals.
 * Null where a table would have to be larger than the bound: that is known before any is made.
 */
function eliminationOrder(sizes: readonly number[], scopes: readonly (readonly number[])[], most: number): Elimination {
  const neighbours = sizes.map(() => new Set<number>());
  for (const scope of scopes) for (const a of scope) for (const b of scope) if (a !== b) neighbours[a]!.add(b);
  const left = new Set(sizes.keys());
  const order: number[] = [];
  let largest = 1;
  /** How many links a place's neighbours lack; no longer counted once there are as many as somewhere else. */
  const fillOf = (place: number, enough: number) => {
    const around = [...neighbours[place]!];
    let fill = 0;
    for (let a = 0; a < around.length; a += 1) {
      const known = neighbours[around[a]!]!;
      for (let b = a + 1; b < around.length; b += 1) if (!known.has(around[b]!)) fill += 1;
      if (fill >= enough) return enough;
    }
    return fill;
  };
  while (left.size > 0) {
    let best = -1;
    let least = Infinity;
    for (const place of left) {
      const fill = fillOf(place, least);
      if (fill < least) [best, least] = [place, fill];
      if (least === 0) break;
    }
    const around = [...neighbours[best]!];
    largest = Math.max(
      largest,
      around.reduce((product, place) => product * sizes[place]!, sizes[best]!),
    );
    if (largest > most) return { order, largest };
    for (const a of around) {
      neighbours[a]!.delete(best);
      for (const b of around) if (a !== b) neighbours[a]!.add(b);
    }
    left.delete(best);
    order.push(best);
  }
  return { order, largest };
}

/**
 * A weighted constraint satisfaction problem solved by bucket elimination: the cheapest way to choose one option for every
 * place such that every constraint allows it, exact, and the same for whatever order the constraints are given in. Of picks
 * that cost the same, the one whose places take their earlier options.
 *
 * @param variables    costs are integers below 2^53 in sum, infinite where an option is refused
 * @param constraints  what may not be chosen together
 * @param most         entries that a table may have; beyond that nothing is guessed
 * @returns            the pick and its cost; `none` where nothing satisfies all; `too-large` with what it would take
 * @source  elimination of variables over a graph, with min-fill as order (Dechter, Bucket elimination, 1999; from memory)
 * @example bucketElimination([{ costs: [0, 5] }, { costs: [Infinity, 3] }], [{ of: [0, 1], allows: ([a, b]) => a === b }]) // { pick: [1, 1], cost: 8 }
 */
export function bucketElimination(
  variables: readonly Variable[],
  constraints: readonly Constraint[],
  most: number = mostEntries,
): Picked {
  // What is refused by itself is in no table.
  const offered = variables.map(({ costs }) =>
    costs.flatMap((cost, option) => (Number.isFinite(cost) ? [option] : [])),
  );
  if (offered.some((options) => options.length === 0)) return { kind: "none" };
  if (variables.length === 0) return { kind: "picked", pick: [], cost: 0, largest: 1 };
  const sizes = offered.map((options) => options.length);
  const shape: number[] = [most, ...sizes];
  for (const { of } of constraints) shape.push(-1, ...of);
  const { order, largest } = keptOrders(variables[0]!, shape, () =>
    eliminationOrder(
      sizes,
      constraints.map(({ of }) => of),
      most,
    ),
  );
  if (largest > most) return { kind: "too-large", entries: largest };

  const tableOf = (of: readonly number[], value: (options: readonly number[]) => number): Table => {
    const across = of.map((place) => sizes[place]!);
    const values = new Float64Array(across.reduce((product, size) => product * size, 1));
    const given = across.map(() => 0);
    everyCombination(across, (options, entry) => {
      for (let at = 0; at < of.length; at += 1) given[at] = offered[of[at]!]![options[at]!]!;
      values[entry] = value(given);
    });
    return { of, values };
  };
  const tables: Table[] = [
    ...variables.map((variable, place) =>
      keptTables(variable, [place], () => tableOf([place], ([option]) => variable.costs[option!]!)),
    ),
    ...constraints.map((constraint) =>
      keptTables(
        constraint,
        constraint.of.map((place) => variables[place]),
        () => tableOf(constraint.of, (options) => (constraint.allows(options) ? 0 : Infinity)),
      ),
    ),
  ];
  const live = new Set(tables.keys());
  const at = sizes.map(() => [] as number[]);
  tables.forEach(({ of }, number) => of.forEach((place) => at[place]!.push(number)));

  /** How far apart the entries of a table are for neighbouring options of a place; 0 where it does not depend on it. */
  const strideOf = ({ of }: Table, place: number) => {
    const at = of.indexOf(place);
    return at < 0 ? 0 : of.slice(at + 1).reduce((product, each) => product * sizes[each]!, 1);
  };
  const eliminated = (place: number, mine: readonly Table[]): Bucket => {
    const around = [...new Set(mine.flatMap(({ of }) => of))].filter((each) => each !== place).sort((a, b) => a - b);
    const across = around.map((each) => sizes[each]!);
    const entries = across.reduce((product, size) => product * size, 1);
    const values = new Float64Array(entries);
    const best = new Uint16Array(entries);
    const strides = mine.map((table) => around.map((each) => strideOf(table, each)));
    const ownStrides = mine.map((table) => strideOf(table, place));
    const begin = mine.map(() => 0);
    everyCombination(across, (options, entry) => {
      for (let table = 0; table < mine.length; table += 1) {
        let from = 0;
        for (let index = 0; index < options.length; index += 1) from += strides[table]![index]! * options[index]!;
        begin[table] = from;
      }
      let least = Infinity;
      for (let option = 0; option < sizes[place]!; option += 1) {
        let sum = 0;
        for (let table = 0; table < mine.length; table += 1)
          sum += mine[table]!.values[begin[table]! + option * ownStrides[table]!]!;
        if (sum < least) {
          least = sum;
          best[entry] = option;
        }
      }
      values[entry] = least;
    });
    return { around, best, message: { of: around, values } };
  };

  const buckets: (Bucket & { readonly place: number })[] = [];
  let cost = 0;
  for (const place of order) {
    const here = at[place]!.filter((number) => live.has(number));
    const mine = here.map((number) => tables[number]!);
    const bucket = keptBuckets(mine[0]!, [place, ...mine], () => eliminated(place, mine));
    for (const number of here) live.delete(number);
    buckets.push({ place, ...bucket });
    const { around, message } = bucket;
    if (around.length === 0) cost += message.values[0]!;
    else {
      tables.push(message);
      live.add(tables.length - 1);
      for (const each of around) at[each]!.push(tables.length - 1);
    }
  }
  if (!Number.isFinite(cost)) return { kind: "none" };
  const chosen = sizes.map(() => 0);
  for (const { place, around, best } of buckets.reverse()) {
    let entry = 0;
    for (const each of around) entry = entry * sizes[each]! + chosen[each]!;
    chosen[place] = best[entry]!;
  }
  return { kind: "picked", pick: chosen.map((option, place) => offered[place]![option]!), cost, largest };
}
