import fc from "fast-check";
import { readdirSync } from "node:fs";
import { createFold, type Job } from "../entry/fold";
import type { EntryType } from "../entry/declarations";
import type { Envelope, Payload } from "../entry/schema";
import { TestBench, testGauge } from "../fixtures/bench";
import { asOf } from "../fixtures/choices";
import { assess } from "../fixtures/judge";
import { packFrom } from "../fixtures/load";
import { judgements } from "../judgements";
import { createMeasure } from "../measure/assess-measure";
import { conformity } from "../measure/conformity";
import type { CompiledPack } from "../pack/compile-pack";
import { zoneMapOf } from "../crack/crack-verdict";
import type { Heard } from "./heard";

// Everything that can be recorded of an engine of each pack, one fact at a time, beside an engine of which nothing else speaks.

type Fact = { readonly type: EntryType; readonly payload: object; readonly isBad: boolean; readonly about: string };

/** A measure for each end of each limit: a hair past it. */
function measures(bench: TestBench): Fact[] {
  const { pack } = bench;
  const seen = new Set<string>();
  return [...pack.rows.values()].flatMap((row): Fact[] => {
    const { feature, id } = row.at;
    if (seen.has(`${row.partClass.id} ${feature.id}`) || feature.points.length === 0) return [];
    seen.add(`${row.partClass.id} ${feature.id}`);
    const { reassembly, inService } = feature.governing.limits;
    const limit = reassembly ?? inService;
    if (!limit || !("reduce" in feature.governing.expr) || feature.governing.expr.reduce === "range") return [];
    const way =
      Math.abs((limit.max ?? limit.min!) - (limit.min ?? limit.max!)) || Math.abs(limit.max ?? limit.min!) / 100;
    return [
      limit.max === undefined ? [] : [limit.max + way / 50],
      limit.min === undefined ? [] : [limit.min - way / 50],
    ]
      .flat()
      .filter(
        (value) => conformity({ value, contributions: new Map() }, limit, feature.governing.nonNegative).margin < 0,
      )
      .map((value) => ({
        type: "reading-taken" as const,
        payload: { part: bench.partIn.get(row.slot.id)!, feature: id, point: feature.points[0]!.id, value, typed: String(value), unit: feature.unit, kept: "far-from-size" }, // prettier-ignore
        isBad: false,
        about: `${row.id} ${value}`,
      }));
  });
}

function everything(bench: TestBench): Fact[] {
  const { pack } = bench.pack;
  const firstOf = new Map(pack.classes.map(({ id }) => [id, pack.slots.find((slot) => slot.class === id)]));
  const partOf = (of: string) => bench.partIn.get(firstOf.get(of)?.id ?? "");
  const found = pack.classes.flatMap((partClass): Fact[] => {
    const part = partOf(partClass.id);
    if (!part) return [];
    const sights = partClass.findings.flatMap((kind) =>
      (kind.places.length > 0 ? [kind.places[0]!, ...kind.places.slice(1).slice(-1)] : [null]).flatMap((place, at) =>
        kind.values.map(({ id: value, grade }): Fact => ({
          type: "finding-made",
          payload: {
            part,
            place,
            finding: kind.id,
            value,
            phase: at === 0 ? "before-cleaning" : "after-cleaning",
            words: null,
          },
          // What is washed off is gone by the look after it, which this engine had.
          isBad: grade > 1 && kind.nature !== "deposit",
          about: `${partClass.id} ${kind.id} ${value} ${place}`,
        })),
      ),
    );
    const map = zoneMapOf(partClass);
    const cracks = map.zones.flatMap(({ id, polygon, threads }): Fact[] => [
      {
        type: "crack-found",
        payload: { part, line: polygon.slice(0, 2), lengthMm: null, method: null, words: null },
        isBad: true,
        about: `${partClass.id} crack at ${id}`,
      },
      ...(["damaged", "stud-broken", "insert"] as const).map((state): Fact => ({
        type: "thread-found",
        payload: { part, zone: id, hole: 1, state },
        isBad: state !== "insert" && threads === undefined,
        about: `${partClass.id} thread ${state} at ${id}`,
      })),
    ]);
    return [
      ...sights,
      ...cracks,
      { type: "crack-checked", payload: { part, method: "none", zones: [], when: "before-machining", found: "cracks", preparation: null, by: null }, isBad: true, about: `${partClass.id} cracks, not drawn` }, // prettier-ignore
      ...pack.circuits.slice(0, 1).map((circuit): Fact => ({ type: "suspect-checked", payload: { part, circuit: circuit.id, how: "strip", clean: false, words: null }, isBad: true, about: `${partClass.id} with pieces in it` })), // prettier-ignore
      { type: "part-scrapped", payload: { part, why: "burst", made: "held", certificate: null }, isBad: true, about: `${partClass.id} scrapped` }, // prettier-ignore
      { type: "broken-weighed", payload: { part, wholeGrams: 100, wholeStandard: 0.1, wholeFrom: "sister", leftGrams: 60, leftStandard: 0.1 }, isBad: true, about: `${partClass.id} lighter` }, // prettier-ignore
    ];
  });
  const checks = (pack.strip?.checks ?? []).flatMap((check): Fact[] => {
    const places = check.places.length > 0 ? [check.places[0]!.id] : [null];
    const { states = [], figure } = check;
    const values = [figure?.low === undefined ? [] : [figure.low - 1], figure?.high === undefined ? [] : [figure.high + 1]].flat(); // prettier-ignore
    return places.flatMap((place) => [
      ...states.map(({ id: state }, at): Fact => ({ type: "check-noted", payload: { check: check.id, place, state, value: null, skipped: null }, isBad: at > 0, about: `${check.id} ${state}` })), // prettier-ignore
      ...values.map((value): Fact => ({ type: "check-noted", payload: { check: check.id, place, state: states[0]?.id ?? null, value, skipped: null }, isBad: true, about: `${check.id} ${value}` })), // prettier-ignore
    ]);
  });
  const circuits = pack.circuits.flatMap((circuit): Fact[] => [
    ...circuit.passages.map((passage): Fact => ({ type: "passage-proven", payload: { circuit: circuit.id, passage: passage.id, how: "air", clear: false, words: null }, isBad: true, about: `${passage.id} blocked` })), // prettier-ignore
    ...circuit.nodes.flatMap(({ id: where }): Fact[] => [
      { type: "residue-found", payload: { where, grams: 3, standard: 0.1, magneticShare: null, shareStandard: 0.03, words: null }, isBad: true, about: `residue at ${where}` }, // prettier-ignore
      { type: "fragment-found", payload: { fragment: bench.newId(), grams: 3, standard: 0.1, material: null, where, parent: null, words: null, photo: null }, isBad: true, about: `piece at ${where}` }, // prettier-ignore
    ]),
  ]);
  const lost: Fact[] = [
    { type: "residue-found", payload: { where: null, grams: 3, standard: 0.1, magneticShare: null, shareStandard: 0.03, words: null }, isBad: true, about: "residue" }, // prettier-ignore
    { type: "fragment-found", payload: { fragment: bench.newId(), grams: 3, standard: 0.1, material: null, where: null, parent: null, words: null, photo: null }, isBad: true, about: "a piece" }, // prettier-ignore
  ];
  const note = (section: string, item: string, value: string | number | boolean, isBad: boolean, place: string | null = null): Fact => ({ type: "intake-noted", payload: { section, item, part: null, place, value }, isBad, about: `${section} ${item} ${value}` }); // prettier-ignore
  const intake = [
    ...(pack.intake?.symptoms ?? []).map(({ id, failure }) => note("symptom", id, true, failure)),
    ...(pack.intake?.history ?? []).flatMap(({ id, options }) =>
      options.map((option) => note("history", id, option.id, false)),
    ),
    ...(pack.intake?.tests ?? []).flatMap(({ id, low, high, places }) => [
      ...(low === undefined ? [] : [note("test", id, low * 0.5, true, places[0]?.id ?? null)]),
      ...(high === undefined ? [] : [note("test", id, high * 1.5, true, places[0]?.id ?? null)]),
    ]),
  ];
  return [...found, ...checks, ...circuits, ...lost, ...intake, ...known(bench), ...measures(bench)];
}

/** What can be read of an engine and its parts: numbers, tells, revisions. */
function known(bench: TestBench): Fact[] {
  const { pack } = bench.pack;
  const slotOf = new Map(pack.slots.map((slot) => [slot.class, slot.id]));
  const partOf = (of: string) => bench.partIn.get(slotOf.get(of) ?? "");
  const read = (part: string, item: string, value: string, feature: string | null = null): Fact => ({ type: "part-noted", payload: { part, item, feature, value }, isBad: false, about: `${item} ${value}` }); // prettier-ignore
  return [
    ...(pack.identity?.places ?? []).flatMap(
      ({ id: place }): Fact[] =>
      ["QQ", "F5 C 9999"].map((text) => ({ type: "number-read", payload: { place, text }, isBad: false, about: `number ${text} at ${place}` })), // prettier-ignore
    ),
    ...(pack.identity?.tells ?? []).flatMap(
      ({ id: tell, answers }) =>
      answers.map(({ id: answer }): Fact => ({ type: "tell-answered", payload: { tell, answer }, isBad: false, about: `tell ${tell} ${answer}` })), // prettier-ignore
    ),
    ...pack.classes.flatMap((partClass): Fact[] => {
      const part = partOf(partClass.id);
      if (!part) return [];
      return partClass.revisions.flatMap(({ id, refused }) => (refused ? [{ ...read(part, "revision", id), isBad: true }] : [])); // prettier-ignore
    }),
  ];
}

const rank = (allowed: boolean | null) => (allowed === true ? 2 : allowed === null ? 1 : 0);

/** Everything that judgements before the plan make of a job, for comparing. */
function judging(pack: CompiledPack) {
  const [fold, measure] = [createFold(), createMeasure(pack)];
  return (entries: readonly Envelope[]) => {
    const job: Job = fold(entries);
    const order = judgements.order.assess(pack, job, {});
    const identity = judgements.identity.assess(pack, job, { order });
    const strip = judgements.strip.assess(pack, job, {});
    const findings = judgements.findings.assess(pack, job, {});
    const ledger = judgements.ledger.assess(pack, job, { findings });
    const clean = judgements.clean.assess(pack, job, { findings });
    const crack = judgements.crack.assess(pack, job, { order, ledger });
    const contamination = judgements.contamination.assess(pack, job, { order, findings, ledger, clean });
    const measured = measure(job, { order });
    const lots = judgements.lots.assess(pack, job, { measured });
    const condition = judgements.condition.assess(pack, job, { order, findings, ledger, strip, clean, crack, contamination, lots, measured, identity }); // prettier-ignore
    const sightings = judgements.sightings.assess(pack, job, { order, findings, measured, strip, crack, ledger, identity }); // prettier-ignore
    const { byEntry } = judgements.heard.assess(pack, job, { findings, ledger, crack, condition, identity });
    const told = [judgements.contamination.problems(contamination), strip?.problems ?? [], findings.problems, ledger.problems, clean.problems, crack.problems, measured.problems].flat(); // prettier-ignore
    const amiss = judgements.intake.problems(judgements.intake.assess(pack, job, { order, plan: { choices: [] }, identity })); // prettier-ignore
    const spoken = [...condition.byPart].map(([id, { evidence }]) => [id, evidence.map(({ allowed, reasons }) => [allowed, reasons.map(({ code }) => code)])]); // prettier-ignore
    const moved = JSON.stringify([
      spoken,
      [...told, ...amiss].map(({ code, path }) => [code, path]),
      contamination.sources.length,
      contamination.suspects.map(({ part, state }) => [part.id, state]),
      sightings.map(({ node, grade }) => [node, grade]),
      [...measured.rows.values()].map((row) => [row.accepted, row.measured]),
      [...findings.byPart.values()].map(({ looked }) => looked),
      crack.parts.map(({ threads }) => threads.map(({ inserts, damaged }) => [inserts, damaged])),
      strip?.steps.flatMap(({ checks }) => checks.flatMap(({ places }) => places.map(({ amiss }) => amiss))),
      identity && [identity.problems.map(({ code, path }) => [code, path]), [...identity.posterior.variants], identity.tells.map(({ answer }) => answer), identity.places.map(({ says }) => says)], // prettier-ignore
      [ledger.broken.length, ledger.fragments.length, clean.progress, crack.progress, order.notes.all.length],
    ]);
    const holding = [...told, ...amiss].filter(({ severity }) => severity === "hold").length;
    // What was open and is refused is one more.
    const refused = [...condition.byPart.values()].reduce((sum, { reuse }) => sum + 2 - rank(reuse.allowed), 0);
    const reuse = new Map([...condition.byPart].map(([id, each]) => [id, each.reuse.allowed] as const));
    return { byEntry, moved, holding, refused, reuse, suspects: contamination.suspects.length, sightings: sightings.filter(({ grade }) => grade > 0).length }; // prettier-ignore
  };
}

test.each(readdirSync("packs"))(
  "every fact that can be recorded of an engine of %s is heard, or said to be noted only; what is bad is not noted only but by its pack's word",
  (file) => {
    const pack = packFrom(`packs/${file}`);
    const bench = new TestBench(pack);
    bench.lookOver();
    bench.checkForCracks();
    const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
    const judge = judging(pack);
    const before = judge(bench.entries);
    const silent: string[] = [];
    let heard = 0;
    for (const { type, payload, isBad, about } of everything(bench)) {
      const full = type === "reading-taken" ? { occasion, ...payload } : payload;
      const entry = bench.add(type, full as Payload<EntryType>);
      bench.entries.pop();
      const after = judge([...bench.entries, entry]);
      const said: Heard | undefined = after.byEntry.get(entry.id);
      if (!said) silent.push(`${about}: nothing`);
      else if (said.is === "heard" && after.moved === before.moved)
        silent.push(`${about}: said to be heard (${said.as.join()}), and moves nothing`); // prettier-ignore
      else if (isBad && said.is === "noted" && said.by === "usual") silent.push(`${about}: noted only, ${said.why}`);
      else if (
        isBad &&
        said.is === "heard" &&
        after.holding <= before.holding &&
        after.refused <= before.refused &&
        after.suspects <= before.suspects &&
        after.sightings <= before.sightings
      )
        silent.push(`${about}: heard (${said.as.join()}), and nobody is asked anything`);
      if (said?.is === "heard") heard += 1;
    }
    expect(silent).toEqual([]);
    expect(heard).toBeGreaterThan(30);
  },
  300_000,
);

test("the facts of a part that move nothing are told with the part", () => {
  const bench = new TestBench(packFrom("packs/orrinshaw-6m.json"));
  const part = bench.partIn.get("piston-2")!;
  const { id } = bench.add("part-noted", { part, item: "lies", feature: null, value: "shelf 4" });
  expect(judged(bench).heard.noted.get(part)).toEqual([{ entry: id, heard: { is: "noted", by: "usual", why: "names-it" } }]); // prettier-ignore
});

const judged = (bench: TestBench) => assess(bench.pack, bench.entries, asOf);

/** Facts that are told in full to whoever asks last: the plan, Match, Order. */
function told(bench: TestBench) {
  const { holds, problems, choices, match, buying, lots } = judged(bench);
  return JSON.stringify([
    [...holds, ...problems].map(({ code, path }) => [code, path]),
    choices.map(({ options }) => options.map(({ allowed, reasons }) => [allowed, reasons.map(({ code }) => code)])),
    match.pairings.map(({ state }) => state),
    lots.map(({ lot, supplier }) => [lot, supplier]),
    buying.unordered.length,
  ]);
}

/** Each of some facts by itself is heard, and moves something. */
function sweep(bench: TestBench, facts: readonly [EntryType, object][]) {
  const before = told(bench);
  for (const [type, payload] of facts) {
    const entry = bench.add(type, payload as Payload<EntryType>);
    expect([type, payload, told(bench) === before]).toEqual([type, payload, false]);
    expect(judged(bench).heard.byEntry.get(entry.id)?.is).toBe("heard");
    bench.entries.pop();
  }
}

/** Another part in a place, from elsewhere. */
function bring(bench: TestBench, slot: string, of: string, origin: "donor" | "supplier") {
  const part = bench.newId();
  bench.add("part-removed", { part: bench.partIn.get(slot)! });
  bench.add("part-tagged", { part, class: of, tag: `X-${slot}`, origin });
  bench.add("part-installed", { part, slot });
  return part;
}

test("what only the plan, Match and Order read is heard there", () => {
  const bench = new TestBench(packFrom("packs/orrinshaw-6m.json"));
  bench.readRestAsNew();
  bench.lookOver();
  const partIn = (slot: string) => bench.partIn.get(slot)!;
  const facts: readonly [EntryType, object][] = [
    ["work-declined", { part: partIn("rod-bolt-1a"), disposition: "replace", what: "new rod bolts", warning: "they break", by: "the owner", on: "2026-11-20", how: "phone" }], // prettier-ignore
    ["goods-received", { purchase: null, line: null, box: "B-1", quantity: 1, number: null, revision: null, lot: null, state: "right", words: null, parts: [] }], // prettier-ignore
    ["part-came-out", { part: partIn("tappet-1i"), slot: "tappet-2i", step: null, orientation: null, bag: "4" }],
    ["return-said", { returns: false, words: null }],
  ];
  sweep(bench, facts);
  const fresh = bring(bench, "tappet-5i", "tappet", "supplier");
  sweep(bench, [
    ["part-noted", { part: fresh, item: "lot", feature: null, value: "T-7" }],
    ["part-noted", { part: fresh, item: "supplier", feature: null, value: "Weir Valley" }],
  ]);
  const rotary = new TestBench(packFrom("packs/windrow-r2.json"));
  rotary.readRestAsNew();
  const pair = rotary.pack.pack.relations.find(({ id }) => id === "gear-front-pair") as { one: { slots: string[] }; other: { slots: string[] } }; // prettier-ignore
  const [one, other] = [pair.one.slots[0]!, pair.other.slots[0]!];
  const [rotor, gear] = [one, other].map((slot) => bring(rotary, slot, rotary.pack.slots.get(slot)!.class, "donor")) as [string, string]; // prettier-ignore
  rotary.add("part-noted", { part: rotor, item: "ran-in", feature: null, value: "launch 3" });
  sweep(rotary, [
    ["part-noted", { part: gear, item: "ran-in", feature: null, value: "launch 4" }],
    ["part-noted", { part: gear, item: "ran-beside", feature: null, value: `X-${one}` }],
  ]);
});

test.each(readdirSync("packs"))(
  "on a wreck of %s, whatever it has already, one bad fact more makes no part more allowed",
  (file) => {
    const pack = packFrom(`packs/${file}`);
    const bench = new TestBench(pack);
    bench.lookOver();
    const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct" }, master: null });
    const facts = everything(bench)
      .filter(({ isBad }) => isBad)
      .map(({ type, payload, about }) => ({ about, entry: bench.add(type, (type === "reading-taken" ? { occasion, ...payload } : payload) as Payload<EntryType>) })); // prettier-ignore
    const start = bench.entries.slice(0, -facts.length);
    const judge = judging(pack);
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(facts.length - 1), { minLength: 2, maxLength: 9 }), (picked) => {
        const wreck = picked.map((at) => facts[at]!);
        const [before, after] = [wreck.slice(0, -1), wreck].map((of) => judge([...start, ...of.map(({ entry }) => entry)])); // prettier-ignore
        const better = [...before!.reuse].filter(([part, allowed]) => rank(after!.reuse.has(part) ? after!.reuse.get(part)! : true) > rank(allowed)); // prettier-ignore
        const said = wreck.map(({ about }) => about).join("; ");
        expect([said, better.map(([part]) => part)]).toEqual([said, []]);
      }),
      { numRuns: 15 },
    );
  },
  300_000,
);
