import fc from "fast-check";
import {
  add,
  covariance,
  divide,
  estimate,
  exact,
  mean,
  multiply,
  scale,
  standardUncertainty,
  subtract,
} from "./estimate";

const housing = estimate(75.01, [
  ["gauge", 0.002],
  ["read-a", 0.001],
]);
const journal = estimate(70.98, [
  ["gauge", 0.002],
  ["read-b", 0.001],
]);

test("independent contributions combine as the root of the sum of squares", () => {
  // JCGM 100:2008, 5.1.2 (from memory): 3-4-5
  expect(
    standardUncertainty(
      estimate(1, [
        ["a", 3],
        ["b", -4],
      ]),
    ),
  ).toBe(5);
});

test("a difference cancels what both sides owe to one reference, a sum adds it up", () => {
  expect(standardUncertainty(subtract(housing, journal))).toBeCloseTo(Math.hypot(0.001, 0.001), 12);
  expect(standardUncertainty(add(housing, journal))).toBeCloseTo(Math.hypot(0.004, 0.001, 0.001), 12);
});

test("the mean of repeats keeps what they share and averages what they do not", () => {
  const repeats = [1, 2, 3, 4].map((n) =>
    estimate(10, [
      ["gauge", 0.002],
      [`read-${n}`, 0.004],
    ]),
  );
  expect(standardUncertainty(mean(repeats))).toBeCloseTo(Math.hypot(0.002, 0.004 / 2), 12);
});

test("variance of a difference is the two variances less twice the covariance, for any estimates", () => {
  const anyEstimate = fc
    .tuple(
      fc.double({ min: -100, max: 100, noNaN: true }),
      fc.dictionary(fc.constantFrom("a", "b", "c", "d"), fc.double({ min: -1, max: 1, noNaN: true })),
    )
    .map(([value, parts]) => estimate(value, Object.entries(parts)));
  fc.assert(
    fc.property(anyEstimate, anyEstimate, (x, y) => {
      const direct = standardUncertainty(subtract(x, y)) ** 2;
      const byParts = standardUncertainty(x) ** 2 + standardUncertainty(y) ** 2 - 2 * covariance(x, y);
      return Math.abs(direct - byParts) < 1e-12;
    }),
    { numRuns: 100 },
  );
});

test("products and quotients carry relative uncertainties", () => {
  const a = estimate(10, [["a", 0.1]]);
  const b = estimate(5, [["b", 0.1]]);
  const relative = Math.hypot(0.01, 0.02);
  expect(standardUncertainty(multiply(a, b)) / 50).toBeCloseTo(relative, 12);
  expect(standardUncertainty(divide(a, b)) / 2).toBeCloseTo(relative, 12);
  expect(standardUncertainty(divide(a, a))).toBe(0);
  expect(() => divide(a, exact(0))).toThrow("division-by-zero");
});

test("scaling keeps signs, so that a later difference still cancels", () => {
  expect(standardUncertainty(add(scale(journal, -1), journal))).toBe(0);
});

test("a contribution that is no number is a broken contract", () => {
  expect(() => estimate(1, [["a", Number.NaN]])).toThrow("bad-uncertainty");
});
