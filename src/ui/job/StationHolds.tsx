"use client";
import { Box, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { aboutOf, type Hold } from "@/core/holds";
import type { Station } from "@/core/stations";
import { sayProblem } from "@/words/say-problem";
import { HoldMark } from "../kit/HoldMark";
import { QuietButton, SayWhy } from "../kit/SayWhy";
import { useJob } from "./JobContext";

/** A hold in words; a lead may go past one that is not known rather than contradicted, and says why. */
function HoldLine({ hold }: { hold: Hold }) {
  const { wording, mayDecide, append } = useJob();
  const [isLifting, setLifting] = useState(false);
  return (
    <Box py="4px" fontSize="14px">
      <chakra.span display="inline-block" verticalAlign="-2px" mr="6px">
        <HoldMark kind={hold.kind} />
      </chakra.span>
      {sayProblem(hold, wording)}
      {hold.passable && mayDecide && !isLifting && (
        <QuietButton ml="8px" onClick={() => setLifting(true)}>
          go on all the same
        </QuietButton>
      )}
      {isLifting && (
        <SayWhy
          label="Why work goes on"
          placeholder="why that is right here"
          act="Go on"
          onSay={(why) => append("hold-lifted", { hold: hold.code, about: aboutOf(hold), why })}
          onLeave={() => setLifting(false)}
        />
      )}
    </Box>
  );
}

/** What is settled at a station, whatever it holds up, and what somebody went past. */
export function StationHolds({
  station,
  except = [],
}: {
  readonly station: Station;
  /** Codes that the station shows by itself. */
  readonly except?: readonly Hold["code"][];
}) {
  const { assessment, nameOf } = useJob();
  const isMine = (each: Hold) => each.settledAt === station && !except.includes(each.code);
  const holds = assessment.holds.filter(isMine);
  const lifted = assessment.lifted.filter(({ hold }) => isMine(hold));
  if (holds.length + lifted.length === 0) return null;
  return (
    <Box aria-label="Holds" role="group" my="8px">
      {holds.map((hold) => (
        <HoldLine key={`${hold.code} ${aboutOf(hold)}`} hold={hold} />
      ))}
      {lifted.map(({ hold, by }) => (
        <LiftedLine key={by.id} hold={hold} why={by.why} who={nameOf(by.author)} />
      ))}
    </Box>
  );
}

function LiftedLine({ hold, why, who }: { hold: Hold; why: string; who: string }) {
  const { wording } = useJob();
  return (
    <chakra.p py="3px" fontSize="13px" color="quiet">
      {sayProblem(hold, wording)} {who} goes on: “{why}”
    </chakra.p>
  );
}
