import { problem, type Problem } from "../problem";
import type { Feature } from "../pack/schema";

const near = (ratio: number, factor: number) => Math.abs(ratio / factor - 1) < 0.05;

const slips: readonly (readonly [code: string, factor: number])[] = [
  ["ten-times-too-large", 10],
  ["ten-times-too-small", 0.1],
  ["hundred-times-too-large", 100],
  ["hundred-times-too-small", 0.01],
  ["inches-taken-for-mm", 1 / 25.4],
  ["mm-taken-for-inches", 25.4],
];

/**
 * Whether a reading makes sense for its feature: asked at once, while the gauge is still in the part.
 * Sizes are held against the new size; a small quantity (run-out, depth) against ten times its limit.
 * Common practice, no source.
 *
 * @returns  what to ask the person, or null when the reading is plausible
 */
export function questionReading(valueMm: number, { governing }: Feature): Problem | null {
  const { new: fresh, reassembly } = governing.limits;
  const expected = ((fresh?.min ?? fresh?.max ?? 0) + (fresh?.max ?? fresh?.min ?? 0)) / 2;
  const bound = Math.max(Math.abs(reassembly?.max ?? 0), Math.abs(reassembly?.min ?? 0));
  const ask = (code: string) => problem("notice", code, [], { valueMm, expectedMm: expected || bound });
  // What a form is fitted to may lie on either side of where the dial was set.
  if ("fit" in governing.expr) return bound > 0 && Math.abs(valueMm) > 20 * bound ? ask("far-from-size") : null;
  if (governing.nonNegative && valueMm < 0) return ask("negative");
  const isSize = fresh?.min !== undefined && fresh.min > 1;
  if (isSize) {
    const ratio = valueMm / expected;
    const slip = slips.find(([, factor]) => near(ratio, factor));
    if (slip) return ask(slip[0]);
    return Math.abs(ratio - 1) > 0.05 ? ask("far-from-size") : null;
  }
  return bound > 0 && Math.abs(valueMm) > 10 * bound ? ask("far-from-size") : null;
}

/** What lies around a reading that was just taken. */
export interface Around {
  /** What was read at the same point of other parts, and at other points of this one: sizes of the same kind. */
  readonly fellows: readonly number[];
  /** The readings before it on this part, and those at the same points of the part before, newest last. */
  readonly here: readonly number[];
  readonly before: readonly number[];
  /** Width of the way from new to the limit, or of the drawing band. */
  readonly wayMm: number;
}

const medianOf = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
};

/**
 * Whether a reading fits what was read around it: far from its fellows, or the last part's figures over again.
 * Asked while the gauge is still in the part; it is never dropped. Common practice, no source.
 */
export function questionAround(valueMm: number, { fellows, here, before, wayMm }: Around): Problem | null {
  const same = [...here, valueMm];
  // One figure alike is chance; two points in a row, to the last digit, are a gauge that was not moved.
  if (same.length >= 2 && before.length >= same.length && same.every((value, at) => value === before[at]) && new Set(same).size > 1) return problem("notice", "last-part-again", [], { valueMm });
  if (fellows.length < 4) return null;
  const middle = medianOf(fellows);
  const spread = 1.4826 * medianOf(fellows.map((value) => Math.abs(value - middle)));
  return Math.abs(valueMm - middle) > Math.max(10 * spread, 3 * wayMm) ? problem("notice", "far-from-fellows", [], { valueMm, expectedMm: middle }) : null;
}
