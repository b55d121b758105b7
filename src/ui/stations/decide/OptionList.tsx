"use client";
import { Box, Button, Flex, Heading, Textarea, chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Choice, Option } from "@/core/plan/option";
import { sameOption } from "@/core/plan/same-option";
import { decidedOn } from "@/core/plan/standing";
import { sayOption } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../../job/JobContext";
import { DispositionMark } from "../../kit/DispositionMark";
import { optionKey, orderedOptions } from "./use-decide";

const allowedWords = { true: "allowed", false: "against", null: "cannot tell" } as const;

/** An option's own reasons; at the proposed one also what only the proposal knows, such as its fellows. */
function reasonsShown(option: Option, { proposal, options }: Choice) {
  if (!sameOption(option, proposal)) return option.reasons;
  const elsewhere = new Set(options.flatMap((each) => each.reasons));
  return [...proposal.reasons.filter((reason) => !elsewhere.has(reason)), ...option.reasons];
}

interface OptionProps {
  readonly option: Option;
  readonly choice: Choice;
  readonly number: number;
  readonly isDecided: boolean;
  readonly disabled: boolean;
  readonly onChoose: () => void;
}

function OptionButton({ option, choice, number, isDecided, disabled, onChoose }: OptionProps) {
  const { wording } = useJob();
  const isProposal = sameOption(option, choice.proposal);
  const words = isProposal
    ? "proposed"
    : option.never
      ? "never"
      : allowedWords[String(option.allowed) as "true" | "false" | "null"];
  return (
    <chakra.button
      type="button"
      onClick={onChoose}
      disabled={disabled}
      aria-pressed={isDecided}
      display="flex"
      gap="10px"
      width="100%"
      textAlign="left"
      px="12px"
      py="8px"
      mt="7px"
      minHeight="40px"
      borderRadius="9px"
      borderWidth={isDecided ? "2px" : "1px"}
      borderColor={isDecided ? "ember" : isProposal ? "lineStrong" : "line"}
      bg={isDecided ? "emberWash" : "panel"}
      cursor={disabled ? "default" : "pointer"}
      _hover={disabled ? undefined : { borderColor: "ember" }}
    >
      <Box mt="3px">
        <DispositionMark disposition={option.disposition} />
      </Box>
      <Box minWidth="0" flex="1">
        <Flex gap="8px" align="baseline" justify="space-between">
          <chakra.span fontWeight={600} fontSize="14px" whiteSpace="nowrap">
            {sayOption(option)}
          </chakra.span>
          <chakra.span fontSize="12px" color={isProposal ? "emberInk" : "quiet"} whiteSpace="nowrap">
            {isDecided ? "decided" : words}
          </chakra.span>
        </Flex>
        {reasonsShown(option, choice).map((reason, at) => (
          <chakra.p key={at} fontSize="12px" color="quiet">
            {sayProblem(reason, wording)}
          </chakra.p>
        ))}
      </Box>
      <chakra.span fontSize="12px" color="quiet" aria-hidden>
        {number}
      </chakra.span>
    </chakra.button>
  );
}

/** Asked when the choice goes against the proposal. */
function WhyAgainst({
  option,
  onKeep,
  onCancel,
}: {
  option: Option;
  onKeep: (reason: string) => void;
  onCancel: () => void;
}) {
  const [reason, setReason] = useState("");
  const [asked, setAsked] = useState(false);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus(), []);
  const keep = () => (reason.trim() === "" ? setAsked(true) : onKeep(reason.trim()));
  return (
    <Box mt="12px">
      <chakra.label fontSize="13px">
        {sayOption(option)} goes against the proposal. Why?
        <Textarea
          ref={field}
          mt="4px"
          size="sm"
          rows={3}
          value={reason}
          maxLength={2000}
          borderColor="lineStrong"
          aria-invalid={asked && reason.trim() === ""}
          onChange={(event) => setReason(event.currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key === "Escape") onCancel();
            if (event.key === "Enter" && !event.shiftKey) {
              event.preventDefault();
              keep();
            }
          }}
        />
      </chakra.label>
      {asked && reason.trim() === "" && (
        <chakra.p role="alert" fontSize="13px" color="out">
          A decision against the proposal needs its reason: it stands in the report.
        </chakra.p>
      )}
      <Flex gap="8px" mt="6px">
        <Button size="sm" bg="ember" color="onEmber" fontWeight={700} onClick={keep}>
          Decide so
        </Button>
        <Button size="sm" variant="ghost" onClick={onCancel}>
          Leave it
        </Button>
      </Flex>
    </Box>
  );
}

interface Props {
  readonly choice: Choice;
  readonly against: Option | null;
  readonly onChoose: (option: Option) => void;
  readonly onKeep: (reason: string) => void;
  readonly onCancel: () => void;
}

/** What may become of one part, each way with what speaks for or against it. */
export function OptionList({ choice, against, onChoose, onKeep, onCancel }: Props) {
  const { mayDecide, me, wording } = useJob();
  const decision = decidedOn(choice);
  return (
    <Box mt="18px">
      <Heading as="h3" fontSize="13px" fontWeight={400} color="quiet">
        What the evidence allows
      </Heading>
      {orderedOptions(choice).map((option, at) => (
        <OptionButton
          key={optionKey(option)}
          option={option}
          choice={choice}
          number={at + 1}
          isDecided={decision !== null && sameOption(option, decision)}
          disabled={!mayDecide || !choice.row.part || option.never === true}
          onChoose={() => onChoose(option)}
        />
      ))}
      {against && <WhyAgainst key={optionKey(against)} option={against} onKeep={onKeep} onCancel={onCancel} />}
      {decision?.reason && !against && (
        <chakra.p fontSize="13px" mt="8px">
          <chakra.span color="quiet">Against the proposal: </chakra.span>
          {decision.reason}
        </chakra.p>
      )}
      {choice.differences.length > 0 && (
        <Box mt="12px" fontSize="13px" color="near">
          <Heading as="h3" fontSize="13px" fontWeight={700}>
            Not what the decision was shown
          </Heading>
          {choice.differences.slice(0, 4).map((found, at) => (
            <p key={at}>{sayProblem(found, wording)}</p>
          ))}
        </Box>
      )}
      {!mayDecide && (
        <chakra.p fontSize="13px" color="quiet" mt="8px">
          You are signed in as {me.role}: decisions are made by a lead.
        </chakra.p>
      )}
    </Box>
  );
}
