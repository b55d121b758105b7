import fc from "fast-check";
import loadHighs from "highs";
import { Matrix, solve as mlSolve } from "ml-matrix";
import { circleBasis, circleShift, leastSquaresWeights, lengthOf, residualRange, solve } from "./linear-fit";
import { minimumZone, spansPlane, type Height } from "./minimum-zone";

const height = fc.tuple(
  fc.integer({ min: 0, max: 30 }).map((x) => x * 10),
  fc.integer({ min: 0, max: 20 }).map((y) => y * 10),
  fc.integer({ min: -60, max: 60 }).map((z) => z / 1000),
) as fc.Arbitrary<Height>;
const heights = fc.uniqueArray(height, { minLength: 3, maxLength: 40, selector: ([x, y]) => `${x} ${y}` });

describe("least squares", () => {
  // Outside check: ml-matrix, an independent linear algebra library (its solve is by QR decomposition).
  test("parameters are what ml-matrix finds", () => {
    fc.assert(
      fc.property(heights.filter(spansPlane), (points) => {
        const basis = points.map(([x, y]) => [1, x / 100, y / 100]);
        const weights = leastSquaresWeights(basis)!;
        const ours = weights.map((row) => row.reduce((sum, weight, at) => sum + weight * points[at]![2], 0));
        const theirs = mlSolve(new Matrix(basis), Matrix.columnVector(points.map(([, , z]) => z))).to1DArray();
        ours.forEach((value, at) => expect(value).toBeCloseTo(theirs[at]!, 9));
      }),
      {
        numRuns: 200,
        // Three places all but in one line: normal equations lost seven of the sixteen digits here.
        examples: [[[[140, 40, -0.009], [110, 0, 0.057], [250, 190, 0.019]]]], // prettier-ignore
      },
    );
  });
  test("a system without one solution has none", () => {
    expect(
      solve(
        [
          [1, 2],
          [2, 4],
        ],
        [1, 2],
      ),
    ).toBeNull();
    expect(
      solve(
        [
          [0, 1],
          [1, 0],
        ],
        [3, 4],
      ),
    ).toEqual([4, 3]);
  });
});

describe("a round thing turned under a dial", () => {
  const angles = Array.from({ length: 12 }, (_, at) => at * 30);
  const oval = (lobes: number, half: number, shift: number, toward: number) =>
    angles.map(
      (angle) =>
        5 + shift * Math.cos(((angle - toward) * Math.PI) / 180) + half * Math.cos((lobes * angle * Math.PI) / 180),
    );

  test("its shift comes apart from its form: 0.05 toward 40 degrees under a two-lobed 0.01", () => {
    const { x, y } = circleShift(angles, oval(2, 0.01, 0.05, 40))!;
    expect([Math.hypot(x.value, y.value), (Math.atan2(y.value, x.value) * 180) / Math.PI]).toEqual([
      expect.closeTo(0.05, 9),
      expect.closeTo(40, 6),
    ]);
    expect(residualRange(circleBasis(angles), oval(2, 0.01, 0.05, 40))!.value).toBeCloseTo(0.02, 9);
  });
  test("turning where the count of angles begins changes nothing but the direction", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { minLength: 12, maxLength: 12 }),
        fc.nat(11),
        (readings, by) => {
          const turned = [...readings.slice(by), ...readings.slice(0, by)];
          const shift = (of: readonly number[]) => {
            const { x, y } = circleShift(angles, of)!;
            return lengthOf(x, y).value;
          };
          expect(shift(turned)).toBeCloseTo(shift(readings), 9);
          expect(residualRange(circleBasis(angles), turned)!.value).toBeCloseTo(
            residualRange(circleBasis(angles), readings)!.value,
            9,
          );
        },
      ),
      { numRuns: 50 },
    );
  });
  test("two angles carry no circle; three carry one and no form", () => {
    expect(circleShift([0, 90], [1, 2])).toBeNull();
    expect(residualRange(circleBasis([0, 90, 200]), [1, 2, 5])!.value).toBeCloseTo(0, 12);
  });
});

describe("minimum zone", () => {
  test("of a tilted plane is nothing, of one corner raised half of what it was raised by", () => {
    const square: [number, number][] = [
      [0, 0],
      [100, 0],
      [0, 100],
      [100, 100],
    ];
    expect(minimumZone(square.map(([x, y]): Height => [x, y, 0.3 + 0.002 * x - 0.001 * y]))!.value).toBeCloseTo(0, 9);
    // A twist: two opposite corners up by h/2, two down: between parallel planes h/2 apart.
    expect(minimumZone(square.map(([x, y], at): Height => [x, y, at === 3 ? 0.04 : 0]))!.value).toBeCloseTo(0.02, 9);
  });

  // Outside check: the same problem given to HiGHS as a linear program.
  test("is what HiGHS finds, and never more than the least-squares range", async () => {
    const highs = await loadHighs();
    const byHighs = (points: readonly Height[]): number => {
      const term = (value: number, name: string) => `${value < 0 ? "-" : "+"} ${Math.abs(value)} ${name}`;
      const rows = points.flatMap(([x, y, z], at) => [
        ` u${at}: t ${term(1, "c")} ${term(x / 100, "a")} ${term(y / 100, "b")} >= ${z * 1000}`,
        ` l${at}: t ${term(-1, "c")} ${term(-x / 100, "a")} ${term(-y / 100, "b")} >= ${-z * 1000}`,
      ]);
      const solution = highs.solve(
        `Minimize\n obj: t\nSubject To\n${rows.join("\n")}\nBounds\n t >= 0\n a free\n b free\n c free\nEnd`,
      );
      return (2 * solution.ObjectiveValue) / 1000;
    };
    await fc.assert(
      fc.asyncProperty(heights.filter(spansPlane), async (points) => {
        const ours = minimumZone(points)!;
        expect(ours.value).toBeCloseTo(byHighs(points), 8);
        expect(ours.value).toBeLessThanOrEqual(
          residualRange(
            points.map(([x, y]) => [1, x, y]),
            points.map(([, , z]) => z),
          )!.value + 1e-9,
        );
        // Its partials carry it: the zone is linear in the heights it rests on, and a shift or tilt of all moves nothing.
        expect(ours.partials.reduce((sum, partial, at) => sum + partial * points[at]![2], 0)).toBeCloseTo(
          ours.value,
          8,
        );
        expect(ours.partials.reduce((sum, partial) => sum + partial, 0)).toBeCloseTo(0, 8);
      }),
      { numRuns: 60 },
    );
  }, 60_000);

  test("does not change with the order of the heights, a tilt of the table or a shift", () => {
    fc.assert(
      fc.property(
        heights.filter(spansPlane),
        fc.double({ min: -0.01, max: 0.01, noNaN: true }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (points, tilt, shift) => {
          const zone = minimumZone(points)!.value;
          expect(minimumZone([...points].reverse())!.value).toBeCloseTo(zone, 8);
          expect(
            minimumZone(points.map(([x, y, z]): Height => [x, y, z + tilt * x - 2 * tilt * y + shift]))!.value,
          ).toBeCloseTo(zone, 7);
        },
      ),
      { numRuns: 40 },
    );
  });

  test("two places, or all in one line, carry no plane; all alike are flat", () => {
    expect(
      minimumZone([
        [0, 0, 1],
        [1, 0, 2],
      ]),
    ).toBeNull();
    expect(
      minimumZone([
        [0, 0, 1],
        [1, 1, 2],
        [2, 2, 0],
        [5, 5, 1],
      ]),
    ).toBeNull();
    expect(
      minimumZone([
        [0, 0, 0.02],
        [9, 0, 0.02],
        [0, 9, 0.02],
        [9, 9, 0.02],
      ])!.value,
    ).toBe(0);
  });
});
