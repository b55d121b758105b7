"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import type { Station } from "@/core/stations";
import { stationTable, stationWords } from "@/words/stations";
import { PlaceLink } from "../job/places";
import { presentStations } from "../stations/surfaces";

/** Says plainly that a station is not there yet, and where work can go on. */
export function AbsentStation({ station }: { station: Station }) {
  return (
    <Box p="32px" maxWidth="560px">
      <Heading as="h1" fontSize="24px">
        {stationWords[station]}
      </Heading>
      <chakra.p mt="8px">{stationTable[station].purpose}</chakra.p>
      <chakra.p mt="16px" color="quiet">
        This station is not there yet. What belongs to it is not asked for and not recorded, and no verdict in this job
        rests on it: keep it in your own notes for now.
      </chakra.p>
      <chakra.p mt="16px">
        Work goes on at{" "}
        {presentStations.map((each, at) => (
          <span key={each}>
            {at > 0 && ", "}
            <PlaceLink to={each} color="emberInk" textDecoration="underline" textUnderlineOffset="3px">
              {stationWords[each]}
            </PlaceLink>
          </span>
        ))}
        .
      </chakra.p>
    </Box>
  );
}
