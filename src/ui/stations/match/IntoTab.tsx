"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import type { Pairing } from "@/core/match/assess-match";
import { application, attributesAt } from "@/core/match/places";
import { intoList } from "@/core/match/working-lists";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { AttributeField } from "./AttributeField";
import { WorkList } from "./WorkList";
import { PairingLines } from "./PairingLines";
import { stateColors, stateWords } from "./words";

/** What the engine goes into is an end like any other: what it is like, what differs, and the quantities to label it with. */
export function IntoTab({ onOpen }: { onOpen: (pairing: Pairing) => void }) {
  const { assessment, append, mayWrite } = useJob();
  const { pairings, returns } = assessment.match;
  const mine = pairings.filter(({ place }) => place.ends.includes(application));
  const asked = [
    ...new Set(
      mine.flatMap(({ mating, place }) => place.ends.flatMap((end, at) => (end === application ? attributesAt(mating, at) : []))), // prettier-ignore
    ),
  ];
  const said = assessment.job.returns;
  const say = (answer: boolean | null) =>
    append("return-said", {
      returns: answer,
      words: null,
      ...(said.length > 0 ? { supersedes: said.map(({ id }) => id) } : {}),
    });
  return (
    <Flex gap="32px" direction={{ base: "column", xl: "row" }} align="flex-start">
      <Box flex="1" minWidth="0" width="100%">
        <chakra.p fontSize="15px" fontWeight={600} mb="6px">
          Does it go back into what it came out of?
        </chakra.p>
        <Flex gap="6px" wrap="wrap" role="group" aria-label="Goes back into what it came out of">
          {(
            [
              [true, "yes"],
              [false, "no, into something else"],
              [null, "nobody knows"],
            ] as const
          ).map(([answer, name]) =>
            // prettier-ignore
            <Chip
              key={name}
              isQuiet={answer === null}
              isOn={said.length > 0 && returns === answer}
              disabled={!mayWrite}
              onClick={() => say(answer)}
            >
              {name}
            </Chip>,
          )}
        </Flex>
        {asked.length > 0 && (
          <Box mt="18px">
            <Heading as="h2" fontSize="16px">
              What it is like
            </Heading>
            {asked.map((attribute) => (
              <AttributeField key={attribute} of={application} attribute={attribute} />
            ))}
          </Box>
        )}
      </Box>
      <Box flex="1" minWidth="0" width="100%">
        <Heading as="h2" fontSize="16px">
          Where engine and application meet
        </Heading>
        {mine.length === 0 && <chakra.p color="quiet">The pack says nothing of it.</chakra.p>}
        <chakra.ul aria-label="Engine and application">
          {mine.map((pairing) => (
            <chakra.li
              key={pairing.place.id}
              py="8px"
              borderBottomWidth="1px"
              borderBottomStyle="dotted"
              borderColor="line"
            >
              <chakra.button
                type="button"
                width="100%"
                textAlign="left"
                cursor="pointer"
                onClick={() => onOpen(pairing)}
              >
                <chakra.span fontSize="15px" fontWeight={600}>
                  {pairing.mating.name}
                </chakra.span>{" "}
                <chakra.span fontSize="13px" color={stateColors[pairing.state]}>
                  {stateWords[pairing.state]}
                </chakra.span>
                <PairingLines pairing={pairing} />
              </chakra.button>
            </chakra.li>
          ))}
        </chakra.ul>
        <WorkList title="To go in: what is done, and what the label says" lines={intoList(assessment.match)} />
      </Box>
    </Flex>
  );
}
