import { optionKey } from "@/core/option/same-option";
import { riskOf, type PosedPlan } from "@/core/whole-plan/pose-plan";
import type { Plan } from "@/core/whole-plan/whole-plan";
import type { Priced } from "@/core/plan/priced";
import { inGroups } from "../../../kit/groups";

/** Places of one kind that the plan does the same with. */
export interface PlanLine {
  readonly places: readonly number[];
  readonly priced: Priced;
  readonly now: number;
  /** Of all the risk that the plan leaves, from 0 to 1. */
  readonly risk: number;
}

/** A plan by assembly: parts of one kind that go the same way are one line. */
export function planLines({ places }: PosedPlan, plan: Plan) {
  const whole = riskOf(plan.chance) || 1;
  const all = places.map(({ choice, offers, isPinned }, place) => ({ place, choice, isPinned, priced: offers[plan.picks[place]!]! })); // prettier-ignore
  return inGroups(all, ({ choice }) => choice.partClass).map(({ name, items }) => {
    const alike = new Map<string, typeof all>();
    for (const each of items) {
      const key = `${each.choice.partClass.id} ${optionKey(each.priced.option)} ${each.isPinned} ${each.priced.hand?.id ?? ""}`;
      alike.set(key, [...(alike.get(key) ?? []), each]);
    }
    const lines = [...alike.values()].map((of): PlanLine => ({
      places: of.map(({ place }) => place),
      priced: of[0]!.priced,
      now: of.reduce((sum, { priced }) => sum + priced.now, 0),
      risk: of.reduce((sum, { priced }) => sum + riskOf(priced.chance), 0) / whole,
    }));
    return { name, lines };
  });
}
