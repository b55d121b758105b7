"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import type { Gate as GateOf, GateLine } from "@/core/hand-over/gate";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { gateWords, sayWaits } from "@/words/state-words";
import { stationWords } from "@/words/stations";
import { useJob } from "../../job/JobContext";
import { PlaceLink } from "../../job/places";

const mostNamed = 6;

/** What of one kind is open: its parts by what they wait for, or its holds; the first of each by name. */
function Line({ line }: { line: GateLine }) {
  const { wording } = useJob();
  const named = line.places.slice(0, mostNamed).map(({ choice }) => choice.slot.name);
  const shown = Math.max(named.length, Math.min(mostNamed, line.holds.length + line.things.length));
  const more = line.count - shown;
  return (
    <Box as="li" py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="lineStrong">
      <Flex justify="space-between" gap="14px" align="baseline">
        <chakra.span fontWeight={700} color={line.hurts ? "out" : "near"}>
          <chakra.span fontVariantNumeric="tabular-nums">{line.count}</chakra.span> · {gateWords[line.is]}
        </chakra.span>
        <PlaceLink
          to={line.station}
          color="emberInk"
          textDecoration="underline"
          textUnderlineOffset="3px"
          whiteSpace="nowrap"
        >
          {stationWords[line.station]}
        </PlaceLink>
      </Flex>
      {line.places.length > 0 && (
        <chakra.p fontSize="14px" color="quiet">
          {capital(sayWaits(line.places))}: {named.join("; ")}
          {more > 0 ? `; and ${more} more` : ""}.
        </chakra.p>
      )}
      {line.holds.slice(0, mostNamed).map((hold, at) => (
        <Flex key={at} fontSize="14px" gap="14px" justify="space-between" py="2px">
          <span>{sayProblem(hold, wording)}</span>
          {hold.settledAt !== line.station && (
            <PlaceLink to={hold.settledAt} color="emberInk" textDecoration="underline" whiteSpace="nowrap">
              {stationWords[hold.settledAt]}
            </PlaceLink>
          )}
        </Flex>
      ))}
      {line.things.length > 0 && (
        <chakra.p fontSize="14px" color="quiet">
          {line.things
            .slice(0, mostNamed)
            .map(({ name, here }) => (here > 1 ? `${here} × ${name}` : name))
            .join("; ")}{" "}
          {/* prettier-ignore */}
        </chakra.p>
      )}
      {line.places.length === 0 && more > 0 && (
        <chakra.p fontSize="14px" color="quiet">
          and {more} more
        </chakra.p>
      )}
    </Box>
  );
}

/** Everything that stands between the engine and its way out, the gravest first, each with the way to where it is settled. */
export function Gate({ gate }: { gate: GateOf }) {
  if (gate.lines.length === 0)
    return (
      <chakra.p mt="6px" color="sound">
        Nothing: every part is ready.
      </chakra.p>
    );
  return (
    <chakra.ul mt="4px" aria-label="What is still open">
      {gate.lines.map((line) => (
        <Line key={line.is} line={line} />
      ))}
    </chakra.ul>
  );
}
