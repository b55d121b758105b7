import fc from "fast-check";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { changesAlong, rankAmong, trendOf, type PastReading, type Visit } from "./trend";

const { feature } = orrinshaw.sheets.find((sheet) => sheet.id === "liner-bore")!;
const visit = (stream: string, year: number, hours: number | null = null): Visit => ({
  stream,
  name: stream,
  engine: "M74",
  openedAt: `${year}-03-01T00:00:00.000Z`,
  hours,
});
const bore = (stream: string, sizes: readonly number[], takenAt = "2026-01-01T00:00:00.000Z"): PastReading[] =>
  sizes.map((value, at) => ({ stream, point: feature.points[at]!.id, value, takenAt }));
const six = (top: number) => [top, top - 0.01, top - 0.02, top - 0.02, top - 0.03, top - 0.03];

test("a bore over three visits: the largest at each, oldest first, worn between them over the hours between them", () => {
  const visits = [visit("c", 2026, 21_400), visit("a", 2015, 4000), visit("b", 2021, 12_100)];
  const trend = trendOf(
    feature,
    [...bore("c", six(108.09)), ...bore("a", six(108.02)), ...bore("b", six(108.05))],
    visits,
    orrinshaw.facts,
  );
  expect(trend.map(({ visit: { stream }, value }) => [stream, value])).toEqual([
    ["a", 108.02],
    ["b", 108.05],
    ["c", 108.09],
  ]);
  expect(changesAlong(trend, "larger").map(({ worn, hours }) => [worn, hours])).toEqual([
    [expect.closeTo(0.03, 9), 8100],
    [expect.closeTo(0.04, 9), 9300],
  ]);
  // A journal of the same figures has grown: another part, or another gauge.
  expect(changesAlong(trend, "smaller")[0]!.worn).toBeCloseTo(-0.03, 9);
});

test("a visit at which a point is missing says nothing; hours nobody knew, or that ran backwards, are no hours", () => {
  const visits = [visit("a", 2015), visit("b", 2021, 9000), visit("c", 2026, 8000)];
  const trend = trendOf(
    feature,
    [...bore("a", six(108.02)), ...bore("b", six(108.05)), ...bore("c", six(108.09).slice(0, 5))],
    visits,
    orrinshaw.facts,
  );
  expect(trend.map(({ visit: { stream } }) => stream)).toEqual(["a", "b"]);
  expect(changesAlong(trend, "larger")[0]!.hours).toBeNull();
  expect(changesAlong([trend[1]!, { visit: visits[2]!, value: 108.1 }], "larger")[0]!.hours).toBeNull();
});

test("of readings at one point the newest counts, in whatever order they come", () => {
  const early = bore("a", six(108.2), "2026-01-01T00:00:00.000Z");
  const late = bore("a", six(108.04), "2026-02-01T00:00:00.000Z");
  fc.assert(
    fc.property(
      fc.shuffledSubarray([...early, ...late], { minLength: 12 }),
      (readings) => trendOf(feature, readings, [visit("a", 2026)], orrinshaw.facts)[0]!.value === 108.04,
    ),
    { numRuns: 40 },
  );
});

test("a rank among others says how many had worn less; among four it says nothing", () => {
  const others = [108.01, 108.02, 108.03, 108.04, 108.06].map((value, at) => ({
    visit: visit(String(at), 2020),
    value,
  }));
  expect([
    rankAmong(108.05, others, "larger"),
    rankAmong(108.05, others, "smaller"),
    rankAmong(108.05, others.slice(1), "larger"),
  ]).toEqual([0.8, 0.2, null]);
});
