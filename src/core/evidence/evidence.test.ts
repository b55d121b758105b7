import { TestBench } from "../fixtures/bench";
import { choiceAt } from "../fixtures/choices";
import { assess } from "../fixtures/judge";
import { demoJob } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { problem } from "../problem/problem";
import { evidence } from "./evidence";

const asOf = "2026-11-24T00:00:00Z";

test("whether a reason refuses, asks or tells stands with its code", () => {
  const tag = "CK-1";
  expect([
    evidence(problem("cracked-scrap", [], { tag, zones: "fillet" })).allowed,
    evidence(problem("not-crack-checked", [], { tag })).allowed,
    evidence(problem("crack-watched", [], { tag, zones: "web" })).allowed,
  ]).toEqual([false, null, true]);
});

/** An engine that measures as new, with nothing cleaned or crack-checked. */
function unchecked() {
  const bench = new TestBench(orrinshaw);
  const isCheck = ({ type }: { readonly type: string }) => type === "crack-checked" || type === "part-cleaned";
  bench.readRestAsNew();
  const entries = bench.entries.filter((entry) => !isCheck(entry));
  return { bench, judged: () => assess(orrinshaw, entries, asOf), entries };
}

test("a crank nobody crack-checked is open as it is, wherever that is asked; ground, the check is asked for by the work", () => {
  const { bench, judged } = unchecked();
  const crank = bench.partIn.get("crankshaft")!;
  const said = judged().condition.byPart.get(crank)!;
  expect([said.reuse.allowed, said.reuse.reasons.map(({ code }) => code)]).toEqual([
    null,
    expect.arrayContaining(["not-crack-checked"]),
  ]);
  const { options } = choiceAt(judged(), "crankshaft/big-end-j1");
  const reasonsOf = (is: string) => options.find(({ disposition }) => disposition === is)!;
  expect(reasonsOf("reuse").allowed).not.toBe(true);
  expect(reasonsOf("reuse").reasons.map(({ code }) => code)).toContain("not-crack-checked");
  const ground = options.filter(({ disposition }) => disposition === "rework");
  expect(ground.length).toBeGreaterThan(0);
  for (const { reasons } of ground) expect(reasons.map(({ code }) => code)).toContain("not-crack-checked");
});

test("what a part's own tag says of it and what Decide says of using it again do not differ about cracks", () => {
  const { condition, choices } = assess(orrinshaw, demoJob("ferry-marigold"), asOf);
  const crackCodes = ["cracked-scrap", "cracked-repairable", "crack-open", "crack-watched", "not-crack-checked"];
  const cracksIn = (codes: readonly string[]) => [...new Set(codes.filter((code) => crackCodes.includes(code)))].sort();
  let compared = 0;
  for (const { part, options } of choices) {
    const said = part && condition.byPart.get(part.id);
    if (!said) continue;
    const own = cracksIn(said.evidence.flatMap(({ reasons }) => reasons.map(({ code }) => code)));
    expect([part.tag, cracksIn(options[0]!.reasons.map(({ code }) => code))]).toEqual([part.tag, own]);
    compared += own.length;
  }
  expect(compared).toBeGreaterThan(1);
});
