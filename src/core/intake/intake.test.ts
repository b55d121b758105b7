import { assess } from "../fixtures/judge";
import { TestBench } from "../fixtures/bench";
import { demoJob } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import type { Payload } from "../entry/schema";
import { worthOf } from "../money/worth";
import { ownerViewOf } from "../views/owner-view";

const asOf = "2026-11-24T00:00:00Z";
const judge = (bench: TestBench) => assess(bench.pack, bench.entries, asOf);
const worthIn = (bench: TestBench) => worthOf(bench.pack, judge(bench));
const codes = (bench: TestBench) => judge(bench).holds.map((hold) => `${hold.station} ${hold.code}`);
type Section = Payload<"intake-noted">["section"];
const note = (bench: TestBench, section: Section, item: string, value: Payload<"intake-noted">["value"], rest = {}) =>
  bench.add("intake-noted", { section, item, part: null, place: null, value, ...rest });

test("while nobody knows what it goes into Intake and Decide hold; 'nobody knows' is an answer and lifts it", () => {
  const bench = new TestBench(orrinshaw, { application: { kind: null, words: null } });
  expect(codes(bench)).toEqual(
    expect.arrayContaining(["intake application-unknown", "decide application-unknown-here"]),
  );
  for (const { id } of orrinshaw.pack.intake!.questions) note(bench, "application", id, null);
  expect(codes(bench).join()).not.toContain("application-unknown");
});

test("what is ordered at Intake holds over how the job was opened, down to the rule near a limit", () => {
  const bench = new TestBench(orrinshaw, { hoursWanted: 1000 });
  expect(judge(bench).order).toMatchObject({ hoursWanted: 1000, rule: "simple", certified: null });
  note(bench, "order", "hours-wanted", 6000);
  note(bench, "order", "certified", true);
  note(bench, "order", "decision-rule", "guarded-acceptance");
  expect(judge(bench).order).toMatchObject({ hoursWanted: 6000, rule: "guarded-acceptance", certified: true });
  bench.readAll(bench.occasion(), "liner-3/bore", [108.098, 108.05, 108.05, 108.05, 108.05, 108.05]);
  expect(judge(bench).choices.find(({ slot }) => slot.id === "liner-3")!.proposal.disposition).toBe("replace");
  const [hours] = bench.entries.filter((entry) => entry.payload.item === "hours-wanted");
  note(bench, "order", "hours-wanted", null, { supersedes: [hours!.id] });
  expect(judge(bench).order.hoursWanted).toBeNull();
});

test("hours since overhaul cannot be more than since new, of the engine or of one part", () => {
  const bench = new TestBench(orrinshaw);
  note(bench, "history", "hours-since-new", 5000);
  note(bench, "history", "hours-since-overhaul", 5000);
  expect(codes(bench).join()).not.toContain("hours-contradict");
  const part = bench.partIn.get("piston-5")!;
  note(bench, "history", "hours-since-new", 400, { part });
  note(bench, "history", "hours-since-overhaul", 401, { part });
  expect(codes(bench)).toContain("intake hours-contradict");
});

test("two answers to one question at once are a conflict, and count as none", () => {
  const bench = new TestBench(orrinshaw);
  note(bench, "order", "budget", 9000);
  note(bench, "order", "budget", 7000);
  expect(judge(bench).order.budget).toBeNull();
  expect(codes(bench)).toContain("intake noted-twice");
});

describe("the estimate", () => {
  const agree = (bench: TestBench, estimate: string, agreed = true) =>
    bench.add("approval-given", { estimate, by: "Harbour office", on: "2026-11-20", how: "phone", agreed });

  test("waits for the owner; a change within what may be spent without asking does not", () => {
    const bench = new TestBench(orrinshaw);
    const first = bench.add("estimate-made", { kind: "estimate", amount: 8000, words: "overhaul" });
    expect(codes(bench)).toContain("intake estimate-waits");
    agree(bench, first.id);
    expect(codes(bench).join()).not.toContain("estimate");
    note(bench, "order", "ask-above", 500);
    bench.add("estimate-made", { kind: "change", amount: 500, words: "pins" });
    expect(codes(bench).join()).not.toContain("estimate");
    const more = bench.add("estimate-made", { kind: "change", amount: 1, words: "washers" });
    expect(codes(bench)).toContain("intake estimate-waits");
    agree(bench, more.id, false);
    expect(codes(bench)).toContain("intake estimate-refused");
    expect(judge(bench).intake.costEstimates).toMatchObject({ total: 8501, approved: 8000 });
  });
});

test("what the owner says by link counts as what they say by phone does, and the later word stands", () => {
  const bench = new TestBench(orrinshaw);
  const { id: estimate } = bench.add("estimate-made", { kind: "estimate", amount: 8000, words: "overhaul" });
  const link = "01a21716-0d01-7000-8000-000000000000";
  bench.add("owner-answered", { estimate, by: "Quay master", agreed: false, link });
  expect(codes(bench)).toContain("intake estimate-refused");
  bench.add("approval-given", { estimate, by: "Harbour office", on: "2026-11-20", how: "phone", agreed: true });
  const { costEstimates } = judge(bench).intake;
  expect(costEstimates).toMatchObject({
    approved: 8000,
    lines: [{ approval: { by: "Harbour office", how: "phone" } }],
  });
  bench.add("owner-answered", { estimate, by: "Quay master", agreed: true, link });
  expect(judge(bench).intake.costEstimates.lines[0]!.approval).toMatchObject({ by: "Quay master", how: "link" });
});

describe("whether a rebuild is sensible", () => {
  const prices = orrinshaw.pack.worth!;

  test("is an expected cost: what nobody has looked at counts as often as it has to be replaced", () => {
    const bench = new TestBench(orrinshaw);
    const counts = new Map<string, number>();
    for (const slot of orrinshaw.pack.slots) counts.set(slot.class, (counts.get(slot.class) ?? 0) + 1);
    const parts = prices.classes.reduce(
      (sum, each) => sum + each.likely * Number(each.replace) * (counts.get(each.class) ?? 0),
      0,
    );
    const worth = worthIn(bench);
    expect(worth!.costs.rebuild).toBeCloseTo(prices.labourHours * prices.labourRate + parts, 0);
    // Of nothing that is judged it says nothing.
    expect(worth).toMatchObject({ course: null, known: 0, reasons: [{ code: "worth-nothing-yet" }] });
    bench.lookOver();
    bench.readRestAsNew(["liner-bore"]);
    expect(worthIn(bench)).toMatchObject({
      course: "rebuild",
      reasons: expect.arrayContaining([
        expect.objectContaining({ code: "rebuild-below-ceiling" }),
        expect.objectContaining({ code: "budget-unknown" }),
      ]) as unknown,
    });
  });

  test("a part costs once, however many of its places are bad", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew(["crankshaft-big-end"]);
    const fine = bench.occasion({ gauge: { ...fineGauge, method: "direct" }, master: null });
    for (let journal = 1; journal <= 6; journal += 1)
      bench.readAll(fine, `crankshaft/big-end-j${journal}`, [70.9, 70.9, 70.9, 70.9]);
    const { items, costs } = worthIn(bench)!;
    const shop = items.filter(({ is }) => is === "machine-shop");
    const { rework } = prices.classes.find((each) => each.class === "crankshaft")!;
    expect(shop).toMatchObject([{ count: 1, amount: 100 * Number(rework) }]);
    // Its shells go with it, all of them; and what is shown as lines is the sum.
    expect(items.find(({ name }) => name === orrinshaw.classes.get("rod-shell")!.name)).toMatchObject({ is: "parts", count: 12 }); // prettier-ignore
    expect(items.reduce((sum, { amount }) => sum + amount!, 0)).toBe(Math.round(100 * costs.rebuild!));
  });

  test("is asked again when a main casting is lost, and says what would save it", () => {
    const bench = new TestBench(orrinshaw);
    const fine = bench.occasion({ gauge: { ...fineGauge, method: "direct" }, master: null });
    bench.readAll(fine, "block/tunnel-m4", [89.06, 89.06, 89.06, 89.06]);
    const worth = worthIn(bench);
    expect(worth).toMatchObject({
      course: "merge",
      lostCastings: ["cylinder block"],
      wouldChange: [{ code: "casting-saved" }],
    });
    expect(codes(bench)).toContain("intake course-asked-again");
    bench.add("course-chosen", { course: "merge", why: "as proposed", proposal: "merge" });
    expect(codes(bench)).not.toContain("intake course-asked-again");
  });
});

const fineGauge = {
  id: "g",
  name: "G",
  quantities: ["internal-diameter"],
  unit: "mm",
  range: [0, 200] as [number, number],
  method: "direct" as const,
  resolution: 0.001,
  repeatability: 0.0005,
  calibration: { expanded: 0.001, k: 2, on: "2026-01-05", due: "2027-01-05" },
  scaleExpansionPerK: 11.5e-6,
};

test("sound parts that lie here are in the same estimate: a casting among them makes one engine of two, and picked it costs that", () => {
  const bench = new TestBench(orrinshaw, { hoursWanted: 4000 });
  bench.readRestAsNew();
  const own = bench.partIn.get("block")!;
  const scrap = (part: string) => bench.add("part-scrapped", { part, why: "cracked", made: "held", certificate: null });
  const ofBlock = bench.entries.filter(({ type, payload }) => payload.part === own && type !== "part-installed");
  scrap(own);
  const lost = worthIn(bench)!;
  expect([lost.course, lost.lostCastings.length]).not.toEqual(["rebuild", 0]);
  // One that nobody looked at saves no engine.
  const part = bench.newId();
  bench.add("part-tagged", { part, class: "block", tag: "DN-BL", origin: "donor" });
  expect(worthIn(bench)!.lostCastings).toEqual(lost.lostCastings);
  // The same was seen and measured of it as of a sound one.
  for (const { type, payload } of ofBlock)
    if (type !== "part-tagged") bench.add(type as "finding-made", { ...payload, part } as never);
  const here = worthIn(bench)!;
  const told = here.reasons.find(({ code }) => code === "worth-with-parts")?.params as { cost: number; saved: number };
  expect([here.course, here.lostCastings, told.saved > 0, here.costs.merge]).toEqual(["merge", [], true, told.cost]);
  bench.add("part-noted", { part, item: "meant-for", feature: null, value: "block" });
  bench.add("part-picked", { slot: "block", part, offer: null, why: null });
  expect(worthIn(bench)!.costs.rebuild).toBe(told.cost);
});

test("bulletins are those of the engine's own serial, and an owner sees what is named and nothing else", () => {
  const assessment = assess(orrinshaw, demoJob("ferry-marigold"), asOf);
  expect(assessment.intake.bulletins.map((each) => each.id)).toEqual(["b-14"]);
  const view = ownerViewOf(orrinshaw, assessment, false);
  expect(Object.keys(view).sort()).toEqual([
    "causes",
    "currency",
    "engine",
    "estimates",
    "handedOver",
    "money",
    "name",
    "number",
    "parts",
    "photos",
    "progress",
    "ready",
    "shop",
    "tax",
    "things",
    "wantedBy",
    "withReport",
  ]);
  expect(JSON.stringify(view)).not.toMatch(/Knocked|108\.0/);
  // Photos only where the last word on them is that the owner sees them.
  expect(view.photos.map(({ of }) => of)).toEqual(["rod bolt 5, outer", "big-end shell, upper 5"]);
  const [first] = assessment.job.photoChoices;
  const withdrawn = {
    ...assessment,
    job: {
      ...assessment.job,
      photoChoices: [...assessment.job.photoChoices, { ...first!, id: "later", forOwner: false }],
    },
  };
  expect(ownerViewOf(orrinshaw, withdrawn, false).photos.map(({ of }) => of)).toEqual(["big-end shell, upper 5"]);
});
