import type { Finding } from "./finding";
import { standingObservations } from "./standing-observations";

const look = (value: string, phase: Finding["phase"], together?: true): Finding => ({
  id: `${value} ${phase}`,
  at: "2026-11-20T08:00:00.000Z",
  author: "tester",
  part: "p",
  place: null,
  finding: "f",
  value,
  phase,
  words: null,
  ...(together ? { together } : {}),
});
const [before, after] = ["before-cleaning", "after-cleaning"] as const;
const kind = (nature: "surface" | "deposit", lostByCleaning: boolean) =>
  ({
    nature,
    lostByCleaning,
    values: (["trace", "moderate", "severe"] as const).map((id, at) => ({ id, name: id, grade: at + 1 })),
  }) as Parameters<typeof standingObservations>[0]["kind"];
const stands = (of: "as-found" | "as-is", which: ReturnType<typeof kind>, ...findings: Finding[]) =>
  standingObservations({ kind: which, findings }, of).map(({ value }) => value);

// Which look says more is common practice, no source.
test.each([
  ["scoring looked for again after washing", kind("surface", false), ["severe"], ["severe"]],
  ["a witness mark that washing takes away", kind("surface", true), ["trace"], ["trace"]],
  ["carbon that is washed off", kind("deposit", true), ["trace"], ["severe"]],
])("%s stands for causes as it was found, for use as it is", (_, which, found, now) => {
  const both = [look("trace", before), look("severe", after)];
  expect([stands("as-found", which, ...both), stands("as-is", which, ...both)]).toEqual([found, now]);
});

test("what washing does not take away, and nobody found again after it, stands beside the later look until one is corrected", () => {
  const both = [look("severe", before), look("none", after)];
  for (const asked of ["as-found", "as-is"] as const)
    expect(stands(asked, kind("surface", false), ...both)).toEqual(["severe", "none"]);
  expect(stands("as-is", kind("deposit", false), ...both)).toEqual(["none"]);
  // A trace that is gone after washing was dirt.
  expect(stands("as-is", kind("surface", false), look("trace", before), look("none", after))).toEqual(["none"]);
});

test("seen only after washing, it is heard all the same: by causes as by use", () => {
  const only = look("severe", after);
  for (const asked of ["as-found", "as-is"] as const)
    expect(stands(asked, kind("surface", true), only)).toEqual(["severe"]);
});

test("nothing found on many at once gives way to a look at this one; something found on many does not", () => {
  const many = (value: string) => look(value, after, true);
  for (const asked of ["as-found", "as-is"] as const) {
    expect(stands(asked, kind("surface", false), many("none"), look("moderate", after))).toEqual(["moderate"]);
    expect(stands(asked, kind("surface", false), many("severe"), look("none", after))).toEqual(["severe", "none"]);
    expect(stands(asked, kind("surface", false), many("none"))).toEqual(["none"]);
    expect(stands(asked, kind("surface", false))).toEqual([]);
  }
});
