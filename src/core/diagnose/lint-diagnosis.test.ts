import { json } from "../fixtures/load";
import { readPack } from "../lint/read-pack";
import { lintWarnings } from "../lint/lint-warnings";
import type { Pack } from "../pack/schema";

type Loose = {
  classes: { id: string }[];
  diagnosis: Record<"plates" | "causes" | "events" | "findings", Record<string, unknown>[]>;
};
const whole = json("packs/orrinshaw-6m.json") as Loose;

/** What is said of the network once something in it is changed. */
function said(change: (diagnosis: Loose["diagnosis"]) => void): readonly string[] {
  const pack = structuredClone(whole);
  change(pack.diagnosis);
  const read = readPack(pack);
  const problems = read.ok ? lintWarnings(read.value.pack) : read.problems;
  return problems.filter(({ path }) => path[0] === "diagnosis").map(({ code, params }) => `${code} ${Object.values(params).join(" ")}`.slice(0, 120)); // prettier-ignore
}
const node = (list: readonly Record<string, unknown>[], id: string) => list.find((each) => each.id === id)!;

test("a network of causes is told what is wrong with it, and where", () => {
  const usual = said(() => {});
  expect(usual).toEqual([
    "root-into-places head-slack 2",
    "collectors-many 5 leaked-gas, water-oil, shed-metal, knocked, rattled",
  ]);
  const changes: [string, (diagnosis: Loose["diagnosis"]) => void][] = [
    ["unknown-cause-node moon", ({ events }) => void (node(events, "ran-hot").causes = [{ of: "moon", p: 0.5 }])],
    ["unknown-cause-node moon", ({ causes }) => void (node(causes, "pump-worn").confirm = ["moon"])],
    ["unknown-plate moon", ({ causes }) => void (node(causes, "jet-cracked").plate = "moon")],
    ["unknown-slot moon-1", ({ plates }) => void ((plates[0]!.places as { slots: string[] }[])[0]!.slots = ["moon-1"])],
    ["cause-cycle end-wiped → end-wiped", ({ events }) => void (node(events, "end-wiped").causes as object[]).push({ of: "end-wiped", p: 0.2 })], // prettier-ignore
    ["cause-shares shell-wiped", ({ findings }) => void (node(findings, "shell-wiped").causes = [{ of: "end-wiped", p: [0.6, 0.4] }])], // prettier-ignore
    ["cause-shares shell-wiped", ({ findings }) => void (node(findings, "shell-wiped").causes = [{ of: "end-wiped", p: 0.6 }])], // prettier-ignore
    ["cause-unrecordable relief-stuck", ({ findings }) => void delete node(findings, "relief-stuck").ask],
    ["cause-without-test jet-cracked", ({ causes, findings }) => {
      findings.push({ ...node(findings, "relief-stuck"), id: "silent", ask: undefined });
      node(causes, "jet-cracked").confirm = ["silent"];
    }],
    ["unknown-feature girth", ({ findings }) => void (node(findings, "rod-bend-measured").reads = [{ is: "value", class: "rod", feature: "girth" , past: "limit" }])], // prettier-ignore
    ["unknown-class moon", ({ findings }) => void (node(findings, "crank-bent").reads = [{ is: "crack", class: "moon" }])],
    ["unknown-revision z", ({ findings }) => void (node(findings, "crank-bent").reads = [{ is: "revision", class: "rod", revisions: ["z"] }])], // prettier-ignore
  ]; // prettier-ignore
  for (const [expected, change] of changes) expect([expected, said(change)]).toEqual([expected, expect.arrayContaining([expected])]); // prettier-ignore
  // Certainties are refused by the schema itself.
  for (const p of [0, 1]) expect(said(({ causes }) => void (node(causes, "pump-worn").base = p))).toEqual([expect.stringMatching(/^schema /u)]); // prettier-ignore
});

test("a table of places is held against both plates, pair by pair: one wrong name would vanish without a word", () => {
  const at = (change: (diagnosis: Loose["diagnosis"] & { tables?: object[] }) => void) => said(change);
  const [one, other] = (whole.diagnosis.plates as { id: string; places: { id: string }[] }[]).slice(0, 2) as [{ id: string; places: { id: string }[] }, { id: string; places: { id: string }[] }]; // prettier-ignore
  const table = (pairs: string[][]) => ({
    id: "beside",
    name: "beside each other",
    one: one.id,
    other: other.id,
    pairs,
  });
  const [a, b] = [one.places[0]!.id, other.places[0]!.id];
  expect(at((diagnosis) => void (diagnosis.tables = [table([[a, b]])]))).toEqual(at(() => {}));
  expect(at((diagnosis) => void (diagnosis.tables = [table([[a, "moon"]])]))).toContain(
    `no-place-on-plate moon ${other.id}`,
  );
  expect(at((diagnosis) => void (diagnosis.tables = [table([[a, b], [a, b]])]))).toContain(`pair-twice ${a} ${b}`); // prettier-ignore
  expect(at((diagnosis) => void (diagnosis.tables = [{ ...table([[a, b]]), one: "moon" }]))).toContain("unknown-plate moon"); // prettier-ignore
  const links = (reach: object) => (diagnosis: Loose["diagnosis"] & { tables?: object[] }) => {
    diagnosis.tables = [table([[a, b]])];
    const wiped = node(diagnosis.events, "end-wiped").causes as { of: string; reach?: unknown; p: number }[];
    wiped[0] = { ...wiped[0]!, reach };
  };
  expect(at(links({ table: "moon" }))).toContain("unknown-table moon");
  const codesOf = (lines: readonly string[]) => lines.map((line) => line.split(" ")[0]);
  expect(codesOf(at((diagnosis) => void (diagnosis.tables = [table([[a, "moon"], [a, b], [a, b]])])))).toEqual(expect.arrayContaining(["no-place-on-plate", "pair-twice"])); // prettier-ignore
  expect(codesOf(at(links({ table: "moon" })))).toContain("unknown-table");
  expect(codesOf(at(links({ table: "beside" })))).toContain("table-of-other-plates");
  // Both ends of that link stand on one plate: the table pairs it with another.
  expect(at(links({ table: "beside" })).some((line) => line.startsWith("table-of-other-plates beside end-wiped"))).toBe(true); // prettier-ignore
});

test("what cannot be told apart and what makes beliefs slow is said to whoever writes the pack", () => {
  expect(
    said(({ causes, events, findings }) => {
      causes.push({ ...node(causes, "relief-open"), id: "relief-too", name: "relief valve, again" });
      (node(events, "pressure-lost").causes as object[]).push({ of: "relief-too", p: 0.85 });
      (node(findings, "relief-stuck").causes as object[]).push({ of: "relief-too", p: 0.94 });
    }),
  ).toContain("causes-alike relief-open relief-too");
  const crowded = said(({ events }) => {
    for (const [at, plain] of ["end-gritty", "end-wiped", "wall-dry"].entries())
      for (const gate of ["oil-thin", "water-oil", "leaked-gas", "oil-used"].slice(at))
        (node(events, plain).causes as object[]).push({ of: gate, p: 0.1 });
  });
  expect(crowded.some((each) => each.startsWith("gateways-many"))).toBe(true);
});

test("every code of the linter for networks is met, and a pack without one is as it was", () => {
  const { diagnosis: _, ...rest } = structuredClone(whole);
  const read = readPack(rest);
  expect(read.ok && (lintWarnings(read.value.pack as Pack).some(({ path }) => path[0] === "diagnosis") ? "said" : "silent")).toBe("silent"); // prettier-ignore
});
