"use client";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { aboutOf, type Hold } from "@/core/holds";
import type { Station } from "@/core/stations";
import { sayProblem } from "@/words/say-problem";
import { HoldMark } from "../kit/HoldMark";
import { SmallInput } from "../kit/SmallInput";
import { useJob } from "./JobContext";

/** A hold in words; a lead may go past one that is not known rather than contradicted, and says why. */
function HoldLine({ hold }: { hold: Hold }) {
  const { wording, mayDecide, append } = useJob();
  const [why, setWhy] = useState<string | null>(null);
  const lift = (event: FormEvent) => {
    event.preventDefault();
    if (why?.trim()) append("hold-lifted", { hold: hold.code, about: aboutOf(hold), why: why.trim() });
  };
  return (
    <Box py="4px" fontSize="14px">
      <chakra.span display="inline-block" verticalAlign="-2px" mr="6px">
        <HoldMark kind={hold.kind} />
      </chakra.span>
      {sayProblem(hold, wording)}
      {hold.passable && mayDecide && why === null && (
        <chakra.button
          type="button"
          ml="8px"
          fontSize="13px"
          color="quiet"
          textDecoration="underline"
          textUnderlineOffset="3px"
          cursor="pointer"
          _hover={{ color: "ink" }}
          onClick={() => setWhy("")}
        >
          go on all the same
        </chakra.button>
      )}
      {why !== null && (
        <chakra.form onSubmit={lift} mt="4px">
          <Flex gap="6px">
            <SmallInput
              value={why}
              onChange={(event) => setWhy(event.currentTarget.value)}
              placeholder="why that is right here"
              aria-label="Why work goes on"
              autoFocus
              flex="1"
            />
            <Button
              type="submit"
              size="sm"
              variant="outline"
              borderColor="lineStrong"
              color="ink"
              disabled={why.trim() === ""}
            >
              Go on
            </Button>
            <Button size="sm" variant="ghost" onClick={() => setWhy(null)}>
              Leave it
            </Button>
          </Flex>
        </chakra.form>
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
