"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { planOfJob, type PosedPlan } from "@/core/whole-plan/pose-plan";
import { bestPlan, type Demands, type Plan } from "@/core/whole-plan/whole-plan";
import { insteadOf, movedBetween, type Instead } from "@/core/whole-plan/why-plan";
import type { Priced } from "@/core/plan/priced";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { sayProblem } from "@/words/say-problem";
import { sayBeside, sayInstead, sayMinor, sayPriced, sayTurns, shareWords } from "@/words/say-plan";
import { useJob } from "../../../job/JobContext";
import { QuietButton } from "../../../kit/SayWhy";
import { paidPlan } from "@/core/money/plan-money";
import type { Paid } from "./use-plans";
import { Decline } from "./Decline";
import { useSolver } from "./use-solver";

function Figures({ priced, currency }: { priced: Priced; currency: string | null }) {
  const { chance, shares, now, redo, isUnpriced, isStale, deposit } = priced;
  const { wording } = useJob();
  const made = shares.filter((share) => share.chance < 0.9995);
  const toProve = priced.option.reasons.filter(({ code }) => code === "suspect-to-prove");
  return (
    <>
      {toProve.map((reason, at) => (
        <chakra.p key={at} fontSize="13px">
          {sayProblem(reason, wording)}
        </chakra.p>
      ))}
      <chakra.p fontSize="13px" fontVariantNumeric="tabular-nums">
        {isUnpriced ? "no price known" : `${sayMinor(now, currency)} now`} · {percent(chance)} to run the hours
      </chakra.p>
      {shares.length > 1 && made.length > 0 && (
        <chakra.p fontSize="12px" color="quiet">
          {made.map((share) => `${percent(share.chance)} ${shareWords[share.is]}`).join(", ")}
        </chakra.p>
      )}
      <chakra.p fontSize="12px" color="quiet">
        Failing before, it costs {sayMinor(redo, currency)}.
        {isStale ? " Its price is old, and taken wider than it stands." : ""}
        {deposit > 0 ? ` ${sayMinor(deposit, currency)} deposit beside it, back with the old part.` : ""}
      </chakra.p>
    </>
  );
}

/** What a decision costs: the plan as sure as this one that nobody held to it. */
function PinCost({
  posed,
  plan,
  paid,
  place,
  currency,
}: Pick<Props, "posed" | "plan" | "paid" | "place" | "currency">) {
  const { assessment, pack } = useJob();
  const { solve, stop } = useSolver();
  const [without, setWithout] = useState<{ readonly moved: number; readonly plan: Plan } | null>(null);
  useEffect(() => {
    let isOver = false;
    const free = planOfJob(pack, assessment, posed.hours, posed.places[place]!.choice.slot.id);
    void bestPlan(free, "total", { chance: plan.chance, budget: null }, solve).then((found) => {
      if (isOver || typeof found === "string") return setWithout(null);
      // Its places may have other options than those of the plan that keeps to the decision.
      setWithout({ plan: paidPlan(pack, assessment, free, found), moved: movedBetween(plan, found, place).length });
    });
    return () => {
      isOver = true;
      stop();
    };
  }, [assessment, pack, posed, plan, place, solve, stop]);
  return (
    <chakra.p fontSize="13px" color="quiet" mt="4px" aria-live="polite">
      Somebody decided it: the plan keeps to that.
      {without && ` Without it: ${sayBeside(paid(plan), without.plan, without.moved, currency)}.`}
    </chakra.p>
  );
}

interface Props {
  readonly posed: PosedPlan;
  readonly plan: Plan;
  readonly paid: Paid;
  readonly place: number;
  readonly demands: Demands;
  readonly currency: string | null;
  /** The option that is tried here instead of what is best; null where none is. */
  readonly tried: number | null;
  readonly onTry: (option: number | null) => void;
}

/** Why the plan goes this way with a part, and what each other way would come to: worked out anew, for a plan as sure. */
export function WhyNot({ posed, plan, paid, place, demands, currency, tried, onTry }: Props) {
  const { wording } = useJob();
  const { solve, stop } = useSolver();
  const { choice, offers, isPinned } = posed.places[place]!;
  const [found, setFound] = useState<readonly Instead[] | null>(null);
  const { pins } = demands;
  useEffect(() => {
    let isOver = false;
    void insteadOf(posed, plan, place, solve, { chance: null, budget: null, ...(pins ? { pins } : {}) }).then(
      (all) => !isOver && setFound(all),
    );
    return () => {
      isOver = true;
      stop();
    };
  }, [posed, plan, place, pins, solve, stop]);
  const chosen = offers[plan.picks[place]!]!;
  const others = offers.flatMap((priced, option) => (option === plan.picks[place] ? [] : [{ priced, option }]));
  return (
    <>
      <Heading as="h2" fontSize="18px">
        {capital(choice.slot.name)}
      </Heading>
      <chakra.p fontSize="15px" fontWeight={600} mt="6px">
        {sayPriced(chosen)}
      </chakra.p>
      <Figures priced={chosen} currency={currency} />
      {isPinned && <PinCost posed={posed} plan={plan} paid={paid} place={place} currency={currency} />}
      {
        tried !== null &&
        <QuietButton onClick={() => onTry(null)}>let the plan choose here again</QuietButton> // prettier-ignore
      }
      {(chosen.option.disposition === "replace" || chosen.option.disposition === "rework" || chosen.option.disposition === "upgrade") && ( // prettier-ignore
        <Decline
          choice={choice}
          priced={chosen}
          keeps={offers.find(({ option }) => option.disposition === "reuse" && option.allowed !== false) ?? null}
          hours={posed.hours}
          currency={currency}
        />
      )}
      {others.length > 0 && (
        <Heading as="h3" fontSize="15px" mt="16px">
          Why not another way
        </Heading>
      )}
      <chakra.ul aria-label="Other ways" aria-live="polite">
        {others.map(({ priced, option }) => {
          const [why] = priced.option.reasons.filter(({ severity }) => severity === "error");
          const isRefused = !Number.isFinite(posed.variables[place]!.costs[option]!);
          const instead = found?.find((each) => each.option === option);
          return (
            <chakra.li key={option} py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
              <chakra.p fontSize="14px" fontWeight={600}>
                {sayPriced(priced)}
              </chakra.p>
              {isRefused ? (
                <chakra.p fontSize="13px" color="out">
                  {why
                    ? sayProblem(why, wording)
                    : "Its chance is below the floor of parts whose failure hurts people."}
                </chakra.p>
              ) : (
                <>
                  <Box color={instead ? undefined : "quiet"} fontSize="13px">
                    {instead
                      ? capital(
                          sayInstead(paid(plan), instead.plan && paid(instead.plan), instead.moved.length, currency),
                        )
                      : found
                        ? ""
                        : "Working it out…"}
                  </Box>
                  {instead?.turns && <chakra.p fontSize="13px">{sayTurns(instead.turns, currency)}</chakra.p>}
                  <Figures priced={priced} currency={currency} />
                  {instead && !isPinned && <QuietButton onClick={() => onTry(option)}>try it in the plan</QuietButton>}
                </>
              )}
            </chakra.li>
          );
        })}
      </chakra.ul>
    </>
  );
}
