import { assess, createAssess } from "./assess";
import { toAssessmentJson } from "./assessment-json";
import { declarations, entryTypes, isKnownType } from "./entry/declarations";
import type { Envelope } from "./entry/schema";
import { demoJob, demoJobs, frozenEntries, packOf } from "./fixtures/load";
import { seeded } from "./numeric/seeded";

const asOf = "2027-06-01T00:00:00Z";
const said = (assessment: ReturnType<typeof assess>) => JSON.stringify(toAssessmentJson(assessment));

/** A fifth of a job at a time, and the last entries one by one, as they come in at the bench. */
function* prefixes(entries: readonly Envelope[]): Generator<readonly Envelope[]> {
  const last = entries.length - 4;
  for (let fifth = 1; fifth < 5; fifth += 1) yield entries.slice(0, Math.floor((last * fifth) / 5));
  for (let count = Math.max(0, last); count <= entries.length; count += 1) yield entries.slice(0, count);
}

function shuffled<T>(list: readonly T[], seed: number): T[] {
  const { next } = seeded(seed);
  const copy = [...list];
  for (let at = copy.length - 1; at > 0; at -= 1) {
    const other = Math.floor(next() * (at + 1));
    [copy[at], copy[other]] = [copy[other]!, copy[at]!];
  }
  return copy;
}

describe.each(demoJobs)("%s, judged as it grows", (name) => {
  test("says after each prefix what a fresh assessment says", () => {
    const judge = createAssess(packOf(name));
    for (const entries of prefixes(demoJob(name)))
      expect(said(judge(entries, asOf))).toBe(said(assess(packOf(name), entries, asOf)));
  });

  test("says the same in any order, with any of it twice", () => {
    const entries = demoJob(name);
    const twice = shuffled([...entries, ...entries.slice(0, 40)], entries.length);
    expect(said(assess(packOf(name), twice, asOf))).toBe(said(assess(packOf(name), entries, asOf)));
  });
});

test("an entry of each type, taken up one by one behind a job, says what a fresh assessment says", () => {
  const job = demoJob("dredger-sallow");
  const { stream } = job[0]!;
  const isOfJob = (type: string) =>
    isKnownType(type) && declarations[type].stream !== "shop" && !declarations[type].standsForEver;
  const others = frozenEntries().filter(({ type }) => isOfJob(type));
  const judge = createAssess(packOf("dredger-sallow"));
  let entries = [...job];
  judge(entries, asOf);
  for (const [at, other] of others.entries()) {
    entries = [...entries, { ...other, stream, at: new Date(Date.parse("2027-05-01T00:00:00Z") + at).toISOString() }];
    expect(said(judge(entries, asOf))).toBe(said(assess(packOf("dredger-sallow"), entries, asOf)));
  }
  expect(new Set(others.map(({ type }) => type)).size).toBe(entryTypes.filter(isOfJob).length);
});
