"use client";
import { Flex, chakra } from "@chakra-ui/react";
import type { Choice } from "@/core/plan/propose";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { sayOption } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../job/JobContext";
import { DispositionMark } from "../parts/DispositionMark";
import { decidedOption } from "./use-decide";

interface Props {
  readonly choice: Choice;
  readonly isHere: boolean;
  readonly onChoose: () => void;
  readonly register: (button: HTMLButtonElement | null) => void;
}

/** One part to decide: what it reads, what is proposed or decided, and the first reason. */
export function ChoiceRow({ choice, isHere, onChoose, register }: Props) {
  const { unitFor, wording } = useJob();
  const { row, proposal } = choice;
  const decided = decidedOption(choice);
  const shown = decided ?? proposal;
  const { estimate, expanded } = row.governing;
  const unit = unitFor(row.governing.characteristic.unit);
  const [because] = proposal.reasons;
  const clash = choice.decisions.length > 1;
  return (
    <chakra.li borderBottomWidth="1px" borderColor="line">
      <chakra.button
        type="button" ref={register} onClick={onChoose} aria-current={isHere ? "true" : undefined}
        display="grid" gridTemplateColumns={{ base: "22px 1fr", md: "22px 148px 132px 150px minmax(0, 1fr)" }} columnGap="12px" alignItems="center" width="100%" minHeight="37px" px="8px" textAlign="left"
        borderRadius="7px" borderWidth="1px" borderColor={isHere ? "ember" : "transparent"} bg={isHere ? "emberWash" : undefined} cursor="pointer" _hover={{ bg: isHere ? "emberWash" : "raised" }}
      >
        <DispositionMark disposition={clash ? "hold" : shown.disposition} />
        <chakra.span fontWeight={600} fontSize="14px">{row.row.name}</chakra.span>
        <chakra.span fontSize="14px" fontVariantNumeric="tabular-nums" hideBelow="md">
          {estimate ? <>{formatNumber(estimate.value, unit)} <chakra.span color="quiet" fontSize="12px">± {formatUncertainty(expanded!, unit)}</chakra.span></> : <chakra.span color="quiet">not measured</chakra.span>}
        </chakra.span>
        <Flex as="span" direction="column" fontSize="14px" lineHeight="1.2" hideBelow="md">
          <span>{clash ? "Decided twice" : sayOption(shown)}</span>
          <chakra.span fontSize="12px" color={decided ? "quiet" : "emberInk"}>{clash ? "choose one" : decided ? (choice.overrides ? "decided, against the proposal" : "decided") : "proposed"}</chakra.span>
        </Flex>
        <chakra.span fontSize="12px" lineHeight="1.25" color="quiet" lineClamp={2} hideBelow="md">{because ? sayProblem(because, wording) : ""}</chakra.span>
      </chakra.button>
    </chakra.li>
  );
}
