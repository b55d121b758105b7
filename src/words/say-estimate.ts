import { minorUnits } from "@/core/option/price-option";
import { goes } from "@/core/option/same-option";
import { riskOf, type PosedPlan } from "@/core/whole-plan/pose-plan";
import { moneyOfLines } from "@/core/money/ledger";
import type { PaidPlan } from "@/core/money/plan-money";
import { capital } from "./capital";
import { grouped } from "./grouped";
import { percent } from "./percent";
import { sayMinor } from "./say-plan";
import { many } from "./sentences/sentence";

/** A plan as its owner reads it. */
export interface OwnerEstimate {
  /** What it costs with the work of taking apart and putting together, in minor units. */
  readonly amount: number;
  readonly gets: readonly string[];
  readonly costs: string;
  /** What may still go wrong, the likeliest first. */
  readonly risks: readonly string[];
}

/** So many risks are named. */
const mostRisks = 3;
/** What fails less often than this is not worth a word of its own. */
const leastRisk = 0.01;

/**
 * What an owner gets for a plan, what it costs and what may still go wrong, in plain words.
 */
export function sayEstimate(posed: PosedPlan, plan: PaidPlan, currency: string | null): OwnerEstimate {
  const chosen = posed.places.map(({ choice, offers }, place) => ({ choice, priced: offers[plan.picks[place]!]! }));
  const count = (is: (disposition: string) => boolean) => chosen.filter(({ priced }) => is(priced.option.disposition)).length; // prettier-ignore
  const fresh = chosen.filter(({ priced }) => goes(priced.option.disposition)).length;
  const made = count((each) => each === "rework");
  const amount = plan.now;
  const labour = moneyOfLines(plan.ledger.lines.filter(({ is }) => is === "labour")).likely;
  const risky = [...chosen].sort((a, b) => riskOf(b.priced.chance) - riskOf(a.priced.chance));
  const causes = plan.causes.map((at) => posed.causes[at]!.left);
  return {
    amount,
    gets: [
      `An engine that reaches ${grouped(posed.hours)} hours: ${percent(plan.chance)} sure.`,
      [
        ...(fresh > 0 ? [`${many(fresh, "part")} new`] : []),
        ...(made > 0 ? [`${made} made good`] : []),
        `${chosen.length - fresh - made} kept`,
      ].join(", ") + ".",
    ],
    costs: [
      `${sayMinor(amount, currency)}, of which ${sayMinor(labour, currency)} is work at the bench`,
      ...(plan.unpriced > 0 ? [`${many(plan.unpriced, "line")} without a price come on top`] : []),
      ...(plan.deposit > 0 ? [`${sayMinor(plan.deposit, currency)} deposit comes back with the old parts`] : []),
      plan.days === null ? "nobody can tell yet when all parts are there" : `all parts are there in ${many(plan.days, "day")}`,
    ].join("; ") + ".", // prettier-ignore
    risks: [
      ...causes.map(({ name }) => (name === "" ? "Why it failed is not settled: it may fail the same way again." : `${name} is not put right by this: it may fail the same way again.`)), // prettier-ignore
      ...risky
        .filter(({ priced }) => 1 - priced.chance >= leastRisk)
        .slice(0, mostRisks)
        .map(
          ({ choice, priced }) =>
            `${capital(choice.slot.name)}: ${percent(1 - priced.chance)} to fail before; ${sayMinor(priced.redo, currency)} then.${
              priced.option.suspicion ? " It is not opened, and pieces may sit in it." : ""
            }`,
        ),
    ],
  };
}

/** The same as one text, as it is written down: “An engine that runs … It costs …”. */
export const estimateText = ({ gets, risks }: OwnerEstimate): string =>
  [...gets, ...(risks.length > 0 ? [`What may still go wrong: ${risks.join(" ")}`] : [])].join(" ").slice(0, 2000);

/** In major units, as estimates are kept. */
export const inMajor = (minor: number): number => Math.round(minor / minorUnits);
