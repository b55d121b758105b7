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
import { questionAround, questionReading, type Around } from "@/core/measure/question-reading";
import type { Sheet } from "@/core/pack/compile-pack";
import { problem, type Problem } from "@/core/problem/problem";
import { parseReading } from "@/core/quantity/parse-quantity";
import { useJob } from "../../job/JobContext";
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

/** The hands at one sheet: which cell is active, what is typed into it, and what becomes of it. */
export function useSheet(sheet: Sheet, occasion: Occasion | null, [drafts, setDrafts]: DraftState): SheetHands {
  const { assessment, log, unitFor, append, mayWrite, me, row: chosenRow, chooseRow, dismiss } = useJob();
  const { feature } = sheet;
  const unit = unitFor(feature.unit);
  const width = feature.points.length;

  const cells = useMemo(
    () =>
      sheet.rows.flatMap(({ id }) => {
        const row = assessment.rows.get(id)!;
        return row.points.map((point): Cell => ({ key: cellKey(id, point.point), row, point }));
      }),
    [sheet, assessment],
  );
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

  const putDraft = useCallback(
    (key: string, draft: Draft | null) => {
      setDrafts((before) => {
        const after = new Map(before);
        if (draft) after.set(key, draft);
        else after.delete(key);
        return after;
      });
    },
    [setDrafts],
  );

  // What the server refused goes back into the field it came from, with the reason.
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
  useEffect(() => {
    inputs.current.get(activeKey)?.focus();
  }, [activeKey]);

  const complain = (text: string, found: Problem) => putDraft(active.key, { text, found });

  /** What was read around a point: as typed, in mm. */
  const aroundOf = (row: RowResult, point: string): Around => {
    const readOf = (of: RowResult | undefined, id: string) =>
      of?.part ? (of.points.find((each) => each.point === id)?.readings.at(-1)?.value ?? null) : null;
    const rowAt = sheet.rows.findIndex((each) => each.id === row.row.id);
    const last = rowAt > 0 ? assessment.rows.get(sheet.rows[rowAt - 1]!.id) : undefined;
    const index = feature.points.findIndex((each) => each.id === point);
    const upTo = feature.points.slice(0, index).map((each) => each.id);
    const all = (of: RowResult | undefined, ids: readonly string[]) => {
      const values = ids.map((id) => readOf(of, id));
      return values.every((each) => each !== null) ? (values as number[]) : [];
    };
    const { new: fresh, reassembly } = feature.governing.limits;
    const isForm = "fit" in feature.governing.expr;
    return {
      // A score is far from where there is none: what comes of an event has no fellows.
      fellows:
        isForm || feature.byEvent
          ? []
          : cells
              .filter((cell) => cell.row.row.id !== row.row.id || cell.point.point !== point)
              .flatMap((cell) => (cell.point.conflict ? [] : (cell.point.readings.at(-1)?.value ?? []))),
      here: isForm ? [] : all(row, upTo),
      before: isForm ? [] : all(last, [...upTo, point]),
      unit: feature.unit,
      way: Math.max(
        Math.abs((reassembly?.max ?? fresh?.max ?? 0) - (fresh?.min ?? 0)),
        Math.abs((fresh?.max ?? 0) - (reassembly?.min ?? fresh?.min ?? 0)),
      ),
    };
  };

  const take = (as: "value" | "repeat") => {
    const draft = drafts.get(active.key);
    const next =
      cells
        .slice(at + 1)
        .concat(cells.slice(0, at))
        .find(isWanted) ?? active;
    const { row, point } = active;
    if (!draft || draft.text.trim() === "") return focus(next.key);
    if (!mayWrite) return complain(draft.text, problem("forbidden", [], { role: me.role }));
    if (!row.part) return complain(draft.text, problem("no-part", [], { slot: row.row.slot.name }));
    if (!occasion) return complain(draft.text, problem("no-gauge"));

    const parsed = parseReading(draft.text, unit.dimension, unit);
    if (!parsed.ok) return complain(draft.text, parsed.problems[0]!);
    const { value, half, typed, unit: unitId } = parsed.value;
    const question = questionReading(value, feature, point.point) ?? questionAround(value, aroundOf(row, point.point));
    if (question && draft.found?.code !== question.code) return complain(draft.text, question);

    // A value typed over one of the same occasion corrects it; one of a new occasion is a new measurement.
    const over =
      as === "value"
        ? point.readings
            .filter((reading) => reading.occasion === occasion.occasion || point.conflict)
            .map((reading) => reading.id)
        : [];
    const rivals = new Set(
      assessment.job.conflicts.flatMap(({ successors }) =>
        successors.some((id) => over.includes(id)) ? successors : [],
      ),
    );
    const strikes = log.entries
      .filter((entry) => entry.type === "entry-struck" && rivals.has(entry.id))
      .map((entry) => entry.id);
    if (strikes.length > 0) append("entry-struck", { strikes });
    append("reading-taken", {
      occasion: occasion.occasion,
      part: row.part.id,
      feature: row.row.at.id,
      point: point.point,
      value,
      ...(half === undefined ? {} : { half }),
      typed,
      unit: unitId,
      ...(question ? { kept: question.code } : {}),
      ...(over.length > 0 ? { supersedes: over } : {}),
    });
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
  const send = () => {
    const input = inputs.current.get(active.key);
    const typed = mayWrite ? gauge?.(active.row.row, active.point.point) : undefined;
    if (input && typed !== undefined) void typeLikeAGauge(input, typed);
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
      send: () => latest.current.send(),
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
    isSimulated: gauge !== null,
    draftOf: (key) => drafts.get(key),
    activeInput: () => inputs.current.get(activeKey) ?? null,
  };
}
