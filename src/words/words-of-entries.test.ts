import { assess } from "@/core/fixtures/judge";
import { demoJob, demoJobs, frozenEntries } from "@/core/fixtures/load";
import { larkspire } from "@/core/fixtures/packs/larkspire";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { budgetOf, jointBudget } from "@/core/measure/uncertainty-budget";
import { sayAct, sayAuthor, sayEntry } from "./say-entry";
import { sayNextCheck, sayStory } from "./say-identity";
import { saySource } from "./say-source";

const asOf = "2026-11-24T08:00:00Z";
const holes = /undefined|NaN|null|\[object/;

test.each([
  ["of every type and version", frozenEntries()] as const,
  ...demoJobs.map((name) => [`of ${name}`, demoJob(name)] as const),
])("entries %s are said in a few words without a hole", (_, entries) => {
  for (const entry of entries) {
    const words = sayEntry(entry);
    expect([words, holes.test(words), words.length < 200]).toEqual([words, false, true]);
  }
});

test("an act is said by what it made", () => {
  const [opened, ...rest] = demoJob("survey-launch-tern");
  const decisions = rest.filter((entry) => entry.type === "decision-made");
  expect(sayAct([decisions[0]!])).toBe("the decision “reuse as is”");
  expect(sayAct(decisions.slice(0, 9))).toBe("9 decisions");
  expect(sayAct([opened!, decisions[0]!])).toBe("2 entries");
  expect([
    sayAct([]),
    sayEntry({ ...opened!, type: "engine-dreamt", payload: {} }),
    sayEntry({ ...opened!, payload: {} }),
  ]).toEqual(["nothing", "an entry “engine-dreamt”", "an entry “job opened” that cannot be read"]);
});

test("an author who came with an import is said to be a label", () => {
  expect([
    sayAuthor("import:Hazel", { "import:Hazel": "Wren" }),
    sayAuthor("a", { a: "Wren" }),
    sayAuthor("b", {}),
  ]).toEqual(["Hazel (imported)", "Wren", "b"]);
});

test("every line of every budget has a name that a person knows", () => {
  const { joints, rows, job } = assess(orrinshaw, demoJob("survey-launch-tern"), asOf);
  const lines = [
    ...[...joints.values()].flatMap((joint) =>
      jointBudget(joint, joint.governing.characteristic.expr, orrinshaw.facts),
    ),
    ...[...rows.values()].flatMap((row) => (row.governing.estimate ? budgetOf(row.governing.estimate) : [])),
  ];
  const names = new Set(lines.map((line) => saySource(line, job)));
  expect(names).toContain("calibration of Micrometer 50–75");
  expect(names).toContain("Setting ring 108.000");
  for (const name of names) expect([name, /[a-z]+-\d+|:|[0-9a-f]{8}-/.test(name)]).toEqual([name, false]);
});

test("the micrometer that the rod housings were set on goes, but for its two sizes, from the demo's big-end clearances", () => {
  const { joints, job } = assess(orrinshaw, demoJob("survey-launch-tern"), asOf);
  const joint = joints.get("big-end-clearance/b1")!;
  const lines = jointBudget(joint, joint.governing.characteristic.expr, orrinshaw.facts);
  expect(lines.filter((line) => line.cancels).map((line) => saySource(line, job))).toEqual(["how the part grows with warmth"]); // prettier-ignore
  // Locked at 75 and read at about 71, 4 mm of 25 apart: a quarter of what one of them brought is left.
  const left = lines.find((line) => saySource(line, job) === "calibration of Micrometer 50–75")!;
  expect(left.standard / Math.hypot(...left.ends.values())).toBeCloseTo(0.25 / Math.SQRT2, 1);
});

test("stories and the next check are whole sentences about this family", () => {
  const identity = assess(larkspire, demoJob("airship-larkspire"), asOf).identity!;
  expect(sayStory(identity.posterior.stories[0]!, larkspire.pack)).toBe(
    "It is F5, and a case half was replaced and re-stamped.",
  );
  expect(sayNextCheck(identity.next[0]!, identity.posterior, larkspire.pack)).toMatch(
    /^10 min, front cover off\. On average it takes away \d+ % of the doubt, more for its minutes than anything else\. Most likely: three turns against it \(two lobes\); then it would be F5, more than 99 % sure\.$/,
  );
  for (const check of identity.next) expect(sayNextCheck(check, identity.posterior, larkspire.pack)).not.toMatch(holes);
});
