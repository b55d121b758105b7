import { jStat } from "jstat";
import { assess } from "../fixtures/judge";
import { TestBench, testGauge, testMaster } from "../fixtures/bench";
import { choiceAt } from "../fixtures/choices";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import type { Gauge, Payload } from "../entry/schema";
import { seeded } from "../numeric/seeded";
import { standardUncertainty } from "../quantity/estimate";
import { budgetOf, jointBudget, totalOf } from "./uncertainty-budget";

const asOf = "2026-11-24T00:00:00Z";
const micrometer: Gauge = { ...testGauge, id: "micrometer", method: "direct", quantities: ["external-diameter"] };
const boreGauge: Gauge = { ...testGauge, id: "bore-gauge" };
const ball: Gauge = { ...testGauge, id: "ball", method: "direct", quantities: ["wall-thickness"] };
const locked = {
  id: "micrometer",
  name: "Micrometer at 75.000",
  lengthMm: 75,
  expandedMm: 0.002,
  k: 2,
  expansionPerK: 11.5e-6,
  gauge: { id: "micrometer", calibratedOn: testGauge.calibration.on },
};
const calm = { partC: 20, gaugeC: 20, masterC: 20, standardK: 0 };

interface Sizes {
  readonly journal: number;
  readonly housing: number;
  readonly upper: number;
  readonly lower: number;
}

/** Big end 1 measured through: rod housing, journal and both shells, each with the gauge and temperatures given. */
function bigEnd(
  sizes: Sizes,
  {
    master = testMaster as Payload<"occasion-opened">["master"],
    temperatures = { journal: calm, housing: calm },
    journalGauge = micrometer,
  } = {},
) {
  const bench = new TestBench(orrinshaw);
  const journals = bench.occasion({
    gauge: journalGauge,
    master: journalGauge.method === "direct" ? null : master,
    temperatures: temperatures.journal,
  });
  const housings = bench.occasion({ gauge: boreGauge, master, temperatures: temperatures.housing });
  const walls = bench.occasion({ gauge: ball, master: null, temperatures: calm });
  bench.readAll(journals, "crankshaft/big-end-j1", [sizes.journal, sizes.journal, sizes.journal, sizes.journal]);
  bench.readAll(housings, "rod-1/big-end", [sizes.housing, sizes.housing, sizes.housing]);
  bench.readAll(walls, "rod-shell-upper-1/wall", [sizes.upper]);
  bench.readAll(walls, "rod-shell-lower-1/wall", [sizes.lower]);
  return bench;
}
const fit = (bench: TestBench) => assess(bench.pack, bench.entries, asOf).joints.get("big-end-clearance/b1")!;
const good: Sizes = { journal: 70.99, housing: 75.01, upper: 1.968, lower: 1.969 };

describe("a clearance", () => {
  test("is housing at torque less journal less two walls", () => {
    // Handbook, part 3: clearance at the crown = housing at torque - journal - 2 walls.
    expect(fit(bigEnd(good)).governing.estimate!.value).toBeCloseTo(75.01 - 70.99 - 1.968 - 1.969, 9);
  });

  test("of parts measured warm is that of the same parts at 20 °C: plain expansion of a ring and a shaft", () => {
    // A steel rod 10 K warm grows by D a dT; the journal at 20 °C does not. Both gauges stand at 20 °C.
    const grown = 75.01 * (1 + 11.5e-6 * 10);
    const warm = bigEnd(
      { ...good, housing: grown },
      { temperatures: { journal: calm, housing: { ...calm, partC: 30 } } },
    );
    expect(fit(warm).governing.estimate!.value).toBeCloseTo(75.01 - 70.99 - 1.968 - 1.969, 8);
    // Read as though nothing were warm it would seem 0.0086 larger than it is.
    expect(
      fit(bigEnd({ ...good, housing: grown })).governing.estimate!.value - fit(warm).governing.estimate!.value,
    ).toBeCloseTo(75.01 * 11.5e-6 * 10, 6);
  });

  test("of an annulus does not change while ring and shaft of one material warm together", () => {
    const both = { ...calm, partC: 35, gaugeC: 35, masterC: 35 };
    // Scale, master and parts are all steel: everything grows alike, and the readings stay what they were.
    const warm = bigEnd(good, { master: locked, temperatures: { journal: both, housing: both } });
    // To a few nanometres: the comparator's own 0.01 mm of travel is not a length that grows.
    expect(fit(warm).governing.estimate!.value).toBeCloseTo(fit(bigEnd(good)).governing.estimate!.value, 5);
  });

  test("is not known while one of its ends is not, and says which", () => {
    const bench = bigEnd(good);
    const shell = bench.entries.at(-1)!;
    bench.add("entry-struck", { strikes: [shell.id] });
    const { governing, accepted } = fit(bench);
    expect([governing.estimate, accepted, governing.missing]).toEqual([null, null, ["lower crown"]]);
  });

  test("that is too large is past saving even while points are missing, since more points can only make it larger", () => {
    const bench = new TestBench(orrinshaw);
    const fine = bench.occasion({ gauge: { ...ball, repeatability: 0.0001 }, master: null, temperatures: calm });
    bench.read(fine, "crankshaft", "big-end-j1", "front-throw", 70.9);
    bench.read(fine, "rod-1", "big-end", "crown", 75.05);
    for (const half of ["upper", "lower"]) bench.read(fine, `rod-shell-${half}-1`, "wall", "crown", 1.968);
    expect(fit(bench)).toMatchObject({
      accepted: false,
      governing: { missing: expect.arrayContaining(["journal rear-across"]) as unknown },
    });
  });

  test("is as uncertain as what lies between the points of its ends, however many of them were read", () => {
    // A housing that may differ by 0.004 between its three points: nothing of it averages out.
    const changed = readPack({
      ...(json("packs/orrinshaw-6m.json") as CompiledPack["pack"]),
      classes: orrinshaw.pack.classes.map((each) => ({
        ...each,
        features: each.features.map((feature) =>
          each.id === "rod" && feature.id === "big-end"
            ? { ...feature, sampling: { standardMm: 0.004, ref: { source: "practice" } } }
            : feature,
        ),
      })),
    });
    if (!changed.ok) throw new Error(JSON.stringify(changed.problems));
    const bench = bigEnd(good);
    const u = (pack: CompiledPack) =>
      standardUncertainty(assess(pack, bench.entries, asOf).joints.get("big-end-clearance/b1")!.governing.estimate!);
    expect(u(changed.value) ** 2 - u(orrinshaw) ** 2).toBeCloseTo(0.004 ** 2, 12);
  });

  test("bands of the pack follow from the bands of its parts", () => {
    const band = (row: string) => orrinshaw.rows.get(row)!.at.feature.governing.limits.new!;
    const derived = (id: string, housing: string, journal: string, shell: string) => {
      const joint = orrinshaw.pack.joints.find((each) => each.id === id)!;
      expect(band(housing).min! - band(journal).max! - 2 * band(shell).max!).toBeCloseTo(
        joint.governing.limits.new!.min!,
        9,
      );
      expect(band(housing).max! - band(journal).min! - 2 * band(shell).min!).toBeCloseTo(
        joint.governing.limits.new!.max!,
        9,
      );
    };
    derived("main-clearance", "block/tunnel-m1", "crankshaft/main-m1", "main-shell-upper-1/wall");
    derived("big-end-clearance", "rod-1/big-end", "crankshaft/big-end-j1", "rod-shell-upper-1/wall");
  });
});

describe("what two ends share", () => {
  const own = bigEnd(good);
  const sameSize = { ...locked, lengthMm: good.journal, gauge: { ...locked.gauge, range: micrometer.range } };
  const shared = bigEnd(good, { master: sameSize });
  const u = (bench: TestBench) => standardUncertainty(fit(bench).governing.estimate!);
  const budget = (bench: TestBench) =>
    jointBudget(fit(bench), fit(bench).governing.characteristic.expr, orrinshaw.facts);

  const calibrationOf = (bench: TestBench, gauge: string) =>
    budget(bench).find(({ kind, subject }) => kind === "calibration" && subject.startsWith(`${gauge}:`))!;

  test("cancels: a bore gauge zeroed on the micrometer of the journal owes nothing more to that micrometer", () => {
    const calibration = calibrationOf(shared, "micrometer");
    expect(calibration).toMatchObject({ standard: 0, cancels: true });
    expect([...calibration.ends.values()]).toEqual([expect.closeTo(0.001, 12), expect.closeTo(0.001, 12)]);
    // Set on a ring instead, the micrometer's 0.001 and the ring's 0.0005 both stay.
    expect(u(own) ** 2 - u(shared) ** 2).toBeCloseTo(0.001 ** 2 + 0.0005 ** 2, 12);
  });

  test("cancels the less the further apart the two sizes lie on that micrometer's own range", () => {
    // 4.01 mm of 25: an angle of pi/2 x 4.01/25 between two errors of 0.001, by the law of cosines.
    const range: [number, number] = [50, 75];
    const elsewhere = bigEnd(good, {
      journalGauge: { ...micrometer, range },
      master: { ...locked, gauge: { ...locked.gauge, range } },
    });
    expect(calibrationOf(elsewhere, "micrometer").standard).toBeCloseTo(
      0.001 * Math.sqrt(2 - 2 * Math.cos(((Math.PI / 2) * 4.01) / 25)),
      9,
    );
  });

  test("cancels for a setting master that served both ends", () => {
    const both = bigEnd(good, {
      master: { ...testMaster, lengthMm: 73 },
      journalGauge: { ...boreGauge, id: "snap-gauge" },
    });
    expect(budget(both).find((line) => line.kind === "master")).toMatchObject({ standard: 0, cancels: true });
  });

  test("does not cancel where it adds: both shells were read with one ball micrometer, and its error counts twice", () => {
    const line = calibrationOf(own, "ball");
    expect(line).toMatchObject({ cancels: false });
    expect(line.standard).toBeCloseTo(0.002, 9);
  });

  test("leaves a budget that adds up", () => {
    for (const bench of [own, shared]) {
      expect(totalOf(budget(bench))).toBeCloseTo(u(bench), 12);
      expect(budget(bench).reduce((sum, line) => sum + line.share, 0)).toBeCloseTo(1, 12);
    }
    const single = fit(own).ends.get("journal")!.governing.estimate!;
    expect(totalOf(budgetOf(single))).toBeCloseTo(standardUncertainty(single), 12);
  });

  test("shrinks the scatter of a thousand simulated clearances just as the budget says", () => {
    // An independent walk through the same measurement: errors are drawn, readings made, the clearance taken by hand.
    const draw = seeded(7).normal;
    const runs = 4000;
    const clearances = Array.from({ length: runs }, () => {
      const [calibration, bore, ballError] = [0.001 * draw(), 0.001 * draw(), 0.001 * draw()];
      const once = () => 0.0012 * draw();
      const journal = 70.99 - calibration - once();
      const housing = 75.01 - calibration - bore - once() - once();
      const walls = 3.937 - 2 * ballError - once() - once();
      return housing - journal - walls;
    });
    const spread = jStat.stdev(clearances, true);
    // The standard deviation of a standard deviation of n draws is about its 1/sqrt(2 n): 3.5 of them.
    expect(Math.abs(spread / u(shared) - 1)).toBeLessThan(3.5 / Math.sqrt(2 * runs));
  });
});

describe("the parts of a joint", () => {
  const choice = (bench: TestBench, row: string) => choiceAt(assess(bench.pack, bench.entries, asOf), row);

  test("shells give way when the clearance is outside its limit, and only they", () => {
    const worn = bigEnd({ ...good, upper: 1.9 });
    expect(choice(worn, "rod-shell-upper-1/wall").proposal).toMatchObject({
      disposition: "replace",
      reasons: [
        { code: "outside-limit", params: { row: "big-end clearance 1" } },
        { code: "as-a-set", params: { mate: "big-end shell, lower 1" } },
      ],
    });
    expect(choice(worn, "rod-shell-lower-1/wall").proposal.disposition).toBe("replace");
    const whole = bigEnd(good);
    whole.readRestAsNew(["crankshaft-big-end", "rod-big-end", "rod-shell-wall"]);
    const others = whole.occasion({ gauge: micrometer, master: null });
    for (let n = 2; n <= 6; n += 1) whole.readAll(others, `crankshaft/big-end-j${n}`, [70.99, 70.99, 70.99, 70.99]);
    expect(choice(whole, "rod-shell-upper-1/wall").proposal.disposition).toBe("reuse");
  });

  test("good shells go with a journal that is ground", () => {
    const bench = bigEnd({ ...good, journal: 70.94 });
    bench.readRestAsNew([
      "crankshaft-big-end",
      "crankshaft-damage",
      "crankshaft-run-out",
      "rod-big-end",
      "rod-shell-wall",
    ]);
    for (let journal = 2; journal <= 6; journal += 1)
      bench.readAll(bench.occasion({ gauge: micrometer, master: null }), `crankshaft/big-end-j${journal}`, [70.99, 70.99, 70.99, 70.99]); // prettier-ignore
    const fine = bench.occasion({
      gauge: { ...micrometer, quantities: ["depth", "run-out"] },
      master: null,
      temperatures: calm,
    });
    for (let journal = 1; journal <= 6; journal += 1) bench.readAll(fine, `crankshaft/damage-j${journal}`, [0]);
    bench.readAll(fine, "crankshaft/run-out", [0.02]);
    expect(choice(bench, "crankshaft/big-end-j1").proposal).toMatchObject({
      disposition: "rework",
      ways: [{ feature: "big-end", step: "u-25" }],
    });
    const shell = choice(bench, "rod-shell-upper-1/wall").proposal;
    expect(shell.disposition).toBe("replace");
    expect(shell.reasons.map(({ code }) => code)).toContain("mate-renewed");
  });

  test("a piston that only a worn liner speaks against is good beside the new one", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["liner-bore", "liner-pits", "piston-skirt"]);
    const bores = bench.occasion();
    const skirts = bench.occasion({ gauge: { ...micrometer, range: [100, 125] }, master: null, temperatures: calm });
    for (const liner of [1, 2])
      bench.readAll(
        bench.occasion({ gauge: { ...micrometer, quantities: ["depth"] }, master: null }),
        `liner-${liner}/pits`,
        [0],
      );
    bench.readAll(bores, "liner-1/bore", [108.12, 108.1, 108.1, 108.09, 108.08, 108.08]);
    bench.readAll(skirts, "piston-1/skirt", [107.86]);
    const { proposal, options } = choice(bench, "piston-1/skirt");
    expect(proposal).toMatchObject({ disposition: "reuse", allowed: true });
    expect(proposal.reasons.map((reason) => reason.code)).toContain("good-beside-new");
    expect(options[0]!.allowed).toBe(true);
    bench.readAll(skirts, "piston-2/skirt", [107.79]);
    bench.readAll(bores, "liner-2/bore", [108.12, 108.1, 108.1, 108.09, 108.08, 108.08]);
    expect(choice(bench, "piston-2/skirt").proposal.disposition).toBe("replace");
  });
});
