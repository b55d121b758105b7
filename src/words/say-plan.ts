import { moneyKinds, moneyOfLines, type Ledger } from "@/core/money/ledger";
import { minorUnits } from "@/core/option/price-option";
import type { Priced, Share } from "@/core/plan/priced";
import type { Plan } from "@/core/whole-plan/whole-plan";
import type { Instead, Surprise } from "@/core/whole-plan/why-plan";
import { capital } from "./capital";
import { grouped } from "./grouped";
import { percent } from "./percent";
import { sayAmount } from "./say-money";
import { many } from "./sentences/sentence";
import { sayOption } from "./say-option";
import { moneyKindWords } from "./words-for";

/** What a chance is made of, in words. */
export const shareWords: Readonly<Record<Share["is"], string>> = {
  lasting: "by its age and what it measures, as its kind goes",
  open: "for what is still open",
  suspect: "for pieces that may sit in it",
  told: "for what was told of it",
};

/** A way to go of a plan in a few words: of what lies here its tag, and where it comes from. */
export function sayPriced({ option, hand, shares }: Pick<Priced, "option" | "hand" | "shares">): string {
  if (!hand) return sayOption(option);
  const open = shares.some(({ is }) => is === "open") ? ", not known to be good yet" : "";
  return `${hand.tag}${hand.origin === "engine" ? ", which lies here" : ` from the ${hand.origin}`}${open}`;
}

/** Why a line of a plan is as it is, where that surprises. */
export function saySurprise(surprise: Surprise, currency: string | null): string {
  const hours = (minutes: number) => `${grouped(Math.max(1, Math.round(minutes / 60)))} h`;
  return surprise.is === "new-though-good"
    ? `new: ${Math.round(surprise.minutes)} min now, ${hours(surprise.later)} later; ${percent(surprise.chance)} to last as it is`
    : `kept: new ${sayMinor(surprise.fresh, currency)}, ${sayMinor(surprise.redo, currency)} if it fails; ${percent(surprise.chance)} to last`;
}

/** An amount in minor units with the job's currency: “EUR 2,256”. */
export const sayMinor = (minor: number, currency: string | null): string => sayAmount(minor / minorUnits, currency);

/** What a plan is paid for: “parts EUR 2,100, machine shop EUR 800, work at the bench EUR 3,100”. */
export function sayMadeOf({ lines, unpriced }: Ledger, currency: string | null): string {
  const byKind = moneyKinds.flatMap((kind) => {
    const { likely } = moneyOfLines(lines.filter(({ is }) => is === kind));
    return likely > 0 ? [`${moneyKindWords[kind].toLowerCase()} ${sayMinor(likely, currency)}`] : [];
  });
  const without = unpriced > 0 ? ` ${many(unpriced, "line")} without a price ${unpriced === 1 ? "is" : "are"} not in it.` : ""; // prettier-ignore
  return `${capital(byKind.join(", "))}.${without}`;
}

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

const more = (difference: number, currency: string | null) =>
  difference === 0 ? "as much in all" : `${sayMinor(Math.abs(difference), currency)} ${difference > 0 ? "more" : "less"} in all`; // prettier-ignore
const others = (moved: number) => `${many(moved, "other part")} ${moved === 1 ? "goes" : "go"} another way`;

/** What another option of a place would come to beside the plan: “60 more in all, as sure; 2 other parts go another way”. */
export function sayInstead(plan: Plan, other: Plan | null, moved: number, currency: string | null): string {
  if (other === null) return `no plan that is ${percent(plan.chance)} sure has it`;
  const cost = `${more(other.total - plan.total, currency)}${other.total === plan.total ? "" : ", as sure"}`;
  return moved === 0 ? cost : `${cost}; ${others(moved)}`;
}

/** What it would take for the plan to go another way: a lower price, or more chance at the price it has. */
export function sayTurns({ now, chance }: NonNullable<Instead["turns"]>, currency: string | null): string {
  const ways = [
    ...(now === null ? [] : [now === 0 ? "for nothing" : `at ${sayMinor(now, currency)}`]),
    ...(chance === null ? [] : [`if it were ${percent(chance)} sure to run the hours`]),
  ];
  return ways.length === 0 ? "Neither its price nor its life would turn the plan to it." : `The plan would turn to it ${ways.join(", or ")}.`; // prettier-ignore
}

/** One plan beside another: “60 more in all, 3 points less sure, 4 days later; 2 other parts go another way”. */
export function sayBeside(before: Plan, after: Plan, moved: number, currency: string | null): string {
  const sure = points(before, after);
  const later = (after.days ?? 0) - (before.days ?? 0);
  return [
    [
      more(after.total - before.total, currency),
      sure === 0 ? "as sure" : `${many(Math.abs(sure), "point")} ${sure > 0 ? "surer" : "less sure"}`,
      ...(later === 0 ? [] : [`${many(Math.abs(later), "day")} ${later > 0 ? "later" : "sooner"}`]),
    ].join(", "),
    ...(moved === 0 ? [] : [others(moved)]),
  ].join("; ");
}
