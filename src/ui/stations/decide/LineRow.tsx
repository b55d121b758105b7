"use client";
import { Flex, chakra } from "@chakra-ui/react";
import { memo, useCallback, type ReactNode } from "react";
import { isMeasured, rowsOf, type Choice } from "@/core/option/option";
import { isNewInPlace, standingOf } from "@/core/plan/standing";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { isByEye } from "@/core/pack/compile-pack";
import { shownUnit } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { sayDecided, sayOption } from "@/words/say-option";
import { unsettledWords } from "@/words/words-for";
import { sayProblem, type Wording } from "@/words/say-problem";
import { DispositionMark } from "../../kit/DispositionMark";
import { nameOfLine } from "./alike";

function sayStanding(choice: Choice, soFar: string): string {
  const standing = standingOf(choice);
  if (standing.kind === "clash") return "decided twice: choose one";
  if (standing.kind === "incomplete") return "decided in part";
  if (isNewInPlace(choice)) return `new, ${soFar}`;
  if (standing.kind === "open")
    return choice.proposal.disposition === "hold" ? "not judged yet" : choice.provisional ? "proposed, still open" : "proposed"; // prettier-ignore
  if (standing.unsettled) return `decided, but ${unsettledWords[standing.unsettled]}`;
  return standing.overrides ? `${soFar}, against the proposal` : soFar;
}

/** What a part reads: its own figure where it has one, how many places were measured where it has several. */
function Reading({ choice, wording }: { choice: Choice; wording: Wording }) {
  const rows = rowsOf(choice);
  const [first] = rows;
  if (!isMeasured(choice)) return <chakra.span color="quiet">{first && isByEye(first.row) ? "by eye" : "not measured"}</chakra.span>; // prettier-ignore
  const { estimate, expanded, characteristic } = first!.governing;
  if (rows.length > 2 || !estimate) {
    const done = rows.filter(({ measured, points }) => measured === points.length).length;
    return <chakra.span color="quiet">{`${done} of ${rows.length} places`}</chakra.span>;
  }
  const unit = shownUnit(characteristic.unit, wording.unit);
  return (
    <>
      {formatNumber(estimate.value, unit)}{" "}
      <chakra.span color="quiet" fontSize="12px">
        ± {formatUncertainty(expanded!, unit)}
      </chakra.span>
    </>
  );
}

interface Props {
  /** One part, or several that are alike in everything that matters here. */
  readonly line: readonly Choice[];
  /** How far what was decided is done. */
  readonly soFar: string;
  readonly isHere: boolean;
  readonly wording: Wording;
  /** What stands below it where there is no room beside the list. */
  readonly children?: ReactNode;
  /** The same as long as the list stands, so that a row is drawn again only when it changes. */
  readonly hands: {
    readonly choose: (slot: string) => void;
    readonly register: (slot: string, button: HTMLButtonElement | null) => void;
  };
}

/** Mark, part, what it reads, what becomes of it, why. */
const wide = "22px 168px 112px 158px minmax(0, 1fr)";

/** One line of the list: which parts, what they read, what is proposed or decided, and the first reason. */
export const LineRow = memo(function LineRow({ line, soFar, isHere, wording, hands, children }: Props) {
  const choice = line[0]!;
  const { slot, proposal } = choice;
  const standing = standingOf(choice);
  const decided = standing.kind === "decided" ? standing : null;
  const shown = decided?.option ?? proposal;
  const register = useCallback((button: HTMLButtonElement | null) => hands.register(slot.id, button), [hands, slot.id]);
  const because = decided?.reason ?? (proposal.reasons[0] ? sayProblem(proposal.reasons[0], wording) : "");
  const clash = standing.kind === "clash";
  const isDone = decided?.unsettled === null;
  return (
    <chakra.li borderBottomWidth="1px" borderColor="line">
      <chakra.button
        type="button"
        ref={register}
        onClick={() => hands.choose(slot.id)}
        aria-current={isHere ? "true" : undefined}
        display="grid"
        gridTemplateColumns={{ base: "22px 1fr auto", md: wide }}
        _print={{ gridTemplateColumns: wide }}
        columnGap="12px"
        alignItems="center"
        width="100%"
        minHeight={{ base: "48px", md: "40px" }}
        py="3px"
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
        <chakra.span fontWeight={600} fontSize="14px" lineHeight="1.25">
          {capital(nameOfLine(line))}
          {line.length > 1 && (
            <chakra.span color="quiet" fontWeight={400} fontSize="12px">
              {" "}
              · {line.length} alike
            </chakra.span>
          )}
        </chakra.span>
        <chakra.span fontSize="14px" fontVariantNumeric="tabular-nums" hideBelow="md">
          {line.length === 1 ? <Reading choice={choice} wording={wording} /> : null}
        </chakra.span>
        <Flex as="span" direction="column" fontSize="14px" lineHeight="1.2" textAlign={{ base: "right", md: "left" }}>
          <span>{clash ? "Decided twice" : decided ? sayDecided(decided) : sayOption(shown)}</span>
          <chakra.span fontSize="12px" color={isDone ? "quiet" : "emberInk"}>
            {sayStanding(choice, soFar)}
          </chakra.span>
        </Flex>
        <chakra.span
          fontSize="12px"
          lineHeight="1.25"
          color="quiet"
          lineClamp={2}
          gridColumn={{ base: "2 / -1", md: "auto" }}
          _print={{ gridColumn: "auto" }}
        >
          {because}
        </chakra.span>
      </chakra.button>
      {children}
    </chakra.li>
  );
});
