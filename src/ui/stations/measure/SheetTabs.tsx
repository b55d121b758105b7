"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Assessment } from "@/core/assessment";
import { useJob } from "../../job/JobContext";
import { isJointSheet, sheetGroups, titleOf, type AnySheet } from "./sheet-groups";

/** How much of a sheet is there: readings of a feature, or places of a joint that can be worked out. */
function progressOf(sheet: AnySheet, { rows, joints }: Assessment): { done: number; total: number } {
  if (isJointSheet(sheet))
    return { done: sheet.rows.filter((row) => joints.get(row.id)!.accepted !== null).length, total: sheet.rows.length };
  return {
    done: sheet.rows.reduce((sum, row) => sum + rows.get(row.id)!.measured, 0),
    total: sheet.rows.length * sheet.feature.points.length,
  };
}

/** A row of tabs with the looks of all of them: written at each they would be a good part of the time that a sheet takes to come. */
const Tabs = chakra("nav", {
  base: {
    display: "flex",
    ml: "-6px",
    "& button": {
      whiteSpace: "nowrap",
      px: "6px",
      minHeight: { base: "40px", md: "32px" },
      borderRadius: "7px",
      borderWidth: "1px",
      borderColor: "transparent",
      color: "quiet",
      fontSize: "13px",
      cursor: "pointer",
      _hover: { color: "ink" },
    },
    "& button[data-small]": { px: "9px", minHeight: { base: "40px", md: "28px" } },
    "& button[aria-current]": { borderColor: "lineStrong", bg: "raised", color: "ink" },
    "& button > span": { fontSize: "11px", color: "quiet", fontVariantNumeric: "tabular-nums" },
    "& button > span[data-done]": { color: "sound" },
  },
});

/** Of a kind of part only what is still to do is told, of a sheet how far it is. */
function Tab({
  isHere,
  onChoose,
  small = false,
  progress,
  children,
}: {
  isHere: boolean;
  onChoose: () => void;
  small?: boolean;
  progress: { done: number; total: number };
  children: ReactNode;
}) {
  const toGo = progress.total - progress.done;
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-current={isHere ? "true" : undefined}
      data-small={small ? "" : undefined}
    >
      {children}{" "}
      {toGo === 0 ? (
        <span data-done="" aria-label={`all ${progress.total}`}>
          ✓
        </span>
      ) : small ? (
        <span>
          {progress.done}/{progress.total}
        </span>
      ) : (
        <span title={`${toGo} of ${progress.total} to go`}>{toGo}</span>
      )}
    </button>
  );
}

/** The way between sheets: kinds of parts in a row, and below it the sheets of the kind in hand, where it has several. */
export function SheetTabs({
  chosen,
  onChoose,
  children,
}: {
  chosen: AnySheet;
  onChoose: (sheet: AnySheet) => void;
  children?: ReactNode;
}) {
  const { pack, assessment } = useJob();
  const groups = sheetGroups(pack);
  const here = groups.find((group) => group.sheets.includes(chosen))!;
  const sum = (sheets: readonly AnySheet[]) =>
    sheets
      .map((sheet) => progressOf(sheet, assessment))
      .reduce((all, { done, total }) => ({ done: all.done + done, total: all.total + total }), { done: 0, total: 0 });
  const firstOpen = (sheets: readonly AnySheet[]) =>
    sheets.find((sheet) => {
      const { done, total } = progressOf(sheet, assessment);
      return done < total;
    }) ?? sheets[0]!;
  return (
    <>
      <Tabs aria-label="Kinds of parts" mt="6px" overflowX="auto">
        {groups.map((group) => (
          <Tab
            key={group.id}
            isHere={group === here}
            onChoose={() => group !== here && onChoose(firstOpen(group.sheets))}
            progress={sum(group.sheets)}
          >
            {group.name}
          </Tab>
        ))}
      </Tabs>
      <Flex mt="2px" align="flex-start" direction={{ base: "column", md: "row" }}>
        {here.sheets.length > 1 && (
          <Tabs
            aria-label="Sheets"
            gap="1px"
            flexWrap={{ base: "nowrap", md: "wrap" }}
            overflowX={{ base: "auto", md: "visible" }}
            maxWidth="100%"
          >
            {here.sheets.map((sheet) => (
              <Tab
                key={sheet.id}
                small
                isHere={sheet === chosen}
                onChoose={() => onChoose(sheet)}
                progress={progressOf(sheet, assessment)}
              >
                {titleOf(sheet)}
              </Tab>
            ))}
          </Tabs>
        )}
        {children && (
          <Flex
            ml={{ base: "0", md: "auto" }}
            py={{ base: "8px", md: "0" }}
            flexShrink={0}
            gap={{ base: "18px", md: "12px" }}
          >
            {children}
          </Flex>
        )}
      </Flex>
      <Box height="2px" />
    </>
  );
}
