"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { PosedPlan } from "@/core/whole-plan/pose-plan";
import type { Plan } from "@/core/whole-plan/whole-plan";
import { grouped } from "@/words/grouped";
import { estimateText, inMajor, sayEstimate } from "@/words/say-estimate";
import { useJob } from "../../../job/JobContext";
import type { Paid } from "./use-plans";
import { QuietButton } from "../../../kit/SayWhy";

/** The plans an owner chooses between: the one that the order asks for or that costs least in all, the cheapest and the surest, each once. */
function toOffer(
  plans: readonly Plan[],
  wanted: Plan | null,
): readonly { readonly name: string; readonly plan: Plan }[] {
  const all = [
    { name: "What we propose", plan: wanted },
    { name: "The cheapest", plan: plans[0] ?? null },
    { name: "The surest", plan: plans.at(-1) ?? null },
  ];
  const seen = new Set<string>();
  return all.flatMap(({ name, plan }) => {
    if (!plan || seen.has(plan.picks.join())) return [];
    seen.add(plan.picks.join());
    return [{ name, plan }];
  });
}

/** Two or three plans in plain words; one is written down as the estimate, or as the change to the one that was agreed. */
export function ForOwner({
  posed,
  plans,
  paid,
  wanted,
  currency,
}: {
  posed: PosedPlan;
  plans: readonly Plan[];
  paid: Paid;
  wanted: Plan | null;
  currency: string | null;
}) {
  const { assessment, append, mayDecide } = useJob();
  const [isOpen, setOpen] = useState(false);
  const { lines, total } = assessment.intake.costEstimates;
  const offers = toOffer(plans, wanted);
  if (!isOpen)
    return (
      <QuietButton onClick={() => setOpen(true)}>estimate for the owner</QuietButton> // prettier-ignore
    );
  return (
    <chakra.section aria-label="Estimate for the owner" mt="12px" flexBasis="100%">
      <Flex justify="space-between" align="baseline">
        <Heading as="h2" fontSize="16px">
          Estimate for the owner
        </Heading>
        <QuietButton onClick={() => setOpen(false)}>close</QuietButton>
      </Flex>
      <Flex gap="14px" wrap="wrap" mt="6px">
        {offers.map(({ name, plan }) => {
          const estimate = sayEstimate(posed, paid(plan), currency);
          const change = inMajor(estimate.amount) - Math.round(total);
          const isWritten = lines.length > 0 && change === 0;
          return (
            <Box
              key={name}
              flex="1 1 240px"
              minWidth="0"
              borderWidth="1px"
              borderColor="line"
              borderRadius="9px"
              p="12px"
              fontSize="14px"
            >
              <Heading as="h3" fontSize="15px">
                {name}
              </Heading>
              {estimate.gets.map((line) => (
                <p key={line}>{line}</p>
              ))}
              <chakra.p mt="6px">{estimate.costs}</chakra.p>
              {estimate.risks.length > 0 && (
                <chakra.p mt="6px" fontWeight={600} fontSize="13px">
                  What may still go wrong
                </chakra.p>
              )}
              {estimate.risks.map((line) => (
                <chakra.p key={line} fontSize="13px">
                  {line}
                </chakra.p>
              ))}
              {mayDecide && (
                <Button
                  size="sm"
                  mt="10px"
                  variant="outline"
                  borderColor="lineStrong"
                  color="ink"
                  disabled={isWritten}
                  onClick={() =>
                    append("estimate-made", {
                      kind: lines.length > 0 ? "change" : "estimate",
                      amount: lines.length > 0 ? change : inMajor(estimate.amount),
                      words: estimateText(estimate),
                    })
                  }
                >
                  {isWritten
                    ? "Written down"
                    : lines.length > 0
                      ? `Write down as a change of ${change > 0 ? "+" : ""}${grouped(change)}`
                      : "Write down as the estimate"}
                </Button>
              )}
            </Box>
          );
        })}
      </Flex>
      <chakra.p fontSize="13px" color="quiet" mt="6px">
        The owner&apos;s word on it is kept at Intake.
      </chakra.p>
    </chakra.section>
  );
}
