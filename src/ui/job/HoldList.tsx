"use client";
import { Box, chakra } from "@chakra-ui/react";
import { holdKinds } from "@/core/problem/problem-codes";
import { sayProblem } from "@/words/say-problem";
import { stationWords } from "@/words/stations";
import { holdWords } from "@/words/words-for";
import { HoldMark, holdColor } from "../kit/HoldMark";
import { useJob } from "./JobContext";
import { PlaceLink } from "./places";

/** Everything that stands in the way, the gravest first, each with the way to where it is settled. */
export function HoldList({ onLeave }: { onLeave?: () => void }) {
  const { assessment, wording } = useJob();
  return holdKinds.map((kind) => {
    const holds = assessment.holds.filter((hold) => hold.kind === kind);
    if (holds.length === 0) return null;
    return (
      <Box key={kind} mt="14px">
        <chakra.h3 fontSize="14px" fontWeight={700} display="flex" alignItems="center" gap="8px">
          <HoldMark kind={kind} />
          {holdWords[kind].long}
          <chakra.span color={holdColor[kind]} fontVariantNumeric="tabular-nums">
            {holds.length}
          </chakra.span>
        </chakra.h3>
        <chakra.ul mt="2px" aria-label={holdWords[kind].long}>
          {holds.map((hold, at) => (
            <chakra.li
              key={at}
              display="flex"
              justifyContent="space-between"
              gap="14px"
              py="6px"
              borderBottomWidth="1px"
              borderBottomStyle="dotted"
              borderColor="lineStrong"
            >
              <span>{sayProblem(hold, wording)}</span>
              <PlaceLink
                to={hold.settledAt}
                onClick={onLeave}
                color="emberInk"
                textDecoration="underline"
                textUnderlineOffset="3px"
                whiteSpace="nowrap"
              >
                {stationWords[hold.settledAt]}
              </PlaceLink>
            </chakra.li>
          ))}
        </chakra.ul>
      </Box>
    );
  });
}
