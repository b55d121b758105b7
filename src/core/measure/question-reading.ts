import { problem, type Problem } from "../problem/problem";
import type { Feature } from "../pack/schema";
import { unitById } from "../quantity/units";

const near = (ratio: number, factor: number) => Math.abs(ratio / factor - 1) < 0.05;

/** What a person is asked about a reading that makes little sense. */
export type Question = Extract<
  Problem,
  {
    readonly code:
      | "ten-times-too-large"
      | "ten-times-too-small"
      | "hundred-times-too-large"
      | "hundred-times-too-small"
      | "inches-taken-for-mm"
      | "mm-taken-for-inches"
      | "far-from-size"
      | "far-from-fellows"
      | "last-part-again"
      | "negative";
  }
>;

type AboutSize = Exclude<Question["code"], "last-part-again">;

const slips: readonly (readonly [code: AboutSize, factor: number])[] = [
  ["ten-times-too-large", 10],
  ["ten-times-too-small", 0.1],
  ["hundred-times-too-large", 100],
  ["hundred-times-too-small", 0.01],
];
const slipsOfLengths: typeof slips = [...slips, ["inches-taken-for-mm", 1 / 25.4], ["mm-taken-for-inches", 25.4]];

/** Shares of what is expected by which a reading may differ: of a size that a drawing gives, and of what a new part reads about here. */
const sizeShare = 0.05;
const aboutShare = 0.25;

/** Whether it lies between the least and the greatest that a part may have by the book, new or worn: that is no slip. */
function isWithinLimits(value: number, { expr, limits, unit: own }: Feature["governing"], unit: string): boolean {
  if (!("reduce" in expr) || expr.reduce === "range" || unitById(own)?.dimension !== unitById(unit)?.dimension)
    return false;
  const all = [limits.new, limits.reassembly, limits.inService];
  const [lows, highs] = [all.flatMap((limit) => limit?.min ?? []), all.flatMap((limit) => limit?.max ?? [])];
  return lows.length > 0 && highs.length > 0 && value >= Math.min(...lows) && value <= Math.max(...highs);
}

/** Whether it is worn past its limit the usual way, by no more than half of what the limit allows: that is no slip. Common practice, no source. */
function isWorn(value: number, { governing: { limits }, wearsTowards }: Feature): boolean {
  const grows = wearsTowards === "larger";
  const bounds = (of: "min" | "max") => [limits.reassembly, limits.inService].flatMap((limit) => limit?.[of] ?? []);
  const start = grows ? (limits.new?.max ?? limits.new?.min) : (limits.new?.min ?? limits.new?.max);
  const stops = bounds(grows ? "max" : "min");
  if (start === undefined || stops.length === 0) return false;
  const stop = grows ? Math.max(...stops) : Math.min(...stops);
  const share = (value - start) / (stop - start);
  return stop !== start && share >= 0 && share <= 1.5;
}

/**
 * Whether a reading makes sense for its point: asked at once, while the gauge is still in the part. It is held
 * against what a new part reads at that point where the pack says so, or against the new size; a small quantity
 * (run-out, depth) against ten times its limit. Common practice, no source.
 *
 * @returns  what to ask the person, or null when the reading is plausible
 */
export function questionReading(value: number, feature: Feature, pointId: string): Question | null {
  const { governing, unit, points } = feature;
  const isLength = unitById(unit)?.dimension === "length";
  const { new: fresh, reassembly } = governing.limits;
  const ask = (code: AboutSize, expected: number) => problem(code, [], { value, expected, unit });
  const farFrom = (expected: number, share: number) => {
    const ratio = value / expected;
    const slip = (isLength ? slipsOfLengths : slips).find(([, factor]) => near(ratio, factor));
    if (slip) return ask(slip[0], expected);
    return Math.abs(ratio - 1) > share ? ask("far-from-size", expected) : null;
  };
  if (isWithinLimits(value, governing, unit) || isWorn(value, feature)) return null;
  const nominal = points.find((point) => point.id === pointId)?.nominal;
  if (nominal !== undefined && nominal !== 0) return farFrom(nominal, aboutShare);
  // Of readings of another kind than the limits (a length of chain, a stretch in percent) the limits say nothing.
  if (unitById(governing.unit)?.dimension !== unitById(unit)?.dimension) return null;
  const expected = ((fresh?.min ?? fresh?.max ?? 0) + (fresh?.max ?? fresh?.min ?? 0)) / 2;
  const bound = Math.max(Math.abs(reassembly?.max ?? 0), Math.abs(reassembly?.min ?? 0));
  // What a form is fitted to may lie on either side of where the dial was set.
  if ("fit" in governing.expr) return bound > 0 && Math.abs(value) > 20 * bound ? ask("far-from-size", bound) : null;
  if (governing.nonNegative && value < 0) return ask("negative", expected || bound);
  const isSize = fresh?.min !== undefined && (isLength ? fresh.min > 1 : fresh.min > 0);
  if (isSize) return farFrom(expected, isLength ? sizeShare : aboutShare * 2);
  return bound > 0 && Math.abs(value) > 10 * bound ? ask("far-from-size", expected || bound) : null;
}

/** What lies around a reading that was just taken. */
export interface Around {
  /** What was read at the same point of other parts, and at other points of this one: sizes of the same kind. */
  readonly fellows: readonly number[];
  /** The readings before it on this part, and those at the same points of the part before, newest last. */
  readonly here: readonly number[];
  readonly before: readonly number[];
  /** Width of the way from new to the limit, or of the drawing band. */
  readonly way: number;
  /** What the readings are of. */
  readonly unit: string;
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
export function questionAround(value: number, { fellows, here, before, way, unit }: Around): Question | null {
  const same = [...here, value];
  // One figure alike is chance; two points in a row, to the last digit, are a gauge that was not moved.
  if (
    same.length >= 2 &&
    before.length >= same.length &&
    same.every((value, at) => value === before[at]) &&
    new Set(same).size > 1
  )
    return problem("last-part-again", [], { value, unit });
  if (fellows.length < 4) return null;
  const middle = medianOf(fellows);
  const spread = 1.4826 * medianOf(fellows.map((value) => Math.abs(value - middle)));
  return Math.abs(value - middle) > Math.max(10 * spread, 3 * way)
    ? problem("far-from-fellows", [], { value, expected: middle, unit })
    : null;
}
