/** Whatever comes in ends in a verdict or in a refusal that can be said, never in an exception. */
import fc from "fast-check";
import { assess } from "./assess";
import { toAssessmentJson } from "./json/assessment-json";
import { readEntry, readEnvelope } from "./entry/read-entry";
import type { Envelope } from "./entry/schema";
import { library } from "./fixtures/library";
import { demoJob, json, packOf } from "./fixtures/load";
import { compose } from "./library/compose";
import { readPack } from "./lint/read-pack";
import { readPackText } from "./lint/read-pack-text";

const runs = { numRuns: 100, seed: 20261126 };

/** A value with the nth thing in it replaced. */
function replaced(value: unknown, nth: number, by: unknown): unknown {
  let place = 0;
  const walk = (each: unknown): unknown => {
    place += 1;
    if (place === nth) return by;
    if (Array.isArray(each)) return each.map(walk);
    if (typeof each === "object" && each !== null)
      return Object.fromEntries(Object.entries(each).map(([name, inner]) => [name, walk(inner)]));
    return each;
  };
  return walk(value);
}

const strange = fc.oneof(
  fc.constantFrom<unknown>(null, "", "__proto__", -1, 0, 1e308, 5e-324, -0, [], {}, true, "\u0000", "x".repeat(5000)),
  fc.jsonValue(),
  fc.double(),
  fc.string({ unit: "binary" }),
);

test("an envelope and an entry are read or refused, whatever they are", () => {
  const entries = demoJob("ferry-marigold");
  fc.assert(
    fc.property(fc.constantFrom(...entries), fc.nat(40), strange, (entry, nth, by) => {
      const read = readEnvelope(replaced(entry, nth, by));
      if (!read.ok) return read.problems.length > 0;
      const known = readEntry(read.value);
      return known.ok || known.problems.length > 0;
    }),
    runs,
  );
  fc.assert(
    fc.property(strange, (anything) => !readEnvelope(anything).ok),
    runs,
  );
});

test("a pack is compiled or refused, with any one thing in it replaced, and its text cut or altered", () => {
  const pack = json("src/core/fixtures/rotary-pack.json");
  const text = JSON.stringify(pack, null, 1);
  fc.assert(
    fc.property(fc.nat(600), strange, (nth, by) => {
      const read = readPack(replaced(pack, nth, by));
      return read.ok || read.problems.length > 0;
    }),
    runs,
  );
  fc.assert(
    fc.property(fc.nat(text.length), fc.nat(40), fc.string(), (at, length, by) => {
      const { pack: read, faults } = readPackText(text.slice(0, at) + by + text.slice(at + length));
      return read !== null || faults.length > 0;
    }),
    { ...runs, numRuns: 40 },
  );
});

test("a sheet is composed or refused, with any one thing in it replaced", () => {
  const { pack, limits, said, ...head } = json("sheets/windrow-r2.json") as Record<string, unknown>;
  const sheet = { limits: (limits as unknown[]).slice(0, 4), said, pack, ...head };
  fc.assert(
    fc.property(fc.nat(900), strange, (nth, by) => {
      const { json: made, problems } = compose(library, replaced(sheet, nth, by));
      return made !== null || problems.length > 0;
    }),
    runs,
  );
});

test.each(["hovercraft-heron", "ice-sled-2", "hill-tram-2"] as const)(
  "%s is judged with any entries left out, doubled, in any order, and altered as far as the schema lets them",
  (name) => {
    const entries = demoJob(name);
    const pack = packOf(name);
    const opened = entries.filter(({ type }) => type === "job-opened");
    const all = [...entries, ...entries.slice(0, 40)];
    const some = fc.shuffledSubarray(all, { minLength: all.length >> 1, maxLength: all.length });
    const change = fc.tuple(fc.nat(400), fc.nat(30), strange);
    fc.assert(
      fc.property(some, fc.array(change, { maxLength: 30 }), (kept, changes) => {
        const altered: Envelope[] = [...opened, ...kept];
        for (const [at, nth, by] of changes) {
          const place = at % altered.length;
          const entry = altered[place]!;
          const read = readEnvelope({ ...entry, payload: replaced(entry.payload, nth + 2, by) });
          if (read.ok) altered[place] = read.value;
        }
        const assessment = assess(pack, altered, "2026-11-26T08:00:00Z");
        return toAssessmentJson(assessment) !== null;
      }),
      { ...runs, numRuns: 25 },
    );
  },
  120_000,
);
