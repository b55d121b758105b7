"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import type { Verdict } from "@/core/evidence/verdict";
import type { Candidate } from "@/core/match/ends";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { candidateName } from "./candidate-name";

const sources = ["this engine", "a donor", "the shelf", "a box", "bought"] as const;
type Source = (typeof sources)[number];
const sourceOf = ({ part }: Candidate): Source =>
  part === null
    ? "bought"
    : ({ engine: "this engine", donor: "a donor", shelf: "the shelf", supplier: "a box" } as const)[part.origin];

/** Of every place for which there is more than one part: where they are from, and what their own evidence says of each. */
export function SourceTable({
  places,
  pins,
  own,
  onPin,
}: {
  readonly places: readonly (readonly [slot: string, candidates: readonly Candidate[]])[];
  readonly pins: ReadonlyMap<string, number>;
  readonly own: (candidate: Candidate) => Verdict;
  readonly onPin: (slot: string, option: number) => void;
}) {
  const { pack, assessment, mayDecide, wording } = useJob();
  const { inPlace } = assessment.match;
  const columns = sources.filter((source) =>
    places.some(([, all]) => all.some((candidate) => sourceOf(candidate) === source)),
  );
  return (
    <Box overflowX="auto" mt="10px" tabIndex={0} role="region" aria-label="Places and where their parts can come from">
      <chakra.table width="100%" fontSize="14px" borderCollapse="collapse">
        <thead>
          <chakra.tr textAlign="left" color="quiet" fontSize="13px">
            <chakra.th fontWeight={400} py="4px" pr="12px">
              place
            </chakra.th>
            {columns.map((source) => (
              <chakra.th key={source} fontWeight={400} py="4px" pr="12px">
                {source}
              </chakra.th>
            ))}
          </chakra.tr>
        </thead>
        <tbody>
          {places.map(([slot, all]) => (
            <chakra.tr
              key={slot}
              verticalAlign="top"
              borderTopWidth="1px"
              borderTopStyle="dotted"
              borderColor="lineStrong"
            >
              <chakra.th textAlign="left" fontWeight={600} py="8px" pr="12px" minWidth="120px">
                {capital(pack.slots.get(slot)!.name)}
              </chakra.th>
              {columns.map((source) => (
                <chakra.td key={source} py="6px" pr="12px" minWidth="130px">
                  {all.map((candidate, option) => {
                    if (sourceOf(candidate) !== source) return null;
                    const { allowed, reasons } = own(candidate);
                    const said = reasons.map((reason) => sayProblem(reason, wording));
                    return (
                      <Flex key={option} direction="column" align="flex-start" gap="2px" mb="4px">
                        <Chip
                          isOn={pins.get(slot) === option}
                          disabled={!mayDecide}
                          onClick={() => onPin(slot, option)}
                        >
                          {candidateName(candidate)}
                          {inPlace.get(slot) === candidate ? " · in place" : ""}
                          {allowed === false ? " · refused" : ""}
                        </Chip>
                        {allowed !== true && (
                          <chakra.span
                            fontSize="12px"
                            maxWidth="240px"
                            lineClamp={2}
                            color={allowed === false ? "out" : "quiet"}
                            title={said.join(" ")}
                          >
                            {said[0] ?? (allowed === false ? "refused by its evidence" : "not judged to its end yet")}
                          </chakra.span>
                        )}
                      </Flex>
                    );
                  })}
                </chakra.td>
              ))}
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  );
}
