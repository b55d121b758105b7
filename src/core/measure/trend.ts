import { groupBy } from "../group";
import { evaluateExpr } from "../pack/evaluate-expr";
import type { Feature } from "../pack/schema";
import { exact } from "../quantity/estimate";

/** One visit of an engine, and its hours since new then where they were known. */
export interface Visit {
  readonly stream: string;
  readonly name: string;
  readonly engine: string | null;
  readonly openedAt: string;
  readonly hours: number | null;
}

/** A reading as it was taken at some visit. */
export interface PastReading {
  readonly stream: string;
  readonly point: string;
  readonly value: number;
  readonly takenAt: string;
}

/** What the governing value of a place was at one visit: as read, in core units. */
export interface TrendPoint {
  readonly visit: Visit;
  readonly value: number;
}

/**
 * The governing value of one place at each visit, from the newest reading at each of its points; visits at which
 * a point is missing say nothing. Oldest first.
 */
export function trendOf(
  { points, governing }: Pick<Feature, "points" | "governing">,
  readings: readonly PastReading[],
  visits: readonly Visit[],
  facts: ReadonlyMap<string, number>,
): TrendPoint[] {
  const at = groupBy(readings, (reading) => reading.stream);
  return visits
    .flatMap((visit): TrendPoint[] => {
      const newest = new Map<string, PastReading>();
      for (const reading of at.get(visit.stream) ?? []) {
        const known = newest.get(reading.point);
        if (!known || reading.takenAt > known.takenAt) newest.set(reading.point, reading);
      }
      const measured = new Map([...newest].map(([point, { value }]) => [point, exact(value)] as const));
      const { estimate, missing } = evaluateExpr(governing.expr, { points, measured, facts, refs: new Map() });
      return estimate && missing.length === 0 ? [{ visit, value: estimate.value }] : [];
    })
    .sort((a, b) => (a.visit.openedAt < b.visit.openedAt ? -1 : 1));
}

/** What changed between two visits, and over how many hours where both knew them. */
export interface Change {
  readonly from: Visit;
  readonly to: Visit;
  /** Signed, towards wear. */
  readonly worn: number;
  readonly hours: number | null;
}

/** From each visit of one engine to its next. */
export const changesAlong = (trend: readonly TrendPoint[], wearsTowards: Feature["wearsTowards"]): Change[] =>
  trend.slice(1).map((now, at) => {
    const then = trend[at]!;
    const hours = now.visit.hours === null || then.visit.hours === null ? null : now.visit.hours - then.visit.hours;
    return {
      from: then.visit,
      to: now.visit,
      worn: (now.value - then.value) * (wearsTowards === "larger" ? 1 : -1),
      hours: hours !== null && hours > 0 ? hours : null,
    };
  });

/** Share of other engines that had worn less than a value; null where there are too few to say anything. */
export function rankAmong(
  value: number,
  others: readonly TrendPoint[],
  wearsTowards: Feature["wearsTowards"],
): number | null {
  if (others.length < 5) return null;
  return (
    others.filter((other) => (wearsTowards === "larger" ? other.value < value : other.value > value)).length /
    others.length
  );
}
