"use client";
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type Dispatch,
  type SetStateAction,
} from "react";
import type { Occasion } from "@/core/entry/fold";
import type { PointResult, RowResult } from "@/core/measure/assess-row";
import { aroundOf, readingEntries, readTyped, whyNoReading } from "@/core/measure/take-reading";
import type { Sheet } from "@/core/pack/compile-pack";
import { problem, type Problem } from "@/core/problem/problem";
import { useInHand, useJob, useMeasuring } from "../../job/JobContext";
import { typeLikeAGauge } from "./type-like-a-gauge";
import { useSimulatedGauge } from "./use-simulated-gauge";

export interface Cell {
  readonly key: string;
  readonly row: RowResult;
  readonly point: PointResult;
}

/** What stands in a cell and is not a reading yet. */
export interface Draft {
  readonly text: string;
  /** What is wrong with it, or what is asked about it. */
  readonly found: Problem | null;
}

/** Drafts by cell, kept while the person looks at other sheets. */
export type DraftState = readonly [ReadonlyMap<string, Draft>, Dispatch<SetStateAction<ReadonlyMap<string, Draft>>>];

/** What the cell of a point shows: as read, the mean of its repeats, in mm; null where nothing is read. */
export const asRead = ({ readings }: PointResult): number | null =>
  readings.length === 0 ? null : readings.reduce((sum, reading) => sum + reading.value, 0) / readings.length;

export const cellKey = (row: string, point: string): string => `${row} ${point}`;

/** What a person does at a sheet. The same functions for as long as the sheet is open, so that cells need not be drawn again. */
export interface Acts {
  readonly focus: (key: string) => void;
  readonly type: (key: string, text: string) => void;
  /** Makes a reading of what stands in the active cell, and goes on to the next empty one. */
  readonly take: (as: "value" | "repeat") => void;
  readonly cancel: () => void;
  readonly strike: () => void;
  /** Lets the simulated gauge send what it reads, where there is one. */
  readonly send: () => void;
  readonly move: (rows: number, points: number) => void;
  readonly register: (key: string, input: HTMLInputElement | null) => void;
}

export interface SheetHands {
  readonly cells: readonly Cell[];
  readonly active: Cell;
  readonly draftOf: (key: string) => Draft | undefined;
  /** Whether a simulated gauge is in hand. */
  readonly isSimulated: boolean;
  /** The field of the active cell. */
  readonly activeInput: () => HTMLInputElement | null;
  readonly acts: Acts;
}

type PutDraft = (key: string, draft: Draft | null) => void;

function usePutDraft([, setDrafts]: DraftState): PutDraft {
  return useCallback(
    (key, draft) => {
      setDrafts((before) => {
        const after = new Map(before);
        if (draft) after.set(key, draft);
        else after.delete(key);
        return after;
      });
    },
    [setDrafts],
  );
}

/** What the server refused goes back into the field it came from, with the reason. */
function useRefused(cells: readonly Cell[], putDraft: PutDraft): void {
  const { log, dismiss } = useJob();
  useEffect(() => {
    for (const { entry, problems } of log.refused) {
      const { part, feature: featureId, point, typed } = entry.payload as Record<string, string>;
      const cell =
        entry.type === "reading-taken"
          ? cells.find(
              (each) => each.row.part?.id === part && each.row.row.at.id === featureId && each.point.point === point,
            )
          : undefined;
      if (!cell) continue;
      putDraft(cell.key, { text: typed!, found: problems[0] ?? null });
      dismiss(entry.id);
    }
  }, [log.refused, cells, putDraft, dismiss]);
}

const cellsMade = new WeakMap<RowResult, readonly Cell[]>();

/** The cells of a row in the measuring order: the very same ones as long as the row is what it was. */
export function cellsOf(row: RowResult): readonly Cell[] {
  const made = cellsMade.get(row);
  if (made) return made;
  const cells = row.points.map((point): Cell => ({ key: cellKey(row.row.id, point.point), row, point }));
  cellsMade.set(row, cells);
  return cells;
}

/** The cells of a sheet in the measuring order. */
function useCells(sheet: Sheet): readonly Cell[] {
  const { rows } = useMeasuring();
  return useMemo(() => sheet.rows.flatMap(({ id }) => cellsOf(rows.get(id)!)), [sheet, rows]);
}

/** The hands at one sheet: which cell is active, what is typed into it, and what becomes of it. */
export function useSheet(sheet: Sheet, occasion: Occasion | null, drafts: DraftState): SheetHands {
  const { assessment, unitFor, append, mayWrite, me, chooseRow } = useJob();
  const { row: chosenRow } = useInHand();
  const { job, rows } = useMeasuring();
  const { feature } = sheet;
  const unit = unitFor(feature.unit);
  const width = feature.points.length;

  const cells = useCells(sheet);
  const isEmpty = ({ point }: Cell) => point.readings.length === 0;
  /** Where a reading is wanted: nobody measures what is scrapped. */
  const isWanted = (cell: Cell) => isEmpty(cell) && !assessment.crack.scrapped.has(cell.row.part?.id ?? "");
  /** The cell to begin with: in the row that was chosen elsewhere, or the first that is still empty. */
  const firstIn = (row: string | null) => {
    const mine = cells.filter((cell) => cell.row.row.id === row);
    return mine.find(isWanted) ?? mine[0];
  };
  const [activeKey, setActiveKey] = useState(() => (firstIn(chosenRow) ?? cells.find(isWanted) ?? cells[0]!).key);
  const inputs = useRef(new Map<string, HTMLInputElement>());

  const at = Math.max(
    0,
    cells.findIndex((cell) => cell.key === activeKey),
  );
  const active = cells[at]!;

  const putDraft = usePutDraft(drafts);
  useRefused(cells, putDraft);

  const rowOfActive = active.row.row.id;
  const [seenRow, setSeenRow] = useState(chosenRow);
  if (chosenRow !== seenRow) {
    setSeenRow(chosenRow);
    const target = chosenRow === rowOfActive ? undefined : firstIn(chosenRow);
    if (target) setActiveKey(target.key);
  }
  useEffect(() => chooseRow(rowOfActive), [rowOfActive, chooseRow]);

  const focus = useCallback((key: string) => {
    setActiveKey(key);
    const input = inputs.current.get(key);
    if (input && document.activeElement !== input) input.focus();
  }, []);
  const isFirst = useRef(true);
  useEffect(() => {
    // A sheet that has only just come takes nobody out of a dialog that was opened meanwhile.
    const isCovered = isFirst.current && document.querySelector("[role=dialog]") !== null;
    isFirst.current = false;
    if (!isCovered) inputs.current.get(activeKey)?.focus();
  }, [activeKey]);

  const complain = (text: string, found: Problem) => putDraft(active.key, { text, found });

  const take = (as: "value" | "repeat") => {
    const draft = drafts[0].get(active.key);
    const next =
      cells
        .slice(at + 1)
        .concat(cells.slice(0, at))
        .find(isWanted) ?? active;
    const { row, point } = active;
    if (!draft || draft.text.trim() === "") return focus(next.key);
    if (!mayWrite) return complain(draft.text, problem("forbidden", [], { role: me.role }));
    const why = whyNoReading(row, occasion);
    if (why || !occasion) return complain(draft.text, why!);
    const around = aroundOf(sheet, rows, row.row.id, point.point);
    const read = readTyped(draft.text, row, point.point, unit, around);
    if (!read.ok) return complain(draft.text, read.problems[0]!);
    const { question } = read.value;
    if (question && draft.found?.code !== question.code) return complain(draft.text, question);
    const { strikes, reading } = readingEntries(job, row, point.point, occasion, read.value, as);
    if (strikes.length > 0) append("entry-struck", { strikes: [...strikes] });
    append("reading-taken", reading);
    putDraft(active.key, null);
    if (as === "value") focus(next.key);
  };

  const strike = () => {
    if (isEmpty(active)) return;
    if (!mayWrite) return complain("", problem("forbidden", [], { role: me.role }));
    append("entry-struck", { strikes: active.point.readings.map((reading) => reading.id) });
  };

  const move = (rows: number, points: number) => {
    const target = at + rows * width + points;
    if (target >= 0 && target < cells.length) focus(cells[target]!.key);
  };

  const gauge = useSimulatedGauge(occasion);
  const send = async () => {
    const input = inputs.current.get(active.key);
    const typed = mayWrite ? (await gauge.coming)?.(active.row.row, active.point.point) : undefined;
    if (input && typed !== undefined) await typeLikeAGauge(input, typed);
  };

  const latest = useRef({ take, strike, move, send, cancel: () => {} });
  useLayoutEffect(() => {
    latest.current = { take, strike, move, send, cancel: () => putDraft(active.key, null) };
  });
  const acts = useMemo<Acts>(
    () => ({
      focus,
      take: (as) => latest.current.take(as),
      strike: () => latest.current.strike(),
      send: () => void latest.current.send(),
      move: (rows, points) => latest.current.move(rows, points),
      cancel: () => latest.current.cancel(),
      type: (key, text) => putDraft(key, { text, found: null }),
      register: (key, input) => {
        if (input) inputs.current.set(key, input);
        else inputs.current.delete(key);
      },
    }),
    [focus, putDraft],
  );

  return {
    cells,
    active,
    acts,
    isSimulated: gauge.here !== null,
    draftOf: (key) => drafts[0].get(key),
    activeInput: () => inputs.current.get(activeKey) ?? null,
  };
}
