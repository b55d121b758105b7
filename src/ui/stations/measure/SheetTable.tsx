"use client";
import { Box, chakra } from "@chakra-ui/react";
import { memo, useEffect, useRef, useState } from "react";
import type { Feature } from "@/core/pack/schema";
import { standsByPoint, type RowResult } from "@/core/measure/assess-row";
import type { Sheet } from "@/core/pack/compile-pack";
import { formatNumber } from "@/core/quantity/format-quantity";
import { markWords } from "@/words/words-for";
import { useJob, useMeasuring } from "../../job/JobContext";
import { ConformityMark, markColor, shownMark } from "../../kit/ConformityMark";
import { BenchTable } from "./BenchTable";
import { ReadingCell } from "./ReadingCell";
import { cellsOf, type Acts, type Cell, type Draft, type SheetHands } from "./use-sheet";

const Answer = chakra("div", {
  base: { fontSize: "12px", lineHeight: "16px", minWidth: "94px", "& > [data-to-go]": { color: "quiet" } },
});

/** The answer to one line, and how much of it is still to be measured. */
export function VerdictCell({
  governing,
  toGo,
  measured,
}: Pick<RowResult, "governing" | "measured"> & { toGo: number }) {
  const mark = shownMark(governing);
  const isOpen = mark === "cannot-tell";
  return (
    <Answer color={markColor[mark]}>
      {measured > 0 && governing.limit && <ConformityMark mark={mark} />}
      {(!isOpen || toGo === 0) && (
        <div>{isOpen ? (governing.limit ? "cannot tell" : "no limit") : markWords[mark]}</div>
      )}
      {toGo > 0 && <div data-to-go="">{toGo} to go</div>}
    </Answer>
  );
}

/** Where the value that decides is none of the readings, it stands beside them with what else is worked out. */
const worked = <T,>(
  { governing }: Feature,
  of: { readonly governing: T; readonly derived: readonly T[] },
): readonly T[] => (standsByPoint(governing) ? of.derived : [of.governing, ...of.derived]);

interface RowProps {
  readonly row: RowResult;
  readonly cells: readonly Cell[];
  /** By cell, in order. */
  readonly drafts: readonly (Draft | undefined)[];
  readonly activeKey: string | null;
  readonly isScrapped: boolean;
  readonly acts: Acts;
}

const isSameRow = (a: RowProps, b: RowProps) =>
  a.row === b.row &&
  a.cells === b.cells &&
  a.activeKey === b.activeKey &&
  a.isScrapped === b.isScrapped &&
  a.acts === b.acts &&
  a.drafts.every((draft, at) => draft === b.drafts[at]);

/** One place at the bench. A key in one place leaves the others as they are drawn. */
const SheetRow = memo(function SheetRow({ row, cells, drafts, activeKey, isScrapped, acts }: RowProps) {
  const { unitFor } = useJob();
  const {
    label,
    name,
    at: { feature },
  } = row.row;
  return (
    <tr>
      <th scope="row" title={isScrapped ? `${name}: scrapped` : name} data-scrapped={isScrapped ? "" : undefined}>
        {label}
      </th>
      {cells.map((cell, at) => (
        <td key={cell.key} data-reading="">
          <ReadingCell
            cell={cell}
            draft={drafts[at]}
            isActive={activeKey === cell.key}
            name={`${name}, ${feature.points[at]!.name}`}
            acts={acts}
          />
        </td>
      ))}
      {worked(feature, row).map((result) => (
        <td key={result.characteristic.id} data-figure={result.accepted === false ? "out" : ""}>
          {result.estimate ? formatNumber(result.estimate.value, unitFor(result.characteristic.unit)) : ""}
        </td>
      ))}
      <td data-verdict="">
        <VerdictCell governing={row.governing} toGo={row.points.length - row.measured} measured={row.measured} />
      </td>
    </tr>
  );
}, isSameRow);

const SheetHead = memo(function SheetHead({ feature }: { feature: Feature }) {
  return (
    <thead>
      <tr>
        <th>
          <chakra.span srOnly>place</chakra.span>
        </th>
        {feature.points.map((point) => (
          <th key={point.id} title={point.name} scope="col">
            {point.short}
          </th>
        ))}
        {worked(feature, feature).map((item) => (
          <th key={item.id} title={item.name} scope="col" data-figure="">
            {item.short}
          </th>
        ))}
        <th scope="col" data-verdict="">
          verdict
        </th>
      </tr>
    </thead>
  );
});

/** What the line came to that was read through last, for who does not see it: said once, when it is known. */
function useJustFound(sheet: Sheet, rows: ReadonlyMap<string, RowResult>): string {
  const { unitFor } = useJob();
  const before = useRef(rows);
  const [found, say] = useState("");
  useEffect(() => {
    const now = sheet.rows
      .map(({ id }) => ({ now: rows.get(id)!, was: before.current.get(id) }))
      .findLast(({ now, was }) => was && now.measured > was.measured && now.measured === now.points.length)?.now;
    before.current = rows;
    if (!now) return;
    const { characteristic, estimate } = now.governing;
    const value = estimate ? `${formatNumber(estimate.value, unitFor(characteristic.unit))}, ` : "";
    const mark = shownMark(now.governing);
    say(`${now.row.name}: ${value}${mark === "cannot-tell" ? "cannot tell" : markWords[mark]}`);
  }, [sheet, rows, unitFor]);
  return found;
}

/** The sheet at the bench: a line for each place, a cell for each point, what follows from them at the right. */
export function SheetTable({ sheet, hands }: { sheet: Sheet; hands: SheetHands }) {
  const { assessment } = useJob();
  const { rows } = useMeasuring();
  const { points } = sheet.feature;
  const found = useJustFound(sheet, rows);
  return (
    <Box overflowX="auto">
      <BenchTable width={points.length > 2 ? "100%" : "auto"} minWidth="420px" aria-label={sheet.feature.title}>
        <SheetHead feature={sheet.feature} />
        <tbody>
          {sheet.rows.map(({ id }) => {
            const row = rows.get(id)!;
            const cells = cellsOf(row);
            const isScrapped = row.part !== null && assessment.crack.scrapped.has(row.part.id);
            return (
              <SheetRow
                key={id}
                row={row}
                cells={cells}
                drafts={cells.map(({ key }) => hands.draftOf(key))}
                activeKey={hands.active.row.row.id === id ? hands.active.key : null}
                isScrapped={isScrapped}
                acts={hands.acts}
              />
            );
          })}
        </tbody>
      </BenchTable>
      <chakra.p srOnly role="status" aria-label="What was just found">
        {found}
      </chakra.p>
    </Box>
  );
}
