"use client";
import { Box, Button, Dialog, Flex, Portal, Textarea, chakra } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Occasion } from "@/core/entry/fold";
import {
  guessColumns,
  planImport,
  readTable,
  type ColumnUse,
  type Comma,
  type SaidLines,
} from "@/core/measure/import-readings";
import { readingEntries } from "@/core/measure/take-reading";
import type { Sheet } from "@/core/pack/compile-pack";
import { sayProblem } from "@/words/say-problem";
import { Chip } from "../../kit/Chip";
import { useJob } from "../../job/JobContext";
import { PastePreview } from "./PastePreview";

interface Props {
  readonly sheet: Sheet;
  readonly occasion: Occasion | null;
  /** Where the person stood. */
  readonly start: { readonly row: string; readonly point: string };
  /** What was pasted into a cell. */
  readonly text: string;
  readonly onClose: () => void;
}

const shownProblems = 6;

/** What a person says of one line: a row, null to leave it out, or nothing to have it as it was. */
function sayLine(said: SaidLines, at: number, row: string | null): SaidLines {
  const next = new Map(said);
  if (row === "") next.delete(at);
  else next.set(at, row);
  return next;
}

/** Readings out of a spreadsheet or a CSV file: what each column is, what comes of it, and only then into the job. */
export function PasteDialog({ sheet, occasion, start, text: pasted, onClose }: Props) {
  const { assessment, append, unitFor, wording, mayWrite } = useJob();
  const [text, setText] = useState(pasted);
  const [chosen, setChosen] = useState<readonly ColumnUse[] | null>(null);
  const [said, setSaid] = useState<SaidLines>(new Map());
  const [keepOdd, setKeepOdd] = useState(false);
  const { feature } = sheet;
  const unit = unitFor(feature.unit);
  const rows = useMemo(
    () =>
      sheet.rows.map((row) => ({
        id: row.id,
        name: row.name,
        names: [row.label, row.name, row.slot.id, assessment.rows.get(row.id)?.part?.tag ?? row.label],
      })),
    [sheet, assessment],
  );
  const [comma, setComma] = useState<Comma | null>(null);
  const table = useMemo(() => readTable(text, comma), [text, comma]);
  const columns = useMemo(() => chosen ?? guessColumns(table, feature, rows), [chosen, table, feature, rows]);
  const plan = useMemo(
    () => planImport(table, columns, { feature, rows, unit, start }, said),
    [table, columns, feature, rows, unit, start, said],
  );
  // Nothing is taken while nobody said what its commas are.
  const taken = table.isCommaUnclear ? [] : plan.readings.filter((reading) => keepOdd || !reading.question);
  const odd = plan.readings.filter((reading) => reading.question);

  const take = () => {
    for (const { row: id, point, line: _, ...typed } of taken) {
      const row = assessment.rows.get(id)!;
      if (!row.part || !occasion) continue;
      const { strikes, reading } = readingEntries(assessment.job, row, point, occasion, typed, "value");
      if (strikes.length > 0) append("entry-struck", { strikes: [...strikes] });
      append("reading-taken", reading);
    }
    onClose();
  };
  /** Another table: what was said of the one before is not said of it. */
  const begin = (content: string) => {
    setText(content);
    setChosen(null);
    setComma(null);
    setSaid(new Map());
  };
  const load = (file: File | undefined) => void file?.text().then(begin);

  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="xl">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" maxWidth="900px">
            <Dialog.Header pb="0">
              <Dialog.Title>{feature.title}: readings from a table</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Flex gap="12px" align="flex-start" wrap="wrap">
                <Textarea
                  value={text}
                  onChange={(event) => begin(event.currentTarget.value)}
                  aria-label="The table"
                  placeholder="Paste from a spreadsheet, with or without headings; figures with decimal point or comma, units as they are."
                  flex="1"
                  minWidth="260px"
                  height="84px"
                  fontSize="13px"
                  borderColor="lineStrong"
                />
                <chakra.label
                  display="inline-flex"
                  alignItems="center"
                  minHeight="40px"
                  px="14px"
                  borderWidth="1px"
                  borderColor="lineStrong"
                  borderRadius="8px"
                  cursor="pointer"
                  fontSize="14px"
                  position="relative"
                >
                  CSV file
                  <chakra.input
                    type="file"
                    accept=".csv,.txt,.tsv,text/csv,text/plain"
                    srOnly
                    onChange={(event) => load(event.currentTarget.files?.[0])}
                  />
                </chakra.label>
              </Flex>
              {(table.isCommaUnclear || comma !== null) && (
                <Flex
                  role="group"
                  aria-label="What a comma is"
                  gap="8px"
                  align="center"
                  wrap="wrap"
                  mt="10px"
                  fontSize="14px"
                >
                  {" "}
                  {/* prettier-ignore */}
                  <chakra.span color={comma === null ? "near" : "quiet"}>
                    A comma here is either a decimal point or the end of a column:
                  </chakra.span>
                  <Chip isOn={comma === "decimal"} onClick={() => (setComma("decimal"), setChosen(null))}>
                    a decimal point
                  </Chip>
                  <Chip isOn={comma === "columns"} onClick={() => (setComma("columns"), setChosen(null))}>
                    two columns
                  </Chip>
                </Flex>
              )}
              {table.rows.length > 0 && (
                <PastePreview
                  table={table}
                  columns={columns}
                  plan={plan}
                  rows={rows}
                  feature={feature}
                  onColumn={(at, use) => setChosen(columns.map((column, index) => (index === at ? use : column)))}
                  onLine={(at, row) => setSaid(sayLine(said, at, row))}
                />
              )}
              <Box mt="10px" fontSize="14px" role="status" aria-label="What comes of it">
                {plan.problems.slice(0, shownProblems).map((found, at) => (
                  <chakra.p key={at} color="out">
                    {found.path[0] !== undefined && !found.code.startsWith("import-")
                      ? `Line ${String(found.path[0])}: `
                      : ""}
                    {sayProblem(found, wording)}
                  </chakra.p>
                ))}
                {plan.problems.length > shownProblems && (
                  <chakra.p color="out">and {plan.problems.length - shownProblems} more</chakra.p>
                )}
                {odd.slice(0, shownProblems).map(({ line, question }, at) => (
                  <chakra.p key={at} color="near">
                    Line {line}: {sayProblem(question!, wording)}
                  </chakra.p>
                ))}
                {plan.missing.length > 0 && plan.missing.length < feature.points.length && (
                  <chakra.p color="quiet">Not in the table: {plan.missing.join(", ")}.</chakra.p>
                )}
                {!occasion && (
                  <chakra.p color="near">Set up the gauge first: every reading is taken with one.</chakra.p>
                )}
              </Box>
              {odd.length > 0 && (
                <chakra.label display="inline-flex" gap="8px" alignItems="center" minHeight="36px" fontSize="14px">
                  <input
                    type="checkbox"
                    checked={keepOdd}
                    onChange={(event) => setKeepOdd(event.currentTarget.checked)}
                  />{" "}
                  keep the {odd.length} that look wrong
                </chakra.label>
              )}
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="ghost" onClick={onClose}>
                Leave it
              </Button>
              <Button
                bg="ember"
                color="onEmber"
                fontWeight={700}
                disabled={taken.length === 0 || !occasion || !mayWrite}
                onClick={take}
              >
                Take {taken.length} {taken.length === 1 ? "reading" : "readings"}
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
