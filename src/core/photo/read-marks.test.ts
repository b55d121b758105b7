import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { demoJob } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import type { PhotoMark } from "../entry/schema";
import { photosForOwner } from "./photos";
import { readMarks } from "./read-marks";

const asOf = "2026-11-24T00:00:00Z";

test("marks measure once there is a scale, and nothing without one; a struck mark is gone", () => {
  const bench = new TestBench(orrinshaw);
  const { id } = bench.add("photo-added", {
    photo: "a".repeat(64),
    width: 2000,
    height: 1500,
    part: null,
    place: null,
    station: "strip",
    words: null,
  });
  const draw = (mark: PhotoMark) => bench.add("photo-marked", { photo: id, mark });
  const read = () => readMarks(id, assess(orrinshaw, bench.entries, asOf).job);
  draw({ kind: "length", from: [0, 0], to: [400, 0] });
  draw({ kind: "ring", at: [100, 100], radius: 40 });
  draw({
    kind: "area",
    corners: [
      [0, 0],
      [100, 100],
      [100, 0],
      [0, 100],
    ],
  });
  expect([read().scale, read().marks.map((mark) => mark.measure)]).toEqual([null, [null, null, null]]);
  const scale = draw({ kind: "scale", from: [0, 500], to: [800, 500], lengthMm: 100, standardMm: 0.1, tiltDegrees: 5 });
  expect(read().marks[0]!.measure!.value).toBeCloseTo(50, 9);
  expect(read().marks[2]).toMatchObject({ measure: null, problem: { code: "outline-crosses-itself" } });
  bench.add("entry-struck", { strikes: [scale.id] });
  expect(read().scale).toBeNull();
});

test("the ferry's bolt: what is left of the shank is 50.2 mm, give or take less than one", () => {
  const { job } = assess(orrinshaw, demoJob("ferry-marigold"), asOf);
  const bolt = job.photos.find((photo) => photo.words?.startsWith("Rod bolt"))!;
  const length = readMarks(bolt.id, job).marks.find((mark) => mark.drawn.mark.kind === "length")!;
  // 422 of 672 pixels of 80 mm.
  expect(length.measure!.value).toBeCloseTo((422 / 672) * 80, 9);
  expect(photosForOwner(job).map((photo) => photo.id)).toContain(bolt.id);
});
