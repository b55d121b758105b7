import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt, judged, needAt } from "../fixtures/choices";
import { tarnwick } from "../fixtures/packs/tarnwick";
import { windrow } from "../fixtures/packs/windrow";
import { optionKey } from "../option/same-option";

// Two layouts that have no journals to grind and no bores to bore, from their packs alone. Cases marked common practice,
// no source; figures of the packs invented but those that are called common practice there.

function read(bench: TestBench, part: string, row: string, values: readonly number[]) {
  const { at } = bench.pack.rows.get(row)!;
  const gauge = { ...testGauge, id: `gauge-${at.feature.quantity}`, method: "direct" as const, quantities: [at.feature.quantity], unit: at.feature.unit }; // prettier-ignore
  bench.strikeReadings(part, at.id);
  const occasion = bench.occasion({ gauge, master: null });
  at.feature.points.forEach(
    (point, index) =>
    bench.add("reading-taken", { occasion, part, feature: at.id, point: point.id, value: values[index] ?? values.at(-1)!, typed: String(values[index] ?? values.at(-1)!), unit: at.feature.unit }), // prettier-ignore
  );
}
const see = (bench: TestBench, slot: string, finding: string, value: string, place: string | null) =>
  bench.add("finding-made", { part: bench.partIn.get(slot)!, place, finding, value, phase: "after-cleaning", words: null }); // prettier-ignore
const codesOf = (reasons: readonly { code: string }[]) => reasons.map(({ code }) => code);

describe("a twin-rotor rotary", () => {
  /** Everything as new but what is named; widths and original widths of both housings as given. */
  const engine = (widths: readonly number[] = [80, 80, 80, 80], own: number | null = 80) => {
    const bench = new TestBench(windrow, { application: { kind: null, words: null } });
    bench.readRestAsNew(["rotor-housing-width"]);
    for (const housing of ["rotor-housing-1", "rotor-housing-2"]) {
      const part = bench.partIn.get(housing)!;
      read(bench, part, `${housing}/width`, widths);
      if (own !== null) bench.add("part-noted", { part, item: "own-size", feature: "width", value: own });
    }
    for (const rotor of ["rotor-1", "rotor-2", "apex-seals-1", "apex-seals-2"])
      bench.add("part-noted", { part: bench.partIn.get(rotor)!, item: "series", feature: null, value: "series-1" });
    return bench;
  };
  const housing = (bench: TestBench) => needAt(judged(bench), "rotor-housing-1/width").asItIs;

  test("a local difference over 0.003 in, or a depression over 0.0015 in a side, refuses a housing", () => {
    expect(housing(engine()).allowed).toBe(true);
    expect(housing(engine([80, 79.9, 80, 80])).allowed).toBe(false);
    const sunk = engine();
    read(sunk, sunk.partIn.get("rotor-housing-1")!, "rotor-housing-1/face-front", [0.05]);
    expect(housing(sunk).allowed).toBe(false);
  });

  test("its width is held against its own original width, and is asked for where nobody knows it", () => {
    expect(housing(engine([79.95, 79.95, 79.95, 79.95], 80.08)).allowed).toBe(false);
    const { allowed, reasons } = housing(engine([79.95, 79.95, 79.95, 79.95], null));
    expect([allowed, codesOf(reasons)]).toEqual([null, expect.arrayContaining(["own-size-unknown"])]);
  });

  test("a used housing on used plates says so, and is used all the same", () => {
    const { options } = choiceAt(judged(engine()), "rotor-housing-1");
    expect(codesOf(options[0]!.reasons)).toContain("used-on-used");
  });

  test("rotors of two series have unlike limits; while nobody knows which, no seal fits for sure", () => {
    const bench = engine();
    const part = bench.partIn.get("rotor-1")!;
    const slots = () => needAt(judged(bench), "rotor-1/apex-slot").asItIs;
    expect(slots().allowed).toBe(true);
    bench.add("part-noted", { part, item: "series", feature: null, value: "series-2", supersedes: bench.entries.filter(({ type, payload }) => type === "part-noted" && payload.part === part).map(({ id }) => id) }); // prettier-ignore
    // What was no slip on the one is too far from the size of the other: it counts for nothing until somebody answers.
    expect([slots().allowed, judged(bench).holds.some(({ code }) => code === "far-from-size")]).toEqual([null, true]);
    // A 2 mm slot is no slip of the hand on a part of the other series.
    read(bench, part, "rotor-1/apex-slot", [2.02]);
    const asked = judged(bench);
    expect([needAt(asked, "rotor-1/apex-slot").asItIs.allowed, asked.holds.some(({ code }) => code === "far-from-size")]).toEqual([true, false]); // prettier-ignore
    const unknown = new TestBench(windrow);
    unknown.readRestAsNew();
    const { allowed, reasons } = needAt(judged(unknown), "rotor-1/apex-slot").asItIs;
    expect([allowed, codesOf(reasons)]).toEqual([null, expect.arrayContaining(["limit-hangs-on"])]);
  });

  test("cut ports refuse a housing for long service, are told for a sprint, and are asked about where nobody said which", () => {
    const cut = (intent: string | null) => {
      const bench = engine();
      see(bench, "rotor-housing-1", "ports", "early", "exhaust");
      if (intent) bench.add("intake-noted", { section: "application", item: "intent", part: null, place: null, value: intent }); // prettier-ignore
      return judged(bench).condition.byPart.get(bench.partIn.get("rotor-housing-1")!)!.reuse.allowed;
    };
    expect([cut("rescue"), cut("trials"), cut(null)]).toEqual([false, true, null]);
  });

  test("an old-stock oil pump in the box is refused by its number", () => {
    const bench = engine();
    const part = bench.newId();
    bench.add("part-tagged", { part, class: "oil-pump", tag: "OP-N1", origin: "supplier" });
    bench.add("part-noted", { part, item: "number", feature: null, value: "WR-1180 A" });
    const [reuse] = judged(bench).inHand.loose.find((each) => each.part.id === part)!.options;
    expect([reuse!.allowed, codesOf(reuse!.reasons)]).toEqual([false, expect.arrayContaining(["revision-refused"])]);
  });

  test("new seals of which nobody read the series are not inspected by being measured", () => {
    const bench = engine();
    const part = bench.newId();
    bench.add("part-tagged", { part, class: "apex-seals", tag: "AS-N1", origin: "supplier" });
    read(bench, part, "apex-seals-1/thickness", [2.95]);
    const verdict = () => judged(bench).inHand.lots[0]!.verdict;
    expect(verdict()).toBe("open");
    bench.add("part-noted", { part, item: "series", feature: null, value: "series-1" });
    expect(verdict()).toBe("accepted");
  });

  test("gone chrome, a turned bearing and corrosion at the water seal are never offered for use", () => {
    const bench = engine();
    see(bench, "rotor-housing-1", "chrome", "gone", "plugs");
    see(bench, "rotor-bearing-1", "turned", "yes", null);
    see(bench, "rotor-housing-2", "corrosion", "severe", "water");
    const { choices } = judged(bench);
    for (const slot of ["rotor-housing-1", "rotor-bearing-1", "rotor-housing-2"])
      expect([slot, choiceAt({ choices }, slot).proposal.disposition]).toEqual([slot, "replace"]);
  });
});

describe("a two-stroke twin", () => {
  const engine = () => {
    const bench = new TestBench(tarnwick, { hoursWanted: 60 });
    bench.readRestAsNew();
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 80 });
    return bench;
  };

  test("a scored plated bore is plated anew or replaced, never honed or bored, and its new piston waits for it", () => {
    const bench = engine();
    see(bench, "cylinder-1", "plating", "scored", "bore");
    const { choices } = judged(bench);
    const cylinder = choiceAt({ choices }, "cylinder-1");
    expect(cylinder.options[0]!.allowed).toBe(false);
    expect(cylinder.options.filter(({ disposition }) => disposition === "rework").map(optionKey)).toHaveLength(1);
    expect([cylinder.proposal.disposition, cylinder.proposal.ways.map(({ step }) => step)]).toEqual(["rework", ["plate"]]); // prettier-ignore
    const piston = choiceAt({ choices }, "piston-1");
    expect([piston.proposal.disposition, codesOf(piston.proposal.reasons)]).toEqual(["replace", expect.arrayContaining(["fitted-after"])]); // prettier-ignore
  });

  test("a crank past its life goes with its bearings and seals, whatever it measures", () => {
    const bench = engine();
    const part = bench.partIn.get("crankshaft")!;
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part, place: null, value: 390 });
    const { choices } = judged(bench);
    const proposed = (slot: string) => choiceAt({ choices }, slot).proposal.disposition;
    expect(["crankshaft", "main-bearing-1", "crank-seal-2", "small-end-1"].map(proposed)).toEqual(["replace", "replace", "replace", "replace"]); // prettier-ignore
  });

  test("up-and-down play, a slipped web and throws out of phase each refuse a crank that has no undersizes", () => {
    const sized = judged(engine());
    expect(choiceAt(sized, "crankshaft").options.some(({ disposition }) => disposition === "rework")).toBe(false);
    for (const [row, value] of [
      ["crankshaft/play-b1", 0.08],
      ["crankshaft/phasing", 0.05],
    ] as const) {
      const bench = engine();
      read(bench, bench.partIn.get("crankshaft")!, row, [value]);
      expect([row, choiceAt(judged(bench), "crankshaft").options[0]!.allowed]).toEqual([row, false]);
    }
    const bench = engine();
    see(bench, "crankshaft", "twist", "seen", "stubs");
    expect(choiceAt(judged(bench), "crankshaft").options[0]).toMatchObject({ allowed: false, never: true });
  });

  test("petals and friction plates go as a set; a bent fork takes its gears along", () => {
    const bench = engine();
    see(bench, "petals-1", "petal", "chipped", "tips");
    see(bench, "friction-2", "glazed", "glazed", "faces");
    see(bench, "fork-1", "bent", "seen", "arm");
    const { choices } = judged(bench);
    const proposed = (slot: string) => choiceAt({ choices }, slot).proposal.disposition;
    expect(["petals-2", "friction-1", "friction-5", "fork-1", "drive-gear-2", "driven-gear-2", "drive-gear-1"].map(proposed)).toEqual([...Array<string>(6).fill("replace"), "reuse"]); // prettier-ignore
  });

  test("no exhaust valve is asked for on an engine that has none", () => {
    const bench = engine();
    bench.add("intake-noted", { section: "order", item: "variant", part: null, place: null, value: "v-2t" });
    expect(judged(bench).choices.some(({ slot }) => slot.class === "exhaust-valve")).toBe(false);
  });

  test("of an engine that nobody looked at nothing is proposed or counted", () => {
    for (const pack of [windrow, tarnwick]) {
      const { choices, plan } = judged(new TestBench(pack));
      const used = choices.filter(({ proposal }) => ["reuse", "clean", "rework"].includes(proposal.disposition));
      expect([used.map(({ slot }) => slot.id), plan.progress.done]).toEqual([[], 0]);
    }
  });
});
