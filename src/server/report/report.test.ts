import sharp from "sharp";
import { assess } from "@/core/fixtures/judge";
import { TestBench } from "@/core/fixtures/bench";
import { decide } from "@/core/fixtures/choices";
import { demoJob, packOf, type demoJobs } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import { rotary } from "@/core/fixtures/packs/rotary";
import type { CompiledPack } from "@/core/pack/compile-pack";
import type { Envelope } from "@/core/entry/schema";
import { countStages, statesOfPlaces } from "@/core/state/state-of-places";
import { ownerStageWords } from "@/words/state-words";
import { decidedOn } from "@/core/plan/standing";
import { ownerReport } from "./owner-report";
import { declinedDocument, estimateDocument } from "./estimate-document";
import { capital } from "@/words/capital";
import { isMeasured } from "@/core/option/option";
import { mainLine } from "@/core/diagnose/lay-out-chain";
import { renderReport } from "./render-report";
import { reportDefinition } from "./report-definition";

const texts = (node: unknown): string[] =>
  typeof node === "string"
    ? [node]
    : Array.isArray(node)
      ? node.flatMap(texts)
      : node !== null && typeof node === "object"
        ? Object.entries(node).flatMap(([key, value]) =>
            ["text", "content", "columns", "stack", "table", "body", "ul"].includes(key) || Array.isArray(node)
              ? texts(value)
              : [],
          )
        : [];

const report = (pack: CompiledPack, entries: readonly Envelope[]) =>
  reportDefinition(pack, assess(pack, entries, "2026-11-24T08:00:00Z"));
const wordsOf = (pack: CompiledPack, entries: readonly Envelope[]) => texts(report(pack, entries)).join(" ");

test("names every part that is decided, with value, limit, source, verdict and decision", () => {
  const words = wordsOf(orrinshaw, demoJob("survey-launch-tern"));
  expect(words).toContain("liner, cylinder 2 108.117  ± 0.005 Outside the limit Liner 1, 3, 4, 5, 6 108.023, 108.028");
  for (const part of [
    "Survey launch Tern",
    "No. M66-09120",
    "at most 108.100 (Orrinshaw 6M workshop manual, ed. 3, p. 41)",
    "Outside the limit",
    "Replace",
    "Reuse as is",
    "simple acceptance",
  ])
    expect(words).toContain(part);
  expect(words).not.toContain("not decided");
});

test("says what is not known instead of leaving it out", () => {
  const words = wordsOf(orrinshaw, demoJob("drainage-pump-3"));
  expect(words).toContain("hours wanted unknown");
  expect(words).toContain("Not measured, and so not judged Liner bores: 1, 2, 3, 4, 5, 6");
  expect(words).toContain("Oil jet, by eye: 1, 2, 3, 4, 5, 6");
  expect(words).toContain("153 parts not ready: 153 to be judged.");
  expect(wordsOf(orrinshaw, demoJob("ferry-marigold"))).toContain("cannot tell yet");
  expect(wordsOf(rotary, new TestBench(rotary).entries)).toContain("number unknown");
});

test("tells how the parts fit, where that is known", () => {
  const words = wordsOf(orrinshaw, demoJob("ferry-marigold"));
  expect(words).toMatch(/Big-end clearances for reassembly at most 0\.140 .*big-end clearance 5 0\.3\d\d {2}± 0\.00\d/);
  expect(words).not.toContain("Skirt clearances");
});

test("tells what failed first in three sentences and a picture, and what became of what that asks for", () => {
  const definition = report(orrinshaw, demoJob("ferry-marigold"));
  const words = texts(definition).join(" ");
  expect(words).toContain("What failed first Oil jet pipe cracked, cylinder 5. The pipe of an oil jet cracked");
  expect(words).toMatch(/this is (?:9\d|more than 99) % likely\. From there: .* It is seen by: /u);
  expect(words).toContain("sisters of the same age: still to do.");
  expect(words).toContain("strain that cracked it: done (Bracket of main 5");
  const { svg } = (definition.content as { svg?: string }[]).find((each) => each.svg)!;
  expect(svg).toContain("oil jet pipe cracked,");
  expect(svg).not.toMatch(/NaN|undefined/);
  expect(wordsOf(orrinshaw, demoJob("survey-launch-tern"))).not.toContain("What failed first");
});

test("tells what came from elsewhere, what does not go with it, and the quantities to label the engine with", () => {
  const words = wordsOf(pellbrook, demoJob("hill-tram-2"));
  expect(words).toContain("made to fit Starter: S-ST, from the shelf. Oil-cooler element: S-CE, from the shelf.");
  expect(words).toMatch(/Starter pinion in the ring gear: .* They do not go together\. It grinds and jams/u);
  expect(words).toContain("Quantities, as built Engine oil with element: 4.1 L Coolant: 6.5 L");
  expect(wordsOf(orrinshaw, demoJob("ferry-marigold"))).not.toContain("What came from elsewhere");
});

const noPhoto = () => Promise.resolve(null);
const pagesOf = (pdf: Uint8Array) => {
  const text = Buffer.from(pdf).toString("latin1");
  expect(text.slice(0, 5)).toBe("%PDF-");
  return Number(/\/Type \/Pages\s[^>]*\/Count (\d+)/.exec(text)?.[1]);
};

test.each([
  ["ferry-marigold", 6, 3],
  ["survey-launch-tern", 6, 3],
  ["drainage-pump-3", 1, 1],
] as const)(
  "of %s has no hole in its words; its record is at most %d pages, and what its owner gets at most %d",
  async (name, record, owner) => {
    const entries = demoJob(name);
    const assessment = assess(orrinshaw, entries, "2026-11-24T08:00:00Z");
    expect(wordsOf(orrinshaw, entries)).not.toMatch(/undefined|NaN|null|\[object/);
    expect(texts(ownerReport(orrinshaw, assessment, [])).join(" ")).not.toMatch(/undefined|NaN|null|\[object/);
    for (const [which, most] of [
      ["record", record],
      ["owner", owner],
    ] as const) {
      const pages = pagesOf(await renderReport(which, orrinshaw, assessment, noPhoto));
      expect([which, pages >= 1, pages <= most]).toEqual([which, true, true]);
    }
  },
);

describe("the estimate", () => {
  test("asks for what is asked, says what the work is with what else could be done, and names what nobody has judged", () => {
    const assessment = assess(orrinshaw, demoJob("ferry-marigold"), "2026-11-24T08:00:00Z");
    const words = texts(estimateDocument(orrinshaw, assessment, "Sound Ferry Company")).join(" ");
    expect(words).toContain("Sound Ferry Company");
    expect(words).toContain("Overhaul of the crank end, liners as needed, head checked");
    expect(words).toContain("agreed by Harbour office of the ferry company, 2026-11-19, by phone");
    // A price of what is asked of the owner stands beside what else the evidence allows, and nothing that it refuses.
    const work = assessment.choices.filter((choice) => ["replace", "upgrade", "rework"].includes((decidedOn(choice)?.option ?? choice.proposal).disposition)); // prettier-ignore
    expect(work.length).toBeGreaterThan(0);
    for (const { slot } of work)
      expect([slot.label, capital(slot.name)].some((said) => words.includes(said))).toBe(true);
    // Of many sizes to grind to the one that is meant stands there, and of what else could be done the least.
    expect(words).toMatch(/grind to −0\.50 \(big-end journal\)/iu);
    expect(words).toContain("Or: Replace, EUR 2 900".replaceAll("2 900", "2\u202f900"));
    expect(words).toMatch(/Or: /u);
    const held = assessment.choices.filter((choice) => !isMeasured(choice) && (decidedOn(choice)?.option ?? choice.proposal).disposition === "hold"); // prettier-ignore
    expect(words).toContain(`${held.length} parts are not judged yet`);
    expect(words).not.toMatch(/undefined|NaN|null|\[object/u);
  });

  test("offers no way that the evidence refuses: a scrapped rod is replaced, and nothing else", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    bench.add("part-scrapped", { part: bench.partIn.get("rod-2")!, why: "bent", made: "destroyed", certificate: null });
    const words = texts(estimateDocument(orrinshaw, assess(orrinshaw, bench.entries, "2026-11-24T08:00:00Z"))).join(
      " ",
    );
    expect(words).toMatch(/Connecting rod 2 Replace/u);
    expect(words).not.toMatch(/Or: [^;]*Reuse/u);
    expect(words).toContain("No amount is asked for yet");
  });

  test("what was declined is printed with its warning for signature, a page each", async () => {
    const bench = new TestBench(orrinshaw);
    for (const what of ["new liners", "new rings"])
      bench.add("work-declined", {
        part: bench.partIn.get("liner-1")!,
        disposition: "replace",
        what,
        warning: `Without ${what} it burns oil.`,
        by: "Harbour office",
        on: "2026-11-20",
        how: "phone",
      });
    const assessment = assess(orrinshaw, bench.entries, "2026-11-24T08:00:00Z");
    const words = texts(declinedDocument(orrinshaw, assessment)).join(" ");
    for (const said of ["New liners.", "Without new rings it burns oil.", "For the owner, date", "Local codes"])
      expect(words).toContain(said);
    expect(pagesOf(await renderReport("declined", orrinshaw, assessment, noPhoto))).toBe(2);
  });
});

describe("what the owner gets", () => {
  const said = (name: (typeof demoJobs)[number]) => {
    const assessment = assess(packOf(name), demoJob(name), "2026-11-24T08:00:00Z");
    return { assessment, words: texts(ownerReport(packOf(name), assessment, [])).join(" ") };
  };

  test("says in the words of the assessment what failed, what was done and why, what to watch and what it costs", () => {
    const { assessment, words } = said("ferry-marigold");
    expect(words).toContain("What failed first Oil jet pipe cracked, cylinder 5.");
    const counts = countStages(statesOfPlaces(orrinshaw, assessment));
    for (const [stage, count] of counts) expect(words).toContain(`${count} ${ownerStageWords[stage]}`);
    // What is decided is not done before the engine is handed over.
    expect(words).toContain("What is done to it, and how far that is");
    expect(words).not.toMatch(/What was done|Replaced|To be replaced New|What was used again/u);
    for (const { estimate } of assessment.intake.costEstimates.lines) expect(words).toContain(estimate.words);
    expect(words).toContain("For the shop, date");
  });

  test("never calls a refused or undecided part used again, and says nothing of money, cause or photos that are not there", () => {
    const { assessment, words } = said("drainage-pump-3");
    expect(assessment.choices.some((choice) => decidedOn(choice))).toBe(false);
    expect(words).not.toMatch(/What failed first|What it costs|used again|to be done|were judged/u);
    expect(words).toContain("153 still to be looked at");
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    bench.add("part-scrapped", { part: bench.partIn.get("rod-2")!, why: "bent", made: "destroyed", certificate: null });
    decide(bench, "rod-2", "reuse", { reason: "It looks well." });
    const wreck = assess(orrinshaw, bench.entries, "2026-11-24T08:00:00Z");
    const told = texts(ownerReport(orrinshaw, wreck, [])).join(" ");
    expect(told).not.toContain("to be used again");
    expect(told).toContain("1 part destroyed, so that nobody fits it again");
  });

  test("the record has every finding with what was said of it, cracks and accounts; what was not there takes one line", () => {
    const assessment = assess(packOf("ferry-marigold"), demoJob("ferry-marigold"), "2026-11-24T08:00:00Z");
    const words = texts(reportDefinition(packOf("ferry-marigold"), assessment)).join(" ");
    const seen = [...assessment.findings.byPart.values()];
    for (const { part, lines } of seen)
      if (lines.some(({ grade }) => (grade ?? 0) > 0)) expect(words).toContain(`${part.tag}, `);
    const clear = seen.map(({ lines }) => lines.filter(({ grade }) => grade === 0).length);
    const count = clear.reduce((sum, each) => sum + each, 0);
    expect(words).toContain(`Looked for and not there: at ${count} place${count === 1 ? "" : "s"} of`);
    expect(words.match(/What was seen/gu)).toHaveLength(1);
    for (const { crack } of assessment.crack.parts.flatMap((part) => part.cracks)) if (crack.words) expect(words).toContain(crack.words); // prettier-ignore
    for (const { part, missing } of assessment.ledger.parts) if (missing) expect(words).toMatch(new RegExp(`${part.tag}, [^:]+: .*missing ${missing.value.toFixed(2)}`, "u")); // prettier-ignore
    const bench = new TestBench(orrinshaw);
    bench.add("finding-made", { part: bench.partIn.get("liner-1")!, place: "water-side", finding: "pitting", value: "severe", phase: "before-cleaning", words: "a row of four, one through" }); // prettier-ignore
    const occasion = bench.occasion();
    const first = bench.read(occasion, "liner-2", "bore", "top-thrust", 108.5);
    const again = bench.read(occasion, "liner-2", "bore", "top-thrust", 108.05, { supersedes: [first.id] });
    bench.add("reason-given", { for: again.id, why: "the gauge was not seated" });
    const one = assess(orrinshaw, bench.entries, "2026-11-24T08:00:00Z");
    const told = texts(reportDefinition(orrinshaw, one)).join(" ");
    expect(told).toContain("“a row of four, one through”");
    expect(told).toContain("now 108.05 mm: the gauge was not seated");
  });

  test("says what the owner wants done with old parts, once it is one thing, and else that nobody wrote it down", () => {
    const bench = new TestBench(orrinshaw);
    bench.readRestAsNew();
    decide(bench, "liner-2", "replace", { reason: "Pitted on the water side" });
    const told = () =>
      texts(ownerReport(orrinshaw, assess(orrinshaw, bench.entries, "2026-11-24T08:00:00Z"), [])).join(" ");
    expect(told()).toContain("What the owner wants done with them is not written down.");
    const wish = (wish: "scrap" | "give-back", supersedes: readonly string[] = []) =>
      bench.add("old-parts-agreed", { wish, by: "Anders Quill", on: "2026-11-24", how: "phone", ...(supersedes.length > 0 ? { supersedes: [...supersedes] } : {}) }).id; // prettier-ignore
    const said = [wish("scrap"), wish("give-back")];
    expect(told()).toContain("What the owner wants done with them is not written down.");
    wish("give-back", said);
    expect(told()).toContain(
      "As the owner wants it they are given back to the owner: Anders Quill, 2026-11-24, by phone.",
    );
  });
});

test("the shop's mark stands at the head of a document, days as the shop writes them; a mark that is no picture keeps nothing back", async () => {
  const png = await sharp({ create: { width: 30, height: 10, channels: 3, background: "#b8470a" } })
    .png()
    .toBuffer();
  const bench = new TestBench(orrinshaw);
  const fileWith = (mark: string) => {
    bench.add("settings-taken", { settings: { currency: "EUR", labourRate: null, alwaysNew: [], dates: "words", shop: { name: "Boat Yard Linden", address: "", mark } } }); // prettier-ignore
    const assessment = assess(orrinshaw, bench.entries, "2026-12-04T08:00:00Z");
    expect(texts(ownerReport(orrinshaw, assessment, []))).toContain("4 Dec 2026");
    return renderReport("owner", orrinshaw, assessment, async () => null);
  };
  const isPicture = (file: Uint8Array) => Buffer.from(file).includes("/Subtype /Image");
  expect(isPicture(await fileWith(png.toString("base64")))).toBe(true);
  expect(isPicture(await fileWith("bm8gcGljdHVyZQ=="))).toBe(false);
});

test("an owner reads what led to what in eight boxes at most, from what came first to what came of it", () => {
  const steps = Array.from({ length: 12 }, (_, at) => ({ id: `e${at}`, name: `step ${at}`, kind: at === 0 ? ("cause" as const) : ("event" as const), from: at === 0 ? [] : [at - 1] })); // prettier-ignore
  const aside = { id: "f", name: "metal in the sump", kind: "finding" as const, from: [3] };
  const found = mainLine([...steps, aside, { id: "s", name: "a short way", kind: "event", from: [0] }]);
  expect(found.map(({ name }) => name)).toEqual([...steps.slice(0, 7), steps[11]!].map(({ name }) => name));
  expect(mainLine([])).toEqual([]);
});
