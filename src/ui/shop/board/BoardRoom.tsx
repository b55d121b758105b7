"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useMemo, useState } from "react";
import { boardOf, readyAt, type BoardPerson, type Lane } from "@/core/views/board";
import { usualCalendar, type Calendar } from "@/core/ordering/schedule";
import { mayGrow, type CardLine, type JobCard } from "@/core/views/card";
import type { Problem } from "@/core/problem/problem";
import { many } from "@/words/sentences/sentence";
import { stationWords } from "@/words/stations";
import { ShopHeader } from "../../frame/ShopHeader";
import { Work } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { HoldCounts } from "../../kit/HoldCounts";
import { Problems } from "../../kit/Problems";
import { Select } from "../../kit/Select";
import { writeOnce } from "../../outbox/write-once";
import { Day, useDay } from "../../kit/day";

const Link = chakra(NextLink);

interface Props {
  readonly me: Me;
  readonly today: string;
  readonly lines: readonly CardLine[];
  readonly total: number;
  readonly people: readonly BoardPerson[];
  readonly calendar: Calendar | null;
}

const hoursOf = (minutes: number) => Math.round(minutes / 60);
const isJudged = (line: CardLine): line is CardLine & { readonly card: JobCard } => line.card !== null && !("trouble" in line.card); // prettier-ignore

/** Whom an engine may be given to, and whom it was given to, though they are there no more. */
const offered = (people: readonly BoardPerson[], to: string | null): Readonly<Record<string, string>> => ({
  "": "whoever is free",
  ...(to !== null && !people.some(({ id }) => id === to) ? { [to]: "somebody elsewhere" } : {}),
  ...Object.fromEntries(people.flatMap(({ id, name, isAtBench }) => (isAtBench || id === to ? [[id, name]] : []))),
});

/** How far one person's time is taken. */
function LaneLine({ lane: { jobs, minutes, ends }, name }: { lane: Lane; name: string }) {
  const day = useDay();
  return (
    <Box
      as="li"
      borderLeftWidth="3px"
      borderColor={jobs.length > 0 ? "ember" : "lineStrong"}
      pl="12px"
      minWidth="150px"
    >
      <chakra.span display="block" fontWeight={700}>
        {name}
      </chakra.span>
      <chakra.span fontSize="13px" color="quiet" fontVariantNumeric="tabular-nums">
        {jobs.length === 0
          ? "nothing to do"
          : `${many(jobs.length, "engine")} · ${hoursOf(minutes)} h · until ${ends ? day(ends) : "today"}`}
      </chakra.span>
    </Box>
  );
}

const sayWaits = ({ lines, machined, until }: NonNullable<JobCard["waits"]>, day: (moment: string) => string) =>
  `${[
    lines > 0 ? many(lines, "delivery", "deliveries") : "",
    machined > 0 ? `${many(machined, "part")} at the machine shop` : "",
  ]
    .filter(Boolean)
    .join(", ")}: ${until ? `until ${day(until)}, as told` : "not all with a day"}`;

/**
 * How an engine stands to the day it is wanted by: its likely day, as it stands at Order and on its owner's page; and where the
 * others on the bench come first, the day they leave. No more than can be known where more may still come of it.
 */
function Spare({ ends, card }: { ends: string | null; card: JobCard }) {
  const day = useDay();
  const ready = readyAt(card, ends);
  if (ready === null) return <chakra.span color="quiet">nobody knows how long it takes</chakra.span>;
  const { behind, spare } = ready;
  const grows = mayGrow(card);
  const days = spare === null ? "" : many(Math.abs(spare), "day");
  return (
    <>
      <chakra.span display="block">
        likely {day(ready.likely)}, nine in ten by {day(ready.safe)}
      </chakra.span>
      {behind !== null && (
        <chakra.span display="block" fontSize="13px" color="near">
          behind other engines: not before {day(behind)}
        </chakra.span>
      )}
      {spare !== null && (
        <chakra.span display="block" fontSize="13px" color={spare < 0 ? "out" : spare < 3 ? "near" : "quiet"}>
          {spare < 0
            ? `${grows ? "at least " : ""}${days} late`
            : spare === 0
              ? `on the day${grows ? ", at best" : ""}`
              : `${grows ? "at most " : ""}${days} to spare`}
        </chakra.span>
      )}
    </>
  );
}

/** What is due, who is at it, and when the bench is done with it. */
export function BoardRoom({ me, today, lines, total, people, calendar }: Props) {
  const day = useDay();
  // What was given here is there before the list has looked at it again.
  const [given, setGiven] = useState<ReadonlyMap<string, string | null>>(new Map());
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const judged = lines.filter(isJudged);
  const toOf = ({ id, card }: (typeof judged)[number]) =>
    given.get(id) !== undefined ? given.get(id)! : (card.givenTo ?? null);
  const worker = (to: string | null) => (people.some(({ id, isAtBench }) => id === to && isAtBench) ? to : null);
  const board = useMemo(
    () =>
      boardOf(
        judged.map((line) => ({
          id: line.id,
          wantedBy: line.card.wantedBy,
          // Whoever does not come in works on nothing.
          givenTo: worker(toOf(line)),
          work: line.card.work,
          until: line.card.waits?.until ?? null,
        })),
        calendar,
        today,
      ),
    [lines, given, calendar, today], // eslint-disable-line react-hooks/exhaustive-deps
  );
  const nameOf = (id: string | null) => (id === null ? "Whoever is free" : (people.find((each) => each.id === id)?.name ?? "Somebody elsewhere")); // prettier-ignore
  const give = async (job: string, to: string | null) => {
    const problems = await writeOnce(job, me.id, "job-given", { to });
    setWrong(problems);
    if (problems.length === 0) setGiven((before) => new Map(before).set(job, to));
  };
  const { hours, people: count } = calendar ?? usualCalendar;
  const late = judged.filter(({ card }, at) => (readyAt(card, board.lines[at]!.ends)?.spare ?? 0) < 0).length;
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/board" />
      <Work maxWidth="1240px" width="100%" mx="auto">
        <Heading as="h1" fontSize="22px">
          What is due, and who is at it
        </Heading>
        <chakra.p color="quiet" mt="4px" fontSize="14px">
          {judged.length === 0
            ? "No engine is on the bench."
            : `By the hours left at the bench and what was told, ${late === 0 ? "nothing is late yet" : `${many(late, "engine")} will be late`}: each takes what is wanted soonest and is given to them, ${many(Math.max(count, board.lanes.length), "person", "people")}, ${hours} h a working day${calendar ? "" : " as is usual (the shop's own stand in Settings)"}. What holds take comes on top.`}
        </chakra.p>
        <Flex as="ul" listStyleType="none" gap="22px" mt="16px" wrap="wrap" aria-label="Who has how much to do">
          {board.lanes.map((lane, at) => (
            <LaneLine key={lane.person ?? at} lane={lane} name={nameOf(lane.person)} />
          ))}
        </Flex>
        <Problems found={wrong} />
        {judged.length > 0 && (
          <Box overflowX="auto" mt="20px" tabIndex={0} role="region" aria-label="Engines by the day they are wanted">
            <chakra.table
              width="100%"
              fontSize="14px"
              css={{
                "& th": {
                  textAlign: "left",
                  fontWeight: 500,
                  fontSize: "13px",
                  color: "quiet",
                  padding: "0 14px 6px 0",
                  whiteSpace: "nowrap",
                },
                "& td": {
                  padding: "10px 14px 10px 0",
                  borderTopWidth: "1px",
                  borderColor: "line",
                  verticalAlign: "top",
                },
                "& td:not(:nth-of-type(2))": { fontVariantNumeric: "tabular-nums" },
              }}
            >
              <thead>
                <tr>
                  {["Wanted by", "Engine", "Who", "At the bench", "Waits for", "Done by"].map((title) => (
                    <th key={title} scope="col">
                      {title}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {judged.map((line, at) => {
                  const { id, owner, card } = line;
                  const { ends } = board.lines[at]!;
                  return (
                    <tr key={id}>
                      <chakra.td whiteSpace="nowrap" color={card.wantedBy ? undefined : "quiet"}>
                        {card.wantedBy ? <Day of={card.wantedBy} /> : "no date"}
                      </chakra.td>
                      <td>
                        <Link
                          href={`/jobs/${id}/${card.station}`}
                          prefetch={false}
                          fontWeight={700}
                          _hover={{ textDecoration: "underline" }}
                        >
                          {card.name}
                        </Link>
                        <chakra.span display="block" fontSize="13px" color="quiet">
                          {[owner, card.family, stationWords[card.station]].filter(Boolean).join(" · ")}
                        </chakra.span>
                        <chakra.span fontSize="13px">
                          <HoldCounts counts={card.holds} />
                        </chakra.span>
                      </td>
                      <td>
                        {me.role === "lead" ? (
                          <Select
                            label={`Who works on ${card.name}`}
                            width="150px"
                            value={toOf(line) ?? ""}
                            options={offered(people, toOf(line))}
                            onChoose={(to) => void give(id, to || null)}
                          />
                        ) : (
                          nameOf(toOf(line))
                        )}
                        {toOf(line) !== null && worker(toOf(line)) === null && (
                          <chakra.span display="block" fontSize="13px" color="near">
                            does not come in: whoever is free
                          </chakra.span>
                        )}
                      </td>
                      <chakra.td whiteSpace="nowrap">
                        {card.work ? `about ${hoursOf(card.work.before + card.work.assembly)} h` : "–"}
                      </chakra.td>
                      <td>
                        {card.waits ? sayWaits(card.waits, day) : "–"}
                        {card.late > 0 && (
                          <chakra.span display="block" color="out" fontSize="13px">
                            {card.late} late
                          </chakra.span>
                        )}
                      </td>
                      <chakra.td whiteSpace="nowrap">
                        <Spare ends={ends} card={card} />
                      </chakra.td>
                    </tr>
                  );
                })}
              </tbody>
            </chakra.table>
          </Box>
        )}
        {total > lines.length && (
          <chakra.p mt="12px" fontSize="13px" color="quiet">
            {many(total - lines.length, "more engine")} on the bench, wanted later than these.
          </chakra.p>
        )}
        {lines.length > judged.length && (
          <chakra.p mt="12px" fontSize="13px" color="quiet">
            {many(lines.length - judged.length, "engine")} cannot be counted: just come in, or not to be read. The list
            has them.
          </chakra.p>
        )}
      </Work>
    </Flex>
  );
}
