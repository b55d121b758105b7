"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { insteadOf, type Instead, type Plan, type PosedPlan } from "@/core/plan/whole-plan";
import type { Priced } from "@/core/plan/priced";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { sayOption } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { sayInstead, sayMinor, shareWords } from "@/words/say-plan";
import { useJob } from "../../../job/JobContext";
import { useSolver } from "./use-solver";

function Figures({ priced, currency }: { priced: Priced; currency: string | null }) {
  const { chance, shares, now, redo, isUnpriced } = priced;
  const made = shares.filter((share) => share.chance < 0.9995);
  return (
    <>
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
      </chakra.p>
    </>
  );
}

/** Why the plan goes this way with a part, and what each other way would come to: worked out anew, for a plan as sure. */
export function WhyNot({
  posed,
  plan,
  place,
  currency,
}: {
  posed: PosedPlan;
  plan: Plan;
  place: number;
  currency: string | null;
}) {
  // prettier-ignore
  const { wording } = useJob();
  const { solve, stop } = useSolver();
  const { choice, offers, isPinned } = posed.places[place]!;
  const [found, setFound] = useState<readonly Instead[] | null>(null);
  useEffect(() => {
    let isOver = false;
    void insteadOf(posed, plan, place, solve).then((all) => !isOver && setFound(all));
    return () => {
      isOver = true;
      stop();
    };
  }, [posed, plan, place, solve, stop]);
  const chosen = offers[plan.picks[place]!]!;
  const others = offers.flatMap((priced, option) => (option === plan.picks[place] ? [] : [{ priced, option }]));
  return (
    <>
      <Heading as="h2" fontSize="18px">
        {capital(choice.slot.name)}
      </Heading>
      <chakra.p fontSize="15px" fontWeight={600} mt="6px">
        {sayOption(chosen.option)}
      </chakra.p>
      <Figures priced={chosen} currency={currency} />
      {isPinned && (
        <chakra.p fontSize="13px" color="quiet" mt="4px">
          Somebody decided it: the plan keeps to that.
        </chakra.p>
      )}
      {others.length > 0 && (
        <Heading as="h3" fontSize="15px" mt="16px">
          Why not another way
        </Heading>
      )}
      <chakra.ul aria-label="Other ways" aria-live="polite">
        {others.map(({ priced, option }) => {
          const [why] = priced.option.reasons.filter(({ severity }) => severity === "error");
          const isRefused = !Number.isFinite(posed.choosers[place]!.costs[option]!);
          const instead = found?.find((each) => each.option === option);
          return (
            <chakra.li key={option} py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
              <chakra.p fontSize="14px" fontWeight={600}>
                {sayOption(priced.option)}
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
                      ? capital(sayInstead(plan, instead.plan, instead.moved.length, currency))
                      : found
                        ? ""
                        : "Working it out…"}
                  </Box>
                  <Figures priced={priced} currency={currency} />
                </>
              )}
            </chakra.li>
          );
        })}
      </chakra.ul>
    </>
  );
}
