"use client";
import { readNumber, showNumber, type TypedNumber } from "@/core/quantity/number-in-unit";
import { unitById, type Unit } from "@/core/quantity/units";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "./JobContext";

/** How a number that is kept in one unit is shown and typed in the job's. */
export interface NumberIn {
  /** What it is shown in, and taken in where nobody types a unit. */
  readonly unit: Unit;
  readonly show: (value: number) => string;
  readonly read: (text: string) => TypedNumber | { readonly wrong: string };
}

/**
 * A number of an entry that is kept in a unit of its own: shown and typed in the job's, in whatever spelling.
 *
 * @param id  the unit it is kept in, as packs and entries write it
 */
export function useNumberIn(): (id: string) => NumberIn {
  const { unitFor, wording } = useJob();
  return (id) => {
    const own = unitById(id)!;
    const unit = unitFor(id);
    return {
      unit,
      show: (value) => showNumber(value, own, unit),
      read: (text) => {
        const read = readNumber(text, own, unit);
        return read.ok ? read.value : { wrong: sayProblem(read.problems[0]!, wording) };
      },
    };
  };
}
