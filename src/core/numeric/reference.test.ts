import reference from "../fixtures/reference/scipy.json";
import { fitPoints } from "../pack/fit-points";
import { exact } from "../quantity/estimate";
import { extremeBias } from "./extreme-bias";
import { circleShift } from "./linear-fit";
import { normalCdf } from "./normal-cdf";
import { tQuantile } from "./t-quantile";

// Outside check: Debian's scipy and numpy, by scripts/crosscheck/reference.py; `npm run crosscheck` makes them anew.
describe(`scipy ${reference.made.scipy}, numpy ${reference.made.numpy}`, () => {
  test("normal distribution and Student's t", () => {
    for (const { x, below } of reference.normal) expect(normalCdf(x)).toBeCloseTo(below, 9);
    for (const { degrees, probability, quantile } of reference.t)
      expect(tQuantile(probability, degrees) / quantile).toBeCloseTo(1, 6);
  });

  test("the mean of the greatest of several draws", () => {
    for (const { count, mean } of reference.greatest)
      expect(extremeBias(new Array<number>(count).fill(108), 1)).toBeCloseTo(mean, 3);
  });

  test.each(reference.circles)(
    "least-squares circle and roundness over $angles.length angles",
    ({ angles, readings, shift, eccentricity, roundness }) => {
      const fitted = circleShift(angles, readings)!;
      expect([fitted.x.value, fitted.y.value]).toEqual(shift.map((each) => expect.closeTo(each, 9)));
      const points = angles.map((angle, at) => ({ place: { angle }, estimate: exact(readings[at]!) }));
      expect(fitPoints("eccentricity", points, null)!.value).toBeCloseTo(eccentricity, 9);
      if (angles.length > 4) expect(fitPoints("roundness", points, null)!.value).toBeCloseTo(roundness, 9);
    },
  );

  test.each(reference.faces)(
    "least-squares plane and minimum zone over $points.length heights",
    ({ points, leastSquares, minimumZone }) => {
      const placed = (points as [number, number, number][]).map(([x, y, z]) => ({
        place: { x, y },
        estimate: exact(z),
      }));
      expect(fitPoints("flatness", placed, null)!.value).toBeCloseTo(leastSquares, 9);
      expect(fitPoints("minimum-zone", placed, null)!.value).toBeCloseTo(minimumZone, 7);
    },
  );
});
