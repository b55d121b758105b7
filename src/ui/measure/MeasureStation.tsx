"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Sheet } from "@/core/pack/compile-pack";
import { sayLimit, sayRef } from "@/words/say-option";
import { Cautions } from "../job/Cautions";
import { useJob } from "../job/JobContext";
import { PartTag } from "../job/PartTag";
import { StationLayout } from "../job/StationLayout";
import { BandPlot } from "./BandPlot";
import { GaugeBar } from "./GaugeBar";
import { GaugeSetup } from "./GaugeSetup";
import { occasionFor } from "./occasion-for";
import { ReasonsOwed } from "./ReasonsOwed";
import { SheetTable } from "./SheetTable";
import { useSheet, type Draft, type DraftState } from "./use-sheet";

/** The limits of a sheet with their source, said in its heading. */
function Limits({ sheet }: { sheet: Sheet }) {
  const { unit, wording } = useJob();
  const { new: fresh, reassembly } = sheet.feature.governing.limits;
  const parts = [fresh && `new ${sayLimit(fresh, unit)}`, reassembly && `reassembly ${sayLimit(reassembly, unit)} ${unit.symbol}`].filter(Boolean);
  const ref = reassembly?.ref ?? fresh?.ref;
  return (
    <chakra.p fontSize="14px" color="quiet">
      {parts.length > 0 ? parts.join(" · ") : "The pack has no limit for this."}
      {ref && <> · <chakra.span textDecoration="underline dotted" textUnderlineOffset="3px">{sayRef(ref, wording.sources)}</chakra.span></>}
    </chakra.p>
  );
}

function Tabs({ chosen, onChoose }: { chosen: Sheet; onChoose: (sheet: Sheet) => void }) {
  const { pack, assessment } = useJob();
  return (
    <Flex as="nav" aria-label="Sheets" gap="4px" mt="12px" mb="8px" wrap="wrap">
      {pack.sheets.map((sheet) => {
        const done = sheet.rows.reduce((sum, row) => sum + assessment.rows.get(row.id)!.measured, 0);
        const total = sheet.rows.length * sheet.feature.points.length;
        const isHere = sheet === chosen;
        return (
          <chakra.button
            key={sheet.id} type="button" onClick={() => onChoose(sheet)} aria-current={isHere ? "true" : undefined}
            px="12px" minHeight="40px" borderRadius="7px" borderWidth="1px" borderColor={isHere ? "lineStrong" : "transparent"} bg={isHere ? "raised" : undefined}
            color={isHere ? "ink" : "quiet"} fontSize="14px" cursor="pointer" _hover={{ color: "ink" }}
          >
            {sheet.feature.title} <chakra.span fontSize="12px" color="quiet" fontVariantNumeric="tabular-nums">{done}/{total}</chakra.span>
          </chakra.button>
        );
      })}
    </Flex>
  );
}

function SheetSurface({ sheet, drafts, onChoose }: { sheet: Sheet; drafts: DraftState; onChoose: (sheet: Sheet) => void }) {
  const { assessment, unit } = useJob();
  const occasion = occasionFor(assessment.job, sheet.feature);
  const hands = useSheet(sheet, occasion, drafts);
  const [settingUp, setSettingUp] = useState(false);
  const row = hands.active.row;

  // G is for the gauge, except where letters are being typed: a draft may end in “kg”, and be told that it makes no sense.
  const isTyping = hands.draftOf(hands.active.key) !== undefined;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== "g" || event.ctrlKey || event.metaKey || event.altKey || isTyping) return;
      const field = event.target instanceof Element ? event.target.closest("input, textarea, select") : null;
      if (field && !field.closest("table")) return;
      event.preventDefault();
      setSettingUp(true);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [isTyping]);

  return (
    <>
      <StationLayout
        aside={<PartTag row={row}><ReasonsOwed /><Cautions station="measure" partClass={sheet.partClass.id} /></PartTag>}
        bar={<GaugeBar sheet={sheet} hands={hands} occasion={occasion} onSetUp={() => setSettingUp(true)} />}
      >
        <Flex align="baseline" columnGap="14px" wrap="wrap">
          <Heading as="h1" fontSize="22px">{sheet.feature.title}</Heading>
          <Limits sheet={sheet} />
        </Flex>
        <Tabs chosen={sheet} onChoose={onChoose} />
        <SheetTable sheet={sheet} hands={hands} />
        <Box hideBelow="md"><BandPlot sheet={sheet} rows={sheet.rows.map(({ id }) => assessment.rows.get(id)!)} unit={unit} /></Box>
      </StationLayout>
      {settingUp && <GaugeSetup sheet={sheet} occasion={occasion} onClose={() => setSettingUp(false)} returnTo={hands.activeInput} />}
    </>
  );
}

/** Where readings are taken. */
export function MeasureStation() {
  const { pack, assessment, row } = useJob();
  const [sheetId, setSheetId] = useState(() => {
    const chosen = row ? pack.sheets.find((sheet) => sheet.rows.some((each) => each.id === row)) : undefined;
    const open = pack.sheets.find((sheet) => sheet.rows.some((each) => assessment.rows.get(each.id)!.measured < sheet.feature.points.length));
    return (chosen ?? open ?? pack.sheets[0]!).id;
  });
  const sheet = pack.sheets.find((each) => each.id === sheetId)!;
  const drafts = useState<ReadonlyMap<string, Draft>>(new Map());
  return <SheetSurface key={sheet.id} sheet={sheet} drafts={drafts} onChoose={(next) => setSheetId(next.id)} />;
}
