import fc from "fast-check";
import type { Assessment } from "../assessment";
import { meet } from "../evidence/verdict";
import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt, decide, judged } from "../fixtures/choices";
import { json } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import type { CompiledPack } from "../pack/compile-pack";
import { readPack } from "../lint/read-pack";
import { couplingsOf, type Place } from "./couplings";
import { isSettled } from "./standing";

// What goes with what is common practice and has no source; places and figures are invented.

const practice = { source: "practice" };
type PackJson = CompiledPack["pack"];

/** The pack as its file has it, with other relations, and perhaps changed besides. */
function withRelations(
  { pack }: CompiledPack,
  relations: readonly object[],
  change: (given: PackJson) => object = (given) => given,
): CompiledPack {
  const read = readPack({ ...change(json(`packs/${pack.id}.json`) as PackJson), relations });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

/** An engine that measures as new throughout, and is looked over. */
function asNew(pack: CompiledPack, besides: readonly string[] = []) {
  const bench = new TestBench(pack);
  bench.readRestAsNew(besides);
  const see = (slot: string, value: string) => {
    const { findings } = pack.classes.get(pack.slots.get(slot)!.class)!;
    const kind = findings.find(({ values }) => values.some(({ id }) => id === value))!;
    return bench.add("finding-made", {
      part: bench.partIn.get(slot)!,
      place: kind.places[0] ?? null,
      finding: kind.id,
      value,
      phase: "after-cleaning",
      words: null,
    });
  };
  const proposed = (slot: string) => {
    const { proposal } = choiceAt(judged(bench), slot);
    return [proposal.disposition, proposal.reasons.map(({ code }) => code)] as const;
  };
  /** Scrapped, so that it surely goes. */
  const scrap = (slot: string) =>
    bench.add("part-scrapped", { part: bench.partIn.get(slot)!, why: "bent", made: "marked", certificate: null });
  return { bench, see, proposed, scrap };
}

/** What holds between the places of an engine as it is. */
function couplingsIn({ choices, joints, order, job }: Assessment) {
  const placeAt = new Map(
    choices.map(({ slot, part, needs }): [string, Place] => [slot.id, { slot: slot.id, name: slot.name, part, needs }]),
  );
  const cameFrom = new Map(job.cameOut.map(({ part, slot }) => [part, slot]));
  const ranIn = ({ id, slot }: { id: string; slot: string | null }) => cameFrom.get(id) ?? slot;
  return couplingsOf({ pack: orrinshaw, order, placeAt, ranIn, joints: [...joints.values()], rule: order.rule });
}

describe("what goes together", () => {
  test("a set is renewed as a whole or not at all, and says with which of them", () => {
    const engine = asNew(orrinshaw);
    expect(engine.proposed("spring-4e")[0]).toBe("reuse");
    engine.scrap("spring-2i");
    const [disposition, codes] = engine.proposed("spring-4e");
    expect([disposition, codes]).toEqual(["replace", ["as-a-set"]]);
  });

  test("what wore in together goes together: a new camshaft takes its tappets, and one new tappet takes all of them", () => {
    const cam = asNew(orrinshaw);
    cam.scrap("camshaft");
    expect(cam.proposed("tappet-3e")).toEqual(["replace", ["ran-together"]]);
    const tappet = asNew(orrinshaw);
    tappet.scrap("tappet-1i");
    expect([tappet.proposed("camshaft")[0], tappet.proposed("tappet-6e")[0]]).toEqual(["replace", "replace"]);
  });

  test("a way that is named frees them", () => {
    const pack = withRelations(pellbrook, [
      {
        id: "chain-and-shaft",
        is: "ran-together",
        name: "rings with their bores",
        one: { classes: ["top-ring"] },
        other: { classes: ["cylinder"] },
        frees: ["file"],
        ref: practice,
      },
    ]);
    const bench = new TestBench(pack);
    bench.readRestAsNew(["top-ring-gap"]);
    const gaps = bench.occasion({ gauge: { ...testGauge, method: "direct", quantities: ["gap"] }, master: null });
    for (const n of [1, 2, 3, 4]) bench.read(gaps, `top-ring-${n}`, "gap", "gap", n === 1 ? 0.2 : 0.4);
    bench.add("part-scrapped", { part: bench.partIn.get("cylinder-1")!, why: "x", made: "marked", certificate: null });
    bench.add("part-scrapped", { part: bench.partIn.get("cylinder-2")!, why: "x", made: "marked", certificate: null });
    const of = (n: number) => choiceAt(judged(bench), `top-ring-${n}`).proposal.disposition;
    expect([of(1), of(2), of(3)]).toEqual(["rework", "rework", "reuse"]);
  });

  test("parts that did not run on each other are no pair, though each is as new", () => {
    const engine = asNew(orrinshaw);
    const { bench } = engine;
    const cam = bench.newId();
    bench.add("part-removed", { part: bench.partIn.get("camshaft")! });
    bench.add("part-tagged", { part: cam, class: "camshaft", tag: "CS-D", origin: "donor" });
    bench.add("part-came-out", { part: cam, slot: "oil-pump", step: null, orientation: null, bag: null });
    bench.add("part-installed", { part: cam, slot: "camshaft" });
    const assessment = judged(bench);
    const [tappet, camshaft] = ["tappet-2i", "camshaft"].map((slot) => choiceAt(assessment, slot).options[0]!);
    const coupling = couplingsIn(assessment).couplings.find(({ places }) => places.join() === "tappet-2i,camshaft")!;
    const { allowed, reasons } = coupling.judge([tappet!, camshaft!], () => true);
    expect([allowed, reasons.map(({ code }) => code)]).toEqual([false, ["ran-elsewhere"]]);
    // Neither the used tappets nor new ones go on it: whoever keeps it is told that nothing fits.
    decide(bench, "camshaft", "reuse", { reason: "It is all there is." });
    expect(judged(bench).holds.map(({ code }) => code)).toContain("no-pick");
  });

  test("companions follow, and are not weighed against what they follow", () => {
    const engine = asNew(orrinshaw);
    expect(engine.proposed("thrust-washers")[0]).toBe("reuse");
    engine.scrap("crankshaft");
    expect(engine.proposed("thrust-washers")).toEqual(["replace", ["companion-renewed"]]);
  });

  test.each([
    ["tell", ["reuse", "reuse"]],
    ["ask", ["hold", "hold"]],
    ["refuse", ["replace", "reuse"]],
  ] as const)("used on used: %s", (then, expected) => {
    const pack = withRelations(orrinshaw, [
      {
        id: "face",
        is: "used-on-used",
        name: "pump on its case",
        one: { slots: ["oil-pump"] },
        other: { slots: ["front-case"] },
        then,
        why: "Two used faces leak.",
        ref: practice,
      },
    ]);
    const engine = asNew(pack);
    // Where it is refused one of the two goes, the cheaper: the other then has a new face beside it. Where it is asked about both wait.
    expect(["oil-pump", "front-case"].map((slot) => engine.proposed(slot)[0]).sort()).toEqual(expected);
    expect(JSON.stringify(judged(engine.bench).choices.flatMap(({ options }) => options[0]!.reasons))).toContain("used-on-used"); // prettier-ignore
  });

  test("a fresh top goes on no tired bottom, unless the school says so; of a bottom nobody measured it cannot be told", () => {
    const link = (unless?: object) =>
      withRelations(orrinshaw, [
        {
          id: "tired",
          is: "weak-link",
          name: "no fresh top on a tired bottom",
          fresh: { classes: ["liner"] },
          tired: { classes: ["thrust-washer"] },
          share: 0.1,
          ...(unless ? { unless } : {}),
          ref: practice,
        },
      ]);
    const worn = (pack: CompiledPack) => {
      const engine = asNew(pack, ["thrust-washer-end-float"]);
      const row = pack.rows.get("thrust-washers/end-float")!;
      const { new: fresh, reassembly } = row.at.feature.governing.limits;
      const play = (fresh!.max! + reassembly!.max!) / 2;
      const gauge = { ...testGauge, method: "direct" as const, quantities: [row.at.feature.quantity] };
      engine.bench.readAll(engine.bench.occasion({ gauge, master: null }), row.id, row.at.feature.points.map(() => play)); // prettier-ignore
      return engine;
    };
    const engine = worn(link());
    expect(engine.proposed("thrust-washers")[0]).toBe("reuse");
    engine.scrap("liner-2");
    expect(engine.proposed("thrust-washers")).toEqual(["replace", ["weak-link"]]);

    const unmeasured = asNew(link(), ["thrust-washer-end-float"]);
    unmeasured.scrap("liner-2");
    expect(unmeasured.proposed("thrust-washers")[1]).toContain("weak-link-open");

    const [school] = orrinshaw.pack.intake!.schools;
    const lenient = worn(link({ school: school!.id, option: school!.options[0]!.id }));
    lenient.scrap("liner-2");
    lenient.bench.add("intake-noted", { section: "school", item: school!.id, part: null, place: null, value: school!.options[0]!.id }); // prettier-ignore
    expect(lenient.proposed("thrust-washers")[0]).toBe("reuse");
  });

  test("nothing new is fitted before what it goes in is made good", () => {
    const engine = asNew(orrinshaw);
    const { bench } = engine;
    engine.scrap("liner-3");
    const piston = bench.newId();
    bench.add("part-removed", { part: bench.partIn.get("piston-3")! });
    bench.add("part-tagged", { part: piston, class: "piston", tag: "new", origin: "supplier" });
    const codes = () => judged(bench).holds.map(({ code }) => code);
    expect(codes()).not.toContain("fitted-too-soon");
    bench.add("part-installed", { part: piston, slot: "piston-3" });
    expect(codes()).toContain("fitted-too-soon");
    const liner = bench.newId();
    bench.add("part-removed", { part: bench.partIn.get("liner-3")! });
    bench.add("part-tagged", { part: liner, class: "liner", tag: "new liner", origin: "supplier" });
    bench.add("part-installed", { part: liner, slot: "liner-3" });
    expect(codes()).not.toContain("fitted-too-soon");
  });

  test("what is always renewed is, by the pack or by the shop's policy; a person may keep it with a reason", () => {
    const always = asNew(withRelations(orrinshaw, [{ id: "jets", is: "renew", name: "Jets", kind: "seals", parts: { classes: ["oil-jet"] }, always: true, ref: practice }])); // prettier-ignore
    expect(always.proposed("oil-jet-1")).toEqual(["replace", ["always-new"]]);
    const engine = asNew(orrinshaw);
    expect(engine.proposed("top-ring-1")[0]).toBe("reuse");
    engine.bench.add("settings-taken", { settings: { currency: "EUR", labourRate: 50, alwaysNew: ["rings"] } });
    expect(engine.proposed("top-ring-1")).toEqual(["replace", ["always-new"]]);
    decide(engine.bench, "top-ring-1", "reuse", { reason: "Renewed a hundred hours ago." });
    expect(isSettled(choiceAt(judged(engine.bench), "top-ring-1"))).toBe(true);
  });

  test("a single bore may be sleeved instead of boring all of them", () => {
    const sleeve = withRelations(pellbrook, [], (json) => ({
      ...json,
      classes: json.classes.map((each) =>
        each.id !== "cylinder"
          ? each
          : {
              ...each,
              features: each.features.map(
                (feature) =>
                feature.rework ? { ...feature, rework: { ...feature.rework, restore: { id: "sleeve", name: "sleeve", upTo: 0.5, ref: practice } } } : feature, // prettier-ignore
              ),
            },
      ),
    }));
    const bore = (pack: CompiledPack) => {
      const engine = asNew(pack, ["cylinder-bore"]);
      const bores = engine.bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
      for (const n of [1, 2, 3, 4])
        for (const { id } of pack.rows.get("cylinder-1/bore")!.at.feature.points)
          engine.bench.read(bores, `cylinder-${n}`, "bore", id, n === 2 ? 76.12 : 76.005);
      return [1, 2].map((n) => choiceAt(judged(engine.bench), `cylinder-${n}`).proposal);
    };
    expect(bore(pellbrook).map(({ ways }) => ways[0]?.step)).toEqual(["o-25", "o-25"]);
    const [one, two] = bore(sleeve);
    expect([one!.disposition, two!.ways[0]?.step, two!.reasons.map(({ code }) => code).includes("restored")]).toEqual(["reuse", "sleeve", true]); // prettier-ignore
  });
});

test("a new part of which the pack has no drawing band fits nothing for sure: what stays beside it waits", () => {
  const pack = withRelations(orrinshaw, [], (given) => ({
    ...given,
    classes: given.classes.map((each) =>
      each.id !== "liner"
        ? each
        : {
            ...each,
            features: each.features.map((feature) => {
              const { new: _, ...limits } = feature.governing.limits;
              return feature.id === "bore" ? { ...feature, governing: { ...feature.governing, limits } } : feature;
            }),
          },
    ),
  }));
  const engine = asNew(pack);
  engine.bench.add("part-scrapped", { part: engine.bench.partIn.get("liner-3")!, why: "x", made: "marked", certificate: null }); // prettier-ignore
  const [disposition, codes] = engine.proposed("piston-3");
  expect([disposition, codes.includes("new-size-unknown")]).toEqual(["hold", true]);
});

describe("a better part", () => {
  const upgraded = (instead: boolean) =>
    withRelations(orrinshaw, [], (json) => ({
      ...json,
      classes: json.classes.map(
        (each) =>
        each.id === "water-pump" ? { ...each, upgrade: { name: "Pump of revision C", why: "The old seal weeps.", instead, ref: practice } } : each, // prettier-ignore
      ),
    }));
  test("is on offer, and is what replaces it where the old one is refused", () => {
    const offered = asNew(upgraded(false));
    offered.scrap("water-pump");
    expect(offered.proposed("water-pump")[0]).toBe("replace");
    const only = asNew(upgraded(true));
    only.scrap("water-pump");
    expect(only.proposed("water-pump")).toEqual(["upgrade", ["part-scrapped", "upgrade-offered"]]);
    const replace = choiceAt(judged(only.bench), "water-pump").options.find(({ disposition }) => disposition === "replace")!; // prettier-ignore
    expect([replace.allowed, replace.reasons.map(({ code }) => code)]).toEqual([false, ["superseded"]]);
  });
});

describe("decisions and their mates", () => {
  test("what a mate refuses is not counted as decided, and is held", () => {
    const engine = asNew(orrinshaw);
    decide(engine.bench, "tappet-1i", "reuse");
    expect(isSettled(choiceAt(judged(engine.bench), "tappet-1i"))).toBe(true);
    engine.scrap("camshaft");
    const after = judged(engine.bench);
    expect(isSettled(choiceAt(after, "tappet-1i"))).toBe(false);
    expect(after.holds.map(({ code, path }) => `${code} ${path.join()}`)).toContain("decided-though-refused tappet-1i");
  });

  test("that leave no way are said to, and nothing is guessed from them", () => {
    const engine = asNew(orrinshaw);
    // All or none, and one of each with a reason: nothing satisfies that.
    decide(engine.bench, "spring-1i", "replace", { reason: "Owner's wish." });
    decide(engine.bench, "spring-1e", "reuse", { reason: "Owner's wish." });
    const { holds } = judged(engine.bench);
    expect(holds.find(({ code }) => code === "no-pick")?.params).toMatchObject({ count: 2 });
  });

  test("an option that its mates refuse says what would have to change, and that change allows it", () => {
    const engine = asNew(orrinshaw);
    engine.scrap("spring-2i");
    const assessment = judged(engine.bench);
    const replace = choiceAt(assessment, "camshaft").options.find(({ disposition }) => disposition === "replace")!;
    const changes = assessment.plan.changesFor("camshaft", replace)!;
    expect(new Set(changes.map(({ slot }) => assessment.choices.find((each) => each.slot.id === slot)!.partClass.id))).toEqual(new Set(["tappet"])); // prettier-ignore
    // What is scrapped comes back by no change at all.
    expect(assessment.plan.changesFor("spring-2i", choiceAt(assessment, "spring-2i").options[0]!)).toBeNull();
  });
});

test("every proposal satisfies every coupling and agreement, whatever is wrong with the engine", () => {
  const slots = ["camshaft", "crankshaft", "spring-1i", "liner-2", "piston-4", "rod-5", "guide-3i", "valve-3i", "block", "tappet-2e"]; // prettier-ignore
  fc.assert(
    fc.property(fc.subarray(slots, { minLength: 1, maxLength: 4 }), (gone) => {
      const engine = asNew(orrinshaw);
      for (const slot of gone) engine.scrap(slot);
      const assessment = judged(engine.bench);
      const { choices, plan } = assessment;
      expect(plan.groups.every(({ state }) => state === "settled")).toBe(true);
      const found = couplingsIn(assessment);
      const pickAt = (slot: string) => choices.find((choice) => choice.slot.id === slot)!.proposal;
      const stays = (slot: string) => choices.find((choice) => choice.slot.id === slot)!.options[0]!.allowed === true;
      for (const { places, judge } of found.couplings)
        expect(meet([judge(places.map(pickAt), stays)]).allowed).not.toBe(false);
      for (const { places, values, takes } of found.agreements)
        expect(values.some((value) => places.every((slot) => takes(slot, pickAt(slot)).includes(value)))).toBe(true);
      for (const slot of gone) expect(pickAt(slot).disposition).toBe("replace");
    }),
    { numRuns: 5 },
  );
});
