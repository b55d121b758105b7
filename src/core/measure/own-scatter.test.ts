import { jStat } from "jstat";
import { coverageForRepeats, ownScatter } from "./own-scatter";

// Handbook, part 4, for 95.45 %: 13.97 (n = 2), 4.53 (n = 3), 2.87 (n = 5).
test.each([
  [2, 13.97],
  [3, 4.53],
  [5, 2.87],
])("for %p repeats the coverage factor is %p", (repeats, factor) =>
  expect(coverageForRepeats(repeats)).toBeCloseTo(factor, 2),
);

test.each([2, 3, 4, 6, 10, 30, 200])("for %p repeats it is the t-quantile of an independent library", (repeats) => {
  // jstat inverts an incomplete beta function; ten digits of agreement are more than either needs.
  expect(coverageForRepeats(repeats) / jStat.studentt.inv(0.97725, repeats - 1)).toBeCloseTo(1, 6);
});

test("with ever more repeats it comes down to 2", () => expect(coverageForRepeats(1e6)).toBeCloseTo(2, 3));

test("two repeats say little, and their U says so", () => {
  const two = ownScatter([70.001, 70.003], 0.0012)!;
  expect(two.deviation).toBeCloseTo(0.002 / Math.SQRT2, 12);
  expect(two.expanded).toBeCloseTo(13.97 * 0.001, 4);
  expect(two.exceedsPooled).toBe(false);
  expect(ownScatter([70], 0.0012)).toBeNull();
});

test("scatter far beyond the gauge's own is noticed", () =>
  expect(ownScatter([70.001, 70.012, 69.99], 0.0012)!.exceedsPooled).toBe(true));
