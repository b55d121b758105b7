import { assess } from "@/core/fixtures/judge";
import { TestBench, testGauge } from "@/core/fixtures/bench";
import { demoJob } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { rotary } from "@/core/fixtures/packs/rotary";
import { nextStep } from "@/core/views/next-step";
import { slotStates } from "./slot-state";

const asOf = "2026-11-24T08:00:00Z";
const statesOf = (entries: Parameters<typeof assess>[1], pack = orrinshaw) => {
  return Object.fromEntries(slotStates(assess(pack, entries, asOf)));
};

test("a slot shows the worst that is known of what is in it", () => {
  expect(statesOf(demoJob("ferry-marigold"))).toMatchObject({
    "liner-1": "sound",
    "liner-3": "refused",
    "liner-4": "refused",
    "liner-5": "refused",
    crankshaft: "refused",
    "rod-shell-upper-5": "refused",
    "main-shell-lower-5": "refused",
    // As new by itself, and gone with the size that the crank is ground to.
    "main-shell-upper-1": "refused",
    "rod-5": "refused",
    "piston-1": "open",
  });
  expect(new Set(Object.values(statesOf(demoJob("drainage-pump-3"))))).toEqual(new Set(["open"]));
});

test("an engine of another arrangement is marked by the same rule", () => {
  const bench = new TestBench(rotary);
  const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
  bench.readAll(occasion, "housing-front/width", [80, 79.99, 79.995, 79.99]);
  bench.readAll(occasion, "housing-rear/width", [79.8]);
  expect(statesOf(bench.entries, rotary)).toEqual({ "housing-front": "sound", "housing-rear": "refused" });
});

test("the next step is the strip list, the first place without readings, then the open decisions, then handing over", () => {
  const step = (entries: Parameters<typeof assess>[1]) => {
    const { station, what } = nextStep(orrinshaw, assess(orrinshaw, entries, asOf));
    const { params } = what;
    return [station, what.code, "row" in params ? params.row : "count" in params ? params.count : null];
  };
  expect(step(demoJob("drainage-pump-3"))).toEqual(["strip", "next-strip-step", null]);
  // Whoever keeps no strip list and measures is not sent back to it.
  const measured = new TestBench(orrinshaw);
  measured.readAll(measured.occasion(), "liner-2/bore", [108.01]);
  expect(step(measured.entries)).toEqual(["measure", "not-measured", "liner, cylinder 1"]);
  expect(step(demoJob("ferry-marigold"))).toEqual(["measure", "points-missing", "liner, cylinder 4"]);
  const launch = demoJob("survey-launch-tern");
  // Two of its parts were decided and never bought.
  expect(step(launch)).toEqual(["order", "next-to-order", 2]);
  expect(step(launch.filter((entry) => entry.type !== "decision-made"))).toEqual(["decide", "undecided", 153]);
});
