"use client";
import { Box, Button, Flex, Grid, Heading, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useRouter } from "next/navigation";
import { Suspense, use, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { statesOn, type BrokenCard, type CardLine, type CardPage, type JobCard } from "@/core/card";
import { unitById } from "@/core/quantity/units";
import { stations, type Station } from "@/core/stations";
import { grouped } from "@/words/grouped";
import { plainWording } from "@/words/plain-wording";
import { many } from "@/words/sentences/sentence";
import { keysAnywhere } from "@/words/key-help";
import { sayProblem } from "@/words/say-problem";
import { stationWords } from "@/words/stations";
import { FindDialog } from "../../find/FindDialog";
import type { Findable } from "../../find/find";
import { ShopHeader } from "../../frame/ShopHeader";
import { themes, themeWords, useThemeChoice } from "../../frame/use-theme-choice";
import type { Me } from "../../frame/me";
import { KeyHelpDialog } from "../../keys/KeyHelpDialog";
import { useKeys } from "../../keys/use-keys";
import { useScanner } from "../../job/use-scanner";
import { WaitingTray } from "../../outbox/WaitingTray";
import { EngineMap } from "../../kit/EngineMap";
import { HoldCounts } from "../../kit/HoldCounts";
import { useFetched } from "../../kit/use-fetched";
import { ImportJob } from "./ImportJob";
import { OpenJob } from "./OpenJob";
import { useDrawing } from "./use-drawing";

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

function JobRow({ id, card, isFresh }: { id: string; card: JobCard; isFresh: boolean }) {
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
          <chakra.span color="quiet" fontSize="13px">
            {!isFresh ? (
              "written to since; looking again"
            ) : Object.values(card.holds).some((count) => count > 0) ? (
              <HoldCounts counts={card.holds} />
            ) : card.wantedBy ? (
              `wanted by ${card.wantedBy}`
            ) : (
              "no date"
            )}
            {card.late > 0 && (
              <chakra.span color="out">{` · ${many(card.late, "delivery", "deliveries")} late`}</chakra.span>
            )}
          </chakra.span>
        </Box>
      </Grid>
    </Link>
  );
}

/** A job that cannot be judged: why, and the way to its record; and one that nobody has looked at yet. */
function PlainRow({ id, name, card }: { id: string; name: string | null; card: BrokenCard | null }) {
  return (
    <Link href={`/jobs/${id}/hand-over`} prefetch={false} display="block" px="6px" py="14px" _hover={{ bg: "raised" }}>
      <chakra.span display="block" fontSize="18px" fontWeight={700}>
        {name ?? (card === null ? "A job that just came in" : "A job that cannot be read")}
      </chakra.span>
      <chakra.span color={card === null ? "quiet" : "near"} fontSize="14px">
        {card === null ? "it is being looked at" : sayProblem(card.trouble, plainWording)}
      </chakra.span>
    </Link>
  );
}

const Row = ({ id, name, card, isFresh }: CardLine) => (
  <chakra.li borderBottomWidth="1px" borderColor="line">
    {card === null || "trouble" in card ? (
      <PlainRow id={id} name={name} card={card} />
    ) : (
      <JobRow id={id} card={card} isFresh={isFresh} />
    )}
  </chakra.li>
);

const restMs = 1000;
const atOnce = 50;

/**
 * The lines of the list as far as somebody wanted to see them: those that came with the page, and those asked for since.
 * Asks again while one is behind its job, and when the page is looked at again.
 */
function useLines(page: CardPage) {
  const [given, setGiven] = useState(page);
  const [shown, setShown] = useState(page);
  if (given !== page) {
    setGiven(page);
    setShown(page);
  }
  const ask = useCallback(async (from: number, most: number) => {
    const answer = await fetch(`/api/cards?from=${from}&most=${most}`);
    return answer.ok ? ((await answer.json()) as CardPage) : null;
  }, []);
  const count = shown.lines.length;
  // So many were asked for: of a list whose order changed meanwhile that is more than are shown.
  const asked = useRef(page.lines.length);
  const again = useCallback(async () => {
    const parts: CardLine[] = [];
    let total = 1;
    for (let from = 0; from < Math.min(total, Math.max(asked.current, 1)); from += atOnce) {
      const part = await ask(from, Math.min(atOnce, Math.max(asked.current - from, 1)));
      if (!part) return;
      parts.push(...part.lines);
      ({ total } = part);
    }
    // What came meanwhile below them stays.
    const here = new Set(parts.map(({ id }) => id));
    const below = (lines: readonly CardLine[]) => lines.slice(parts.length).filter(({ id }) => !here.has(id));
    setShown((now) => ({ lines: [...parts, ...below(now.lines)], total }));
  }, [ask]);
  const isBehind = shown.lines.some(({ isFresh }) => !isFresh);
  useEffect(() => {
    const look = () => void (document.visibilityState === "visible" && again().catch(() => {}));
    const timer = isBehind ? setInterval(look, restMs) : undefined;
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [isBehind, again]);
  const more = useCallback(async () => {
    const part = await ask(count, atOnce).catch(() => null);
    if (!part) return;
    asked.current = Math.max(asked.current, count + atOnce);
    setShown(({ lines }) => {
      const above = lines.slice(0, count);
      const here = new Set(above.map(({ id }) => id));
      return { lines: [...above, ...part.lines.filter(({ id }) => !here.has(id))], total: part.total };
    });
  }, [ask, count]);
  // What comes with the page fills a window; the next ones come as soon as it is there.
  const isFirst = count === given.lines.length && count < given.total;
  useEffect(() => {
    if (!isFirst) return;
    const [soon, later] = [setTimeout(() => void more(), 0), setInterval(() => void more(), restMs)];
    return () => {
      clearTimeout(soon);
      clearInterval(later);
    };
  }, [isFirst, more]);
  return { ...shown, more };
}

const Title = ({ children }: { children?: string }) => (
  <Flex align="baseline" gap="14px" mb="8px">
    <Heading as="h1" fontSize="24px">
      On the bench
    </Heading>
    <chakra.span color="quiet">{children}</chakra.span>
  </Flex>
);

/** The list itself, once it is there. */
function Lines({ page }: { page: Promise<CardPage> }) {
  const { lines, total, more } = useLines(use(page));
  return (
    <>
      <Title>{many(total, "engine")}</Title>
      {total === 0 ? (
        <p>No engine is here yet. Open a job for the first one that comes in, or import one.</p>
      ) : (
        <chakra.ul>
          {lines.map((line) => (
            <Row key={line.id} {...line} />
          ))}
        </chakra.ul>
      )}
      {lines.length < total && (
        <Button
          variant="outline"
          size="sm"
          minHeight="36px"
          mt="14px"
          borderColor="lineStrong"
          color="ink"
          onClick={() => void more()}
        >
          {many(Math.min(atOnce, total - lines.length), "more engine")}
        </Button>
      )}
    </>
  );
}

interface NamedJob {
  readonly id: string;
  readonly name: string;
  readonly number: string | null;
}

/** All engines on the bench, each with what it needs next. */
export function JobList({ page, me }: { page: Promise<CardPage>; me: Me }) {
  const router = useRouter();
  const { choose } = useThemeChoice();
  const [open, setOpen] = useState<"find" | "keys" | null>(null);
  // Asked for before anybody looks for one, and again when somebody does.
  const named = useFetched<{ jobs: readonly NamedJob[] }>("/api/jobs", open === "find" ? 1 : 0);
  useKeys({ "/": () => setOpen("find"), "?": () => setOpen("keys") });
  useScanner(({ job, part }) => router.push(`/jobs/${job}/strip?part=${part}`));
  const items = useMemo(
    (): readonly Findable[] => [
      ...(named?.jobs ?? []).map(({ id, name, number }): Findable => ({
        id,
        kind: "job",
        title: name,
        detail: number ? `No. ${number}` : "",
        go: () => router.push(`/jobs/${id}`),
      })),
      ...themes.map((theme): Findable => ({
        id: `theme ${theme}`,
        kind: "command",
        title: `Theme: ${themeWords[theme]}`,
        detail: "",
        go: () => choose(theme),
      })),
      {
        id: "gauges",
        kind: "command",
        title: "Gauges",
        detail: "what the shop measures with, and when it is due",
        go: () => router.push("/gauges"),
      },
      { id: "keys", kind: "command", title: "Keys", detail: "the keys of this screen", go: () => setOpen("keys") },
    ],
    [named, router, choose],
  );
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/" />
      <WaitingTray me={me.id} />
      <Box
        as="main"
        id="work"
        tabIndex={-1}
        outline="none"
        px={{ base: "14px", md: "26px" }}
        py="20px"
        maxWidth="1240px"
        width="100%"
        mx="auto"
      >
        <Suspense fallback={<Title />}>
          <Lines page={page} />
        </Suspense>
        {me.role === "lead" && (
          <Flex mt="22px" gap="10px" align="flex-start">
            <OpenJob />
            <ImportJob />
          </Flex>
        )}
      </Box>
      {open === "find" && <FindDialog items={items} onClose={() => setOpen(null)} />}
      {open === "keys" && (
        <KeyHelpDialog groups={[{ title: "Here", keys: keysAnywhere }]} onClose={() => setOpen(null)} />
      )}
    </Flex>
  );
}
