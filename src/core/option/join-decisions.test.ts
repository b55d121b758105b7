import { readFileSync } from "node:fs";
import { readRecord } from "../entry/read-record";
import { readEntry } from "../entry/read-entry";
import type { Decision } from "../entry/fold";
import { joinDecisions } from "./join-decisions";

const { entries } = readRecord(readFileSync("src/core/fixtures/decisions-v2.ndjson", "utf8"));
const read = entries.map((entry) => {
  const result = readEntry(entry);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
});

const aspectOf = (at: string) => (at.startsWith("big-end") ? "big-end" : at.startsWith("main") ? "main" : null);
type Made = Pick<Decision, "feature" | "disposition" | "ways">;
const made = (feature: string | null, disposition: Decision["disposition"], step: string | null = null): Made => ({
  feature,
  disposition,
  ways: step === null ? [] : [{ feature: feature ?? "big-end", step }],
});
const joined = (features: readonly string[], ...decisions: readonly Made[]) =>
  joinDecisions(decisions as readonly Decision[], features, aspectOf);

test("decisions of the second version, made by feature, keep that as their scope", () => {
  expect(read.map(({ payload }) => payload)).toMatchObject([
    { feature: "big-end-j5", disposition: "rework", ways: [{ feature: "big-end-j5", step: "u-50" }] },
    { feature: "big-end-j4", disposition: "reuse", ways: [], reason: "owner's wish" },
    { feature: null, ways: [{ feature: "big-end", step: "u-50" }] },
  ]);
});

test("complete and compatible they are one bundle", () => {
  const found = joined(
    ["main-m1", "big-end-j1", "big-end-j2"],
    made("main-m1", "reuse"),
    made("big-end-j1", "rework", "u-25"),
    made("big-end-j2", "rework", "u-25"),
  );
  expect(found).toEqual({
    kind: "decided",
    wanted: { disposition: "rework", ways: [{ feature: "big-end", step: "u-25" }] },
  });
});

test.each<[string, ReturnType<typeof joined>, object]>([
  ["nothing is open", joined(["bore"]), { kind: "open" }],
  [
    "some features are without one",
    joined(["bore", "pits"], made("bore", "reuse")),
    { kind: "incomplete", missing: ["pits"] },
  ],
  [
    "reuse against replace",
    joined(["bore", "pits"], made("bore", "reuse"), made("pits", "replace")),
    { kind: "clash" },
  ],
  ["two of one feature", joined(["bore"], made("bore", "reuse"), made("bore", "reuse")), { kind: "clash" }],
  [
    "two sizes where one is for all",
    joined(["big-end-j1", "big-end-j2"], made("big-end-j1", "rework", "u-25"), made("big-end-j2", "rework", "u-50")),
    { kind: "clash" },
  ],
  [
    "one size and none",
    joined(["big-end-j1", "big-end-j2"], made("big-end-j1", "rework", "u-25"), made("big-end-j2", "reuse")),
    { kind: "clash" },
  ],
  [
    "a part and one of its features",
    joined(["bore"], made(null, "replace"), made("bore", "replace")),
    { kind: "clash" },
  ],
  [
    "on hold for one is on hold for all",
    joined(["bore", "pits"], made("bore", "hold"), made("pits", "reuse")),
    { kind: "decided", wanted: { disposition: "hold", ways: [] } },
  ],
  [
    "all replaced",
    joined(["bore", "pits"], made("bore", "replace"), made("pits", "replace")),
    { kind: "decided", wanted: { disposition: "replace", ways: [] } },
  ],
])("%s", (_, found, expected) => expect(found).toEqual(expected));
