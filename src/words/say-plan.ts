import { minorUnits } from "@/core/plan/price-option";
import type { Share } from "@/core/plan/priced";
import type { Plan } from "@/core/plan/whole-plan";
import { percent } from "./percent";
import { sayAmount } from "./say-money";
import { many } from "./sentences/sentence";

/** What a chance is made of, in words. */
export const shareWords: Readonly<Record<Share["is"], string>> = {
  wear: "by what it measures",
  age: "by its age, as its kind goes",
  open: "for what is still open",
  told: "for what was told of it",
};

/** An amount in minor units with the job's currency: “EUR 2,256”. */
export const sayMinor = (minor: number, currency: string | null): string => sayAmount(minor / minorUnits, currency);

/** When all of it is there: “all there in 14 days”. */
export const sayDays = ({ days }: Pick<Plan, "days">): string =>
  days === null ? "not known" : days === 0 ? "at once" : many(days, "day");

const points = (from: Plan, to: Plan) => Math.round(100 * (to.chance - from.chance));

/** What the next plans would buy: “120 more buys 6 points; the next 900 buys 1.” Empty where there is none. */
export function sayNext(plans: readonly Plan[], at: number, currency: string | null): string {
  const [here, next, after] = [plans[at], plans[at + 1], plans[at + 2]];
  if (!here || !next) return "";
  const more = `${sayMinor(Math.max(0, next.now - here.now), currency)} more buys ${many(points(here, next), "point")}`;
  if (!after) return `${more}.`;
  return `${more}; the next ${sayMinor(Math.max(0, after.now - next.now), currency)} buys ${points(next, after)}.`;
}

/** What another option of a place would come to beside the plan: “60 more in all, 2 other parts go another way”. */
export function sayInstead(plan: Plan, other: Plan | null, moved: number, currency: string | null): string {
  if (other === null) return `no plan that is ${percent(plan.chance)} sure has it`;
  const difference = other.total - plan.total;
  const cost =
    difference === 0
      ? "as much in all"
      : `${sayMinor(Math.abs(difference), currency)} ${difference > 0 ? "more" : "less"} in all, as sure`;
  return moved === 0 ? cost : `${cost}; ${many(moved, "other part")} ${moved === 1 ? "goes" : "go"} another way`;
}
