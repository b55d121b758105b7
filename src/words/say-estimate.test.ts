import { assess } from "@/core/fixtures/judge";
import { TestBench } from "@/core/fixtures/bench";
import { asOf } from "@/core/fixtures/choices";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { paidPlan } from "@/core/money/plan-money";
import { planOfJob } from "@/core/whole-plan/pose-plan";
import { planOf } from "@/core/whole-plan/whole-plan";
import { estimateText, sayEstimate } from "./say-estimate";

test("an owner is told what may still go wrong, the likeliest first, and of what stays unopened that pieces may sit in it", () => {
  const bench = new TestBench(orrinshaw, { hoursWanted: 4000 });
  bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 1500 });
  bench.readRestAsNew();
  const see = (slot: string, finding: string, value: string) => bench.add("finding-made", { part: bench.partIn.get(slot)!, place: null, finding, value, phase: "after-cleaning", words: null }); // prettier-ignore
  for (const end of ["upper", "lower"]) see(`rod-shell-${end}-5`, "wiped", "all");
  for (const finding of ["scoring", "debris"]) see("oil-pump", finding, "none");
  const assessment = assess(orrinshaw, bench.entries, asOf);
  const posed = planOfJob(orrinshaw, assessment, 4000);
  /** Everything stays as it is, but for what must not; and the pump, one way or the other. */
  const estimate = (pump: string) => {
    const picks = posed.places.map(({ choice, offers }, place) => {
      const wanted = choice.slot.id === "oil-pump" ? pump : "reuse";
      const may = (option: number) => Number.isFinite(posed.variables[place]!.costs[option]);
      const own = offers.findIndex(({ option }, at) => option.disposition === wanted && may(at));
      return own >= 0 ? own : offers.findIndex((_, at) => may(at));
    });
    const plan = paidPlan(orrinshaw, assessment, posed, planOf(posed, picks));
    return { plan, said: sayEstimate(posed, plan, "EUR") };
  };
  const [bold, proven] = [estimate("reuse"), estimate("clean")];
  expect(bold.said.amount).toBe(bold.plan.ledger.total.likely);
  // 40 minutes of work at 42 an hour.
  expect(proven.said.amount - bold.said.amount).toBe(2800);
  expect(bold.said.risks).toContainEqual(
    expect.stringMatching(
      /^Oil pump: 3\d % to fail before; EUR .* then\. It is not opened, and pieces may sit in it\.$/,
    ),
  );
  expect(estimateText(proven.said)).not.toContain("Oil pump");
  const shares = bold.said.risks.flatMap((risk) => /: (\d+) % to fail/u.exec(risk)?.[1] ?? []).map(Number);
  expect(shares).toEqual([...shares].sort((a, b) => b - a));
});
