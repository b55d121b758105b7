"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import type { PosedPlan } from "@/core/whole-plan/pose-plan";
import type { Plan } from "@/core/whole-plan/whole-plan";
import { declinedAt, surpriseOf } from "@/core/whole-plan/why-plan";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { sayMinor, sayPriced, saySurprise } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { DispositionMark } from "../../../kit/DispositionMark";
import { planLines, type PlanLine } from "./alike-lines";

const columns = { base: "22px minmax(0, 1fr) auto", md: "22px 190px minmax(0, 1fr) 92px 78px 96px" };

function Line({
  posed,
  plan,
  line,
  isHere,
  currency,
  onOpen,
}: {
  posed: PosedPlan;
  plan: Plan;
  line: PlanLine;
  isHere: boolean;
  currency: string | null;
  onOpen: () => void;
}) {
  const { places, priced, now, risk } = line;
  // Said of a line only where it is so of every part in it, and nobody decided it.
  const surprises = places.flatMap((place) => surpriseOf(posed, plan, place) ?? []);
  const surprise = surprises.length === places.length && !posed.places[places[0]!]!.isPinned ? surprises[0] : null;
  const [declined] = places.flatMap((place) => declinedAt(posed, plan, place) ?? []);
  const { choice, isPinned } = posed.places[places[0]!]!;
  const name = places.length === 1 ? choice.slot.name : choice.partClass.name;
  return (
    <chakra.li borderBottomWidth="1px" borderColor="line">
      <chakra.button
        type="button"
        onClick={onOpen}
        aria-current={isHere ? "true" : undefined}
        display="grid"
        gridTemplateColumns={columns}
        columnGap="12px"
        alignItems="center"
        width="100%"
        minHeight="40px"
        px="8px"
        py="3px"
        textAlign="left"
        cursor="pointer"
        fontSize="14px"
        bg={isHere ? "emberWash" : undefined}
        _hover={{ bg: isHere ? "emberWash" : "raised" }}
      >
        <DispositionMark disposition={priced.option.disposition} />
        <chakra.span fontWeight={600} lineHeight="1.25">
          {capital(name)}
          {places.length > 1 && (
            <chakra.span color="quiet" fontWeight={400} fontSize="12px">
              {" "}
              · {places.length}
            </chakra.span>
          )}
        </chakra.span>
        <chakra.span lineHeight="1.25" gridColumn={{ base: "2", md: "auto" }}>
          {sayPriced(priced)}
          {isPinned && (
            <chakra.span color="quiet" fontSize="12px">
              {" "}
              · decided
            </chakra.span>
          )}
          {choice.proposal.disposition === "hold" && !isPinned && (
            <chakra.span color="near" fontSize="12px">
              {" "}
              · not judged yet
            </chakra.span>
          )}
          {surprise && (
            <chakra.span display="block" color="quiet" fontSize="12px">
              {saySurprise(surprise, currency)}
            </chakra.span>
          )}
          {declined && (
            <chakra.span display="block" color="near" fontSize="12px">
              the owner declined it: {percent(declined.chance)} instead of {percent(plan.chance)} with it,{" "}
              {sayMinor(declined.more, currency)} more
            </chakra.span>
          )}
        </chakra.span>
        <chakra.span textAlign="right" fontVariantNumeric="tabular-nums">
          {priced.isUnpriced ? "no price" : now === 0 ? "" : sayMinor(now, currency)}
        </chakra.span>
        <chakra.span textAlign="right" color="quiet" fontSize="13px" hideBelow="md">
          {priced.days === null ? "days?" : priced.days === 0 ? "" : many(priced.days, "day")}
        </chakra.span>
        <Flex as="span" align="center" gap="6px" hideBelow="md" title="Its share of the risk that is left">
          <chakra.span flex="1" height="6px" bg="raised" borderRadius="3px" overflow="hidden">
            <chakra.span display="block" height="100%" bg="ember" width={`${Math.round(100 * risk)}%`} />
          </chakra.span>
          <chakra.span fontSize="12px" color="quiet" width="32px" textAlign="right" fontVariantNumeric="tabular-nums">
            {risk < 0.005 ? "" : `${Math.round(100 * risk)} %`}
          </chakra.span>
        </Flex>
      </chakra.button>
    </chakra.li>
  );
}

/** What a plan does with each part, by assembly: what is done to it, what it costs, when it is there, and its share of the risk. */
export function PlanLines({
  posed,
  plan,
  place,
  currency,
  onOpen,
}: {
  posed: PosedPlan;
  plan: Plan;
  place: number | null;
  currency: string | null;
  onOpen: (place: number) => void;
}) {
  return (
    <>
      <Box
        display={{ base: "none", md: "grid" }}
        gridTemplateColumns={columns}
        columnGap="12px"
        px="8px"
        fontSize="12px"
        color="quiet"
        mt="14px"
      >
        <span />
        <span>part</span>
        <span>what becomes of it</span>
        <chakra.span textAlign="right">paid now</chakra.span>
        <chakra.span textAlign="right">there in</chakra.span>
        <chakra.span textAlign="right">of the risk</chakra.span>
      </Box>
      {planLines(posed, plan).map(({ name, lines }) => (
        <Box key={name}>
          {lines.length > 1 && (
            <Heading as="h2" fontSize="13px" color="quiet" fontWeight={400} px="8px" pt="12px" pb="3px">
              {name}
            </Heading>
          )}
          <ul>
            {lines.map((line) => (
              <Line
                key={line.places[0]}
                posed={posed}
                plan={plan}
                line={line}
                currency={currency}
                isHere={place !== null && line.places.includes(place)}
                onOpen={() => onOpen(line.places[0]!)}
              />
            ))}
          </ul>
        </Box>
      ))}
    </>
  );
}
