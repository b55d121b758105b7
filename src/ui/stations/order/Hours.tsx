"use client";
import { Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { kindsOfWork, type KindOfWork } from "@/core/entry/outcomes";
import { worksOf } from "@/core/money/account";
import { benchWork } from "@/core/ordering/bench-work";
import { sayMinutes } from "@/words/say-money";
import { workWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { readDecimal } from "../../kit/decimal";
import { Leader } from "../../kit/Leader";
import { Select } from "../../kit/Select";
import { SmallForm } from "../../kit/SmallForm";
import { SmallInput } from "../../kit/SmallInput";

/** No single day of one person is longer, in hours. */
const longestDay = 24;

/** Hours that were worked, beside what was reckoned for the same. */
export function Hours({ fromShop }: { /** Parts that come back from the machine shop. */ fromShop: number }) {
  const { assessment, pack, append, mayWrite, me, today } = useJob();
  const [work, setWork] = useState<KindOfWork>("strip");
  const [by, setBy] = useState(me.name);
  const [hours, setHours] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const reckoned = benchWork(pack, assessment, fromShop)?.by;
  const works = worksOf(assessment.job, (kind) => (kind === "other" || !reckoned ? null : reckoned[kind].done + reckoned[kind].open)); // prettier-ignore
  const keep = () => {
    const value = readDecimal(hours);
    if (value === null || value <= 0) return setWrong(`“${hours}” is not a number of hours: 1.5, for example.`);
    const minutes = Math.round(value * 60);
    if (minutes < 1 || minutes > longestDay * 60) return setWrong(`${hours} hours are no day's work of one person.`);
    if (by.trim() === "") return setWrong("Say who worked.");
    append("time-booked", { work, by: by.trim(), on: today(), minutes, words: null });
    setHours("");
    setWrong(null);
  };
  return (
    <chakra.section aria-label="Hours worked" mt="24px">
      <Heading as="h2" fontSize="15px">
        Hours worked
      </Heading>
      <chakra.dl>
        {works.map((each) => (
          <Leader key={each.work} name={workWords[each.work]}>
            {each.booked > 0 ? `${sayMinutes(each.booked)} booked` : "nothing booked"}
            <chakra.span color="quiet" fontSize="12px">
              {each.reckoned === null ? "" : ` of ${sayMinutes(each.reckoned)} estimated`}
              {each.by.length > 0
                ? ` · ${each.by.map(({ person, minutes }) => `${person} ${sayMinutes(minutes)}`).join(", ")}`
                : ""}{" "}
              {/* prettier-ignore */}
            </chakra.span>
          </Leader>
        ))}
      </chakra.dl>
      {mayWrite && (
        <SmallForm label="Book hours" act="Book hours" onKeep={keep} wrong={wrong}>
          <SmallInput
            width="150px"
            value={by}
            maxLength={200}
            aria-label="Who worked"
            onChange={(event) => setBy(event.currentTarget.value)}
          />
          <span>worked</span>
          <SmallInput
            width="70px"
            value={hours}
            inputMode="decimal"
            aria-label="Hours"
            wrong={wrong !== null}
            onChange={(event) => setHours(event.currentTarget.value)}
          />
          <span>hours today:</span>
          <Select
            label="At what"
            width="220px"
            value={work}
            options={Object.fromEntries(kindsOfWork.map((kind) => [kind, workWords[kind]]))}
            onChoose={(kind) => setWork(kind as KindOfWork)}
          />
        </SmallForm>
      )}
    </chakra.section>
  );
}
