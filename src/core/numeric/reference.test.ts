import reference from "../fixtures/reference/scipy.json";
import type { Fit } from "../pack/fit-kinds";
import { fitPoints } from "../pack/fit-points";
import { exact } from "../quantity/estimate";
import { extremeBias } from "./extreme-bias";
import { circleShift } from "./linear-fit";
import { normalCdf } from "./normal-cdf";
import { wearRate } from "../measure/wear-rate";
import { tQuantile } from "./student-t";
import { fitWeibull, type Lifetime } from "./weibull";

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

  const round = (angles: readonly number[], readings: readonly number[]) =>
    angles.map((angle, at) => ({ place: { angle }, estimate: exact(readings[at]!) }));

  test.each(reference.rings)("nearest two, inscribed and circumscribed circle over $angles.length angles", (ring) => {
    const points = round(ring.angles, ring.readings);
    const by = (fit: Fit) => fitPoints(fit, points, null)!.value;
    expect(by("roundness-zone")).toBeCloseTo(ring.zone, 8);
    expect(by("roundness-inscribed")).toBeCloseTo(ring.inscribed, 8);
    expect(by("roundness-circumscribed")).toBeCloseTo(ring.circumscribed, 8);
    // By definition no two circles lie nearer to each other than those of the zone.
    for (const fit of ["roundness", "roundness-inscribed", "roundness-circumscribed"] as const)
      expect(by(fit)).toBeGreaterThanOrEqual(ring.zone - 1e-9);
  });

  test.each(reference.lines)(
    "straightness of $x.length points by both definitions, and under a straight-edge",
    (line) => {
      const points = line.x.map((x, at) => ({ place: { x, y: 0 }, estimate: exact(line.z[at]!) }));
      const by = (fit: Fit) => fitPoints(fit, points, null)!.value;
      expect(by("straightness")).toBeCloseTo(line.leastSquares, 9);
      expect(by("straightness-zone")).toBeCloseTo(line.zone, 8);
      expect(by("straight-edge")).toBeCloseTo(line.straightEdge, 9);
    },
  );

  test.each(reference.bores)(
    "line bore of $stations.length bearings",
    ({ stations, angles, readings, coaxiality, step }) => {
      const points = stations.flatMap((x, at) =>
        angles.map((angle, each) => ({ place: { x, angle }, estimate: exact(readings[at]![each]!) })),
      );
      expect(fitPoints("coaxiality", points, null)!.value).toBeCloseTo(coaxiality, 9);
      expect(fitPoints("neighbour-step", points, null)!.value).toBeCloseTo(step, 9);
    },
  );

  test.each(reference.lifetimes)(
    "Weibull's law over $items.length ages, some of them of what is still good",
    ({ items, shape, scale }) => {
      const fit = fitWeibull(items as Lifetime[])!;
      expect([fit.shape / shape, fit.scale / scale]).toEqual([expect.closeTo(1, 4), expect.closeTo(1, 4)]);
      expect([fit.halfLow < fit.half, fit.half < fit.halfHigh, fit.count]).toEqual([true, true, items.length]);
    },
  );

  test.each(reference.rates)(
    "a rate of wear over $hours.length visits",
    ({ hours, value, slope, intercept, standard }) => {
      const rate = wearRate(hours.map((at, index) => ({ hours: at, value: value[index]!, standard: 1e-9 })))!;
      expect([rate.perHour, rate.value - rate.perHour * rate.hours]).toEqual([
        expect.closeTo(slope, 12),
        expect.closeTo(intercept, 8),
      ]);
      expect(rate.standard / standard).toBeCloseTo(1, 4);
    },
  );
});
