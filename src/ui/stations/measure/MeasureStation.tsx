"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useCallback, useDeferredValue, useMemo, useState, type ClipboardEvent } from "react";
import type { Assessment } from "@/core/assessment";
import type { JointSheet, Sheet } from "@/core/pack/compile-pack";
import { isByThumb } from "@/core/pack/rules-of-thumb";
import type { Characteristic } from "@/core/pack/schema";
import { capital } from "@/words/capital";
import { sayLimit, sayRef } from "@/words/say-option";
import { useKeys } from "../../keys/use-keys";
import { useInAddress } from "../../job/address";
import { useInHand, useJob, useMeasuring } from "../../job/JobContext";
import { EmptyStation } from "../../job/EmptyStation";
import { StationLayout } from "../../job/StationLayout";
import { FaceTable, gridOf } from "./FaceTable";
import { GaugeBar } from "./GaugeBar";
import { occasionFor } from "@/core/measure/occasion-for";
import { Word } from "../../job/Glossary";
import { PaperLink } from "../../job/PaperLink";
import { Below } from "../../kit/Below";
import { focusWhenFree } from "../../kit/focus-when-free";
import { late } from "../../kit/late";
import { QuietButton } from "../../kit/SayWhy";
import { isJointSheet, sheetGroups, type AnySheet } from "./sheet-groups";
import { SheetTable } from "./SheetTable";
import { SheetTabs } from "./SheetTabs";
import { useSheet, type Draft, type DraftState } from "./use-sheet";

// Whoever comes to measure types first: what is said and drawn of it comes right after the sheet.
const MeasureTag = late(async () => (await import("./MeasureTag")).MeasureTag);
const JointTag = late(async () => (await import("../../job/PartTag")).JointTag);
const Pictures = late(async () => (await import("./pictures/Pictures")).Pictures);
const BandPlot = late(async () => (await import("./BandPlot")).BandPlot);
const JointTable = late(async () => (await import("./JointTable")).JointTable);
const GaugeSetup = late(async () => (await import("./GaugeSetup")).GaugeSetup);
const PasteDialog = late(async () => (await import("./PasteDialog")).PasteDialog);
const PlanDialog = late(async () => (await import("./PlanDialog")).PlanDialog);
const FiguresDialog = late(async () => (await import("./figures/FiguresDialog")).FiguresDialog);

/** The limits of a sheet with their source, said in its heading. */
function LimitsLine({
  of: {
    name,
    limits: { new: fresh, reassembly },
    unit: unitId,
  },
}: {
  of: Characteristic;
}) {
  const { unitFor, wording } = useJob();
  const unit = unitFor(unitId);
  const ref = reassembly?.ref ?? fresh?.ref;
  return (
    <chakra.p fontSize="14px" color="quiet">
      {!fresh && !reassembly ? "The pack has no limit for this alone." : `${capital(name)}: `}
      {fresh && `new ${sayLimit(fresh, unit)}`}
      {fresh && reassembly && " · "}
      {reassembly && (
        <>
          {isByThumb(reassembly) ? "rule of thumb" : <Word of="reassembly-limit">reassembly</Word>}{" "}
          {sayLimit(reassembly, unit)}
        </>
      )}
      {(fresh || reassembly) && ` ${unit.symbol}`}
      {ref && (
        <>
          {" "}
          ·{" "}
          <chakra.span textDecoration="underline dotted" textUnderlineOffset="3px">
            {sayRef(ref, wording.sources)}
          </chakra.span>
        </>
      )}
    </chakra.p>
  );
}

function SheetSurface({
  sheet,
  drafts,
  onChoose,
  onPlan,
  onFigures,
}: {
  sheet: Sheet;
  drafts: DraftState;
  onChoose: (sheet: AnySheet) => void;
  onPlan: () => void;
  onFigures: () => void;
}) {
  const { assessment } = useJob();
  const { job, rows } = useMeasuring();
  const occasion = occasionFor(job, sheet.feature);
  const hands = useSheet(sheet, occasion, drafts);
  const [settingUp, setSettingUp] = useState(false);
  const [pasted, setPasted] = useState<string | null>(null);
  const row = hands.active.row;
  /** One figure goes into the cell; several are a table. */
  const onPaste = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData("text/plain");
    if (!/[\t\n\r]/u.test(text.trim())) return;
    event.preventDefault();
    setPasted(text);
  };

  const setUp = useCallback(() => setSettingUp(true), []);
  useKeys({ g: setUp, t: () => setPasted("") }, !settingUp && pasted === null);

  // What a key in a cell does not change is not drawn again for it: the same elements as before.
  const { point } = hands.active.point;
  // Whoever goes on to the next row sees at once what the one before came to, and then what the new one asks for.
  const tagged = rows.get(useDeferredValue(row.row.id))!;
  const aside = useMemo(
    () => (
      <Below>
        <MeasureTag sheet={sheet} row={tagged} point={point} />
      </Below>
    ),
    [tagged, sheet, point],
  );
  const tabs = useMemo(
    () => (
      <SheetTabs chosen={sheet} onChoose={onChoose}>
        <QuietButton onClick={onPlan}>what next</QuietButton>
        <QuietButton onClick={() => setPasted("")}>paste</QuietButton>
        <QuietButton onClick={onFigures}>figures</QuietButton>
        <PaperLink paper="measuring" about={{ sheet: sheet.id }}>
          on paper
        </PaperLink>
      </SheetTabs>
    ),
    [sheet, onChoose, onPlan, onFigures],
  );
  // A picture is of all rows, and drawn when there is time: the table and the tag say what was just read.
  const drawn = assessment.rows.get(tagged.row.id)!;
  const pictures = useMemo(
    () => (
      <Below>
        <Pictures sheet={sheet} row={drawn} />
      </Below>
    ),
    [sheet, drawn],
  );

  return (
    <>
      <StationLayout aside={aside} bar={<GaugeBar sheet={sheet} hands={hands} occasion={occasion} onSetUp={setUp} />}>
        <Flex align="baseline" columnGap="14px" wrap="wrap">
          <Heading as="h1" fontSize="22px">
            {sheet.feature.title}
          </Heading>
          <LimitsLine of={sheet.feature.governing} />
        </Flex>
        {tabs}
        <Box onPaste={onPaste}>
          {gridOf(sheet.feature) ? (
            <FaceTable sheet={sheet} hands={hands} />
          ) : (
            <SheetTable sheet={sheet} hands={hands} />
          )}
        </Box>
        {pictures}
      </StationLayout>
      {pasted !== null && (
        <PasteDialog
          sheet={sheet}
          occasion={occasion}
          start={{ row: row.row.id, point: hands.active.point.point }}
          text={pasted}
          onClose={() => setPasted(null)}
        />
      )}
      {settingUp && (
        <GaugeSetup
          sheet={sheet}
          occasion={occasion}
          onClose={() => {
            setSettingUp(false);
            focusWhenFree(hands.activeInput);
          }}
          returnTo={hands.activeInput}
        />
      )}
    </>
  );
}

function JointSurface({
  sheet,
  onChoose,
  onFigures,
}: {
  sheet: JointSheet;
  onChoose: (sheet: AnySheet) => void;
  onFigures: () => void;
}) {
  const { assessment, unitFor, chooseRow } = useJob();
  const { row } = useInHand();
  const chosen =
    sheet.rows.find((each) => each.id === row) ??
    sheet.rows.find((each) => assessment.joints.get(each.id)!.accepted === false) ??
    sheet.rows[0]!;
  const { joint } = sheet;
  return (
    <StationLayout
      aside={
        <Below>
          <JointTag joint={assessment.joints.get(chosen.id)!} />
        </Below>
      }
    >
      <Flex align="baseline" columnGap="14px" wrap="wrap">
        <Heading as="h1" fontSize="22px">
          {joint.title}
        </Heading>
        <LimitsLine of={joint.governing} />
      </Flex>
      <SheetTabs chosen={sheet} onChoose={onChoose}>
        <QuietButton onClick={onFigures}>figures</QuietButton>
      </SheetTabs>
      <JointTable sheet={sheet} chosen={chosen.id} onChoose={chooseRow} />
      <Box hideBelow="md">
        <BandPlot
          title={joint.title}
          limits={joint.governing.limits}
          unit={unitFor(joint.governing.unit)}
          groups={sheet.rows.map(({ id, label }) => {
            const { governing, derived } = assessment.joints.get(id)!;
            return {
              id,
              label,
              values: [
                governing,
                ...derived.filter((each) => each.characteristic.unit === governing.characteristic.unit),
              ],
            };
          })}
        />
      </Box>
    </StationLayout>
  );
}

const isOpen = (sheet: Sheet, { rows }: Assessment) =>
  sheet.rows.some((row) => rows.get(row.id)!.measured < sheet.feature.points.length);

/** Where readings are taken. */
export function MeasureStation() {
  const { pack } = useJob();
  if (pack.sheets.length === 0)
    return (
      <EmptyStation title="Nothing to measure">
        The pack of this family names no feature with a limit. Parts are judged by eye at Strip; keep to the
        maker&apos;s manual for sizes.
      </EmptyStation>
    );
  return <Sheets />;
}

function Sheets() {
  const { pack, assessment, chooseRow } = useJob();
  const { row } = useInHand();
  const all = useMemo(() => sheetGroups(pack).flatMap(({ sheets }) => sheets), [pack]);
  // A row chosen elsewhere (on the map, by find) brings its sheet along; a sheet chosen here stays until then.
  const [sheetId, setSheetId] = useInAddress("sheet");
  const ofRow = row === null ? undefined : all.find((sheet) => sheet.rows.some((each) => each.id === row));
  const sheet =
    all.find((each) => each.id === sheetId) ??
    ofRow ??
    pack.sheets.find((each) => isOpen(each, assessment)) ??
    pack.sheets[0]!;
  const drafts = useState<ReadonlyMap<string, Draft>>(new Map());
  const [open, setOpen] = useState<"plan" | "figures" | null>(null);

  const go = useCallback(
    (next: AnySheet) => {
      setSheetId(next.id);
      chooseRow(null);
    },
    [chooseRow, setSheetId],
  );
  const toPlan = useCallback(() => setOpen("plan"), []);
  const toFigures = useCallback(() => setOpen("figures"), []);
  const turn = (by: 1 | -1) => go(all[(all.indexOf(sheet) + by + all.length) % all.length]!);
  useKeys({ PageDown: () => turn(1), PageUp: () => turn(-1), p: toPlan, f: toFigures }, open === null);
  const dialog = (
    <>
      {open === "plan" && <PlanDialog onClose={() => setOpen(null)} />}
      {open === "figures" && <FiguresDialog onClose={() => setOpen(null)} />}
    </>
  );

  if (isJointSheet(sheet))
    return (
      <>
        <JointSurface sheet={sheet} onChoose={go} onFigures={toFigures} />
        {dialog}
      </>
    );
  return (
    <>
      <SheetSurface key={sheet.id} sheet={sheet} drafts={drafts} onChoose={go} onPlan={toPlan} onFigures={toFigures} />
      {dialog}
    </>
  );
}
