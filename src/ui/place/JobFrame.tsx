"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useEffect, useRef, useState } from "react";
import { stations } from "@/core/stations";
import type { TagCode } from "@/core/strip/tag-code";
import { keysAnywhere, keysInJob } from "@/words/key-help";
import { placeWords } from "@/words/places";
import { stationTable } from "@/words/stations";
import { ServiceWorker } from "../away/ServiceWorker";
import { SkipLink } from "../frame/SkipLink";
import { useKeys } from "../keys/use-keys";
import { late, whenSettled } from "../kit/late";
import { loadSurfaces } from "../stations/surfaces";
import { wordInAddress, useInAddress, useToldInAddress } from "../job/address";
import { useInHand, useJob } from "../job/JobContext";
import { JobStrip, type Opens } from "../job/JobStrip";
import { KeptLine } from "../job/KeptLine";
import { Notices } from "../job/Notices";
import { PlaceView } from "./PlaceView";
import { useGoTo, usePlace } from "../job/places";
import { StationRail } from "./StationRail";
import { useOpenTag } from "../job/use-open-tag";
import { useScanner } from "../job/use-scanner";

const Link = chakra(NextLink);

/** Has the address say what is in hand; a step back in the browser takes in hand what was there then. */
function ToldInAddress({ place }: { place: string | undefined }) {
  const { assessment, chooseRow } = useJob();
  const { row, hand } = useInHand();
  useToldInAddress({ row, part: hand }, place);
  useEffect(() => {
    const onStep = () => {
      const then = wordInAddress("row");
      chooseRow(then && (assessment.rows.has(then) || assessment.joints.has(then)) ? then : null);
    };
    window.addEventListener("popstate", onStep);
    return () => window.removeEventListener("popstate", onStep);
  }, [assessment, chooseRow]);
  return null;
}

const HoldsDialog = late(async () => (await import("../job/HoldsDialog")).HoldsDialog);
const JobFind = late(async () => (await import("../job/JobFind")).JobFind);
const KeyHelpDialog = late(async () => (await import("../keys/KeyHelpDialog")).KeyHelpDialog);
const Walk = late(async () => (await import("../job/Walk")).Walk);
const MapDialog = late(async () => (await import("../job/MapDialog")).MapDialog);

/** Strip above, rail at the left, the station beside it. The page itself does not scroll. */
export function JobFrame() {
  const { id, undo, redo, told, assessment, chooseRow, takeInHand } = useJob();
  const goToPlace = useGoTo();
  const place = usePlace();
  const at = stations.findIndex((station) => station === place);
  const [open, setOpen] = useState<Opens | null>(null);
  const close = () => setOpen(null);
  const goTo = (index: number) => {
    goToPlace(stations[(index + stations.length) % stations.length]!);
  };
  useKeys(
    {
      "/": () => setOpen("find"),
      "?": () => setOpen("keys"),
      m: () => setOpen("map"),
      h: () => setOpen("holds"),
      "[": () => goTo(at - 1),
      "]": () => goTo(at + 1),
      "ctrl+z": undo,
      "ctrl+shift+z": redo,
      "ctrl+y": redo,
    },
    // What was asked for is on its way: what is typed meanwhile is for it.
    open === null,
  );
  const [walk] = useInAddress("walk");
  const openTag = useOpenTag();
  const [strange, setStrange] = useState<TagCode | null>(null);
  useScanner((tag) => {
    const isHere = tag.job === id && assessment.job.parts.has(tag.part);
    setStrange(isHere ? null : tag);
    if (isHere) openTag(tag.part);
  });
  // A scan at the list of jobs, or in another job, names its part in the address; so does a link that somebody sent.
  useEffect(() => {
    const [part, row] = [wordInAddress("part"), wordInAddress("row")];
    if (part && assessment.job.parts.has(part)) takeInHand(part);
    if (row && (assessment.rows.has(row) || assessment.joints.has(row))) chooseRow(row);
    // Only when the page comes up: afterwards it is the person who chooses.
  }, []); // eslint-disable-line react-hooks/exhaustive-deps
  // A key opens one of these from anywhere: it is there by the time a hand is.
  useEffect(
    () => whenSettled(() => [JobFind, KeyHelpDialog, MapDialog, HoldsDialog].forEach(({ load }) => load())),
    [],
  );
  // Where no service worker keeps the program, all of it comes while there is a network.
  useEffect(() => {
    if ("serviceWorker" in navigator) return;
    const soon = setTimeout(loadSurfaces, 3000);
    return () => clearTimeout(soon);
  }, []);
  const work = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place) return;
    document.title = `${placeWords(place)} · Ember Bench`;
    // What a hand was on is gone with the place it left: the keyboard goes on where the work is.
    if (document.activeElement === document.body) work.current?.focus({ preventScroll: true });
  }, [place]);
  const here = at < 0 ? undefined : stationTable[stations[at]!];
  return (
    <Flex direction="column" height="100dvh" overflow="hidden">
      <SkipLink />
      <ServiceWorker />
      <JobStrip onOpen={setOpen} />
      <KeptLine />
      <ToldInAddress place={place} />
      <Notices />
      <Flex flex="1" minHeight="0" direction={{ base: "column", md: "row" }}>
        <StationRail />
        <Flex
          as="main"
          id="work"
          ref={work}
          tabIndex={-1}
          outline="none"
          flex="1"
          minWidth="0"
          minHeight="0"
          direction="column"
        >
          {place && <PlaceView key={place} place={place} />}
        </Flex>
      </Flex>
      <Box
        role="status"
        position="fixed"
        bottom="98px"
        left="50%"
        transform="translateX(-50%)"
        zIndex="toast"
        pointerEvents="none"
      >
        {told && (
          <Box
            bg="raised"
            borderWidth="1px"
            borderColor="lineStrong"
            borderRadius="9px"
            px="16px"
            py="9px"
            fontSize="14px"
            boxShadow="0 6px 24px rgb(0 0 0 / 0.35)"
          >
            {told}
          </Box>
        )}
      </Box>
      {strange && (
        <Flex
          role="alert"
          position="fixed"
          bottom="98px"
          left="50%"
          transform="translateX(-50%)"
          zIndex="toast"
          bg="raised"
          borderWidth="1px"
          borderColor="near"
          borderRadius="9px"
          px="16px"
          py="10px"
          fontSize="14px"
          gap="14px"
          align="center"
          maxWidth="92vw"
        >
          <span>
            {strange.job === id
              ? "This tag belongs to this job, and its part is not known here: the tag is older than the record."
              : "This tag belongs to another job. Nothing was done here."}
          </span>
          {strange.job !== id && (
            <Link
              href={`/jobs/${strange.job}/strip?part=${strange.part}`}
              color="emberInk"
              textDecoration="underline"
              textUnderlineOffset="3px"
              whiteSpace="nowrap"
            >
              Open that job
            </Link>
          )}
          <chakra.button
            type="button"
            minHeight="36px"
            px="8px"
            color="quiet"
            cursor="pointer"
            onClick={() => setStrange(null)}
          >
            Leave it
          </chakra.button>
        </Flex>
      )}
      {walk !== null && <Walk />}
      {open === "find" && <JobFind onClose={close} onOpen={setOpen} />}
      {open === "map" && <MapDialog onClose={close} />}
      {open === "holds" && <HoldsDialog onClose={close} />}
      {open === "keys" && (
        <KeyHelpDialog
          onClose={close}
          groups={[
            ...(here && here.keys.length > 0 ? [{ title: here.name, keys: here.keys }] : []),
            { title: "Anywhere in a job", keys: [...keysAnywhere, ...keysInJob] },
          ]}
        />
      )}
    </Flex>
  );
}
