"use client";
import { Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { Suspense, use, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { CardLine, CardPage, Listing } from "@/core/views/card";
import { many } from "@/words/sentences/sentence";
import { keysAnywhere } from "@/words/key-help";
import { FindDialog } from "../../find/FindDialog";
import type { Findable } from "../../find/find";
import { ShopHeader } from "../../frame/ShopHeader";
import { Work } from "../../frame/Work";
import { themes, themeWords, useThemeChoice } from "../../frame/use-theme-choice";
import type { Me } from "../../kit/me";
import { KeyHelpDialog } from "../../keys/KeyHelpDialog";
import { useKeys } from "../../keys/use-keys";
import { dropKept } from "../../away/kept-jobs";
import { useScanner } from "../../job/use-scanner";
import { WaitingTray } from "../../outbox/WaitingTray";
import { useFetched } from "../../kit/use-fetched";
import { ImportJob } from "./ImportJob";
import { byDue } from "./by-due";
import type { MayPutAway } from "./JobMenu";
import { Row } from "./JobRow";
import { ListingBar, showWords } from "./ListingBar";
import { OpenJob, PracticeJob } from "./OpenJob";

const restMs = 1000;
const atOnce = 50;
const watchMs = 20_000;

/**
 * The lines of the list as far as somebody wanted to see them: those that came with the page, and those asked for since.
 * Asks again while one is behind its job or a search may miss one, and when the page is looked at again.
 */
function useLines(page: CardPage, listing: Listing) {
  const [given, setGiven] = useState(page);
  const [shown, setShown] = useState(page);
  if (given !== page) {
    setGiven(page);
    setShown(page);
  }
  const asking = new URLSearchParams({ ...listing }).toString();
  const ask = useCallback(
    async (from: number, most: number) => {
      const answer = await fetch(`/api/cards?from=${from}&most=${most}&${asking}`);
      return answer.ok ? ((await answer.json()) as CardPage) : null;
    },
    [asking],
  );
  const count = shown.lines.length;
  // So many were asked for: of a list whose order changed meanwhile that is more than are shown.
  const asked = useRef(page.lines.length);
  // Of several that were asked, the last has the word: an answer to another listing, or of before, comes too late.
  const turn = useRef(0);
  const isAsking = useRef(false);
  const listed = useRef(asking);
  const again = useCallback(async () => {
    const mine = (turn.current += 1);
    const upTo = Math.max(asked.current, 1);
    const parts: CardLine[] = [];
    let [total, unread] = [1, 0];
    for (let from = 0; from < Math.min(total, upTo); from += atOnce) {
      const part = await ask(from, Math.min(atOnce, upTo - from));
      if (!part || turn.current !== mine) return;
      parts.push(...part.lines);
      ({ total, unread } = part);
    }
    // What came meanwhile below them stays.
    const here = new Set(parts.map(({ id }) => id));
    const below = (lines: readonly CardLine[]) => lines.slice(upTo).filter(({ id }) => !here.has(id));
    setShown((now) => ({ lines: [...parts, ...below(now.lines)], total, unread }));
  }, [ask]);
  // A page that was on its way when something was written here may tell how it was before.
  const hasWritten = useRef(false);
  // What was written moves a job to another list, which shows it once its card is made.
  const [isWatching, setWatching] = useState(false);
  const written = useCallback(() => {
    hasWritten.current = true;
    setWatching(true);
    void again().catch(() => {});
  }, [again]);
  useEffect(() => {
    if (!isWatching) return;
    const timer = setTimeout(() => setWatching(false), watchMs);
    return () => clearTimeout(timer);
  }, [isWatching]);
  useEffect(() => {
    turn.current += 1;
    asked.current = given.lines.length;
    listed.current = asking;
    if (hasWritten.current) void again().catch(() => {});
  }, [given, again, asking]);
  const isBehind = shown.unread > 0 || shown.lines.some(({ isFresh }) => !isFresh);
  useEffect(() => {
    const look = () => {
      if (document.visibilityState !== "visible" || isAsking.current) return;
      isAsking.current = true;
      void again()
        .catch(() => {})
        .finally(() => (isAsking.current = false));
    };
    const timer = isBehind || isWatching ? setInterval(look, restMs) : undefined;
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [isBehind, isWatching, again]);
  const more = useCallback(async () => {
    const part = await ask(count, atOnce).catch(() => null);
    if (!part || listed.current !== asking) return;
    asked.current = Math.max(asked.current, count + atOnce);
    setShown(({ lines }) => {
      const above = lines.slice(0, count);
      const here = new Set(above.map(({ id }) => id));
      return { ...part, lines: [...above, ...part.lines.filter(({ id }) => !here.has(id))] };
    });
  }, [ask, asking, count]);
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
  return { ...shown, more, written };
}

const nothing: Readonly<Record<Listing["show"], string>> = {
  bench: "No engine is here yet. Open a job for the first one that comes in, or import one.",
  over: "No engine was handed over yet.",
  archive: "Nothing is in the archive. What is over goes there from its menu, and comes back the same way.",
};

const Group = ({ lines, may }: { lines: readonly CardLine[]; may: MayPutAway | null }) => (
  <chakra.ul>
    {lines.map((line) => (
      <Row key={line.id} line={line} may={may} />
    ))}
  </chakra.ul>
);

/** The list itself, once it is there. */
function Lines({ page, me, listing, today }: { page: Promise<CardPage>; me: Me; listing: Listing; today: string }) {
  const { lines, total, unread, more, written } = useLines(use(page), listing);
  const may = useMemo(() => (me.role === "lead" ? { me, onDone: written } : null), [me, written]);
  return (
    <>
      {total === 0 && listing.words !== "" ? (
        <p>
          Nothing here has all of “{listing.words}”: in its name, number, family, owner or the tags of its parts.
          {unread > 0 &&
            ` ${many(unread, "engine")} that came or changed just now ${unread > 1 ? "are" : "is"} still to be read.`}
        </p>
      ) : total === 0 ? (
        <p>{nothing[listing.show]}</p>
      ) : listing.show === "bench" && listing.sort === "due" ? (
        byDue(lines, today).map(({ title, lines: those }) => (
          <chakra.section key={title} aria-label={title} mt="14px">
            <chakra.h2 fontSize="13px" fontWeight={600} color="quiet">
              {title} · {those.length}
            </chakra.h2>
            <Group lines={those} may={may} />
          </chakra.section>
        ))
      ) : (
        <Group lines={lines} may={may} />
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
export function JobList({
  page,
  me,
  listing,
  today,
}: {
  page: Promise<CardPage>;
  me: Me;
  listing: Listing;
  /** The day it is at the server. */
  today: string;
}) {
  const router = useRouter();
  const { choose } = useThemeChoice();
  const [open, setOpen] = useState<"find" | "keys" | null>(null);
  // Asked for before anybody looks for one, and again when somebody does.
  const named = useFetched<{ jobs: readonly NamedJob[] }>("/api/jobs", open === "find" ? 1 : 0);
  useKeys({ "/": () => setOpen("find"), "?": () => setOpen("keys") });
  // Whoever signs in finds nothing that somebody else kept on this device.
  useEffect(() => void dropKept(me.id).catch(() => {}), [me.id]);
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
      <Work maxWidth="1240px" width="100%" mx="auto">
        <ListingBar listing={listing} onFind={() => setOpen("find")} />
        <Heading as="h1" srOnly>
          {showWords[listing.show]}
        </Heading>
        <Suspense fallback={null}>
          <Lines page={page} me={me} listing={listing} today={today} />
        </Suspense>
        {me.role === "lead" && (
          <Flex mt="22px" gap="10px" align="flex-start">
            <OpenJob />
            <ImportJob />
            <PracticeJob />
          </Flex>
        )}
      </Work>
      {open === "find" && <FindDialog items={items} onClose={() => setOpen(null)} />}
      {open === "keys" && (
        <KeyHelpDialog groups={[{ title: "Here", keys: keysAnywhere }]} onClose={() => setOpen(null)} />
      )}
    </Flex>
  );
}
