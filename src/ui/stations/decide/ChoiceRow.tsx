"use client";
import { Flex, chakra } from "@chakra-ui/react";
import { memo, useCallback, type ReactNode } from "react";
import { isByEye } from "@/core/pack/compile-pack";
import type { Choice } from "@/core/plan/option";
import { standingOf, whyUnsettled, type Standing } from "@/core/plan/standing";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { shownUnit } from "@/core/quantity/units";
import { sayDecided, sayOption } from "@/words/say-option";
import { sayProblem, type Wording } from "@/words/say-problem";
import { DispositionMark } from "../../kit/DispositionMark";

function sayStanding(standing: Standing): string {
  if (standing.kind === "clash") return "choose one";
  if (standing.kind === "open") return "proposed";
  const unsettled = whyUnsettled(standing);
  if (unsettled) return unsettled === "refused" ? "decided, and refused" : "decided, decide again";
  return standing.overrides ? "decided, against the proposal" : "decided";
}

interface Props {
  readonly choice: Choice;
  readonly isHere: boolean;
  readonly wording: Wording;
  /** The same as long as the list stands, so that a row is drawn again only when it changes. */
  /** What stands below it where there is no room beside the list. */
  readonly children?: ReactNode;
  readonly hands: {
    readonly choose: (row: string) => void;
    readonly register: (row: string, button: HTMLButtonElement | null) => void;
  };
}

/** One part to decide: what it reads, what is proposed or decided, and the first reason. */
export const ChoiceRow = memo(function ChoiceRow({ choice, isHere, wording, hands, children }: Props) {
  const { row, proposal } = choice;
  const standing = standingOf(choice);
  const decided = standing.kind === "decided" ? standing : null;
  const shown = decided?.option ?? proposal;
  const { estimate, expanded } = row.governing;
  const unit = shownUnit(row.governing.characteristic.unit, wording.unit);
  const register = useCallback(
    (button: HTMLButtonElement | null) => hands.register(row.row.id, button),
    [hands, row.row.id],
  );
  const [because] = proposal.reasons;
  const clash = standing.kind === "clash";
  return (
    <chakra.li borderBottomWidth="1px" borderColor="line">
      <chakra.button
        type="button"
        ref={register}
        onClick={() => hands.choose(row.row.id)}
        aria-current={isHere ? "true" : undefined}
        display="grid"
        gridTemplateColumns={{ base: "22px 1fr auto", md: "22px 148px 132px 150px minmax(0, 1fr)" }}
        columnGap="12px"
        alignItems="center"
        width="100%"
        minHeight={{ base: "48px", md: "37px" }}
        rowGap="2px"
        px="8px"
        textAlign="left"
        borderRadius="7px"
        borderWidth="1px"
        borderColor={isHere ? "ember" : "transparent"}
        bg={isHere ? "emberWash" : undefined}
        cursor="pointer"
        _hover={{ bg: isHere ? "emberWash" : "raised" }}
      >
        <DispositionMark disposition={clash ? "hold" : shown.disposition} />
        <chakra.span fontWeight={600} fontSize="14px">
          {row.row.name}
        </chakra.span>
        <chakra.span fontSize="14px" fontVariantNumeric="tabular-nums" hideBelow="md">
          {estimate ? (
            <>
              {formatNumber(estimate.value, unit)}{" "}
              <chakra.span color="quiet" fontSize="12px">
                ± {formatUncertainty(expanded!, unit)}
              </chakra.span>
            </>
          ) : (
            <chakra.span color="quiet">{isByEye(row.row) ? "by eye" : "not measured"}</chakra.span>
          )}
        </chakra.span>
        <Flex as="span" direction="column" fontSize="14px" lineHeight="1.2" textAlign={{ base: "right", md: "left" }}>
          <span>{clash ? "Decided twice" : decided ? sayDecided(decided) : sayOption(shown)}</span>
          <chakra.span fontSize="12px" color={decided && !whyUnsettled(decided) ? "quiet" : "emberInk"}>
            {sayStanding(standing)}
          </chakra.span>
        </Flex>
        <chakra.span
          fontSize="12px"
          lineHeight="1.25"
          color="quiet"
          lineClamp={2}
          gridColumn={{ base: "2 / -1", md: "auto" }}
        >
          {because ? sayProblem(because, wording) : ""}
        </chakra.span>
      </chakra.button>
      {children}
    </chakra.li>
  );
});
