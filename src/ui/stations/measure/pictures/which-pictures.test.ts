import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import { rotary } from "@/core/fixtures/packs/rotary";
import { picturesOf } from "./which-pictures";

const first = (pack: typeof orrinshaw, sheet: string) =>
  picturesOf(pack.sheets.find(({ id }) => id === sheet)!.feature);

// What is drawn follows from where points lie and what is worked out of them, in whatever engine.
test.each([
  ["liner-bore", orrinshaw, ["band", "shape", "trend"]],
  ["crankshaft-main", orrinshaw, ["band", "shape", "trend"]],
  ["camshaft-run-out", orrinshaw, ["axis", "trend"]],
  ["camshaft-lobe", orrinshaw, ["curve", "band", "trend"]],
  ["flywheel-pilot", orrinshaw, ["polar", "trend"]],
  ["block-deck", orrinshaw, ["trend"]],
  ["valve-spring-load", orrinshaw, ["band", "trend"]],
  ["cylinder-bore", pellbrook, ["band", "shape", "trend"]],
] as const)("%s", (sheet, pack, pictures) => expect(first(pack, sheet)).toEqual(pictures));

test("a rotor housing, which has places round its trochoid and no heights, stands in its band", () =>
  expect(first(rotary, rotary.sheets[0]!.id)).toEqual(["band", "trend"]));

test("every point of every feature that has a sketch is on it, within its edges", () => {
  for (const { pack } of [orrinshaw, pellbrook]) {
    for (const { features } of pack.classes) {
      for (const { id, points, drawing } of features) {
        const sketch = pack.drawings.find((each) => each.id === drawing?.id);
        if (!drawing || !sketch) continue;
        expect([id, Object.keys(drawing.marks).sort()]).toEqual([id, points.map((point) => point.id).sort()]);
        for (const [x1, y1, x2, y2] of Object.values(drawing.marks).flat())
          expect(
            Math.min(x1, y1, x2, y2, sketch.width - x1, sketch.width - x2, sketch.height - y1, sketch.height - y2),
          ).toBeGreaterThanOrEqual(0);
      }
    }
  }
});
