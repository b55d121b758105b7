import { createAssess } from "../assess";
import { TestBench, testGauge } from "../fixtures/bench";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { makeWitness } from "../plan/make-witness";
import { readPack } from "../lint/read-pack";
import type { Pack } from "./schema";

const at = "2026-11-20T08:00:00Z";
const clearance = (change: (joint: Pack["joints"][number]) => void) => {
  const pack = json("packs/orrinshaw-6m.json") as Pack;
  change(pack.joints.find(({ id }) => id === "big-end-clearance")!);
  const read = readPack(pack);
  if (!read.ok) throw new Error(read.problems.map(({ code }) => code).join());
  return read.value.jointSheets.find(({ id }) => id === "big-end-clearance")!.joint.governing.limits.reassembly;
};

test("where the pack has no limit a rule of thumb steps in, by its name; where it has one, that one stands", () => {
  const thumb = { rule: "journal-oil-clearance", diameter: 70.98 } as const;
  const own = orrinshaw.pack.joints.find(({ id }) => id === "big-end-clearance")!.governing.limits.reassembly;
  expect(clearance((joint) => (joint.governing.thumb = thumb))).toEqual(own);
  // The handbook, part 5: 0.00075 to 0.001 in for each inch of diameter; a journal of 2.7945 in.
  const found = clearance((joint) => {
    joint.governing.thumb = thumb;
    joint.governing.limits = {};
  })!;
  expect([found.min! / 25.4, found.max! / 25.4]).toEqual([expect.closeTo(0.002096, 6), expect.closeTo(0.002794, 6)]);
  expect(found.ref).toMatchObject({
    source: "rule-of-thumb",
    page: expect.stringContaining("oil clearance") as string,
  });
});

test("a part may be used again by a rule of thumb, which says so; under a certificate that holds the job", () => {
  const bench = new TestBench(pellbrook);
  bench.readRestAsNew(["top-ring-gap"]);
  const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct", quantities: ["gap"] }, master: null });
  // The handbook: 0.004 in for each inch of bore, so 0.304 mm at 76.
  for (const [slot, gap] of [
    ["top-ring-1", 0.4],
    ["top-ring-2", 0.2],
  ] as const)
    bench.read(occasion, slot, "gap", "gap", gap);
  const judge = createAssess(pellbrook);
  const choiceOf = (slot: string) => judge(bench.entries, at).choices.find((choice) => choice.slot.id === slot)!;
  const [wide, tight] = [choiceOf("top-ring-1"), choiceOf("top-ring-2")];
  expect(wide.needs[0]!.row.governing.limit!.min).toBeCloseTo(0.304, 9);
  expect(wide.proposal).toMatchObject({ disposition: "reuse", allowed: true });
  expect(wide.proposal.reasons.map(({ code }) => code)).toEqual(["within-limits", "by-rule-of-thumb"]);
  expect(tight.options.find(({ disposition }) => disposition === "reuse")!.reasons.map(({ code }) => code)).toEqual([
    "outside-limit",
    "by-rule-of-thumb",
  ]);
  // A gap that is too tight is filed, not thrown away.
  expect(tight.proposal).toMatchObject({ disposition: "rework", ways: [{ step: "file" }] });

  const held = () =>
    judge(bench.entries, at)
      .holds.filter(({ code }) => code === "thumb-on-certified")
      .map(({ station, path }) => [station, path]);
  bench.add("decision-made", {
    part: wide.part!.id,
    feature: null,
    disposition: "reuse",
    ways: [],
    reason: null,
    witness: makeWitness(wide, pellbrook.sha256, bench.entries),
  });
  expect(held()).toEqual([]);
  bench.add("intake-noted", { section: "order", item: "certified", part: null, place: null, value: true });
  expect(held()).toEqual([["decide", ["top-ring-1"]]]);
});
