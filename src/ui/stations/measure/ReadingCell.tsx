"use client";
import { hasTwoValues } from "@/core/measure/assess-row";
import { memo, useCallback, useLayoutEffect, useRef, type KeyboardEvent } from "react";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { otherUnit, unitById } from "@/core/quantity/units";
import { useJob } from "../../job/JobContext";
import { usePad } from "../../kit/use-pad";
import { HeatBar } from "./HeatBar";
import { asRead, type Acts, type Cell, type Draft } from "./use-sheet";

/** What a filled cell tells on hover: as typed, and in the other unit. */
function useHover({ point, row }: Cell): string | undefined {
  const { unitFor, nameOf } = useJob();
  const read = asRead(point);
  if (read === null) return undefined;
  const other = otherUnit(unitFor(row.row.at.feature.unit));
  const typed = point.readings.map(
    (reading) =>
      `${reading.typed}${/[a-zµ"″]/iu.test(reading.typed) ? "" : ` ${unitById(reading.unit)?.symbol ?? ""}`} by ${nameOf(reading.author)}`,
  );
  return `typed ${typed.join(", ")}${other ? `; ${formatNumber(read, other)} ${other.symbol}` : ""}`;
}

interface Props {
  readonly cell: Cell;
  readonly draft: Draft | undefined;
  readonly isActive: boolean;
  readonly name: string;
  readonly acts: Acts;
  /** Where the point lies, where no heading says it. */
  readonly caption?: string;
}

/** One reading: a field to type into, the figure as read, and how much of the wear it means. Drawn again only when it changes. It stands in a `BenchTable`. */
export const ReadingCell = memo(function ReadingCell({ cell, draft, isActive, name, acts, caption }: Props) {
  const { unitFor, log, mayWrite } = useJob();
  const { key, point } = cell;
  const unit = unitFor(cell.row.row.at.feature.unit);
  const isWaiting = point.readings.some((reading) => log.waiting.has(reading.id));
  const read = asRead(point);
  const shown = hasTwoValues(point) ? "two values" : read === null ? "" : formatNumber(read, unit);
  const hover = useHover(cell);

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const act = (work: () => void) => {
      event.preventDefault();
      work();
    };
    const untouched = draft === undefined;
    if (event.key === "Enter") act(() => acts.take(event.shiftKey ? "repeat" : "value"));
    else if (event.key === "Escape") act(acts.cancel);
    else if (event.key === "ArrowDown") act(() => acts.move(1, 0));
    else if (event.key === "ArrowUp") act(() => acts.move(-1, 0));
    else if (untouched && event.key === "ArrowRight") act(() => acts.move(0, 1));
    else if (untouched && event.key === "ArrowLeft") act(() => acts.move(0, -1));
    else if (untouched && event.key === " ") act(acts.send);
    else if (untouched && (event.key === "Backspace" || event.key === "Delete")) act(acts.strike);
  };

  const field = useRef<HTMLInputElement>(null);
  const register = useCallback(
    (input: HTMLInputElement | null) => {
      field.current = input;
      acts.register(key, input);
    },
    [acts, key],
  );
  // What stands there after a repeat is a result: the next figure takes its place, and is not typed behind it.
  const { inputMode } = usePad(unit.id);
  const isResult = draft === undefined;
  useLayoutEffect(() => {
    if (isResult && field.current && document.activeElement === field.current) field.current.select();
  }, [isResult, shown]);
  const alarmed = draft?.found ? "near" : hasTwoValues(point) ? "out" : null;
  return (
    <div data-cell={isActive ? "active" : ""} data-alarm={alarmed ?? undefined}>
      <input
        ref={register}
        data-untouched={draft === undefined ? "" : undefined}
        data-is={draft ? "draft" : isWaiting ? "waiting" : undefined}
        aria-label={name}
        aria-invalid={draft?.found ? true : undefined}
        aria-describedby={isActive ? "measure-says" : undefined}
        title={hover}
        value={draft ? draft.text : shown}
        placeholder="·"
        readOnly={!mayWrite && draft === undefined}
        inputMode={inputMode}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => acts.type(key, event.currentTarget.value)}
        onFocus={(event) => {
          acts.focus(key);
          event.currentTarget.select();
        }}
        onKeyDown={onKeyDown}
      />
      {point.wear ? <HeatBar wear={point.wear} /> : <div data-heat="" />}
      <div data-below="">
        {caption && <span>{caption}</span>}
        {point.expanded !== null && `± ${formatUncertainty(point.expanded, unit)}`}
        {point.readings.length > 1 && !hasTwoValues(point) && ` · ${point.readings.length}×`}
      </div>
    </div>
  );
});
