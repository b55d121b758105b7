import { lostCastings } from "../intake/assess-intake";
import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { demoJob } from "../fixtures/load";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import type { ZoneMap } from "../pack/schema-teardown";
import { makeWitness } from "../plan/make-witness";
import type { Spot } from "../numeric/plane";
import { crackVerdict, zonesCrossed } from "./crack-verdict";

const asOf = "2026-11-24T00:00:00Z";
const deck = orrinshaw.classes.get("block")!.zoneMap!;
const stitch = new Map([["crack-repair", "stitch"]]);
const scrapping = new Map([["crack-repair", "scrap"]]);
const nobodyChose = new Map([["crack-repair", null]]);
const judge = (line: readonly Spot[], lengthMm: number | null, schools: ReadonlyMap<string, string | null> = stitch) =>
  crackVerdict(deck, { line, lengthMm }, schools);

describe("the same crack by where it is", () => {
  // Handbook, part 2, Crack-check: from a stud hole into a passage that is wet anyway harmless, seat to bore repairable and worrying, a frost split along a thin rail scrap.
  test.each<[string, readonly Spot[], number, string]>([
    [
      "within the stud line",
      [
        [100, 20],
        [112, 30],
      ],
      15,
      "harmless",
    ],
    [
      "along the rail",
      [
        [200, 7],
        [240, 8],
      ],
      40,
      "scrap",
    ],
    [
      "across the rail",
      [
        [200, 2],
        [201, 12],
      ],
      10,
      "repairable",
    ],
    [
      "from stud line to counterbore",
      [
        [70, 40],
        [70, 72],
      ],
      10,
      "repairable",
    ],
    [
      "across a bridge",
      [
        [137, 130],
        [151, 130],
      ],
      14,
      "scrap",
    ],
    [
      "along a bridge",
      [
        [144, 120],
        [144, 128],
      ],
      8,
      "harmless",
    ],
  ])("%s", (_, line, lengthMm, verdict) => expect(judge(line, lengthMm).verdict).toBe(verdict));

  test("a crack over several zones is as bad as the worst of them", () => {
    const found = judge(
      [
        [70, 40],
        [70, 72],
      ],
      10,
    );
    expect(found.zones.map(({ zone, rule }) => [zone.id, rule!.verdict])).toEqual([
      ["studs-cam", "watch"],
      ["counterbore-1", "repairable"],
    ]);
    expect(found.rule!.repair).toEqual({ name: "sleeve counterbore 1", cost: 260 });
  });

  test("length decides only where it is known: unmeasured is neither short nor long", () => {
    const line: readonly Spot[] = [
      [70, 72],
      [70, 80],
    ];
    expect([judge(line, 8).verdict, judge(line, 13).verdict]).toEqual(["repairable", "scrap"]);
    const open = judge(line, null);
    expect([open.verdict, open.zones[0]!.unknown]).toEqual([null, ["length"]]);
    // Scrapped by either rule: then length does not matter.
    expect(judge(line, null, scrapping).verdict).toBe("scrap");
    // The direction has already said it.
    expect(
      judge(
        [
          [137, 130],
          [151, 130],
        ],
        null,
      ).verdict,
    ).toBe("scrap");
  });

  test("a school that nobody chose is not chosen for them", () => {
    const line: readonly Spot[] = [
      [70, 72],
      [70, 80],
    ];
    expect([judge(line, 8, nobodyChose).verdict, judge(line, 8, nobodyChose).zones[0]!.unknown]).toEqual([
      null,
      ["school"],
    ]);
    expect(judge(line, 13, nobodyChose).verdict).toBe("scrap");
  });

  test("a line in no zone has no verdict", () => {
    expect(
      zonesCrossed(deck, [
        [1, 60],
        [3, 62],
      ]).size,
    ).toBe(0);
    expect(
      judge(
        [
          [1, 60],
          [3, 62],
        ],
        4,
      ),
    ).toEqual({ zones: [], verdict: null, rule: null });
  });

  test("a crack is as bad drawn from its other end", () => {
    for (const line of [
      [
        [70, 40],
        [70, 72],
      ],
      [
        [137, 130],
        [151, 130],
      ],
      [
        [200, 7],
        [240, 8],
      ],
    ] as const)
      expect(judge([...line].reverse(), 10).verdict).toBe(judge(line, 10).verdict);
  });

  test("runs along and across is told to 45 degrees either side of the zone's axis", () => {
    const map: ZoneMap = {
      width: 100,
      height: 100,
      view: "test",
      zones: [
        {
          id: "z",
          name: "z",
          polygon: [
            [0, 0],
            [100, 0],
            [100, 100],
            [0, 100],
          ],
          axis: 30,
          rules: [
            { runs: "along", verdict: "watch", why: "a", ref: { source: "s" } },
            { verdict: "harmless", why: "b", ref: { source: "s" } },
          ],
        },
      ],
    };
    const at = (degrees: number) =>
      crackVerdict(
        map,
        {
          line: [
            [50, 50],
            [50 + 20 * Math.cos((degrees * Math.PI) / 180), 50 + 20 * Math.sin((degrees * Math.PI) / 180)],
          ],
          lengthMm: 20,
        },
        new Map(),
      ).verdict;
    expect([30, 74, -14, 210, 76, -16, 120].map(at)).toEqual([
      "watch",
      "watch",
      "watch",
      "watch",
      "harmless",
      "harmless",
      "harmless",
    ]);
  });
});

/** A block that was cleaned, with the shop's school chosen. */
function block({ cleaned = true } = {}) {
  const bench = new TestBench(orrinshaw);
  const part = bench.partIn.get("block")!;
  bench.add("intake-noted", { section: "school", item: "crack-repair", part: null, place: null, value: "stitch" });
  if (cleaned)
    bench.add("part-cleaned", { part, treatment: "hot-tank", first: ["gallery-plugs", "core-plugs", "jets"] });
  const check = (
    zones: string[] = [],
    method = "dye",
    when: "before-machining" | "after-grinding" = "before-machining",
  ) => bench.add("crack-checked", { part, method, zones, when, found: "nothing", preparation: null, by: null });
  const crack = (line: [number, number][], lengthMm: number | null) =>
    bench.add("crack-found", { part, line, lengthMm, method: "dye", words: null });
  const crackPart = () => assess(orrinshaw, bench.entries, asOf).crack.byPart.get(part)!;
  const tunnel = () => assess(orrinshaw, bench.entries, asOf).choices.find(({ slot }) => slot.id === "block")!;
  return { bench, part, check, crack, crackPart, tunnel };
}

describe("a casting", () => {
  test("that was not checked is not without cracks, nor is one that was checked in part, dirty or with a blind method", () => {
    const { check, crackPart } = block();
    expect([...new Set(crackPart().zones.values())]).toEqual(["not-checked"]);
    check(["bridge-1", "bridge-2"]);
    expect([crackPart().isChecked, crackPart().zones.get("bridge-1"), crackPart().zones.get("bridge-3")]).toEqual([
      false,
      "clear",
      "not-checked",
    ]);
    check();
    expect([crackPart().isChecked, new Set(crackPart().zones.values())]).toEqual([true, new Set(["clear"])]);

    const dirty = block({ cleaned: false });
    dirty.check();
    dirty.bench.add("part-cleaned", {
      part: dirty.part,
      treatment: "hot-tank",
      first: ["gallery-plugs", "core-plugs", "jets"],
    });
    expect([dirty.crackPart().isChecked, dirty.crackPart().checks[0]!.flaw]).toEqual([false, "dirty"]);

    const case5 = new TestBench(larkspire);
    const part = case5.partIn.get("case")!;
    case5.add("part-cleaned", { part, treatment: "solvent", first: ["oil-plugs"] });
    case5.add("crack-checked", {
      part,
      method: "magnetic",
      zones: [],
      when: "before-machining",
      found: "nothing",
      preparation: null,
      by: null,
    });
    const found = assess(larkspire, case5.entries, asOf).crack.byPart.get(part)!;
    expect([found.isChecked, found.checks[0]!.flaw]).toEqual([false, "blind"]);
  });

  test("proposals follow the crack: unchecked waits, harmless is used again, repairable is repaired, scrap goes", () => {
    const codes = (of: ReturnType<typeof block>) => [
      of.tunnel().proposal.disposition,
      of.tunnel().proposal.ways[0]?.step ?? null,
      of.tunnel().proposal.reasons[0]?.code,
    ];
    const measured = (of: ReturnType<typeof block>) => {
      of.bench.readRestAsNew();
      return of;
    };
    const unchecked = block();
    const occasion = unchecked.bench.occasion({});
    for (const row of orrinshaw.sheets.find((sheet) => sheet.id === "block-tunnel")!.rows)
      unchecked.bench.readAll(
        occasion,
        row.id,
        row.at.feature.points.map(() => 89.011),
      );
    expect(unchecked.tunnel().options.find((option) => option.disposition === "reuse")!.allowed).toBeNull();

    expect(codes(measured(block()))[0]).toBe("reuse");
    const harmless = measured(block());
    harmless.crack(
      [
        [100, 20],
        [112, 30],
      ],
      14,
    );
    expect(codes(harmless)[0]).toBe("reuse");
    const repairable = measured(block());
    repairable.crack(
      [
        [70, 72],
        [70, 80],
      ],
      8,
    );
    expect(codes(repairable)).toEqual(["rework", "crack-repair", "cracked-repairable"]);
    const scrap = measured(block());
    scrap.crack(
      [
        [200, 7],
        [240, 8],
      ],
      40,
    );
    expect(codes(scrap)).toEqual(["replace", null, "cracked-scrap"]);
    expect(
      scrap
        .tunnel()
        .options.filter((option) => ["reuse", "clean", "rework"].includes(option.disposition))
        .every((option) => option.allowed === false),
    ).toBe(true);
    const assessment = assess(orrinshaw, scrap.bench.entries, asOf);
    const { holds } = assessment;
    expect(holds.map((each) => each.code)).toEqual(
      expect.arrayContaining(["scrap-record-missing", "course-asked-again"]),
    );
    expect(lostCastings(orrinshaw, assessment.choices)).toEqual([orrinshaw.slots.get("block")!.name]);
    scrap.bench.add("part-scrapped", { part: scrap.part, why: "split rail", made: "marked", certificate: null });
    expect(assess(orrinshaw, scrap.bench.entries, asOf).holds.map((each) => each.code)).not.toContain(
      "scrap-record-missing",
    );
  });

  test("a scrapped part is offered by no station, whatever it measures", () => {
    const { bench, tunnel, part } = block();
    bench.readRestAsNew();
    bench.add("part-scrapped", { part, why: "dropped", made: "destroyed", certificate: "SC-12" });
    expect([tunnel().proposal.disposition, tunnel().proposal.reasons.map((each) => each.code)]).toEqual([
      "replace",
      ["part-scrapped"],
    ]);
    expect(tunnel().options.map((option) => [option.disposition, option.allowed])).toEqual([
      ["reuse", false],
      ["replace", true],
      ["keep", false],
      ["hold", true],
    ]);
    bench.add("finding-made", {
      part,
      place: "deck",
      finding: "corrosion",
      value: "moderate",
      phase: "after-cleaning",
      words: null,
    });
    expect(assess(orrinshaw, bench.entries, asOf).problems.map((each) => each.code)).toContain("finding-on-scrapped");
  });

  test("threads are counted against the zone's limit, each hole once and by its last word", () => {
    const { bench, part, crackPart } = block();
    const hole = (at: number, state: "sound" | "damaged" | "stud-broken" | "insert", supersedes?: string[]) =>
      bench.add("thread-found", { part, zone: "studs-cam", hole: at, state, ...(supersedes && { supersedes }) });
    for (const at of [1, 2, 3]) hole(at, "insert");
    const { id: damaged } = hole(4, "damaged");
    expect([crackPart().threads[0], crackPart().worst]).toMatchObject([
      { inserts: 3, damaged: 1, most: 3, withinLimit: false },
      "scrap",
    ]);
    // Somebody else's look makes no thread sound again: both are shown. A correction does.
    hole(4, "sound");
    expect([crackPart().threads[0]!.damaged, crackPart().worst]).toEqual([1, "scrap"]);
    const assessment = assess(orrinshaw, bench.entries, asOf);
    expect(assessment.problems.concat(assessment.holds).map(({ code }) => code)).toContain("thread-seen-differently");
    expect(assessment.condition.byPart.get(part)!.reuse.reasons.map(({ code }) => code)).toContain("threads-damaged");
    hole(4, "sound", [damaged]);
    expect([crackPart().threads[0]!.withinLimit, crackPart().worst]).toEqual([true, "none"]);
  });

  test("studs that will break are planned: count, spread and price of a binomial count", () => {
    const { bench, part } = block();
    const plan = () =>
      assess(orrinshaw, bench.entries, asOf).crack.studs.find(
        (each) => each.part.id === part && each.zone.id === "studs-cam",
      )!;
    // Handbook, part 5: about one wet-hole stud in seven; mean n p, variance n p (1 - p).
    expect(plan()).toMatchObject({ left: 13, broken: 0 });
    expect([plan().expected, plan().deviation, plan().cost]).toEqual([
      13 * 0.143,
      Math.sqrt(13 * 0.143 * 0.857),
      13 * 0.143 * 24,
    ]);
    bench.add("thread-found", { part, zone: "studs-cam", hole: 5, state: "sound" });
    bench.add("thread-found", { part, zone: "studs-cam", hole: 6, state: "stud-broken" });
    expect(plan()).toMatchObject({ left: 11, broken: 1, expected: 11 * 0.143, cost: (11 * 0.143 + 1) * 24 });
  });
});

test("machining a casting that was not checked, or not checked again after grinding, is a hold that a reason lifts", () => {
  const bench = new TestBench(orrinshaw);
  const part = bench.partIn.get("crankshaft")!;
  const holds = () =>
    assess(orrinshaw, bench.entries, asOf)
      .holds.filter((each) => each.code === "machining-unchecked" || each.code === "unchecked-after-grinding")
      .map((each) => `${each.code} at ${each.station}`);
  const choice = assess(orrinshaw, bench.entries, asOf).choices.find(({ slot }) => slot.id === "crankshaft")!;
  bench.add("decision-made", {
    part,
    feature: null,
    disposition: "rework",
    ways: [{ feature: "big-end", step: "minus-25" }],
    reason: "trial",
    witness: makeWitness(choice, orrinshaw.sha256, bench.entries),
  });
  expect(holds()).toEqual(["machining-unchecked at decide"]);
  bench.add("hold-lifted", { hold: "machining-unchecked", about: part, why: "checked at the grinder's" });
  expect(holds()).toEqual([]);
  bench.checkForCracks();
  const ground = bench.occasion({ phase: "reworked" });
  bench.readAll(ground, "crankshaft/big-end-j1", [70.75, 70.75, 70.75, 70.75]);
  expect(holds()).toEqual(["unchecked-after-grinding at build"]);
  bench.add("crack-checked", {
    part,
    method: "magnetic",
    zones: [],
    when: "after-grinding",
    found: "nothing",
    preparation: null,
    by: null,
  });
  expect(holds()).toEqual([]);
});

test("the ferry's heads: one hair crack between valves is harmless, one from seat to bore is repaired", () => {
  const { crack } = assess(orrinshaw, demoJob("ferry-marigold"), asOf);
  expect(
    crack.parts.flatMap((each) =>
      each.cracks.map(({ verdict, rule }) => [each.part.tag, verdict, rule!.repair?.name ?? null]),
    ),
  ).toEqual([
    ["CH-F", "harmless", null],
    ["CH-R", "repairable", "insert seat, exhaust 2"],
  ]);
});
