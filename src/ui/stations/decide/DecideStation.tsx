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
  type ReactNode,
} from "react";
import { rowsOf, type Choice, type Option } from "@/core/option/option";
import { sameOption } from "@/core/option/same-option";
import { slotStates } from "@/core/views/slot-state";
import { isSettled } from "@/core/plan/standing";
import { statesOfPlaces } from "@/core/state/state-of-places";
import { sayPlace } from "@/words/state-words";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { CauseActions } from "../../job/CauseActions";
import { Cautions } from "../../job/Cautions";
import { useTab } from "../../job/address";
import { useInHand, useJob } from "../../job/JobContext";
import { useKeys } from "../../keys/use-keys";
import { EmptyStation } from "../../job/EmptyStation";
import { StationLayout } from "../../job/StationLayout";
import { Below } from "../../kit/Below";
import { inGroups } from "../../kit/groups";
import { EngineMap } from "../../kit/EngineMap";
import { Key } from "../../kit/Key";
import { TabRow } from "../../kit/TabRow";
import { alike, lineKey } from "./alike";
import { GroupHeading, hasSay } from "./GroupHeading";
import { LineRow } from "./LineRow";
import { OptionList } from "./OptionList";
import { PartCard } from "./PartCard";
import { PlanTab } from "./plan/PlanTab";
import { RenewSets } from "./RenewSets";
import { acceptable, optionOn, useDecide } from "./use-decide";

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
  return <Tabs />;
}

const known = ["parts", "plan"] as const;
type Tab = (typeof known)[number];

/** Part by part, or all of them by one plan. */
function Tabs() {
  const [tab, setTab] = useTab<Tab>(known, "parts");
  const tabs = (
    <TabRow<Tab>
      label="Parts of Decide"
      here={tab}
      onChoose={setTab}
      items={[
        { id: "parts", name: "Part by part" },
        { id: "plan", name: "The plan" },
      ]}
    />
  );
  return tab === "parts" ? <Decisions tabs={tabs} /> : <PlanTab tabs={tabs} />;
}

const isOf = (choice: Choice, row: string | null) => row !== null && rowsOf(choice).some((each) => each.row.id === row);

/** What Accept all would leave, and why. */
function sayLeft(choices: readonly Choice[], ready: readonly Choice[]): string {
  const open = choices.filter((choice) => choice.joined.kind === "open" && !ready.includes(choice));
  const held = open.filter(({ proposal }) => proposal.disposition === "hold").length;
  const provisional = open.length - held;
  return [
    held > 0 ? `${many(held, "part")} that cannot be judged yet` : null,
    provisional > 0 ? `${many(provisional, "part")} of which something is still open` : null,
  ]
    .filter(Boolean)
    .join(" and ");
}

function Decisions({ tabs }: { tabs: ReactNode }) {
  const { pack, assessment, chooseRow, mayDecide, wording } = useJob();
  const { row: rowId } = useInHand();
  const decide = useDecide();
  const [apart, setApart] = useState<ReadonlySet<string>>(new Set());
  const states = statesOfPlaces(pack, assessment);
  // In the order in which they stand below each other, for the arrow keys too.
  const groups = useMemo(
    () =>
      inGroups(assessment.choices, (choice) => choice.partClass).map(({ name, items }) => ({
        name,
        items,
        lines: alike(items, states, apart),
      })),
    [assessment, states, apart],
  );
  const lines = groups.flatMap(({ lines: of }) => of);
  const here =
    lines.find((line) => line.some((choice) => isOf(choice, rowId))) ??
    lines.find((line) => line.some((choice) => !isSettled(choice))) ??
    lines[0]!;
  const first = here.find((choice) => isOf(choice, rowId)) ?? here[0]!;
  // The map follows when there is time: the list answers first.
  const onMap = useDeferredValue(first.slot.id);
  const [against, setAgainst] = useState<{ slot: string; option: Option } | null>(null);
  const lineOf = useRef<ReadonlyMap<string, readonly Choice[]>>(new Map());
  useLayoutEffect(
    () => void (lineOf.current = new Map(lines.flatMap((line) => line.map((each) => [each.slot.id, line])))),
  );
  const buttons = useRef(new Map<string, HTMLButtonElement>());
  const buttonOf = (slot: string) => buttons.current.get(lineOf.current.get(slot)?.[0]?.slot.id ?? slot);

  // Chosen from elsewhere (the map, a search) it is brought into sight; what a hand is on does not move.
  useEffect(() => {
    const chosen = [...lineOf.current.values()].find((line) => line.some((choice) => isOf(choice, rowId)));
    const button = chosen && buttons.current.get(chosen[0]!.slot.id);
    const { top, bottom } = button?.getBoundingClientRect() ?? { top: Infinity, bottom: 0 };
    if (button && (top < 0.1 * innerHeight || bottom > 0.88 * innerHeight)) button.scrollIntoView({ block: "center" });
  }, [rowId]);

  const go = (slot: string | undefined) => {
    const chosen = slot === undefined ? undefined : lineOf.current.get(slot)?.find((choice) => choice.slot.id === slot);
    if (!chosen) return;
    setAgainst(null);
    chooseRow(rowsOf(chosen)[0]!.row.id);
    // A group that was folded has to unfold first, and a line that was decided may have joined another.
    requestAnimationFrame(() => buttonOf(chosen.slot.id)?.focus());
  };
  const goTo = useRef(go);
  useLayoutEffect(() => void (goTo.current = go));
  const hands = useMemo<ComponentProps<typeof LineRow>["hands"]>(
    () => ({
      choose: (slot) => goTo.current(slot),
      register: (slot, button) => void (button ? buttons.current.set(slot, button) : buttons.current.delete(slot)),
    }),
    [],
  );
  const decideAll = (of: readonly Choice[], wanted: Option, reason: string | null) => {
    for (const choice of of) {
      const option = choice.options.find((each) => sameOption(each, wanted));
      if (option && choice.part && !option.never) decide(choice, option, reason);
    }
  };
  const choose = (option: Option): boolean => {
    if (!mayDecide || !first.part || option.never) return false;
    // What goes against the proposal is decided with a reason, and what is put on hold says what for.
    if (option.disposition === "hold" || here.some(({ proposal }) => !sameOption(option, proposal))) {
      setAgainst({ slot: first.slot.id, option });
      return false;
    }
    setAgainst(null);
    decideAll(here, option, null);
    return true;
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const at = lines.indexOf(here);
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      go(lines[at + (event.key === "ArrowDown" ? 1 : -1)]?.[0]?.slot.id);
    } else if (event.key === "Enter" && event.target instanceof HTMLButtonElement) {
      event.preventDefault();
      choose(first.proposal);
      go(lines[at + 1]?.[0]?.slot.id);
    } else if (/^[1-9]$/u.test(event.key)) {
      const option = optionOn(Number(event.key), first);
      if (!option) return;
      // Or the figure would be typed into the field for the reason, which takes the focus at once.
      event.preventDefault();
      choose(option);
    }
  };

  const ready = acceptable(assessment.choices);
  const left = sayLeft(assessment.choices, ready);
  const acceptAll = () => ready.forEach((choice) => decide(choice, choice.proposal, null));
  useKeys({ a: () => mayDecide && acceptAll() });
  const { done, total } = assessment.progress.get("decide")!;
  const holds = assessment.holds.filter((hold) => hold.station === "decide");
  // Where there is no room beside the list the options stand below what they are of.
  const isNarrow = useBreakpointValue({ base: true, lg: false }, { fallback: "lg" });
  const [toggled, setToggled] = useState<ReadonlyMap<string, boolean>>(new Map());
  const isApart = apart.has(lineKey(here, states));

  const tag = (
    <>
      <PartCard line={here} />
      <OptionList
        line={here}
        against={against?.slot === first.slot.id ? against.option : null}
        onChoose={choose}
        onCancel={() => go(first.slot.id)}
        onKeep={(reason) => {
          decideAll(here, against!.option, reason);
          go(first.slot.id);
        }}
      />
      {(here.length > 1 || isApart) && (
        <Button
          size="xs"
          variant="ghost"
          mt="6px"
          onClick={() => {
            const next = new Set(apart);
            if (!next.delete(lineKey(here, states))) next.add(lineKey(here, states));
            setApart(next);
          }}
        >
          {here.length > 1 ? "Decide them one by one" : "Put those alike together"}
        </Button>
      )}
    </>
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
          <Box flexShrink={0}>
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
                <Key>↑↓</Key> part · <Key>⏎</Key> as proposed · <Key>1</Key> reuse <Key>3</Key> rework <Key>5</Key>{" "}
                replace <Key>7</Key> hold · <Key>A</Key> accept all
              </>
            )}
          </Box>
          {ready.length > 0 && (
            <Box maxWidth={{ md: "300px" }} textAlign={{ base: "left", md: "right" }}>
              <Button
                onClick={acceptAll}
                disabled={!mayDecide}
                bg="ember"
                color="onEmber"
                fontWeight={700}
                height="44px"
              >
                Accept {ready.length === 1 ? "the one proposal" : `${ready.length} proposals`}
              </Button>
              {left && (
                <chakra.p fontSize="12px" color="quiet" lineHeight="1.25" mt="3px">
                  Leaves {left}.
                </chakra.p>
              )}
            </Box>
          )}
        </Flex>
      }
    >
      <Flex align="flex-start" justify="space-between" gap="20px" mb="6px">
        <Box>
          <Heading as="h1" fontSize="22px" mb="4px">
            What becomes of each part
          </Heading>
          {tabs}
          <Cautions station="decide" partClass={first.partClass.id} />
          <CauseActions
            actions={assessment.diagnosis.actions.filter(({ state }) => state === "open")}
            heading="The cause asks for"
          />
          <RenewSets onDecide={decide} />
        </Box>
        <Box hideBelow="md" flexShrink={0} minHeight="132px">
          <Below>
            <EngineMap
              pack={pack.pack}
              states={slotStates(assessment)}
              height={132}
              detail
              chosen={onMap}
              onChoose={(slot) => go(slot)}
            />
          </Below>
        </Box>
      </Flex>
      <Box onKeyDown={onKeyDown}>
        {groups.map(({ name, items, lines: of }, at) => {
          const isOpen = of.includes(here) || (toggled.get(name) ?? items.some(hasSay));
          return (
            <Below key={name} now={at === 0 || of.includes(here)}>
              <Box mb="12px">
                <GroupHeading
                  name={name}
                  choices={items}
                  isOpen={isOpen}
                  onToggle={() => setToggled(new Map(toggled).set(name, !isOpen))}
                />
                {isOpen && (
                  <chakra.ul>
                    {of.map((line) => (
                      <LineRow
                        key={line[0]!.slot.id}
                        line={line}
                        soFar={sayPlace(states.get(line[0]!.slot.id), wording.days)}
                        isHere={line === here}
                        wording={wording}
                        hands={hands}
                      >
                        {isNarrow && line === here && <Box pb="14px">{tag}</Box>}
                      </LineRow>
                    ))}
                  </chakra.ul>
                )}
              </Box>
            </Below>
          );
        })}
      </Box>
    </StationLayout>
  );
}
