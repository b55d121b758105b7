import type { Payload } from "../entry/schema";
import type { Choice } from "../option/option";
import type { PosedPlan } from "./pose-plan";
import type { Plan } from "./whole-plan";

/** What an entry says of a plan that is adopted. */
export type Adopted = Pick<Payload<"plan-adopted">, "choices" | "terms">;

/**
 * What is adopted of a plan: every part that nobody decided one by one, and that can be judged. What is still held for
 * want of evidence stays open; a plan weighs it, and decides nothing of it.
 *
 * @returns  the choices with what they came to, and the parts it leaves open, each with what it waits for in its proposal
 */
export function adoptedOf({ places, hours }: PosedPlan, plan: Plan): Adopted & { readonly left: readonly Choice[] } {
  const mine = places.flatMap(({ choice, offers, isPinned }, at) =>
    isPinned || choice.part === null ? [] : [{ choice, part: choice.part.id, ...offers[plan.picks[at]!]! }],
  );
  const ready = mine.filter(({ choice }) => choice.proposal.disposition !== "hold");
  const { chance, now, total, days } = plan;
  return {
    choices: ready.map(({ choice, part, chance: each, option: { disposition, ways } }) => ({
      part,
      disposition,
      ways: ways.map(({ feature, step }) => ({ feature, step })),
      proposal: choice.proposal.disposition,
      chance: Number(each.toFixed(4)),
    })),
    terms: { hours, chance, now, total, days },
    left: mine.flatMap(({ choice }) => (choice.proposal.disposition === "hold" ? choice : [])),
  };
}
