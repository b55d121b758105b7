import { addWeeks, getISOWeek, getISOWeekYear, setISOWeek, startOfISOWeek, startOfISOWeekYear } from "date-fns";
import fc from "fast-check";
import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { demoJob } from "../fixtures/load";
import { larkspire } from "../fixtures/packs/larkspire";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { readPack } from "../lint/read-pack";
import type { Identity } from "../pack/schema";
import { plainNumber, readNumber } from "./decode-number";
import { mondayOfWeek, weeksIn } from "./iso-week";
import { entropy, posterior, rankChecks, type Evidence } from "./posterior";

const asOf = "2026-11-24T00:00:00Z";
const local = (date: Date) =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, "0")}-${String(date.getDate()).padStart(2, "0")}`;

describe("ISO weeks agree with date-fns", () => {
  test("over random days", () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date("1900-01-10"), max: new Date("2099-12-20"), noInvalidDate: true }),
        (date) => {
          expect(mondayOfWeek(getISOWeekYear(date), getISOWeek(date))).toBe(local(startOfISOWeek(date)));
        },
      ),
      { numRuns: 100 },
    );
  });
  test("and week 53 only where a year has it; never week 54 or 0", () => {
    for (let year = 1950; year <= 2050; year += 1) {
      const last = getISOWeek(addWeeks(startOfISOWeekYear(new Date(year + 1, 5, 1)), -1));
      expect([year, weeksIn(year)]).toEqual([year, last]);
      expect([mondayOfWeek(year, 54), mondayOfWeek(year, 0)]).toEqual([null, null]);
      expect(local(setISOWeek(new Date(year, 5, 1), 7)) >= mondayOfWeek(year, 7)!).toBe(true);
    }
  });
});

const placeOf = (pack: typeof orrinshaw, id: string) => pack.pack.identity!.places.find((place) => place.id === id)!;
const block = placeOf(orrinshaw, "block-number");
const works = placeOf(pellbrook, "works-number");

describe("a number", () => {
  test.each(["M74 21 877", "m74-21877", "М74 21877", "Ｍ７４２１８７７"])("typed as %s is the same number", (text) => {
    const [decoded] = readNumber(text, block).decoded;
    expect(decoded).toMatchObject({
      serial: 21877,
      built: { from: "1974-01-01" },
      variant: { built: "v-6m-2", now: "v-6m-2" },
    });
    expect(decoded!.segments.map((segment) => segment.text)).toEqual(["M", "74", "21877"]);
    expect(decoded!.revisions.map(({ part, revision }) => [part, revision])).toContainEqual([
      "oil jets",
      "C, crimped pipe",
    ]);
  });

  test("in a gap, in an exception and just inside a range is told apart", () => {
    const built = (serial: string) => readNumber(`M70${serial}`, block).decoded[0]!;
    expect([
      built("18250").variant?.built,
      built("18251").variant,
      built("18399").variant,
      built("18400").variant?.built,
    ]).toEqual(["v-6m-1", null, null, "v-6m-2"]);
    expect(built("18251").problems).toMatchObject([{ code: "serial-in-no-range" }]);
    expect([built("16999"), built("17000"), built("17049"), built("17050")].map((each) => each.variant!.built)).toEqual(
      ["v-6m-1", "v-6m-2", "v-6m-2", "v-6m-1"],
    );
  });

  test("of year, week and shift gives the day, and the revision that was fitted from that shift on", () => {
    const element = (text: string) =>
      readNumber(text, works).decoded[0]!.revisions.find((each) => each.part === "oil-cooler element")?.revision;
    // 13 March 1972 is the Monday of ISO week 11; revision C came with that Monday's late shift.
    expect(local(startOfISOWeek(new Date(1972, 2, 13)))).toBe("1972-03-13");
    expect([element("211E0416"), element("211L0417"), element("210N0001"), element("212E0001")]).toEqual([
      "B",
      "C",
      "B",
      "C",
    ]);
    // One digit: the year in the window that ends in it.
    expect([element("823E0001"), element("523E0001")]).toEqual(["A", "D"]);
    expect(readNumber("5 23 E 0001", works).decoded[0]!.built).toEqual({
      from: "1975-06-02",
      to: "1975-06-08",
      shift: 1,
      time: null,
    });
  });

  test("of week 54 is read and said to be no week", () =>
    expect(readNumber("254L0417", works).decoded[0]).toMatchObject({
      built: null,
      problems: [{ code: "no-such-week", params: { week: 54, year: 1972 } }],
    }));

  test("that fits no rule offers what it would be with signs that look alike", () => {
    const read = readNumber("M74 2I877", block);
    expect(read).toMatchObject({ decoded: [], problems: [{ code: "number-fits-no-rule" }] });
    expect(read.lookAlikes.map((each) => each.plain)).toContain("M7421877");
    expect(readNumber("N1 O4B", block).lookAlikes.length).toBeLessThanOrEqual(6);
    expect(readNumber("", block)).toMatchObject({ decoded: [] });
  });

  test("of 300 signs is refused before it is looked at", () =>
    expect(readNumber("M".repeat(300), block)).toMatchObject({
      plain: "",
      problems: [{ code: "number-too-long", params: { length: 300 } }],
    }));
  test("keeps only capitals and digits", () => expect(plainNumber(" f5-c·3041/ ")).toBe("F5C3041"));
});

test("the cam ring of a five-cylinder radial: plain kinematics says which ring turns how", () => {
  // Firing every 144° of crank in the order 1-3-5-2-4. A lobe over one cylinder has to be over the next that fires,
  // 144° further round, when the crank has turned 144°; and in two turns of the crank each valve opens once.
  const facts = larkspire.facts;
  for (const which of ["certified", "training"]) {
    const lobes = facts.get(`cam-lobes-${which}`)!;
    const ratio = facts.get(`cam-ratio-${which}`)!;
    const nextLobe = Array.from(
      { length: lobes },
      (_, lobe) => (((ratio * 144 + (360 / lobes) * lobe - 144) % 360) + 360) % 360,
    );
    expect(Math.min(...nextLobe.map((angle) => Math.min(angle, 360 - angle)))).toBeLessThan(1e-6);
    expect(Math.abs(ratio * 720)).toBeCloseTo(360 / lobes, 5);
  }
  const answer = larkspire.pack.identity!.tells.find((tell) => tell.id === "cam-ring")!.answers;
  expect(answer.map(({ name }) => name)).toEqual([
    `three turns against it (two lobes)`,
    `two turns with it (three lobes)`,
  ]);
  expect([12 * facts.get("cam-ratio-certified")!, Math.round(12 * facts.get("cam-ratio-training")!)]).toEqual([-3, 2]);
});

/** The same by brute force: a table of every variant, every story and every way the evidence could have come out. */
function byEnumeration(identity: Identity, evidence: Evidence) {
  const variants = Object.keys(identity.priors);
  const whole = Object.values(identity.priors).reduce((a, b) => a + b, 0);
  const stories = [
    ...identity.stories.map((story) => ({ prior: story.prior, frees: story.frees as readonly string[] })),
    { prior: 1 - identity.stories.reduce((a, b) => a + b.prior, 0), frees: [] as readonly string[] },
  ];
  const joint = (variant: string, extra?: [string, string]) =>
    stories.reduce((sum, story) => {
      let p = (story.prior * identity.priors[variant]!) / whole;
      for (const [place, says] of evidence.places)
        p *= story.frees.includes(place) ? 1 / variants.length : says === variant ? 0.99 : 0.01 / (variants.length - 1);
      for (const [id, answer] of [...evidence.tells, ...(extra ? [extra] : [])]) {
        const tell = identity.tells.find((each) => each.id === id)!;
        p *= story.frees.includes(id)
          ? 1 / tell.answers.length
          : tell.answers.find((each) => each.id === answer)!.given[variant]!;
      }
      return sum + p;
    }, 0);
  const normal = (weights: number[]) => weights.map((weight) => weight / weights.reduce((a, b) => a + b, 0));
  const post = normal(variants.map((variant) => joint(variant)));
  const H = (ps: number[]) => -ps.reduce((sum, p) => sum + (p > 0 ? p * Math.log2(p) : 0), 0);
  const total = variants.reduce((sum, variant) => sum + joint(variant), 0);
  const gains = new Map(
    identity.tells
      .filter((tell) => !evidence.tells.has(tell.id))
      .map((tell) => {
        const left = tell.answers.reduce((sum, { id }) => {
          const weights = variants.map((variant) => joint(variant, [tell.id, id]));
          return sum + (weights.reduce((a, b) => a + b, 0) / total) * H(normal(weights));
        }, 0);
        return [tell.id, H(post) - left] as const;
      }),
  );
  return { post: new Map(variants.map((variant, at) => [variant, post[at]!])), gains };
}

const answersOf = (identity: Identity) =>
  fc.record(
    Object.fromEntries(
      identity.tells.map((tell) => [tell.id, fc.option(fc.constantFrom(...tell.answers.map((answer) => answer.id)))]),
    ),
  );
const placesOf = (identity: Identity) =>
  fc.record(
    Object.fromEntries(
      identity.places.map((place) => [place.id, fc.option(fc.constantFrom(...Object.keys(identity.priors)))]),
    ),
  );
const known = (record: Record<string, string | null>) =>
  new Map(Object.entries(record).filter((each): each is [string, string] => each[1] !== null));

describe.each([
  ["orrinshaw", orrinshaw],
  ["larkspire", larkspire],
  ["pellbrook", pellbrook],
] as const)("the posterior of %s", (_, pack) => {
  const identity = pack.pack.identity!;
  const evidence = fc
    .tuple(placesOf(identity), answersOf(identity))
    .map(([places, tells]): Evidence => ({ places: known(places), tells: known(tells) }));

  test("and the information to be expected are those of a full table", () => {
    fc.assert(
      fc.property(evidence, (each) => {
        const { post, gains } = byEnumeration(identity, each);
        const found = posterior(identity, each);
        for (const [variant, p] of post) expect(found.variants.get(variant)).toBeCloseTo(p, 12);
        for (const { tell, bits } of rankChecks(identity, each))
          expect(bits).toBeCloseTo(Math.max(0, gains.get(tell.id)!), 10);
      }),
      { numRuns: 60 },
    );
  });

  test("does not depend on the order of answers, to the last bit, and an answer taken back leaves nothing behind", () => {
    fc.assert(
      fc.property(evidence, fc.constantFrom(...identity.tells), (each, tell) => {
        const turned = { places: new Map([...each.places].reverse()), tells: new Map([...each.tells].reverse()) };
        expect(posterior(identity, turned)).toEqual(posterior(identity, each));
        const without = { ...each, tells: new Map([...each.tells].filter(([id]) => id !== tell.id)) };
        const more = new Map(without.tells).set(tell.id, tell.answers[0]!.id);
        posterior(identity, { ...each, tells: more });
        more.delete(tell.id);
        expect(posterior(identity, { ...each, tells: more })).toEqual(posterior(identity, without));
      }),
      { numRuns: 40 },
    );
  });
});

test("an answer that is as likely for every variant changes nothing", () => {
  const identity = structuredClone(larkspire.pack.identity!);
  const names = Object.keys(identity.priors);
  identity.tells.push({
    ...identity.tells[0]!,
    id: "dull",
    answers: [
      { id: "yes", name: "yes", given: Object.fromEntries(names.map((name) => [name, 0.3])) },
      { id: "no", name: "no", given: Object.fromEntries(names.map((name) => [name, 0.7])) },
    ],
  });
  const before = { places: new Map([["plate", "v-certified"]]), tells: new Map([["thrust-nut", "right"]]) };
  const after = { ...before, tells: new Map(before.tells).set("dull", "yes") };
  for (const [variant, p] of posterior(identity, before).variants)
    expect(posterior(identity, after).variants.get(variant)).toBeCloseTo(p, 12);
  expect(rankChecks(identity, before).find((each) => each.tell.id === "dull")!.bits).toBe(0);
  expect(entropy([0.5, 0.25, 0.25])).toBe(1.5);
});

describe("an engine that contradicts itself", () => {
  const airship = demoJob("airship-larkspire");
  const judged = (entries = airship) => assess(larkspire, entries, asOf);

  test("is told as stories, and held on a certified job until somebody signs", () => {
    const { identity, holds } = judged();
    expect(identity).toMatchObject({ contradiction: true, likeliest: { variant: "v-certified" } });
    expect(identity!.posterior.stories[0]).toMatchObject({ id: "half-re-stamped", variant: "v-certified" });
    expect(holds.map((hold) => hold.code)).toContain("contradiction-unsigned");
    const bench = new TestBench(larkspire);
    const signed = bench.add("contradiction-signed", {
      why: "Works letter shows the new half",
      variant: "v-certified",
    });
    expect(
      judged([...airship, { ...signed, stream: airship[0]!.stream }]).holds.map((hold) => hold.code),
    ).not.toContain("contradiction-unsigned");
  });

  test("is settled by the tell that nobody can alter", () => {
    const bench = new TestBench(larkspire);
    const ring = bench.add("tell-answered", { tell: "cam-ring", answer: "three" });
    const { identity } = judged([...airship, { ...ring, stream: airship[0]!.stream }]);
    expect(identity!.likeliest.variant).toBe("v-training");
    expect(identity!.posterior.stories[0]!.id).toBe("rig-dressed");
  });

  test("two answers to one tell by two people count for nothing until one stands", () => {
    const bench = new TestBench(larkspire);
    const [a, b] = ["left", "right"].map((answer) => bench.add("tell-answered", { tell: "thrust-nut", answer }));
    const both = judged([...airship, a!, b!].map((entry) => ({ ...entry, stream: airship[0]!.stream })));
    expect(both.identity!.posterior).toEqual(judged().identity!.posterior);
    expect(both.holds.map((hold) => hold.code)).toContain("tell-answered-twice");
    const settled = bench.add("tell-answered", { tell: "thrust-nut", answer: "left", supersedes: [a!.id, b!.id] });
    expect(
      judged([...airship, a!, b!, settled].map((entry) => ({ ...entry, stream: airship[0]!.stream }))).holds.map(
        (hold) => hold.code,
      ),
    ).not.toContain("tell-answered-twice");
  });
});

describe("the linter refuses", () => {
  type Change = (identity: Identity) => void;
  const wrong: [string, Change][] = [
    ["unknown-variant", (identity) => (identity.priors["v-none"] = 0.2)],
    ["variant-without-prior", (identity) => delete identity.priors["v-6s"]],
    ["unknown-evidence", (identity) => identity.stories[0]!.frees.push("nothing")],
    [
      "ranges-overlap",
      (identity) =>
        Object.assign(identity.places[0]!.rules[1]!.ranges[0]!, { except: [] }) &&
        (identity.places[0]!.rules[1]!.ranges[1]!.overlaps = false),
    ],
    ["range-backwards", (identity) => (identity.places[0]!.rules[1]!.ranges[2]!.to = 3)],
    ["ranges-without-serial", (identity) => identity.places[0]!.rules[1]!.segments.pop()],
    ["answers-not-one", (identity) => (identity.tells[0]!.answers[0]!.given["v-6m-1"] = 0.5)],
    [
      "variants-not-separated",
      (identity) =>
        identity.tells.forEach((tell) =>
          tell.answers.forEach((answer) => (answer.given["v-6s"] = answer.given["v-6m-1"]!)),
        ),
    ],
    ["stories-past-one", (identity) => (identity.stories[0]!.prior = 0.95)],
    ["schema", (identity) => (identity.tells[0]!.answers[0]!.given["v-6m-1"] = 1)],
    ["unknown-source", (identity) => (identity.tells[0]!.ref.source = "nowhere")],
    ["id-twice", (identity) => (identity.stories[0]!.id = "plate")],
  ];
  test.each(wrong)("%s", (code, change) => {
    const pack = structuredClone(orrinshaw.pack);
    change(pack.identity!);
    const read = readPack(pack);
    expect(read.ok ? [] : read.problems.map((found) => found.code)).toContain(code);
  });
  test("nothing about the packs that ship", () =>
    expect([orrinshaw, larkspire, pellbrook].map((pack) => pack.pack.identity !== undefined)).toEqual([
      true,
      true,
      true,
    ]));
});

describe("a number that names day and time", () => {
  type Rule = (typeof works)["rules"][number];
  const placeWith = (segments: Rule["segments"], revisions: Rule["revisions"] = []) => ({
    ...works,
    rules: [{ ...works.rules[0]!, segments, ranges: [], revisions }],
  });
  const year: Rule["segments"][number] = { is: "year", digits: 2, window: [1961, 1984] };
  const stamped = placeWith(
    [{ is: "day" }, { is: "month" }, year, { is: "text", text: "T" }, { is: "hour" }, { is: "minute" }],
    [
      { part: "pump", revision: "A", since: { date: "1961-01-01" } },
      { part: "pump", revision: "B", since: { date: "1972-02-29", time: "13:30" } },
    ],
  );
  const first = (text: string, place = stamped) => readNumber(text, place).decoded[0]!;

  test("is read in whatever order its parts stand", () => {
    expect(first("29 02 72 T 13 45").built).toMatchObject({ from: "1972-02-29", to: "1972-02-29", time: "13:45" });
    const turned = placeWith([{ is: "minute" }, { is: "hour" }, { is: "month" }, { is: "day" }, year]);
    expect(first("45 13 02 29 72", turned).built).toEqual(first("29 02 72 T 13 45").built);
  });

  test.each([
    ["30 02 72 T 10 00", "no-such-day"],
    ["29 02 73 T 10 00", "no-such-day"],
    ["00 05 72 T 10 00", "no-such-day"],
    ["10 13 72 T 10 00", "no-such-month"],
    ["10 12 72 T 24 00", "no-such-time"],
    ["10 12 72 T 10 60", "no-such-time"],
  ])("%s is a moment that never was", (text, code) => {
    expect(first(text)).toMatchObject({ built: null, problems: [{ code }], revisions: [] });
  });

  test("has the revision that was fitted from that minute on", () => {
    const pump = (text: string) => first(text).revisions.map(({ revision, orElse }) => [revision, orElse]);
    expect(pump("29 02 72 T 13 29")).toEqual([["A", null]]);
    expect(pump("29 02 72 T 13 30")).toEqual([["B", null]]);
    expect(pump("28 02 72 T 23 59")).toEqual([["A", null]]);
  });

  test("of a month alone leaves in doubt what changed within it, and nothing else", () => {
    const monthly = placeWith(
      [year, { is: "month" }],
      [
        { part: "pump", revision: "A", since: { date: "1961-01-01" } },
        { part: "pump", revision: "B", since: { date: "1972-02-15" } },
      ],
    );
    const pump = (text: string) => first(text, monthly).revisions.map(({ revision, orElse }) => [revision, orElse]);
    expect([pump("7201"), pump("7202"), pump("7203")]).toEqual([[["A", null]], [["A", "B"]], [["B", null]]]);
  });
});

describe("a serial that nobody gave out", () => {
  test("is offered the ones that look like it and were", () => {
    // 18280 lies in the gap between 18250 and 18400; a worn 6 is easily read as 8.
    const read = readNumber("M70 18280", block);
    expect(read.decoded[0]!.problems).toMatchObject([{ code: "serial-in-no-range" }]);
    expect(read.lookAlikes.length).toBeGreaterThan(0);
    for (const { decoded } of read.lookAlikes) expect(decoded.problems).toEqual([]);
  });
});

describe("two numbers of one range that are not the same", () => {
  const judge = (blockNumber: string, plate: string) => {
    const bench = new TestBench(orrinshaw);
    bench.add("number-read", { place: "block-number", text: blockNumber });
    bench.add("number-read", { place: "plate", text: plate });
    return assess(orrinshaw, bench.entries, asOf).identity!;
  };

  test("are a contradiction that a story explains, not 'nothing happened'", () => {
    const { contradiction, posterior: found } = judge("M74 21877", "M74 30412");
    expect(contradiction).toBe(true);
    expect(found.stories[0]!.id).not.toBeNull();
    expect(found.honest).toBeLessThan(0.01);
  });

  test("but for one sign may as well be misread", () => {
    const { posterior: found } = judge("M74 21877", "M74 21677");
    expect(found.honest).toBeGreaterThan(0.2);
    expect(judge("M74 21877", "M74 21877").posterior.honest).toBeGreaterThan(found.honest);
  });
});

test("a part that was made to look like the better variant shows just that, in its story", () => {
  const identity = structuredClone(larkspire.pack.identity!);
  identity.stories.find(({ id }) => id === "flange-changed")!.shows = { "flange-studs": "eight", "thrust-nut": "left" };
  const seen = (studs: string): Evidence => ({
    places: new Map(),
    tells: new Map([
      ["flange-studs", studs],
      ["cam-ring", "three"],
    ]),
  });
  const altered = (from: Identity, studs: string) =>
    posterior(from, seen(studs)).stories.find(({ id, variant }) => id === "flange-changed" && variant === "v-training")!
      .probability;
  // Eight studs are what somebody who wants to deceive puts there; six are not.
  expect(altered(identity, "eight")).toBeGreaterThan(altered(larkspire.pack.identity!, "eight"));
  expect(altered(identity, "six")).toBeLessThan(altered(larkspire.pack.identity!, "six"));
});
