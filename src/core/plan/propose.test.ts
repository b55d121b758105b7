import fc from "fast-check";
import { assess } from "../fixtures/judge";
import { TestBench, testGauge } from "../fixtures/bench";
import { asOf, choiceAt, decide, judged } from "../fixtures/choices";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { rotary } from "../fixtures/packs/rotary";
import type { Payload } from "../entry/schema";
import { estimate, exact } from "../quantity/estimate";
import { nextSize } from "../option/next-size";
import { optionKey } from "../option/same-option";

const rework = orrinshaw.sheets.find((sheet) => sheet.id === "crankshaft-big-end")!.feature.rework!;
const allow = (tir: number | null, damage: number | null) => [
  { estimate: tir === null ? null : exact(tir), factor: 1 },
  { estimate: damage === null ? null : exact(damage), factor: 2 },
];
const next = (smallest: number, tir: number | null, damage: number | null) =>
  nextSize(exact(smallest), allow(tir, damage), rework, 71, "simple");

describe("next undersize", () => {
  // Handbook, part 4: largest finished diameter on offer not above smallest - TIR - 2 x damage - clean-up
  test("70.871 with TIR 0.03 and scores 0.06 deep leaves 70.701, so −0.25 does not clean up and −0.50 does", () => {
    const found = next(70.871, 0.03, 0.06);
    expect(found.bound!.value).toBeCloseTo(70.871 - 0.03 - 0.12 - 0.02, 9);
    expect(found.steps.map((step) => step.possible)).toEqual([false, true, true]);
    expect(found.next!.name).toBe("−0.50");
  });

  test.each([
    [70.77, "−0.25"],
    [70.7701, "−0.25"],
    [70.7699, "−0.50"],
    [70.2699, undefined],
  ])("a clean journal of %p goes to %s", (smallest, name) => expect(next(smallest, 0, 0).next?.name).toBe(name));

  test("unknown run-out or damage is unknown, never zero", () => {
    expect(next(70.9, null, 0)).toMatchObject({ bound: null, next: null });
    expect(next(70.9, 0, null).steps.map((step) => step.possible)).toEqual([null, null, null]);
  });

  test("a size that grinds the hardened layer too thin is not offered", () => {
    const thin = { ...rework, hardenedCase: { ...rework.hardenedCase!, keep: 1.8 } };
    const found = nextSize(exact(70.6), allow(0, 0), thin, 71, "simple");
    // 2.0 - 0.50/2 = 1.75 < 1.8
    expect(found.steps.map((step) => [step.layerLeftMm, step.layerEnough])).toEqual([
      [1.875, true],
      [1.75, false],
      [1.625, false],
    ]);
    expect(found.next).toBeNull();
  });

  test("guarded acceptance asks for a size that surely cleans up", () => {
    const close = estimate(70.772, [["gauge", 0.002]]);
    expect(nextSize(close, allow(0, 0), rework, 71, "simple").next!.name).toBe("−0.25");
    expect(nextSize(close, allow(0, 0), rework, 71, "guarded-acceptance").next!.name).toBe("−0.50");
  });

  test("more damage never leads to a larger size", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 70.2, max: 71, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (smallest, damage, more) =>
          (next(smallest, 0.02, damage + more).next?.finishedMm ?? 0) <=
          (next(smallest, 0.02, damage).next?.finishedMm ?? 0),
      ),
      { numRuns: 100 },
    );
  });
});

/** A crankshaft with good journals, all read with a fine direct gauge; one can be made worse. */
function crank({
  journal5 = 70.985,
  damage5 = 0,
  tir = 0.02 as number | null,
  skip = [] as number[],
  header = {} as Partial<Payload<"job-opened">>,
} = {}) {
  const bench = new TestBench(orrinshaw, header);
  bench.checkForCracks();
  const fine = bench.occasion({
    gauge: {
      ...testGauge,
      method: "direct",
      quantities: ["external-diameter"],
      repeatability: 0.0003,
      calibration: { ...testGauge.calibration, expanded: 0.0006 },
    },
    master: null,
  });
  for (let journal = 1; journal <= 6; journal += 1) {
    if (skip.includes(journal)) continue;
    const size = journal === 5 ? journal5 : 70.985;
    bench.readAll(fine, `crankshaft/big-end-j${journal}`, [size, size, size, size]);
    bench.readAll(fine, `crankshaft/damage-j${journal}`, [journal === 5 ? damage5 : 0]);
  }
  for (const row of orrinshaw.sheets.find(({ id }) => id === "crankshaft-main")!.rows) {
    const { min, max } = row.at.feature.governing.limits.new!;
    bench.readAll(fine, row.id, row.at.feature.points.map(() => (min! + max!) / 2)); // prettier-ignore
    bench.readAll(fine, row.id.replace("main-m", "main-damage-m"), [0]);
  }
  if (tir !== null) bench.readAll(fine, "crankshaft/run-out", [tir]);
  return bench;
}

const proposal = (bench: TestBench, row = "crankshaft") => {
  const { disposition, ways, reasons } = choiceAt(judged(bench), row).proposal;
  return {
    disposition,
    ways: ways.map(({ feature, step }) => `${feature}:${step}`),
    codes: reasons.map(({ code }) => code),
  };
};

/** The water side of a liner without pits, which its bore says nothing of. */
const noPits = (bench: TestBench, slot: string) =>
  bench.readAll(
    bench.occasion({ gauge: { ...testGauge, method: "direct", quantities: ["depth"] }, master: null }),
    `${slot}/pits`,
    [0],
  );

describe("proposal", () => {
  test("a good crankshaft is reused", () =>
    expect(proposal(crank())).toMatchObject({ disposition: "reuse", ways: [] }));

  test("one worn journal takes its fellows along to one size, and the mains stay as they are", () => {
    const found = proposal(crank({ journal5: 70.9 }));
    expect(found).toMatchObject({ disposition: "rework", ways: ["big-end:u-25"] });
    for (const code of ["outside-limit", "cleans-up", "one-size-for-all"]) expect(found.codes).toContain(code);
  });

  test("a journal of good size with a deep score is not reused", () => {
    expect(proposal(crank({ damage5: 0.05 }))).toMatchObject({ disposition: "rework", ways: ["big-end:u-25"] });
  });

  test("without the run-out the worn crankshaft is put on hold, and it says what is missing", () => {
    const found = proposal(crank({ journal5: 70.9, tir: null }));
    expect(found).toMatchObject({ disposition: "hold", ways: [] });
    expect(new Set(found.codes)).toEqual(new Set(["not-measured"]));
  });

  test("while a fellow is unmeasured no size is proposed: it may ask for a deeper one", () => {
    expect(proposal(crank({ journal5: 70.9, skip: [2] }))).toMatchObject({ disposition: "hold", codes: ["not-measured", "not-measured"] }); // prettier-ignore
  });

  test("past the last size the crankshaft is replaced", () => {
    const found = proposal(crank({ journal5: 70.2 }));
    expect(found).toMatchObject({ disposition: "replace", ways: [] });
    expect(found.codes).toContain("past-last-size");
  });

  test("a wet liner past its limit is replaced, never bored", () => {
    const bench = new TestBench(orrinshaw);
    bench.readAll(bench.occasion(), "liner-3/bore", [108.13, 108.11, 108.09, 108.08, 108.05, 108.04]);
    expect(choiceAt(judged(bench), "liner-3").options.map(optionKey)).toEqual(["reuse", "replace", "keep", "hold"]);
    expect(proposal(bench, "liner-3/bore")).toMatchObject({ disposition: "replace" });
  });

  test("one reading past an upper limit settles a liner whose other points are missing; one inside settles nothing", () => {
    const past = new TestBench(orrinshaw);
    past.readAll(past.occasion(), "liner-3/bore", [108.13]);
    expect(proposal(past, "liner-3/bore").disposition).toBe("replace");
    const inside = new TestBench(orrinshaw);
    inside.readAll(inside.occasion(), "liner-3/bore", [108.03]);
    expect(proposal(inside, "liner-3/bore")).toMatchObject({
      disposition: "hold",
      codes: ["points-missing", "not-measured"],
    });
  });

  test("within U of the limit the job's decision rule decides", () => {
    const close = (decisionRule: Payload<"job-opened">["decisionRule"]) => {
      const bench = new TestBench(orrinshaw, { decisionRule });
      bench.readAll(bench.occasion(), "liner-3/bore", [108.098, 108.05, 108.05, 108.05, 108.05, 108.05]);
      noPits(bench, "liner-3");
      return proposal(bench, "liner-3/bore");
    };
    expect(close("simple").disposition).toBe("reuse");
    expect(close("guarded-acceptance")).toMatchObject({ disposition: "replace" });
    expect(close("guarded-acceptance").codes).toContain("inside-not-surely");
  });

  test("a newer phase is judged by its own readings", () => {
    const bench = new TestBench(orrinshaw);
    bench.readAll(
      bench.occasion({ phase: "as-found" }),
      "liner-3/bore",
      [108.13, 108.11, 108.09, 108.08, 108.05, 108.04],
    );
    bench.readAll(bench.occasion({ phase: "cleaned" }), "liner-3/bore", [108.03]);
    expect(proposal(bench, "liner-3/bore")).toMatchObject({
      disposition: "hold",
      codes: ["points-missing", "not-measured"],
    });
  });

  test("a family of another arrangement is judged by the same rules", () => {
    const bench = new TestBench(rotary);
    const direct = bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
    bench.readAll(direct, "housing-front/width", [80, 79.99, 79.995, 79.99]);
    bench.readAll(direct, "housing-rear/width", [80, 79.91, 79.995, 79.99]);
    expect(proposal(bench, "housing-front/width").disposition).toBe("reuse");
    // Every width is inside its limit; their difference, 0.09, is not inside 0.075.
    expect(proposal(bench, "housing-rear/width")).toMatchObject({ disposition: "replace", codes: ["outside-limit"] });
  });
});

describe("decision", () => {
  const codes = (bench: TestBench) =>
    assess(bench.pack, bench.entries, asOf).holds.flatMap(({ code, station }) => (station === "decide" ? [code] : []));

  test("along the proposal raises no hold, against it without a reason does", () => {
    const along = crank();
    decide(along, "crankshaft", "reuse");
    expect(codes(along)).toEqual([]);
    const against = crank();
    decide(against, "crankshaft", "replace");
    expect(codes(against)).toEqual(["override-without-reason"]);
    const reasoned = crank();
    decide(reasoned, "crankshaft", "replace", { reason: "the owner wants a new one" });
    expect(codes(reasoned)).toEqual([]);
  });

  test("is called in question when the evidence changes", () => {
    const bench = crank();
    decide(bench, "crankshaft", "reuse");
    const fine = bench.occasion({ phase: "reworked", gauge: { ...testGauge, method: "direct" }, master: null });
    bench.readAll(fine, "crankshaft/big-end-j5", [70.9, 70.9, 70.9, 70.9]);
    expect(codes(bench)).toEqual(["decided-though-refused"]);
    // What was to be ground measures as new once the slip is mended: whoever decided is asked, and it is not sent out.
    const slip = crank({ damage5: 0.05 });
    decide(slip, "crankshaft", "rework", { ways: [{ feature: "big-end", step: "u-25" }] });
    expect(codes(slip)).toEqual([]);
    const deep = slip.entries.find(({ type, payload }) => type === "reading-taken" && payload.feature === "damage-j5")!;
    slip.entries.push({ ...deep, id: slip.newId(), at: "2026-11-23T12:00:00.000Z", payload: { ...deep.payload, value: 0, typed: "0", supersedes: [deep.id] } }); // prettier-ignore
    expect(codes(slip)).toEqual(["evidence-changed"]);
  });

  test("made twice at once is a hold", () => {
    const bench = crank();
    decide(bench, "crankshaft", "reuse");
    decide(bench, "crankshaft", "hold", { reason: "ask the owner" });
    expect(codes(bench)).toContain("decided-twice");
  });

  test("keeps what stood on the screen", () => {
    const bench = crank({ journal5: 70.9 });
    const { payload } = decide(bench, "crankshaft", "rework", { ways: [{ feature: "big-end", step: "u-25" }] });
    expect(payload).toMatchObject({
      witness: {
        proposal: "rework",
        pack: orrinshaw.sha256,
        figures: expect.arrayContaining([
          expect.objectContaining({ id: "big-end-j5/smallest", mark: "outside" }),
        ]) as unknown,
      },
    });
  });
});

describe("what saves a part without machining", () => {
  const pits = (depth: number, header: Partial<Payload<"job-opened">> = {}) => {
    const bench = new TestBench(orrinshaw, header);
    bench.readAll(
      bench.occasion({
        gauge: { ...testGauge, method: "direct", quantities: ["depth"], repeatability: 0.02 },
        master: null,
      }),
      "liner-3/pits",
      [depth],
    );
    bench.readAll(bench.occasion(), "liner-3/bore", [108.01, 108.01, 108.01, 108.01, 108.01, 108.01]);
    const { proposal: found, options } = choiceAt(judged(bench), "liner-3");
    return [
      found.disposition,
      found.ways[0]?.step ?? null,
      ...options.filter(({ ways }) => ways[0]?.step === "turn").map(({ allowed }) => allowed),
    ];
  };
  // Demo world: outside pits 0.8 and the liner is turned by 90 degrees, once; 1.6 and it is scrap.
  test.each([
    [0.3, ["reuse", null, true]],
    [1.1, ["rework", "turn", true]],
    [1.7, ["replace", null, false]],
  ] as const)("a liner with pits %p deep", (depth, expected) => expect(pits(depth)).toEqual(expected));
  test("close to where turning ends it hangs on the job's rule", () => {
    expect([pits(1.58), pits(1.58, { decisionRule: "guarded-acceptance" })]).toEqual([
      ["rework", "turn", true],
      ["replace", null, false],
    ]);
  });
});

test("a camshaft rests on each of its lobes and journals: one worn lobe, and it is not used again", () => {
  const bench = new TestBench(orrinshaw);
  bench.add("intake-noted", { section: "school", item: "reground-cam", part: null, place: null, value: "never" });
  bench.readRestAsNew(["camshaft-lobe"]);
  const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct", quantities: ["lift"] }, master: null });
  const sheet = orrinshaw.sheets.find(({ id }) => id === "camshaft-lobe")!;
  const lobes = sheet.rows.map(({ id }) => [id, sheet.feature.points.map(({ nominal }) => nominal!)] as const);
  const proposal = () => choiceAt(judged(bench), "camshaft").proposal;
  for (const [id, lifts] of lobes.slice(1)) bench.readAll(occasion, id, lifts);
  expect(proposal().disposition).toBe("hold");
  bench.readAll(
    occasion,
    lobes[0]![0],
    lobes[0]![1].map((lift) => lift * 0.96),
  );
  expect(proposal()).toMatchObject({
    disposition: "replace",
    reasons: expect.arrayContaining([
      expect.objectContaining({
        code: "outside-limit",
        params: expect.objectContaining({ row: "lobe 1, inlet" }) as unknown,
      }),
    ]) as unknown,
  });
});
