"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { groupBy } from "@/core/group";
import type { Pairing } from "@/core/match/assess-match";
import { application, isOutside } from "@/core/match/places";
import type { SlotState } from "@/core/views/slot-state";
import { many } from "@/words/sentences/sentence";
import { Cautions } from "../../job/Cautions";
import { EmptyStation } from "../../job/EmptyStation";
import { useTab } from "../../job/address";
import { useJob } from "../../job/JobContext";
import { StationHolds } from "../../job/StationHolds";
import { StationLayout } from "../../job/StationLayout";
import { Below } from "../../kit/Below";
import { EngineMap } from "../../kit/EngineMap";
import { MapLegend } from "../../kit/MapLegend";
import { TabRow } from "../../kit/TabRow";
import { ChooseTab } from "./ChooseTab";
import { IntoTab } from "./IntoTab";
import { PairingDetail } from "./PairingDetail";
import { PairingLines } from "./PairingLines";
import { stateColors, stateWords } from "./words";

const tabs = ["check", "choose", "into"] as const;
type Tab = (typeof tabs)[number];

const mapWords = {
  refused: "does not go together",
  partly: "not known",
  sound: "goes together",
  unjudged: "meets nothing here",
} as const;
const mapLegend = (["refused", "partly", "sound"] as const).map((state) => [state, mapWords[state]] as const);

const rank: Readonly<Record<Pairing["state"], number>> = { wrong: 0, open: 1, bridged: 2, proven: 3, ran: 4 };
const isUrgent = ({ state, reasons }: Pairing) =>
  state === "wrong" || (state === "open" && reasons.length > 0) || reasons.some(({ code }) => code === "remedy-owed");

/** Places of one mating that stand alike, where nothing is to be done. */
const alikeOf = (pairings: readonly Pairing[]) => [...groupBy(pairings, ({ mating, state }) => `${mating.id} ${state}`).values()]; // prettier-ignore

function PairingRow({
  pairing,
  count = 1,
  isHere,
  onOpen,
}: {
  readonly pairing: Pairing;
  /** How many places stand alike. */
  readonly count?: number;
  readonly isHere: boolean;
  readonly onOpen: () => void;
}) {
  const { mating, state } = pairing;
  return (
    <chakra.li borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <chakra.button
        type="button"
        aria-pressed={isHere}
        width="100%"
        textAlign="left"
        cursor="pointer"
        py="9px"
        px="8px"
        minHeight="44px"
        bg={isHere ? "emberWash" : undefined}
        _hover={{ bg: isHere ? "emberWash" : "raised" }}
        onClick={onOpen}
      >
        <Flex justify="space-between" gap="12px" align="baseline" wrap="wrap">
          <chakra.span fontSize="15px" fontWeight={600}>
            {mating.name}
            {count > 1 && (
              <chakra.span color="quiet" fontWeight={400}>
                {" "}
                · {count} places
              </chakra.span>
            )}
          </chakra.span>
          <chakra.span fontSize="13px" color={stateColors[state]}>
            {stateWords[state]}
          </chakra.span>
        </Flex>
        <PairingLines pairing={pairing} />
      </chakra.button>
    </chakra.li>
  );
}

/** Where it is checked whether parts will go and work together, and with what the engine goes into. */
export function MatchStation() {
  const { assessment, pack } = useJob();
  const { match, pairings } = assessment.match;
  const [tab, setTab] = useTab<Tab>(tabs, "check");
  const [picked, setPicked] = useState<string | null>(null);
  const sorted = useMemo(() => [...pairings].sort((a, b) => Number(isUrgent(b)) - Number(isUrgent(a)) || rank[a.state] - rank[b.state]), [pairings]); // prettier-ignore
  const states = useMemo(() => {
    const found = new Map<string, SlotState>();
    const worst = (slot: string, state: SlotState) => {
      const order = ["sound", "partly", "refused"];
      if (order.indexOf(state) > order.indexOf(found.get(slot) ?? "")) found.set(slot, state);
    };
    for (const { place, state, allowed } of pairings)
      for (const slot of place.ends)
        if (!isOutside(slot)) worst(slot, allowed === true ? "sound" : state === "wrong" ? "refused" : "partly");
    return found;
  }, [pairings]);
  if (!match)
    return (
      <EmptyStation title="Nothing to match">
        The pack of {pack.pack.family} says nothing of what goes with what: measure what meets, and write down what was
        done to make it fit.
      </EmptyStation>
    );
  const urgent = sorted.filter(isUrgent);
  const calm = sorted.filter((each) => !isUrgent(each));
  const here = sorted.find(({ place }) => place.id === picked) ?? sorted[0];
  const isShown = tab === "check" || (tab === "into" && picked !== null);
  const onApplication = pairings.filter(({ place, state }) => place.ends.includes(application) && state !== "proven");
  return (
    <StationLayout
      label="Pairing"
      aside={isShown && here ? <PairingDetail key={here.place.id} pairing={here} /> : null}
    >
      <Heading as="h1" fontSize="22px">
        What goes with what
      </Heading>
      <Cautions station="match" partClass="" />
      <StationHolds station="match" except={["mating-wrong", "remedy-owed"]} />
      <TabRow<Tab>
        label="Parts of Match"
        here={tab}
        onChoose={setTab}
        items={[
          {
            id: "check",
            name: "Check",
            count: urgent.length > 0 ? String(urgent.length) : "",
            isUrgent: urgent.length > 0,
          },
          { id: "choose", name: "Choose" },
          {
            id: "into",
            name: "What it goes into",
            count: onApplication.length > 0 ? String(onApplication.length) : "",
          },
        ]}
      />
      {tab === "check" && (
        <>
          <Box height={{ base: "160px", md: "190px" }} display="flex" flexDirection="column" mb="10px">
            <Box flex="1" minHeight="0">
              <Below>
                <EngineMap
                  pack={pack.pack}
                  states={states}
                  height="auto"
                  detail
                  words={mapWords}
                  onChoose={(slot) =>
                    setPicked(sorted.find(({ place }) => place.ends.includes(slot))?.place.id ?? null)
                  }
                />
              </Below>
            </Box>
            <MapLegend meanings={mapLegend} />
          </Box>
          {urgent.length > 0 && (
            <chakra.ul aria-label="To be settled">
              {urgent.map((pairing) => (
                <PairingRow
                  key={pairing.place.id}
                  pairing={pairing}
                  isHere={pairing === here}
                  onOpen={() => setPicked(pairing.place.id)}
                />
              ))}
            </chakra.ul>
          )}
          <chakra.p fontSize="13px" color="quiet" mt="14px">
            {urgent.length === 0 ? "Nothing is known not to fit. " : ""}
            {many(calm.length, "place")} where parts meet and nothing is to be done:
          </chakra.p>
          <Below>
            <chakra.ul aria-label="Where nothing is to be done">
              {alikeOf(calm).map((alike) => {
                const shown = alike.find((each) => each === here) ?? alike[0]!;
                return (
                  <PairingRow
                    key={alike[0]!.place.id}
                    pairing={shown}
                    count={alike.length}
                    isHere={shown === here}
                    onOpen={() => setPicked(shown.place.id)}
                  />
                );
              })}
            </chakra.ul>
          </Below>
        </>
      )}
      {tab === "choose" && <ChooseTab />}
      {tab === "into" && <IntoTab onOpen={({ place }) => setPicked(place.id)} />}
    </StationLayout>
  );
}
