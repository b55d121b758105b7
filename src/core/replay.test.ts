import { assess, createAssess } from "./assess";
import { toAssessmentJson } from "./json/assessment-json";
import { declarations, entryTypes, isKnownType } from "./entry/declarations";
import type { Envelope } from "./entry/schema";
import { demoJob, demoJobs, frozenEntries, packOf } from "./fixtures/load";

const asOf = "2027-06-01T00:00:00Z";
const said = (assessment: ReturnType<typeof assess>) => JSON.stringify(toAssessmentJson(assessment));

/** A quarter of a job at a time, and the last entries one by one, as they come in at the bench. */
function* prefixes(entries: readonly Envelope[]): Generator<readonly Envelope[]> {
  const last = entries.length - 3;
  for (let quarter = 1; quarter < 4; quarter += 1) yield entries.slice(0, Math.floor((last * quarter) / 4));
  for (let count = Math.max(0, last); count <= entries.length; count += 1) yield entries.slice(0, count);
}

test.each(demoJobs)("%s, judged as it grows, says after each prefix what a fresh assessment says", (name) => {
  const judge = createAssess(packOf(name));
  for (const entries of prefixes(demoJob(name)))
    expect(said(judge(entries, asOf))).toBe(said(assess(packOf(name), entries, asOf)));
});

/**
 * The list dealt out so that neighbours come from far apart: what one entry left standing that should have gone is not
 * swept away by the next, which is about something else.
 */
const farApart = <T>(list: readonly T[], apart: number): readonly T[] => {
  const stride = Math.ceil(list.length / apart);
  return Array.from({ length: stride }, (_, from) => list.filter((_each, at) => at % stride === from)).flat();
};

test("entries of each type, taken up one by one behind a job, say what a fresh assessment says", () => {
  const job = demoJob("dredger-sallow");
  const { stream } = job[0]!;
  const isOfJob = (type: string) =>
    isKnownType(type) && declarations[type].stream !== "shop" && !declarations[type].standsForEver;
  const others = frozenEntries().filter(({ type }) => isOfJob(type));
  const judge = createAssess(packOf("dredger-sallow"));
  let entries = [...job];
  judge(entries, asOf);
  for (const [at, other] of farApart(others, 3).entries()) {
    entries = [...entries, { ...other, stream, at: new Date(Date.parse("2027-05-01T00:00:00Z") + at).toISOString() }];
    const taken = judge(entries, asOf);
    if (at % 3 === 2 || at === others.length - 1)
      expect(said(taken)).toBe(said(assess(packOf("dredger-sallow"), entries, asOf)));
  }
  expect(new Set(others.map(({ type }) => type)).size).toBe(entryTypes.filter(isOfJob).length);
});
