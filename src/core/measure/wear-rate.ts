import { normalCdf } from "../numeric/normal-cdf";
import { tCdf, tQuantile } from "../numeric/student-t";

/** What one place measured at one visit, in core units, and how many hours the engine had then. */
export interface VisitValue {
  readonly hours: number;
  readonly value: number;
  /** Standard uncertainty of the value. */
  readonly standard: number;
}

/** The straight line along which a place wears, and how well it is known. */
export interface WearRate {
  readonly visits: number;
  /** Hours at the last visit, and what the line has there. */
  readonly hours: number;
  readonly value: number;
  readonly valueVariance: number;
  /** Change for each hour, signed. */
  readonly perHour: number;
  readonly standard: number;
  /** Of the value at the last visit with the change for each hour. */
  readonly covariance: number;
  /** Degrees of freedom: many where the visits lie as near to the line as their own uncertainty says. */
  readonly degrees: number;
}

/**
 * The rate of wear by several visits: a straight line, each visit by its uncertainty. Visits that scatter more about the line than
 * they should make it as much less sure.
 *
 * @param visits  in any order
 * @returns       null for fewer than two different hours
 * @source        weighted least squares; JCGM 100:2008, H.3, for the line; Birge's ratio for what scatters beyond (from memory)
 * @example wearRate([{ hours: 0, value: 10, standard: 0.01 }, { hours: 1000, value: 9.9, standard: 0.01 }])!.perHour // -0.0001
 */
export function wearRate(visits: readonly VisitValue[]): WearRate | null {
  const last = Math.max(...visits.map(({ hours }) => hours));
  const weights = visits.map(({ standard }) => 1 / Math.max(standard, Number.MIN_VALUE ** 0.25) ** 2);
  const sum = (of: (visit: VisitValue) => number) => visits.reduce((so, visit, at) => so + weights[at]! * of(visit), 0);
  // About the last visit: there the line is wanted.
  const x = ({ hours }: VisitValue) => hours - last;
  const [n, sx, sy] = [sum(() => 1), sum(x), sum(({ value }) => value)];
  const [middleX, middleY] = [sx / n, sy / n];
  const spread = sum((visit) => (x(visit) - middleX) ** 2);
  if (visits.length < 2 || !(spread > 0)) return null;
  const perHour = sum((visit) => (x(visit) - middleX) * (visit.value - middleY)) / spread;
  const value = middleY - perHour * middleX;
  const left = sum((visit) => (visit.value - value - perHour * x(visit)) ** 2);
  const free = visits.length - 2;
  const birge = free > 0 ? left / free : 0;
  const scale = Math.max(1, birge);
  return {
    visits: visits.length,
    hours: last,
    value,
    valueVariance: scale * (1 / n + middleX ** 2 / spread),
    perHour,
    standard: Math.sqrt(scale / spread),
    covariance: (-scale * middleX) / spread,
    degrees: birge > 1 ? free : Infinity,
  };
}

/** What a place will be so many hours on, with its variance; the next hours may wear otherwise than those behind, by a share. */
const aheadOf = (rate: WearRate, hours: number, scatter: number) => ({
  value: rate.value + rate.perHour * hours,
  variance:
    rate.valueVariance +
    2 * hours * rate.covariance +
    hours ** 2 * (rate.standard ** 2 + (scatter * rate.perHour) ** 2),
});

/**
 * How likely a place is to be inside its limit so many hours on.
 *
 * @param sign     1 where it wears larger, -1 where it wears smaller
 * @param scatter  how far the next hours may wear otherwise than those behind, relative, standard
 */
export function chanceByRate(rate: WearRate, limit: number, sign: 1 | -1, hours: number, scatter: number): number {
  const { value, variance } = aheadOf(rate, hours, scatter);
  const away = (sign * (limit - value)) / Math.sqrt(variance);
  return rate.degrees === Infinity ? normalCdf(away) : tCdf(away, rate.degrees);
}

/** Between what a rate lies for 95 %, for each hour. */
export function rateInterval({ perHour, standard, degrees }: WearRate): readonly [number, number] {
  const factor = degrees === Infinity ? 2 : tQuantile(0.97725, degrees);
  return [perHour - factor * standard, perHour + factor * standard];
}
