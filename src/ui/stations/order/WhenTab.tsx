"use client";
import { Box, chakra } from "@chakra-ui/react";
import type { Awaited, Schedule } from "@/core/ordering/schedule";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { Section } from "./Section";
import { Day, useDay } from "../../kit/day";

const whatWords: Readonly<Record<Awaited["what"], string>> = {
  bench: "taking apart and measuring",
  bought: "still to be ordered",
  ordered: "on order",
  "machine-shop": "at the machine shop",
  undecided: "not decided",
};

const hours = (value: number) => many(Math.round(value), "hour");

/** When it can be handed over, and what decides that. */
export function WhenTab({ schedule }: { schedule: Schedule | null }) {
  const day = useDay();
  const { wantedBy } = useJob().assessment.order;
  if (!schedule)
    return <chakra.p fontSize="15px">The pack says nothing of labour: nobody can tell how long it takes.</chakra.p>;
  const { likely, safe, inTime, before, assembly, awaited, undecided, calendar } = schedule;
  return (
    <>
      <chakra.p fontSize="22px" lineHeight="1.25">
        Likely ready on <Day of={likely} />
      </chakra.p>
      <chakra.p fontSize="15px" color="quiet">
        Nine times in ten by <Day of={safe} />.
        {inTime !== null &&
          ` Wanted by ${day(wantedBy!)}: ${inTime < 0.005 ? "it will not be" : `${percent(inTime)} of the times it is`}.`}
        {undecided > 0 &&
          ` ${capital(many(undecided, "part"))} that nobody decided ${undecided === 1 ? "counts" : "count"} as proposed, or as such parts go.`}
      </chakra.p>
      <chakra.p fontSize="13px" color="quiet" mt="6px">
        At the bench {before >= 0.5 ? `${hours(before)} to take apart and measure, ` : ""}
        {hours(assembly)} to put it together, by {many(calendar.people, "person", "people")} for {calendar.hours} hours
        a working day. Suppliers and machine shops are late more often than early: that is counted.
      </chakra.p>
      <Section title="What it waits for" told="how often it is the last">
        {awaited.slice(0, 12).map(({ id, name, what, days, critical }) => (
          <chakra.li
            key={id}
            display="flex"
            gap="12px"
            alignItems="center"
            py="6px"
            fontSize="14px"
            borderBottomWidth="1px"
            borderBottomStyle="dotted"
            borderColor="line"
          >
            <chakra.span flex="1" minWidth="0">
              <strong>{capital(name || whatWords[what])}</strong>{" "}
              <chakra.span color="quiet">
                {name ? whatWords[what] : ""}
                {what === "bench" ? "" : days === null ? ", nobody knows how long" : `, ${many(days, "day")}`}
              </chakra.span>
            </chakra.span>
            <Box width="120px" display={{ base: "none", md: "block" }}>
              <Box height="4px" borderRadius="2px" bg="line" aria-hidden>
                <Box height="4px" borderRadius="2px" bg="ember" width={`${100 * critical}%`} />
              </Box>
            </Box>
            <chakra.span width="92px" textAlign="right" fontSize="13px" color="quiet" fontVariantNumeric="tabular-nums">
              {percent(critical)}
            </chakra.span>
          </chakra.li>
        ))}
      </Section>
    </>
  );
}
