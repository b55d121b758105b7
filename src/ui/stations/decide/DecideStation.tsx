"use client";
import { Box, Button, Flex, Heading, chakra, useBreakpointValue } from "@chakra-ui/react";
import {
  useDeferredValue,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ComponentProps,
  type KeyboardEvent,
} from "react";
import type { Choice, Option } from "@/core/plan/option";
import { sameOption } from "@/core/plan/same-option";
import { isSettled } from "@/core/plan/standing";
import { sayProblem } from "@/words/say-problem";
import { Cautions } from "../../job/Cautions";
import { useJob } from "../../job/JobContext";
import { useKeys } from "../../keys/use-keys";
import { PartTag } from "../../job/PartTag";
import { EmptyStation } from "../../job/EmptyStation";
import { StationLayout } from "../../job/StationLayout";
import { inGroups } from "../../kit/groups";
import { EngineMap } from "../../kit/EngineMap";
import { Key } from "../../kit/Key";
import { ChoiceRow } from "./ChoiceRow";
import { GroupHeading, hasSay } from "./GroupHeading";
import { OptionList } from "./OptionList";
import { orderedOptions, useDecide } from "./use-decide";

/** Choices that can be taken as proposed: open, and not a hold. */
const acceptable = (choices: readonly Choice[]) =>
  choices.filter(
    ({ decisions, proposal, row }) => decisions.length === 0 && proposal.disposition !== "hold" && row.part,
  );

/** Where it is decided what becomes of each part. */
export function DecideStation() {
  const { assessment } = useJob();
  if (assessment.choices.length === 0)
    return (
      <EmptyStation title="Nothing to decide">
        The pack of this family leaves no part to be decided here. What was seen and measured stands in the record and
        the report.
      </EmptyStation>
    );
  return <Decisions />;
}

function Decisions() {
  const { pack, assessment, row: rowId, chooseRow, mayDecide, wording } = useJob();
  // In the order in which they stand below each other, for the arrow keys too.
  const groups = useMemo(() => inGroups(assessment.choices, (choice) => choice.row.row.partClass), [assessment]);
  const choices = groups.flatMap(({ items }) => items);
  const decide = useDecide();
  const here =
    choices.find((choice) => choice.row.row.id === rowId) ??
    choices.find((choice) => !isSettled(choice)) ??
    choices[0]!;
  // The map follows when there is time: the list answers first.
  const onMap = useDeferredValue(here.row.row.slot.id);
  const [against, setAgainst] = useState<{ row: string; option: Option } | null>(null);
  const rowsOf = useRef<ReadonlyMap<string, Choice>>(new Map());
  useLayoutEffect(() => void (rowsOf.current = new Map(choices.map((choice) => [choice.row.row.id, choice]))));
  const buttons = useRef(new Map<string, HTMLButtonElement>());

  // Chosen from elsewhere (the map, a search) it is brought into sight; what a hand is on does not move.
  useEffect(() => {
    const button = rowId === null ? undefined : buttons.current.get(rowId);
    const { top, bottom } = button?.getBoundingClientRect() ?? { top: Infinity, bottom: 0 };
    if (button && (top < 0.1 * innerHeight || bottom > 0.88 * innerHeight)) button.scrollIntoView({ block: "center" });
  }, [rowId]);

  const go = (choice: Choice | undefined) => {
    if (!choice) return;
    setAgainst(null);
    chooseRow(choice.row.row.id);
    // A group that was folded has to unfold first.
    requestAnimationFrame(() => buttons.current.get(choice.row.row.id)?.focus());
  };
  const goTo = useRef(go);
  useLayoutEffect(() => void (goTo.current = go));
  const hands = useMemo<ComponentProps<typeof ChoiceRow>["hands"]>(
    () => ({
      choose: (row) => goTo.current(rowsOf.current.get(row)),
      register: (row, button) => void (button ? buttons.current.set(row, button) : buttons.current.delete(row)),
    }),
    [],
  );
  const choose = (option: Option) => {
    if (!mayDecide || !here.row.part || option.never) return;
    if (!sameOption(option, here.proposal)) return setAgainst({ row: here.row.row.id, option });
    setAgainst(null);
    decide(here, option, null);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const at = choices.indexOf(here);
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      go(choices[at + (event.key === "ArrowDown" ? 1 : -1)]);
    } else if (event.key === "Enter" && event.target instanceof HTMLButtonElement) {
      event.preventDefault();
      choose(here.proposal);
      go(choices[at + 1]);
    } else if (/^[1-9]$/u.test(event.key)) {
      const option = orderedOptions(here)[Number(event.key) - 1];
      if (!option) return;
      // Or the figure would be typed into the field for the reason, which takes the focus at once.
      event.preventDefault();
      choose(option);
    }
  };

  const ready = acceptable(choices);
  const acceptAll = () => ready.forEach((choice) => decide(choice, choice.proposal, null));
  useKeys({ a: () => mayDecide && acceptAll() });
  const { done, total } = assessment.progress.get("decide")!;
  const holds = assessment.holds.filter((hold) => hold.station === "decide");
  // Where there is no room beside the list the options stand below what they are of.
  const isNarrow = useBreakpointValue({ base: true, lg: false }, { ssr: false });
  const [toggled, setToggled] = useState<ReadonlyMap<string, boolean>>(new Map());

  const tag = (
    <PartTag row={here.row} brief>
      <OptionList
        choice={here}
        against={against?.row === here.row.row.id ? against.option : null}
        onChoose={choose}
        onCancel={() => setAgainst(null)}
        onKeep={(reason) => {
          decide(here, against!.option, reason);
          setAgainst(null);
        }}
      />
    </PartTag>
  );
  return (
    <StationLayout
      aside={isNarrow ? null : tag}
      bar={
        <Flex
          as="section"
          aria-label="Decisions"
          align="center"
          gap="22px"
          px="18px"
          py="12px"
          borderTopWidth="1px"
          borderColor="line"
          bg="panel"
          flexShrink={0}
          wrap={{ base: "wrap", md: "nowrap" }}
        >
          <Box>
            <chakra.span display="block" fontSize="12px" color="quiet">
              Decided
            </chakra.span>
            <chakra.span fontSize="24px" lineHeight="1.1" fontVariantNumeric="tabular-nums">
              {done} of {total}
            </chakra.span>
          </Box>
          <Box
            flex="1"
            fontSize="13px"
            hideBelow={holds.length > 0 ? undefined : "md"}
            color={holds.length > 0 ? "near" : "quiet"}
          >
            {holds.length > 0 ? (
              holds.slice(0, 2).map((hold, at) => <p key={at}>{sayProblem(hold, wording)}</p>)
            ) : (
              <>
                <Key>↑↓</Key> part · <Key>⏎</Key> as proposed · <Key>1–9</Key> another way · <Key>A</Key> accept all
              </>
            )}
          </Box>
          {ready.length > 0 && (
            <Button onClick={acceptAll} disabled={!mayDecide} bg="ember" color="onEmber" fontWeight={700} height="44px">
              Accept {ready.length === 1 ? "the one proposal" : `${ready.length} proposals`}
            </Button>
          )}
        </Flex>
      }
    >
      <Flex align="flex-start" justify="space-between" gap="20px" mb="6px">
        <Box>
          <Heading as="h1" fontSize="22px" mb="4px">
            What becomes of each part
          </Heading>
          <Cautions station="decide" partClass={here.row.row.partClass.id} />
        </Box>
        <Box hideBelow="md" flexShrink={0}>
          <EngineMap
            pack={pack.pack}
            assessment={assessment}
            height={132}
            detail
            chosen={onMap}
            onChoose={(slot) => go(choices.find((choice) => choice.row.row.slot.id === slot))}
          />
        </Box>
      </Flex>
      <Box onKeyDown={onKeyDown}>
        {groups.map(({ name, items }) => {
          const isOpen = items.includes(here) || (toggled.get(name) ?? items.some(hasSay));
          return (
            <Box key={name} mb="12px">
              <GroupHeading
                name={name}
                choices={items}
                isOpen={isOpen}
                onToggle={() => setToggled(new Map(toggled).set(name, !isOpen))}
              />
              {isOpen && (
                <chakra.ul>
                  {items.map((choice) => (
                    <ChoiceRow
                      key={choice.row.row.id}
                      choice={choice}
                      isHere={choice === here}
                      wording={wording}
                      hands={hands}
                    >
                      {isNarrow && choice === here && <Box pb="14px">{tag}</Box>}
                    </ChoiceRow>
                  ))}
                </chakra.ul>
              )}
            </Box>
          );
        })}
      </Box>
    </StationLayout>
  );
}
