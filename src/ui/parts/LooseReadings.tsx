"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { RowResult } from "@/core/measure/assess-row";
import { occasionFor } from "@/core/measure/occasion-for";
import { readingEntries, readTyped } from "@/core/measure/take-reading";
import type { PartInHand } from "@/core/parts/assess-parts";
import { formatNumber } from "@/core/quantity/format-quantity";
import { problem, type Problem } from "@/core/problem/problem";
import { capital } from "@/words/capital";
import { phaseWords } from "@/words/words-for";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../job/JobContext";
import { PlaceLink } from "../job/places";
import { SmallInput } from "../kit/SmallInput";
import { usePad } from "../kit/use-pad";

/** One point of a part in no slot: what was read, or where it is typed. */
function Point({ row, point }: { row: RowResult; point: RowResult["points"][number] }) {
  const { assessment, append, mayWrite, unitFor, wording } = useJob();
  const [text, setText] = useState<string | null>(null);
  const [found, setFound] = useState<Problem | null>(null);
  const unit = unitFor(row.feature.unit);
  const spec = row.feature.points.find(({ id }) => id === point.point)!;
  const take = () => {
    if (text === null || text.trim() === "") return;
    const occasion = occasionFor(assessment.job, row.feature);
    if (!occasion) return setFound(problem("no-gauge", [row.row.id]));
    const read = readTyped(text, { feature: row.feature }, point.point, unit, null);
    if (!read.ok) return setFound(read.problems[0]!);
    const { question } = read.value;
    if (question && found?.code !== question.code) return setFound(question);
    const { strikes, reading } = readingEntries(assessment.job, row, point.point, occasion, read.value, "value");
    if (strikes.length > 0) append("entry-struck", { strikes: [...strikes] });
    append("reading-taken", reading);
    setText(null);
    setFound(null);
  };
  const { inputMode } = usePad(unit.id);
  const shown = point.estimate ? formatNumber(point.readings.at(-1)!.value, unit) : "";
  return (
    <Box>
      <chakra.label fontSize="12px" color="quiet" display="block">
        {spec.short}
        <SmallInput
          display="block"
          width="96px"
          value={text ?? shown}
          inputMode={inputMode}
          maxLength={40}
          disabled={!mayWrite}
          wrong={found !== null}
          aria-label={`${row.row.at.feature.name}, ${spec.name}`}
          onChange={(event) => setText(event.currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter") take();
          }}
          onBlur={take}
        />
      </chakra.label>
      {found && (
        <chakra.p role="alert" fontSize="12px" color="near" maxWidth="240px">
          {sayProblem(found, wording)}
          {"expected" in found.params ? " Enter once more keeps it." : ""}
        </chakra.p>
      )}
    </Box>
  );
}

/** The readings of a part that is in no slot, with the gauge that was set up at Measure last. */
export function LooseReadings({ of }: { of: PartInHand }) {
  const { assessment } = useJob();
  const rows = of.rows.filter(({ points }) => points.length > 0);
  if (rows.length === 0) return null;
  return (
    <Box mt="12px" role="group" aria-label={`Readings of ${of.part.tag}`}>
      {rows.map((row) => {
        const occasion = occasionFor(assessment.job, row.feature);
        return (
          <Box key={row.row.id} mt="8px">
            <Flex gap="10px" align="baseline" wrap="wrap">
              <chakra.span fontSize="14px" fontWeight={600}>
                {capital(row.row.at.place?.name ?? row.feature.name)}
              </chakra.span>
              <chakra.span fontSize="12px" color="quiet">
                {occasion ? (
                  `${occasion.gauge.name}, ${phaseWords[occasion.phase]}`
                ) : (
                  <PlaceLink to="measure" color="emberInk" textDecoration="underline">
                    set a gauge up at Measure first
                  </PlaceLink>
                )}
              </chakra.span>
            </Flex>
            <Flex gap="8px" wrap="wrap" mt="2px">
              {row.points.map((point) => (
                <Point key={`${point.point} ${point.readings.at(-1)?.id ?? ""}`} row={row} point={point} />
              ))}
            </Flex>
          </Box>
        );
      })}
    </Box>
  );
}
