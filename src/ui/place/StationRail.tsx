"use client";
import { Box, chakra } from "@chakra-ui/react";
import { memo, useEffect, useMemo, useRef } from "react";
import { countByKind, type Hold } from "@/core/holds";
import { holdKinds, type HoldKind } from "@/core/problem/problem-codes";
import { stationWords } from "@/words/stations";
import { holdWords } from "@/words/words-for";
import { holdColor } from "../kit/HoldMark";
import { useJob } from "../job/JobContext";
import { PlaceLink, usePlace } from "../job/places";
import { stationStatus, type StationStatus } from "./stations";

const Svg = chakra("svg");
const Circle = chakra("circle");

/** How a hold breaks the fuse: the shape of its kind. */
const breaks: Readonly<Record<HoldKind, string>> = {
  danger: "M7.1 13H12.9L17 17.1V22.9L12.9 27H7.1L3 22.9V17.1Z",
  debt: "M10 13L17 20L10 27L3 20Z",
  unknown: "M10 14.5A5.5 5.5 0 0 1 15.5 20A5.5 5.5 0 0 1 10 25.5A5.5 5.5 0 0 1 4.5 20A5.5 5.5 0 0 1 10 14.5Z",
};

/** The gravest kind among some holds; undefined where there are none. */
const gravest = (holds: readonly Hold[]): HoldKind | undefined =>
  holdKinds.find((kind) => holds.some((hold) => hold.kind === kind));

/** A node on the fuse: burnt down, burning here, broken by a hold, or not reached. */
function Node({ status, here }: { status: StationStatus; here: boolean }) {
  if (here) {
    return (
      <>
        <Circle cx="10" cy="20" r="9" fill="ember" opacity="0.25" />
        <Circle cx="10" cy="20" r="5.5" fill="ink" stroke="ember" strokeWidth="2.5" />
      </>
    );
  }
  const kind = gravest(status.holds);
  if (kind) return <chakra.path d={breaks[kind]} fill="ground" stroke={holdColor[kind]} strokeWidth="2" />;
  if (status.done) return <Circle cx="10" cy="20" r="6" fill="ember" />;
  return (
    <Circle
      cx="10"
      cy="20"
      r="5.5"
      fill="ground"
      stroke={status.present ? "quiet" : "lineStrong"}
      strokeWidth="2"
      strokeDasharray={status.present ? undefined : "2 2.5"}
    />
  );
}

/** What is said beside a station: its gravest holds, or how much of it is done. */
function count({ holds, progress, present }: StationStatus): string {
  const kind = gravest(holds);
  if (kind) return `${countByKind(holds)[kind]} ${holdWords[kind].short}`;
  return present && progress && progress.total > 1 ? `${Math.floor((100 * progress.done) / progress.total)} %` : "";
}

/** The way to one station. Going to another draws two of them anew, and no more. */
const RailItem = memo(function RailItem({ status, isHere }: { status: StationStatus; isHere: boolean }) {
  return (
    <chakra.li flexShrink={0}>
      <PlaceLink
        to={status.station}
        aria-current={isHere ? "page" : undefined}
        display="flex"
        alignItems="center"
        height="40px"
        pl="16px"
        pr="12px"
        gap="10px"
        color={isHere ? "ink" : "quiet"}
        fontWeight={isHere ? 700 : 400}
        _hover={{ bg: "raised", color: "ink" }}
      >
        <Svg width="20px" height="40px" viewBox="0 0 20 40" flexShrink={0} aria-hidden hideBelow="md">
          <chakra.path d="M10 0V40" stroke={status.done ? "ember" : "line"} strokeWidth="2" />
          <Node status={status} here={isHere} />
        </Svg>
        <chakra.span whiteSpace="nowrap">{stationWords[status.station]}</chakra.span>
        <chakra.span
          ml="auto"
          fontSize="12px"
          fontWeight={400}
          color={holdColor[gravest(status.holds)!] ?? "quiet"}
          whiteSpace="nowrap"
        >
          {count(status)}
        </chakra.span>
      </PlaceLink>
    </chakra.li>
  );
});

/** The stations in working order, on a fuse that burns down as they are done. */
export function StationRail() {
  const { assessment } = useJob();
  const here = usePlace();
  const statuses = useMemo(() => stationStatus(assessment), [assessment]);
  const loose = assessment.inHand.loose.length;
  const rail = useRef<HTMLOListElement>(null);
  // Where the rail lies flat, on a phone, the station one is at would be out of sight.
  useEffect(() => {
    if (window.matchMedia("(min-width: 48em)").matches) return;
    rail.current?.querySelector("[aria-current]")?.scrollIntoView({ inline: "center", block: "nearest" });
  }, [here]);
  return (
    <Box
      as="nav"
      aria-label="Stations"
      width={{ base: "auto", md: "178px" }}
      flexShrink={0}
      borderRightWidth={{ md: "1px" }}
      borderColor="line"
      py={{ base: 0, md: "14px" }}
      overflowX="auto"
    >
      <chakra.ol ref={rail} display="flex" flexDirection={{ base: "row", md: "column" }}>
        {statuses.map((status) => (
          <RailItem key={status.station} status={status} isHere={status.station === here} />
        ))}
        <chakra.li flexShrink={0} mt={{ md: "10px" }} borderTopWidth={{ md: "1px" }} borderColor="line">
          <PlaceLink
            to="parts"
            aria-current={here === "parts" ? "page" : undefined}
            display="flex"
            alignItems="center"
            height="40px"
            pl={{ base: "16px", md: "46px" }}
            pr="12px"
            gap="10px"
            color={here === "parts" ? "ink" : "quiet"}
            fontWeight={here === "parts" ? 700 : 400}
            _hover={{ bg: "raised", color: "ink" }}
          >
            <chakra.span whiteSpace="nowrap">Parts in hand</chakra.span>
            {loose > 0 && (
              <chakra.span ml="auto" fontSize="12px" fontWeight={400}>
                {loose}
              </chakra.span>
            )}
          </PlaceLink>
        </chakra.li>
      </chakra.ol>
    </Box>
  );
}
