import { Flex, Heading, chakra } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { groupByKeys } from "@/core/group";
import { isMeasured, type Choice } from "@/core/option/option";
import { decidedOrProposed, isSettled } from "@/core/plan/standing";
import { dispositionWords } from "@/words/words-for";
import { DispositionMark } from "../../kit/DispositionMark";

/** Whether there is anything to say of a choice yet: something was measured, seen or decided. */
export const hasSay = (choice: Choice): boolean =>
  isMeasured(choice) || choice.joined.kind !== "open" || choice.proposal.disposition !== "hold";

/** What a group of choices comes to: how many go which way, how many are still open. */
export function GroupHeading({
  name,
  choices,
  isOpen,
  onToggle,
}: {
  name: string;
  choices: readonly Choice[];
  isOpen: boolean;
  onToggle: () => void;
}) {
  const ways = groupByKeys(choices, (choice) => [decidedOrProposed(choice).disposition]);
  const open = choices.filter((choice) => !isSettled(choice)).length;
  const unjudged = choices.filter((choice) => !hasSay(choice)).length;
  const Chevron = isOpen ? ChevronDown : ChevronRight;
  return (
    <Heading as="h2" fontSize="14px" fontWeight={400} mb="2px">
      <chakra.button
        type="button"
        aria-expanded={isOpen}
        onClick={onToggle}
        width="100%"
        minHeight="34px"
        display="flex"
        alignItems="center"
        columnGap="8px"
        textAlign="left"
        cursor="pointer"
        borderBottomWidth="1px"
        borderColor="lineStrong"
      >
        <Chevron aria-hidden size={16} />
        <chakra.span fontWeight={700} minWidth={{ md: "92px" }}>
          {name}
        </chakra.span>
        {unjudged === choices.length ? (
          <chakra.span color="quiet" fontSize="13px">
            {choices.length} not judged yet
          </chakra.span>
        ) : (
          <Flex
            as="span"
            flex="1"
            minWidth="0"
            columnGap="14px"
            wrap="wrap"
            fontSize="13px"
            color="quiet"
            align="center"
          >
            {[...ways]
              .filter(([disposition]) => disposition !== "hold")
              .map(([disposition, of]) => (
                <Flex as="span" key={disposition} align="center" columnGap="5px">
                  <DispositionMark disposition={disposition} />
                  {of.length} {dispositionWords[disposition].toLowerCase()}
                </Flex>
              ))}
            {unjudged > 0 && <span>{unjudged} not judged</span>}
          </Flex>
        )}
        <chakra.span ml="auto" fontSize="12px" whiteSpace="nowrap" color={open === 0 ? "quiet" : "emberInk"}>
          {open === 0 ? "all decided" : `${open} to decide`}
        </chakra.span>
      </chakra.button>
    </Heading>
  );
}
