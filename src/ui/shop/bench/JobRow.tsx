"use client";
import { Box, Button, Flex, Grid, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useMemo } from "react";
import { statesOn, type BrokenCard, type CardLine, type JobCard } from "@/core/views/card";
import { unitById } from "@/core/quantity/units";
import { stations, type Station } from "@/core/stations";
import { grouped } from "@/words/grouped";
import { plainWording } from "@/words/plain-wording";
import { many } from "@/words/sentences/sentence";
import { sayProblem } from "@/words/say-problem";
import { stationWords } from "@/words/stations";
import { EngineMap } from "../../kit/EngineMap";
import { HoldCounts } from "../../kit/HoldCounts";
import { fetchAsMe } from "../../outbox/fetch-as-me";
import { JobMenu, type MayPutAway } from "./JobMenu";
import { useDrawing } from "./use-drawing";
import { Day } from "../../kit/day";

const Link = chakra(NextLink);

/** A job's way through the stations as a fuse, burnt down to where it stands. */
function Fuse({ station }: { station: Station }) {
  const share = (stations.indexOf(station) + 0.5) / stations.length;
  return (
    <Box position="relative" height="36px" aria-hidden hideBelow="lg">
      <Box position="absolute" top="10px" left="0" right="0" height="2px" bg="lineStrong" />
      <Box position="absolute" top="10px" left="0" width={`${share * 100}%`} height="2px" bg="ember" />
      <Box
        position="absolute"
        top="5px"
        left={`${share * 100}%`}
        width="12px"
        height="12px"
        ml="-6px"
        borderRadius="full"
        bg="ink"
        borderWidth="2px"
        borderColor="ember"
        boxShadow="0 0 8px {colors.ember}"
      />
      <Box
        position="absolute"
        top="19px"
        left={`${share * 100}%`}
        transform="translateX(-50%)"
        fontSize="12px"
        color="quiet"
        whiteSpace="nowrap"
      >
        {stationWords[station]}
      </Box>
    </Box>
  );
}

/** An engine as its pack draws it. Drawings come once for each pack, after the page. */
function CardMap({ card }: { card: JobCard }) {
  const drawing = useDrawing(card.pack);
  const states = useMemo(() => (drawing ? statesOn(card, drawing) : null), [card, drawing]);
  return <Box height="36px">{drawing && states && <EngineMap pack={drawing} states={states} height={36} />}</Box>;
}

function JobRow({ id, card, owner, isFresh }: { id: string; card: JobCard; owner: string | null; isFresh: boolean }) {
  const wording = { unit: unitById(card.unit)!, sources: new Map<string, string>() };
  return (
    <Link
      href={`/jobs/${id}/${card.station}`}
      prefetch={false}
      display="block"
      px="6px"
      py="14px"
      _hover={{ bg: "raised" }}
    >
      <Grid
        templateColumns={{
          base: "1fr",
          md: "150px minmax(200px, 1fr) 1fr",
          lg: "150px minmax(220px, 1fr) minmax(180px, 1.2fr) 1fr",
          _print: "120px 1.2fr 1fr 1fr",
        }}
        gap="20px"
        alignItems="center"
      >
        <Box hideBelow="md">
          <CardMap card={card} />
        </Box>
        <Box>
          <chakra.span display="block" fontSize="18px" fontWeight={700}>
            {card.name}
          </chakra.span>
          <chakra.span color="quiet" fontSize="13px">
            {owner ? `${owner} · ` : ""}
            {card.family}
            {card.variant ? `, ${card.variant}` : ""}
            {card.hoursWanted ? ` · for ${grouped(card.hoursWanted)} h` : ""}
            {card.application ? ` · ${card.application}` : ""}
          </chakra.span>
        </Box>
        <Fuse station={card.station} />
        <Box>
          <chakra.span display="block" fontWeight={600} fontSize="14px">
            {sayProblem(card.next, wording)}
          </chakra.span>
          <Flex as="span" wrap="wrap" columnGap="10px" color="quiet" fontSize="13px">
            {!card.isOver && (
              <span>
                {card.wantedBy ? (
                  <>
                    wanted by <Day of={card.wantedBy} />
                  </>
                ) : (
                  "no date"
                )}
              </span>
            )}
            {!isFresh && <span>written to since; looking again</span>}
            {isFresh && Object.values(card.holds).some((count) => count > 0) && <HoldCounts counts={card.holds} />}
            {card.late > 0 && <chakra.span color="out">{many(card.late, "delivery", "deliveries")} late</chakra.span>}
          </Flex>
        </Box>
      </Grid>
    </Link>
  );
}

/** A job that cannot be judged: why, and the way to its record; and one that nobody has looked at yet. */
function PlainRow({ id, name, card }: { id: string; name: string | null; card: BrokenCard | null }) {
  return (
    <Link
      href={`/jobs/${id}/${card === null ? "intake" : "hand-over"}`}
      prefetch={false}
      display="block"
      px="6px"
      py="14px"
      _hover={{ bg: "raised" }}
    >
      <chakra.span display="block" fontSize="18px" fontWeight={700}>
        {name ?? (card === null ? "A job that just came in" : "A job that cannot be read")}
      </chakra.span>
      <chakra.span color={card === null ? "quiet" : "near"} fontSize="14px">
        {card === null ? "it is being looked at" : sayProblem(card.trouble, plainWording)}
      </chakra.span>
    </Link>
  );
}

/** A line of the list: the way into a job, and what else can be done with it. */
export const Row = ({ line: { id, name, owner, card, isFresh }, may }: { line: CardLine; may: MayPutAway | null }) => (
  <chakra.li borderBottomWidth="1px" borderColor="line" display="flex" alignItems="center" gap="6px">
    <Box flex="1" minWidth="0">
      {card === null || "trouble" in card ? (
        <PlainRow id={id} name={name} card={card} />
      ) : (
        <JobRow id={id} card={card} owner={owner} isFresh={isFresh} />
      )}
    </Box>
    {may && card !== null && "trouble" in card && card.trouble.code === "job-set-aside" && (
      <Button
        size="sm"
        minHeight="38px"
        variant="outline"
        onClick={() => void fetchAsMe(`/api/jobs/${id}/try-again`, { method: "POST" }).finally(may.onDone)}
      >
        Try again
      </Button>
    )}
    {may && card !== null && !("trouble" in card) && <JobMenu id={id} card={card} may={may} />}
  </chakra.li>
);
