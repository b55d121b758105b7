"use client";
import { Box, Button, Flex, Heading, Textarea, chakra } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Choice, Option } from "@/core/option/option";
import { optionKey, sameOption } from "@/core/option/same-option";
import { decidedOn } from "@/core/plan/standing";
import type { Problem } from "@/core/problem/problem";
import { sayMinutes, sayMoney } from "@/words/say-money";
import { sayOption } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../../job/JobContext";
import { DispositionMark } from "../../kit/DispositionMark";
import { keyOf } from "./use-decide";

const allowedWords = { true: "allowed", false: "against", null: "cannot tell" } as const;
const mostReasons = 4;
const mostNamed = 4;

const said = ({ code, path }: Problem) => `${code} ${path.join(" ")}`;

/** What the proposal alone knows, and an option's own reasons; what speaks of using it again stands on the tag already. */
function reasonsShown(option: Option, { proposal, options }: Choice) {
  if (option.disposition === "reuse" || option.disposition === "hold") return [];
  const onTag = new Set(options[0]!.reasons.map(said));
  const all = sameOption(option, proposal) ? proposal.reasons : option.reasons;
  return all.filter((reason) => !onTag.has(said(reason))).slice(0, mostReasons);
}

/** What else would have to go another way, so that this one could be gone. */
function Instead({ choice, option }: { choice: Choice; option: Option }) {
  const { assessment, pack } = useJob();
  const changes = useMemo(
    () => assessment.plan.changesFor(choice.slot.id, option),
    [assessment, choice.slot.id, option],
  );
  if (!changes || changes.length === 0) return null;
  const named = changes
    .slice(0, mostNamed)
    .map(({ slot, option: way }) => `${pack.slots.get(slot)?.name ?? slot}: ${sayOption(way).toLowerCase()}`);
  return (
    <chakra.p fontSize="12px" color="near">
      It would do with {named.join("; ")}
      {changes.length > mostNamed ? `; and ${changes.length - mostNamed} more` : ""}.
    </chakra.p>
  );
}

interface OptionProps {
  readonly option: Option;
  readonly choice: Choice;
  readonly isDecided: boolean;
  readonly disabled: boolean;
  readonly onChoose: () => void;
}

function OptionButton({ option, choice, isDecided, disabled, onChoose }: OptionProps) {
  const { wording, assessment } = useJob();
  const currency = assessment.order.settings?.currency ?? null;
  const isProposal = sameOption(option, choice.proposal);
  const words = isDecided
    ? "decided"
    : isProposal
      ? "proposed"
      : option.never
        ? "never"
        : allowedWords[String(option.allowed) as "true" | "false" | "null"];
  const cost = [
    option.price && option.price.high > 0 ? sayMoney(option.price, currency) : null,
    option.minutes ? sayMinutes(option.minutes) : null,
  ].filter((each) => each !== null);
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
          <chakra.span fontWeight={600} fontSize="14px" lineHeight="1.25">
            {sayOption(option)}
          </chakra.span>
          <chakra.span fontSize="12px" color={isProposal ? "emberInk" : "quiet"} whiteSpace="nowrap">
            {words}
          </chakra.span>
        </Flex>
        {cost.length > 0 && (
          <chakra.p fontSize="12px" fontVariantNumeric="tabular-nums">
            {cost.join(" · ")}
          </chakra.p>
        )}
        {reasonsShown(option, choice).map((reason, at) => (
          <chakra.p key={at} fontSize="12px" color="quiet" lineHeight="1.35">
            {sayProblem(reason, wording)}
          </chakra.p>
        ))}
        {option.allowed === false && !option.never && <Instead choice={choice} option={option} />}
      </Box>
      <chakra.span fontSize="12px" color="quiet" aria-hidden>
        {keyOf(option.disposition)}
      </chakra.span>
    </chakra.button>
  );
}

/** Asked when the choice goes against the proposal. */
function WhyAgainst({
  option,
  count,
  onKeep,
  onCancel,
}: {
  option: Option;
  count: number;
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
        {option.disposition === "hold"
          ? `Put on hold${count > 1 ? `, ${count} parts` : ""}: what does it wait for?`
          : `${sayOption(option)} goes against the proposal${count > 1 ? ` for ${count} parts` : ""}. Why?`}
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
          {option.disposition === "hold"
            ? "A hold says what it waits for"
            : "A decision against the proposal needs its reason"}
          : it stands in the report.
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

/** Ways that stand in the list at once: what is proposed or decided, and of each kind what may be; the rest is a step away. */
function foremost(choice: Choice): ReadonlySet<string> {
  const decided = decidedOn(choice);
  const works = choice.options.filter(({ disposition, allowed }) => disposition === "rework" && allowed !== false);
  return new Set(
    choice.options
      .filter(
        (option) =>
          option.disposition !== "rework" ||
          works.slice(0, 2).includes(option) ||
          sameOption(option, choice.proposal) ||
          (decided !== null && sameOption(option, decided.wanted)),
      )
      .map(optionKey),
  );
}

interface Props {
  readonly line: readonly Choice[];
  readonly against: Option | null;
  readonly onChoose: (option: Option) => void;
  readonly onKeep: (reason: string) => void;
  readonly onCancel: () => void;
}

/** What may become of one part, or of several alike: each way with what speaks for or against it. */
export function OptionList({ line, against, onChoose, onKeep, onCancel }: Props) {
  const { mayDecide, me, wording, pack } = useJob();
  const choice = line[0]!;
  const decided = decidedOn(choice);
  const [shows, setShows] = useState<string | null>(null);
  const first = useMemo(() => foremost(choice), [choice]);
  const showsAll = shows === choice.slot.id;
  const options = choice.options.filter((option) => showsAll || first.has(optionKey(option)));
  const more = choice.options.length - options.length;
  const named = choice.coupled.slice(0, mostNamed).map((slot) => pack.slots.get(slot)?.name ?? slot);
  return (
    <Box mt="18px">
      <Heading as="h3" fontSize="13px" fontWeight={400} color="quiet">
        What the evidence allows{line.length > 1 ? `, for ${line.length} parts at once` : ""}
      </Heading>
      {options.map((option) => (
        <OptionButton
          key={optionKey(option)}
          option={option}
          choice={choice}
          isDecided={decided !== null && sameOption(option, decided.wanted)}
          disabled={!mayDecide || !choice.part || option.never === true}
          onChoose={() => onChoose(option)}
        />
      ))}
      {(more > 0 || showsAll) && (
        <Button size="xs" variant="ghost" mt="6px" onClick={() => setShows(showsAll ? null : choice.slot.id)}>
          {showsAll ? "Fewer ways" : `${more} more ${more === 1 ? "way" : "ways"}`}
        </Button>
      )}
      {against && (
        <WhyAgainst key={optionKey(against)} option={against} count={line.length} onKeep={onKeep} onCancel={onCancel} />
      )}
      {decided?.reason && !against && (
        <chakra.p fontSize="13px" mt="8px">
          <chakra.span color="quiet">{decided.overrides ? "Against the proposal: " : "Why: "}</chakra.span>
          {decided.reason}
        </chakra.p>
      )}
      {named.length > 0 && (
        <chakra.p fontSize="12px" color="quiet" mt="10px">
          Hangs together with {named.join(", ")}
          {choice.coupled.length > mostNamed ? ` and ${choice.coupled.length - mostNamed} more` : ""}.
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
