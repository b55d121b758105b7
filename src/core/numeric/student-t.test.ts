import erfc from "@stdlib/math-base-special-erfc";
import cdf from "@stdlib/stats-base-dists-t-cdf";
import quantile from "@stdlib/stats-base-dists-t-quantile";
import { normalCdf } from "./normal-cdf";
import { tCdf, tQuantile } from "./student-t";

const degrees = [0.5, 1, 1.3, 2, 3, 4.7, 10, 29.5, 200, 1234.5, 99_999, 999_999, 1_000_001, 1e9];

// Outside check: the distributions of @stdlib, and closed forms of one and two degrees of freedom.
describe("Student's t against @stdlib", () => {
  test.each(degrees)("of %p degrees", (of) => {
    for (const t of [-40, -9, -3, -1.5, -0.3, -1e-3, 0, 0.7, 2, 8]) expect(tCdf(t, of)).toBeCloseTo(cdf(t, of), 12);
    for (const p of [1e-6, 1e-3, 0.02275, 0.3, 0.51, 0.7, 0.975, 0.97725, 0.999])
      expect(tQuantile(p, of) / quantile(p, of)).toBeCloseTo(1, 10);
  });

  test("far out, by the closed form of one degree and of two", () => {
    for (const p of [1e-9, 1e-6, 1e-3, 0.2]) {
      expect(tQuantile(p, 1) * Math.tan(Math.PI * p)).toBeCloseTo(-1, 10);
      expect((tQuantile(p, 2) * Math.sqrt(2 * p * (1 - p))) / (2 * p - 1)).toBeCloseTo(1, 10);
    }
  });

  test("what it gives it takes back", () => {
    for (const of of [...degrees, Infinity])
      for (const p of [1e-6, 0.1, 0.4999, 0.5, 0.9]) expect(tCdf(tQuantile(p, of), of) / p).toBeCloseTo(1, 9);
  });
});

// Outside check: the complementary error function of @stdlib.
describe("the normal distribution against @stdlib", () => {
  test("to twelve digits, in its middle, where series and fraction meet, and far out", () => {
    for (const z of [-37, -20, -9, -5, -3.0001, -3, -2.9999, -1.96, -0.5, -1e-9, 0, 1e-20, 0.3, 1, 2.5, 3, 8])
      expect(normalCdf(z) / (erfc(-z / Math.SQRT2) / 2)).toBeCloseTo(1, 12);
  });

  test("at its ends and of nothing", () => {
    expect([normalCdf(-Infinity), normalCdf(Infinity), normalCdf(NaN)]).toEqual([0, 1, NaN]);
  });
});
