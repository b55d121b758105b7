import fc from "fast-check";
import { jStat } from "jstat";
import { normalCdf } from "../numeric/normal-cdf";
import { estimate, exact } from "../quantity/estimate";
import { accepts, conformity, expandedUncertainty, probabilityWithin } from "./conformity";

const at = (value: number, u: number) => estimate(value, [["all", u]]);

describe("normal distribution", () => {
  test.each([
    // Abramowitz and Stegun, Handbook of Mathematical Functions, table 26.1 (from memory)
    [0, 0.5],
    [1, 0.841344746068543],
    [1.96, 0.97500210485178],
    [2, 0.977249868051821],
    [3, 0.99865010196837],
    [-1, 0.158655253931457],
  ])("at %p is the tabulated %p", (z, p) => expect(Math.abs(normalCdf(z) - p)).toBeLessThan(1e-14));

  test("agrees with jstat, an independent library, to its accuracy", () => {
    for (let z = -6; z <= 6; z += 0.25) expect(Math.abs(normalCdf(z) - jStat.normal.cdf(z, 0, 1))).toBeLessThan(1e-10);
  });
});

describe("probability of conformity", () => {
  test("agrees with jstat for one-sided and two-sided limits", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 107.9, max: 108.2, noNaN: true }),
        fc.double({ min: 1e-4, max: 0.02, noNaN: true }),
        (value, u) => {
          const cdf = (x: number) => jStat.normal.cdf(x, value, u);
          return (
            Math.abs(probabilityWithin(at(value, u), { max: 108.1 }) - cdf(108.1)) < 1e-10 &&
            Math.abs(probabilityWithin(at(value, u), { min: 108, max: 108.1 }) - (cdf(108.1) - cdf(108))) < 1e-10
          );
        },
      ),
      { numRuns: 100 },
    );
  });

  test("of a quantity that cannot be negative is that of the distribution cut off at zero", () => {
    // By hand: value 0 with u 1 and limit 1 is the half-normal distribution, erf(1/sqrt 2) = 0.682689492137086
    expect(Math.abs(probabilityWithin(at(0, 1), { max: 1 }, true) - 0.682689492137086)).toBeLessThan(1e-14);
    expect(probabilityWithin(at(0.01, 0.01), { max: 0.03 }, true)).toBeLessThan(
      probabilityWithin(at(0.01, 0.01), { max: 0.03 }),
    );
  });

  test("without uncertainty is one or zero, the limit itself included", () => {
    expect(probabilityWithin(exact(108.1), { max: 108.1 })).toBe(1);
    expect(probabilityWithin(exact(108.1001), { max: 108.1 })).toBe(0);
  });
});

describe("four answers", () => {
  // U = 2 x 0.002 = 0.004 about an upper limit of 108.100, and a lower one of 70.950
  test.each([
    [108.0959, "inside"],
    [108.0961, "inside-within-u"],
    [108.1, "inside-within-u"],
    [108.1001, "outside-within-u"],
    [108.1039, "outside-within-u"],
    [108.1041, "outside"],
  ])("%p against at most 108.1 is %s", (value, mark) =>
    expect(conformity(at(value, 0.002), { max: 108.1 }).mark).toBe(mark),
  );

  test.each([
    [70.9541, "inside"],
    [70.9539, "inside-within-u"],
    [70.95, "inside-within-u"],
    [70.9499, "outside-within-u"],
    [70.9459, "outside"],
  ])("%p against at least 70.95 is %s", (value, mark) =>
    expect(conformity(at(value, 0.002), { min: 70.95 }).mark).toBe(mark),
  );

  test("a two-sided limit answers for the side that is nearer", () => {
    expect(conformity(at(0.105, 0.001), { min: 0.06, max: 0.11 })).toMatchObject({ bound: "max", mark: "inside" });
    expect(conformity(at(0.061, 0.001), { min: 0.06, max: 0.11 })).toMatchObject({
      bound: "min",
      mark: "inside-within-u",
    });
  });

  test("the three decision rules differ only within U of the limit", () => {
    const answer = (value: number) => {
      const held = conformity(at(value, 0.002), { max: 108.1 });
      return [accepts("guarded-acceptance", held), accepts("simple", held), accepts("guarded-rejection", held)];
    };
    expect([108.09, 108.098, 108.102, 108.11].map(answer)).toEqual([
      [true, true, true],
      [false, true, true],
      [false, false, true],
      [false, false, false],
    ]);
  });

  test("a tighter gauge never makes a clear answer unclear", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 108.05, max: 108.15, noNaN: true }),
        fc.double({ min: 1e-5, max: 0.02, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (value, u, share) => {
          const loose = conformity(at(value, u), { max: 108.1 }).mark;
          const tight = conformity(at(value, u * share), { max: 108.1 }).mark;
          return !["inside", "outside"].includes(loose) || tight === loose;
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe("on its limit", () => {
  // 704 of 8,700 pairs lay outside: the slack was a share of the limit, and the dust of binary arithmetic is one of the sizes.
  test("a difference of two sizes that is typed as large as its limit is inside, however large the sizes", () => {
    let outside = 0;
    for (let size = 10_000; size < 240_000; size += 137)
      for (const limit of [20, 50, 85, 100, 250]) {
        const difference = (size + limit) / 1000 - size / 1000;
        for (const bounds of [{ max: limit / 1000 }, { min: limit / 1000 }])
          if (
            conformity(at(difference, 0.001), bounds).margin !== 0 ||
            probabilityWithin(exact(difference), bounds) !== 1
          )
            outside += 1;
      }
    expect(outside).toBe(0);
  });

  test("a micrometre beyond is beyond", () =>
    expect(conformity(at(0.101, 0), { max: 0.1 }).margin).toBeCloseTo(-0.001, 12));
});

test("a value and its limit scaled together keep their mark and their chance, whatever the unit", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -200_000, max: 200_000 }).map((off) => off / 1e6),
      fc.double({ min: 1e-4, max: 0.05, noNaN: true }),
      fc.constantFrom(1e-6, 1e-3, 25.4, 1000, 1e6),
      (off, standard, factor) => {
        const at = (by: number) => conformity(estimate(by * (1 + off), [["s", by * standard]]), { max: by });
        const [one, other] = [at(1), at(factor)];
        expect(other.mark).toBe(one.mark);
        expect(other.probability).toBeCloseTo(one.probability, 9);
      },
    ),
  );
});

describe("known from few readings", () => {
  const few = (value: number, u: number, degrees: number) => estimate(value, [["repeat:r", u]], new Map([["repeat:r", { pool: "g", degrees }]])); // prettier-ignore

  // jStat's Student t, an independent library; U came from t, P from a normal distribution, and what would settle it from k = 2.
  test("mark, probability and U are by one distribution", () => {
    for (const [away, degrees] of [[1, 2], [2.5, 3], [0.4, 9]] as const) // prettier-ignore
      expect(probabilityWithin(few(10, 1, degrees), { max: 10 + away })).toBeCloseTo(jStat.studentt.cdf(away, degrees), 6); // prettier-ignore
    for (const degrees of [2, 3, 9, 50]) {
      const of = few(10, 1, degrees);
      const limit = 10 + expandedUncertainty(of);
      // On the edge of the guard band it is inside by 97.7 % whatever it was known from.
      expect([degrees, probabilityWithin(of, { max: limit })]).toEqual([degrees, expect.closeTo((1 + 0.9545) / 2, 6)]);
    }
  });
});
