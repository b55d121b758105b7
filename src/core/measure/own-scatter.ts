import type { Job, Occasion, Reading } from "../entry/fold";
import { groupBy } from "../group";
import { tQuantile } from "../numeric/student-t";
import { estimate, type Estimate } from "../quantity/estimate";
import { figuresOf } from "./assumed-gauge";

/** Coverage of every expanded uncertainty: two standard deviations of a normal distribution. */
const coverage = 0.9545;

/**
 * Coverage factor for a mean whose scatter is known from a few repeats only: a Student t quantile, far above 2.
 *
 * @param repeats  n, at least 2
 * @source  JCGM 100:2008, G.3 (from memory)
 * @example  coverageForRepeats(3) // 4.53
 */
export const coverageForRepeats = (repeats: number): number => tQuantile((1 + coverage) / 2, repeats - 1);

export interface OwnScatter {
  readonly repeats: number;
  /** Sample standard deviation of the repeats. */
  readonly deviation: number;
  readonly coverage: number;
  /** U of their mean if nothing but these repeats were known. */
  readonly expanded: number;
  /** Scatter so far beyond the gauge's pooled repeatability that chance alone explains it in one case of a hundred or fewer. */
  readonly exceedsPooled: boolean;
}

/** 99th percentiles of chi-squared over its degrees of freedom, for 1 to 9 degrees. Abramowitz and Stegun, table 26.8 (from memory). */
const chiSquaredOver = [6.635, 4.605, 3.782, 3.319, 3.017, 2.802, 2.639, 2.511, 2.407];

/**
 * What a few repeats of one point say of their own scatter, beside the repeatability pooled for the gauge. Null for
 * fewer than two.
 *
 * @param values  repeats of one point in one occasion
 * @param pooled  the gauge's repeatability, as a standard deviation
 */
export function ownScatter(values: readonly number[], pooled: number): OwnScatter | null {
  const repeats = values.length;
  if (repeats < 2) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / repeats;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (repeats - 1);
  const bound = chiSquaredOver[Math.min(repeats - 1, chiSquaredOver.length) - 1]!;
  const factor = coverageForRepeats(repeats);
  return {
    repeats,
    deviation: Math.sqrt(variance),
    coverage: factor,
    expanded: (factor * Math.sqrt(variance)) / Math.sqrt(repeats),
    exceedsPooled: variance > bound * pooled ** 2,
  };
}

/** What a person said of a scatter; null where nobody did, or two said different things. */
export type ScatterIs = "form" | "gauge" | null;

/** Scatter that is not the gauge's usual one, as a reading carries it. */
export interface Scatter {
  readonly deviation: number;
  readonly degrees: number;
  /** What knows of it together. */
  readonly pool: string;
  /** The gauge had it in setting its zero too. */
  readonly isGauge: boolean;
}

type At = Pick<Reading, "occasion" | "part" | "feature" | "point">;
const placeOf = ({ occasion, part, feature, point }: At) => `${occasion}:${part}:${feature}:${point}`;

/**
 * Repeats of one point that scatter beyond their gauge: more than chance alone makes of its pooled repeatability, or of the
 * step of its display, in one case of a hundred. Gaps between two blades do not repeat like that. Null where they do not.
 */
export function beyondGauge(readings: readonly Reading[], { gauge }: Occasion): OwnScatter | null {
  const values = readings.flatMap(({ value, half }) => (half === undefined ? [value] : []));
  const own = ownScatter(values, Math.max(figuresOf(gauge).repeatability, gauge.resolution / Math.sqrt(12)));
  return own?.exceedsPooled ? own : null;
}

/** What people said of scatter: of each place, and of the gauges of whole occasions. */
export interface ScattersSaid {
  readonly of: (at: At) => ScatterIs;
  readonly gauges: ReadonlyMap<string, Scatter>;
  /** All of it that bears on some readings, to compare. */
  readonly key: (readings: readonly At[]) => string;
}

const nothingSaid: ScattersSaid = { of: () => null, gauges: new Map(), key: () => "" };

export function scattersSaid({
  scattersSaid: said,
  readings,
  occasions,
}: Pick<Job, "scattersSaid" | "readings" | "occasions">): ScattersSaid {
  if (said.length === 0) return nothingSaid;
  const byPlace = new Map(
    [...groupBy(said, placeOf)].map(([place, all]) => {
      const [first, ...others] = new Set(all.map((each) => each.is));
      return [place, others.length > 0 ? null : first!] as const;
    }),
  );
  const gauges = new Map<string, Scatter>();
  for (const [place, here] of groupBy(readings, placeOf)) {
    if (byPlace.get(place) !== "gauge") continue;
    const occasion = here[0]!.occasion;
    const own = beyondGauge(here, occasions.get(occasion)!);
    const known = gauges.get(occasion);
    if (own && !(known && known.deviation >= own.deviation))
      gauges.set(occasion, {
        deviation: own.deviation,
        degrees: own.repeats - 1,
        pool: `scatter:${place}`,
        isGauge: true,
      });
  }
  const of = (at: At) => byPlace.get(placeOf(at)) ?? null;
  return {
    of,
    gauges,
    key: (all) => all.map((at) => `${of(at) ?? ""}${gauges.get(at.occasion)?.deviation ?? ""}`).join(),
  };
}

/**
 * How the repeats of one point scatter, where that is not as their gauge usually does, and what is added for the form of the
 * part. Scatter that nobody explained is taken for what it is, known from so few repeats; form is anywhere in that spread,
 * and does not average out; a gauge that scatters did so everywhere in its occasion.
 */
export function scatterAt(
  readings: readonly Reading[],
  occasion: Occasion,
  said: ScattersSaid,
): {
  readonly own: OwnScatter | null;
  readonly is: ScatterIs;
  readonly scatter: Scatter | null;
  readonly form: Estimate | null;
} {
  const own = beyondGauge(readings, occasion);
  const ofGauge = said.gauges.get(occasion.occasion) ?? null;
  if (!own) return { own, is: null, scatter: ofGauge, form: null };
  const at = readings[0]!;
  const [is, place, degrees] = [said.of(at), placeOf(at), own.repeats - 1];
  const pool = `scatter:${place}`;
  if (is === "form") {
    const source = `form:${place}`;
    return {
      own,
      is,
      scatter: ofGauge,
      form: estimate(0, [[source, own.deviation]], new Map([[source, { pool, degrees }]])),
    };
  }
  return {
    own,
    is,
    scatter: is === "gauge" ? ofGauge : { deviation: own.deviation, degrees, pool, isGauge: false },
    form: null,
  };
}
