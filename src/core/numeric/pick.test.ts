import fc from "fast-check";
import loadHighs from "highs";
import { seeded } from "./seeded";
import { linearProgram, pickOf } from "./linear-program";
import { cheapestPick, type Chooser, type Relation } from "./pick";

/** The same question by trying every combination. */
function byEnumeration(choosers: readonly Chooser[], relations: readonly Relation[]): number {
  let best = Infinity;
  const pick: number[] = [];
  const walk = (place: number, cost: number) => {
    if (cost >= best) return;
    if (place === choosers.length) {
      if (relations.every(({ of, allows }) => allows(of.map((each) => pick[each]!)))) best = cost;
      return;
    }
    choosers[place]!.costs.forEach((own, option) => {
      pick[place] = option;
      walk(place + 1, cost + own);
    });
  };
  walk(0, 0);
  return best;
}

interface Instance {
  readonly choosers: readonly Chooser[];
  readonly relations: readonly Relation[];
  /** The forbidden combinations, laid out for the linear program. */
  readonly forbidden: readonly (readonly (readonly [place: number, option: number])[])[];
}

/** Places with options at random prices, some refused, and relations that forbid combinations at random. */
function instance(seed: number, places: number, relations: number): Instance {
  const { next: uniform } = seeded(seed);
  const upTo = (most: number) => Math.floor(uniform() * most);
  const choosers = Array.from({ length: places }, () => ({
    costs: Array.from({ length: 2 + upTo(3) }, () => (uniform() < 0.15 ? Infinity : upTo(40))),
  }));
  const forbidden: [number, number][][] = [];
  const made = Array.from({ length: relations }, (): Relation => {
    const of = [...new Set(Array.from({ length: 2 + upTo(2) }, () => upTo(places)))].sort((a, b) => a - b);
    const out = new Set<string>();
    const walk = (at: number, options: number[]) => {
      if (at < of.length) return choosers[of[at]!]!.costs.forEach((_, option) => walk(at + 1, [...options, option]));
      if (uniform() > 0.35) return;
      out.add(options.join());
      forbidden.push(options.map((option, index) => [of[index]!, option]));
    };
    walk(0, []);
    return { of, allows: (options) => !out.has(options.join()) };
  });
  return { choosers, relations: made, forbidden };
}

const costOf = (found: ReturnType<typeof cheapestPick>) => (found.kind === "picked" ? found.cost : Infinity);

test("a pick that can be done by hand", () => {
  expect(
    cheapestPick([{ costs: [0, 5] }, { costs: [Infinity, 3] }], [{ of: [0, 1], allows: ([a, b]) => a === b }]),
  ).toMatchObject({ kind: "picked", pick: [1, 1], cost: 8 });
});

test.each(Array.from({ length: 40 }, (_, seed) => seed + 1))(
  "costs what trying every combination finds, and satisfies every relation (%i)",
  (seed) => {
    const { choosers, relations } = instance(seed, 2 + (seed % 11), 1 + (seed % 9));
    const found = cheapestPick(choosers, relations);
    expect(costOf(found)).toBe(byEnumeration(choosers, relations));
    if (found.kind !== "picked") return;
    expect(relations.every(({ of, allows }) => allows(of.map((place) => found.pick[place]!)))).toBe(true);
    expect(found.pick.reduce((sum, option, place) => sum + choosers[place]!.costs[option]!, 0)).toBe(found.cost);
  },
);

test("costs what HiGHS finds for the same problem as a linear program", async () => {
  const highs = await loadHighs();
  for (let seed = 100; seed < 125; seed += 1) {
    const made = instance(seed, 12, 8 + (seed % 8));
    const solved = highs.solve(linearProgram(made.choosers, made.relations)!);
    const found = costOf(cheapestPick(made.choosers, made.relations));
    if (solved.Status === "Infeasible") expect(found).toBe(Infinity);
    else {
      expect(found).toBe(Math.round(solved.ObjectiveValue));
      const columns = solved.Columns as Readonly<Record<string, { Primal: number }>>;
      const pick = pickOf(made.choosers, (name) => columns[name]?.Primal ?? 0);
      expect(pick.reduce((sum, option, place) => sum + made.choosers[place]!.costs[option]!, 0)).toBe(found);
    }
  }
});

test("is the same whatever order the relations stand in", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1000 }), fc.integer({ min: 0, max: 20 }), (seed, turn) => {
      const { choosers, relations } = instance(seed, 9, 8);
      const turned = [...relations.slice(turn % 8), ...relations.slice(0, turn % 8)].reverse();
      expect(cheapestPick(choosers, turned)).toEqual(cheapestPick(choosers, relations));
    }),
    { numRuns: 60 },
  );
});

test("what is too large is said to be, and nothing is guessed", () => {
  const choosers = Array.from({ length: 12 }, () => ({ costs: [0, 1, 2, 3] }));
  const together: Relation = { of: choosers.map((_, place) => place), allows: () => true };
  expect(cheapestPick(choosers, [together])).toEqual({ kind: "too-large", entries: 4 ** 12 });
});
