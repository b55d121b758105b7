"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { standsByPoint, type RowResult } from "@/core/metrology/assess-row";
import type { Sheet } from "@/core/pack/compile-pack";
import { formatNumber } from "@/core/quantity/format-quantity";
import { markWords } from "@/words/words-for";
import { useJob } from "../job/JobContext";
import { shownMark } from "../job/PartTag";
import { ConformityMark, markColor } from "../parts/ConformityMark";
import { ReadingCell } from "./ReadingCell";
import { cellKey, type SheetHands } from "./use-sheet";

/** A column heading at the bench. */
export const Th = chakra("th", { base: { fontWeight: 400, fontSize: "13px", color: "quiet", textAlign: "left", px: "6px", pb: "4px", whiteSpace: "nowrap" } });

/** The answer to one line, and how much of it is still to be measured. */
export function VerdictCell({ governing, toGo, measured }: Pick<RowResult, "governing" | "measured"> & { toGo: number }) {
  const mark = shownMark(governing);
  const isOpen = mark === "cannot-tell";
  return (
    <Box color={markColor[mark]} fontSize="12px" lineHeight="16px" minWidth="94px">
      {measured > 0 && governing.limit && <ConformityMark mark={mark} />}
      {(!isOpen || toGo === 0) && <Box>{isOpen ? (governing.limit ? "cannot tell" : "no limit") : markWords[mark]}</Box>}
      {toGo > 0 && <Box color="quiet">{toGo} to go</Box>}
    </Box>
  );
}

/** The sheet at the bench: a line for each place, a cell for each point, what follows from them at the right. */
export function SheetTable({ sheet, hands }: { sheet: Sheet; hands: SheetHands }) {
  const { assessment, unitFor } = useJob();
  const { points } = sheet.feature;
  // Where the value that decides is none of the readings, it stands beside them.
  const worked = <T,>({ governing, derived }: { readonly governing: T; readonly derived: readonly T[] }): readonly T[] => (standsByPoint(sheet.feature.governing) ? derived : [governing, ...derived]);
  const cellOf = new Map(hands.cells.map((cell) => [cell.key, cell]));
  return (
    <Box overflowX="auto">
      <chakra.table width={points.length > 2 ? "100%" : "auto"} minWidth="420px" borderCollapse="collapse" aria-label={sheet.feature.title}>
        <thead>
          <chakra.tr borderBottomWidth="1px" borderColor="lineStrong">
            <Th><chakra.span srOnly>place</chakra.span></Th>
            {points.map((point) => <Th key={point.id} title={point.name} scope="col">{point.short}</Th>)}
            {worked(sheet.feature).map((item) => <Th key={item.id} title={item.name} scope="col" textAlign="right">{item.short}</Th>)}
            <Th scope="col">verdict</Th>
          </chakra.tr>
        </thead>
        <tbody>
          {sheet.rows.map(({ id, label, name }) => {
            const row = assessment.rows.get(id)!;
            const isScrapped = row.part !== null && assessment.teardown.crack.scrapped.has(row.part.id);
            return (
              <chakra.tr key={id} borderBottomWidth="1px" borderColor="line">
                <chakra.th scope="row" fontSize="18px" fontWeight={700} width="34px" px="6px" textAlign="left" title={isScrapped ? `${name}: scrapped` : name} color={isScrapped ? "out" : undefined} textDecoration={isScrapped ? "line-through" : undefined}>{label}</chakra.th>
                {points.map((point) => {
                  const key = cellKey(id, point.id);
                  return (
                    <chakra.td key={point.id} minWidth="86px" maxWidth="130px" p="0">
                      <ReadingCell cell={cellOf.get(key)!} draft={hands.draftOf(key)} isActive={hands.active.key === key} name={`${name}, ${point.name}`} acts={hands.acts} />
                    </chakra.td>
                  );
                })}
                {worked(row).map((result) => (
                  <chakra.td key={result.characteristic.id} textAlign="right" fontSize="14px" px="6px" fontVariantNumeric="tabular-nums" color={result.accepted === false ? "out" : "quiet"}>
                    {result.estimate ? formatNumber(result.estimate.value, unitFor(result.characteristic.unit)) : ""}
                  </chakra.td>
                ))}
                <chakra.td px="6px"><VerdictCell governing={row.governing} toGo={row.points.length - row.measured} measured={row.measured} /></chakra.td>
              </chakra.tr>
            );
          })}
        </tbody>
      </chakra.table>
      <Flex srOnly aria-live="polite">{hands.active.row.row.name}</Flex>
    </Box>
  );
}
