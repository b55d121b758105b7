import { assess } from "@/core/assess";
import { TestBench } from "@/core/fixtures/bench";
import { demoJob, orrinshaw, pellbrook, rotary } from "@/core/fixtures/load";
import type { CompiledPack } from "@/core/pack/compile-pack";
import type { Envelope } from "@/core/entry/schema";
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
  for (let n = 1; n <= 6; n += 1) expect(words).toContain(`liner, cylinder ${n}`);
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
  expect(words).toContain("153 parts still to decide.");
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

test.each([
  ["ferry-marigold", 7],
  ["survey-launch-tern", 9],
  ["drainage-pump-3", 1],
] as const)("of %s has no hole in its words, and is at most %d pages", async (name, most) => {
  const entries = demoJob(name);
  expect(wordsOf(orrinshaw, entries)).not.toMatch(/undefined|NaN|null|\[object/);
  const pdf = Buffer.from(await renderReport(orrinshaw, assess(orrinshaw, entries, "2026-11-24T08:00:00Z"))).toString(
    "latin1",
  );
  expect(pdf.slice(0, 5)).toBe("%PDF-");
  expect(/\/Type \/Pages\s[^>]*\/Count (\d+)/.exec(pdf)?.[1]).toBeDefined();
  expect(Number(/\/Type \/Pages\s[^>]*\/Count (\d+)/.exec(pdf)?.[1])).toBeLessThanOrEqual(most);
});
