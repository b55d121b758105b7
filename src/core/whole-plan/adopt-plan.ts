import type { Payload } from "../entry/schema";
import type { Choice } from "../option/option";
import type { PosedPlan } from "./pose-plan";
import type { Plan } from "./whole-plan";

/** What an entry says of a plan that is adopted. */
export type Adopted = Pick<Payload<"plan-adopted">, "choices" | "terms">;

/** A part that lies here and that the plan puts into a place. */
export interface PutIn {
  readonly slot: string;
  readonly part: string;
}

/**
 * What is adopted of a plan: every part that nobody decided one by one, and that can be judged. What is still held for
 * want of evidence stays open; a plan weighs it, and decides nothing of it.
 *
 * @returns  what the entry says: the choices with what they came to; what is put in from what lies here, and the parts it leaves open, each with what it waits for in its proposal
 */
export function adoptedOf(
  { places, hours }: PosedPlan,
  plan: Plan,
): { readonly said: Adopted; readonly left: readonly Choice[]; readonly putIn: readonly PutIn[] } {
  const mine = places.flatMap(({ choice, offers, isPinned }, at) =>
    isPinned || choice.part === null ? [] : [{ choice, part: choice.part.id, ...offers[plan.picks[at]!]! }],
  );
  // What lies here and nobody looked at is looked at first.
  const waits = ({ choice, hand, shares }: (typeof mine)[number]) =>
    choice.proposal.disposition === "hold" || (hand !== null && shares.some(({ is }) => is === "open"));
  const ready = mine.filter((each) => !waits(each));
  const { chance, now, total, days } = plan;
  return {
    said: {
      choices: ready.map(({ choice, part, chance: each, option: { disposition, ways } }) => ({
        part,
        disposition,
        ways: ways.map(({ feature, step }) => ({ feature, step })),
        proposal: choice.proposal.disposition,
        chance: Number(each.toFixed(4)),
      })),
      terms: { hours, chance, now, total, days },
    },
    putIn: ready.flatMap(({ choice: { slot }, hand }) => (hand ? [{ slot: slot.id, part: hand.id }] : [])),
    left: mine.flatMap((each) => (waits(each) ? each.choice : [])),
  };
}
