import fc from "fast-check";
import loadHighs from "highs";
import { seeded } from "./seeded";
import { linearProgram, pickOf } from "./linear-program";
import { bucketElimination, type Variable, type Constraint } from "./bucket-elimination";

/** The same question by trying every combination. */
function byEnumeration(variables: readonly Variable[], constraints: readonly Constraint[]): number {
  let best = Infinity;
  const pick: number[] = [];
  const walk = (place: number, cost: number) => {
    if (cost >= best) return;
    if (place === variables.length) {
      if (constraints.every(({ of, allows }) => allows(of.map((each) => pick[each]!)))) best = cost;
      return;
    }
    variables[place]!.costs.forEach((own, option) => {
      pick[place] = option;
      walk(place + 1, cost + own);
    });
  };
  walk(0, 0);
  return best;
}

interface Instance {
  readonly variables: readonly Variable[];
  readonly constraints: readonly Constraint[];
  /** The forbidden combinations, laid out for the linear program. */
  readonly forbidden: readonly (readonly (readonly [place: number, option: number])[])[];
}

/** Places with options at random prices, some refused, and constraints that forbid combinations at random. */
function instance(seed: number, places: number, constraints: number): Instance {
  const { next: uniform } = seeded(seed);
  const upTo = (most: number) => Math.floor(uniform() * most);
  const variables = Array.from({ length: places }, () => ({
    costs: Array.from({ length: 2 + upTo(3) }, () => (uniform() < 0.15 ? Infinity : upTo(40))),
  }));
  const forbidden: [number, number][][] = [];
  const made = Array.from({ length: constraints }, (): Constraint => {
    const of = [...new Set(Array.from({ length: 2 + upTo(2) }, () => upTo(places)))].sort((a, b) => a - b);
    const out = new Set<string>();
    const walk = (at: number, options: number[]) => {
      if (at < of.length) return variables[of[at]!]!.costs.forEach((_, option) => walk(at + 1, [...options, option]));
      if (uniform() > 0.35) return;
      out.add(options.join());
      forbidden.push(options.map((option, index) => [of[index]!, option]));
    };
    walk(0, []);
    return { of, allows: (options) => !out.has(options.join()) };
  });
  return { variables, constraints: made, forbidden };
}

const costOf = (found: ReturnType<typeof bucketElimination>) => (found.kind === "picked" ? found.cost : Infinity);

test("a pick that can be done by hand", () => {
  expect(
    bucketElimination([{ costs: [0, 5] }, { costs: [Infinity, 3] }], [{ of: [0, 1], allows: ([a, b]) => a === b }]),
  ).toMatchObject({ kind: "picked", pick: [1, 1], cost: 8 });
});

test.each(Array.from({ length: 40 }, (_, seed) => seed + 1))(
  "costs what trying every combination finds, and satisfies every constraint (%i)",
  (seed) => {
    const { variables, constraints } = instance(seed, 2 + (seed % 11), 1 + (seed % 9));
    const found = bucketElimination(variables, constraints);
    expect(costOf(found)).toBe(byEnumeration(variables, constraints));
    if (found.kind !== "picked") return;
    expect(constraints.every(({ of, allows }) => allows(of.map((place) => found.pick[place]!)))).toBe(true);
    expect(found.pick.reduce((sum, option, place) => sum + variables[place]!.costs[option]!, 0)).toBe(found.cost);
  },
);

test("costs what HiGHS finds for the same problem as a linear program", async () => {
  const highs = await loadHighs();
  for (let seed = 100; seed < 125; seed += 1) {
    const made = instance(seed, 12, 8 + (seed % 8));
    const solved = highs.solve(linearProgram(made.variables, made.constraints)!);
    const found = costOf(bucketElimination(made.variables, made.constraints));
    if (solved.Status === "Infeasible") expect(found).toBe(Infinity);
    else {
      expect(found).toBe(Math.round(solved.ObjectiveValue));
      const columns = solved.Columns as Readonly<Record<string, { Primal: number }>>;
      const pick = pickOf(made.variables, (name) => columns[name]?.Primal ?? 0);
      expect(pick.reduce((sum, option, place) => sum + made.variables[place]!.costs[option]!, 0)).toBe(found);
    }
  }
});

test("is the same whatever order the constraints stand in", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1000 }), fc.integer({ min: 0, max: 20 }), (seed, turn) => {
      const { variables, constraints } = instance(seed, 9, 8);
      const turned = [...constraints.slice(turn % 8), ...constraints.slice(0, turn % 8)].reverse();
      expect(bucketElimination(variables, turned)).toEqual(bucketElimination(variables, constraints));
    }),
    { numRuns: 60 },
  );
});

test("what is too large is said to be, and nothing is guessed", () => {
  const variables = Array.from({ length: 12 }, () => ({ costs: [0, 1, 2, 3] }));
  const together: Constraint = { of: variables.map((_, place) => place), allows: () => true };
  expect(bucketElimination(variables, [together])).toEqual({ kind: "too-large", entries: 4 ** 12 });
});
