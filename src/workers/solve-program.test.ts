import loadHighs from "highs";
import { seeded } from "@/core/numeric/seeded";
import { linearProgram, pickOf, type Row } from "@/core/numeric/linear-program";
import { solveProgram } from "./solve-program";

/** Places with three options each, and discounts for so many of some: hardly more to spend than it takes. */
function withDiscounts(seed: number) {
  const { next } = seeded(seed);
  const many = (most: number) => Math.floor(next() * most);
  const places = Array.from({ length: 36 }, () => ({ costs: Array.from({ length: 3 }, () => 200 + many(800)) }));
  const groups = Array.from({ length: 9 }, () => {
    const of = places.flatMap((_, at) => (next() < 0.35 ? at : []));
    return { of, from: Math.max(2, Math.ceil(of.length * 0.8)), off: 40 + many(120) };
  });
  const variables = [...places, ...groups.map(({ from, off }) => ({ costs: [0, -off * from] }))];
  const rows = groups.map(({ of, from }, at): Row => ({
    of: new Map<number, readonly number[]>([
      ...of.map((place) => [place, [-1, 0, 0]] as const),
      [places.length + at, [0, from]],
    ]),
    atMost: 0,
  }));
  return { variables, program: linearProgram(variables, [], rows)! };
}

test("stopped after its time a solver tells what it has and by how much another may be better, and never less than that", async () => {
  const highs = await loadHighs();
  let told = 0;
  for (let seed = 1; seed <= 4; seed += 1) {
    const { variables, program } = withDiscounts(seed);
    const costOf = (seconds: number) => {
      const solved = solveProgram(highs, program, seconds);
      if (typeof solved === "string") return null;
      const pick = pickOf(variables, (column) => solved.columns[column] ?? 0);
      return { cost: pick.reduce((sum, option, at) => sum + variables[at]!.costs[option]!, 0), gap: solved.gap };
    };
    const proven = costOf(60);
    // A slow machine finds nothing at all in the least of them.
    const early = costOf(0.05) ?? costOf(0.5) ?? costOf(5);
    expect([seed, proven?.gap]).toEqual([seed, 0]);
    if (!early) continue;
    told += 1;
    expect(early.cost).toBeGreaterThanOrEqual(proven!.cost);
    // The best there is lies within what was told.
    expect(early.cost * (1 - early.gap)).toBeLessThanOrEqual(proven!.cost + 0.5);
    if (early.cost > proven!.cost + 0.5) expect(early.gap).toBeGreaterThan(0);
  }
  expect(told).toBeGreaterThan(0);
});

test("what nothing satisfies is said to be so, and what is no program has failed", async () => {
  const highs = await loadHighs();
  expect(solveProgram(highs, linearProgram([{ costs: [1, 2] }], [], [{ of: [[1, 1]], atMost: 0 }])!, 60)).toBe("impossible"); // prettier-ignore
  expect(solveProgram(highs, "nonsense", null)).toBe("failed");
});
