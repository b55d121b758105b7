import { polygonArea as d3PolygonArea } from "d3-polygon";
import fc from "fast-check";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { crossesItself, distance, polygonArea, type Spot } from "../numeric/plane";
import { divide, standardUncertainty, type Estimate } from "../quantity/estimate";
import { photoArea, photoLength, photoScale, pointingPixels, tiltUncertainty, type ScaleMark } from "./photo-scale";

const reference = (rest: Partial<ScaleMark> = {}): ScaleMark => ({
  kind: "scale",
  from: [100, 100],
  to: [900, 100],
  lengthMm: 80,
  standardMm: 0.1,
  tiltDegrees: 0,
  ...rest,
});
const scale = (...marks: ScaleMark[]) => photoScale(marks.map((mark, at) => ({ id: `r${at}`, mark })))!;
const areaOf = (...args: Parameters<typeof photoArea>): Estimate => {
  const area = photoArea(...args);
  if ("code" in area) throw new Error(area.code);
  return area;
};

/** Normal deviates by Box and Muller out of pure-rand's generator, which has nothing of ours in it. */
function normals(seed: number): () => number {
  const generator = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(generator);
  return () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
}
const spread = (values: readonly number[]) => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1));
};
const runs = 6000;
const outline: Spot[] = [
  [300, 300],
  [620, 280],
  [700, 520],
  [480, 640],
  [280, 500],
];

describe("against a Monte-Carlo run with an independent generator", () => {
  // The same picture pointed at again and again: every point a little off, the rule's length a little wrong.
  const [from, to]: [Spot, Spot] = [
    [200, 400],
    [620, 510],
  ];
  const next = normals(20261125);
  const off = ([x, y]: Spot): Spot => [x + pointingPixels * next(), y + pointingPixels * next()];
  const drawn = Array.from({ length: runs }, () => {
    const perPixel = (80 + 0.1 * next()) / distance(off([100, 100]), off([900, 100]));
    return { length: perPixel * distance(off(from), off(to)), area: perPixel ** 2 * polygonArea(outline.map(off)) };
  });

  test("the uncertainty of a length is its spread", () => {
    const found = photoLength(scale(reference()), from, to, "l");
    expect(standardUncertainty(found) / spread(drawn.map(({ length }) => length))).toBeCloseTo(1, 1);
    expect(Math.abs(found.value - drawn.reduce((sum, { length }) => sum + length, 0) / runs)).toBeLessThan(
      standardUncertainty(found) / 10,
    );
  });

  test("the uncertainty of an area is its spread", () => {
    const found = areaOf(scale(reference()), outline, "a");
    expect(standardUncertainty(found) / spread(drawn.map(({ area }) => area))).toBeCloseTo(1, 1);
  });

  test.each([5, 15, 30])(
    "a tilt of %d degrees, whichever way it and the reference lie, is covered and not made up",
    (tilt) => {
      const generator = xoroshiro128plus(tilt);
      const turn = () => uniformFloat64(generator) * 2 * Math.PI;
      // What lies along the slope is shortened by its cosine: the pixels of a millimetre, by direction to the slope.
      const shortened = (angle: number) =>
        Math.hypot(Math.sin(angle), Math.cos(angle) * Math.cos((tilt * Math.PI) / 180));
      const logs = Array.from({ length: runs }, () => Math.log(shortened(turn()) / shortened(turn())));
      const ratio = tiltUncertainty(tilt) / spread(logs);
      expect(ratio).toBeGreaterThan(1);
      expect(ratio).toBeLessThan(1.3);
    },
  );
});

describe("scale", () => {
  test("two known lengths that agree are better than one, and lean to the surer one", () => {
    const one = scale(reference());
    const two = scale(reference(), reference({ from: [100, 100], to: [100, 900] }));
    expect(two.perPixel.value).toBeCloseTo(0.1, 12);
    expect(standardUncertainty(two.perPixel)).toBeCloseTo(standardUncertainty(one.perPixel) / Math.SQRT2, 12);
    expect(two.problems).toEqual([]);
  });
  test("two that disagree give the tilt away: 60 mm seen as 48 is a slope of 36.9 degrees", () => {
    const found = scale(reference(), reference({ from: [100, 100], to: [100, 740] }));
    expect(found.tiltDegrees).toBeCloseTo((Math.acos(0.8) * 180) / Math.PI, 6);
    expect(found.problems.map(({ code }) => code)).toEqual(["references-disagree", "photo-tilted"]);
  });
  test("what was said of the tilt enters, and beyond 15 degrees it is warned of", () => {
    const square = photoLength(scale(reference()), [0, 0], [400, 0], "l");
    const slanted = scale(reference({ tiltDegrees: 30 }));
    expect(slanted.problems.map(({ code }) => code)).toEqual(["photo-tilted"]);
    const seen = photoLength(slanted, [0, 0], [400, 0], "l");
    expect(standardUncertainty(seen) ** 2 - standardUncertainty(square) ** 2).toBeCloseTo(
      (40 * tiltUncertainty(30)) ** 2,
      6,
    );
  });
  test("a ratio of two lengths of one photo owes nothing to the rule", () => {
    const shared = scale(reference({ standardMm: 8 }));
    const ratio = divide(photoLength(shared, [0, 0], [400, 0], "a"), photoLength(shared, [0, 50], [800, 50], "b"));
    expect(ratio.value).toBeCloseTo(0.5, 12);
    expect(standardUncertainty(ratio)).toBeLessThan(0.005);
  });
  test("no reference, or one without a length in the picture, is no scale", () => {
    expect(photoScale([])).toBeNull();
    expect(photoScale([{ id: "r", mark: reference({ to: [100, 100] }) }])).toBeNull();
  });
});

describe("area of an outline", () => {
  // Outside check: d3-polygon's polygonArea.
  test("is what d3-polygon says, from any corner and in either direction", () => {
    const spot = fc.tuple(fc.double({ min: 0, max: 4000, noNaN: true }), fc.double({ min: 0, max: 3000, noNaN: true }));
    fc.assert(
      fc.property(fc.array(spot, { minLength: 3, maxLength: 30 }), fc.nat(29), (corners, from) => {
        const other = Math.abs(d3PolygonArea(corners));
        const turned = [...corners.slice(from % corners.length), ...corners.slice(0, from % corners.length)];
        for (const each of [corners, turned, [...corners].reverse()]) expect(polygonArea(each)).toBeCloseTo(other, 3);
      }),
      { numRuns: 100 },
    );
  });
  test("in mm² with the scale twice", () =>
    expect(
      areaOf(
        scale(reference()),
        [
          [0, 0],
          [100, 0],
          [100, 50],
          [0, 50],
        ],
        "a",
      ).value,
    ).toBeCloseTo(50, 9));
  test("an outline that crosses itself, or encloses nothing, has none and says so", () => {
    expect(
      photoArea(
        scale(reference()),
        [
          [0, 0],
          [100, 100],
          [100, 0],
          [0, 100],
        ],
        "a",
      ),
    ).toMatchObject({ code: "outline-crosses-itself" });
    expect(
      photoArea(
        scale(reference()),
        [
          [0, 0],
          [50, 50],
          [100, 100],
        ],
        "a",
      ),
    ).toMatchObject({ code: "outline-without-area" });
    expect(crossesItself(outline)).toBe(false);
  });
});
