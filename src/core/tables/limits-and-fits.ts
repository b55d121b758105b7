/**
 * Tolerances and fundamental deviations of holes and shafts.
 *
 * @source  ISO 286-1 and -2, sizes to 500 mm: figures from memory, held by the tests against the formulas that generate them
 */

/** Upper ends of the size ranges of the tolerance grades, mm. */
const ranges = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500] as const;

/** By grade and range, µm. */
const grades: Readonly<Record<number, readonly number[]>> = {
  4: [3, 4, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20],
  5: [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27],
  6: [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40],
  7: [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63],
  8: [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97],
  9: [25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155],
  10: [40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250],
  11: [60, 75, 90, 110, 130, 160, 190, 220, 250, 290, 320, 360, 400],
};

/** Upper ends of the finer ranges that r and s go by. */
const finer = [3, 6, 10, 18, 30, 50, 65, 80, 100, 120, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500] as const; // prettier-ignore

/** Of shafts, the deviation that is nearer to the nominal size, µm: the upper one to h, the lower one from k on. */
const shafts: Readonly<Record<string, readonly number[]>> = {
  d: [-20, -30, -40, -50, -65, -80, -100, -120, -145, -170, -190, -210, -230],
  e: [-14, -20, -25, -32, -40, -50, -60, -72, -85, -100, -110, -125, -135],
  f: [-6, -10, -13, -16, -20, -25, -30, -36, -43, -50, -56, -62, -68],
  g: [-2, -4, -5, -6, -7, -9, -10, -12, -14, -15, -17, -18, -20],
  h: ranges.map(() => 0),
  k: [0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4, 5],
  m: [2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21, 23],
  n: [4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37, 40],
  p: [6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62, 68],
  r: [10, 15, 19, 23, 28, 34, 41, 43, 51, 54, 63, 65, 68, 77, 80, 84, 94, 98, 108, 114, 126, 132],
  s: [14, 19, 23, 28, 35, 43, 53, 59, 71, 79, 92, 100, 108, 122, 130, 140, 158, 170, 190, 208, 232, 252],
};

/** The largest size that the tables reach, mm. */
export const largestFit = 500;

const rangeOf = (sizeMm: number, of: readonly number[]) => of.findIndex((end) => sizeMm <= end);

/** Tolerance of a grade, µm; null for a size or grade that is not in the table. */
export function toleranceOf(sizeMm: number, grade: number): number | null {
  return sizeMm > 0 ? (grades[grade]?.[rangeOf(sizeMm, ranges)] ?? null) : null;
}

/** Smallest and largest size, mm. */
export interface Band {
  readonly min: number;
  readonly max: number;
}

/**
 * The sizes that a tolerance zone allows.
 *
 * @param sizeMm  nominal size, above 0 to 500 mm
 * @param zone    letters and grade: capitals for holes, small ones for shafts
 * @returns       null for a zone or size that is not in the tables
 * @source        ISO 286-1: a hole's deviation is the shaft's turned over, less the step to the next finer grade for K, M, N (to grade 8) and P (to grade 7)
 * @example zoneOf(60, "H7") // { min: 60, max: 60.03 }
 * @example zoneOf(40, "p6") // { min: 40.026, max: 40.042 }
 */
export function zoneOf(sizeMm: number, zone: string): Band | null {
  const parsed = /^(js|JS|[a-zA-Z])(\d{1,2})$/u.exec(zone.trim());
  if (!parsed) return null;
  const [letter, grade] = [parsed[1]!, Number(parsed[2])];
  const tolerance = toleranceOf(sizeMm, grade);
  if (tolerance === null) return null;
  const band = (low: number) => ({ min: round(sizeMm + low / 1000), max: round(sizeMm + (low + tolerance) / 1000) });
  const small = letter.toLowerCase();
  if (small === "js") return band(-tolerance / 2);
  const table = shafts[small];
  const near = table?.[rangeOf(sizeMm, table.length === ranges.length ? ranges : finer)];
  if (near === undefined) return null;
  const isHole = letter !== small;
  const isLoose = small <= "h";
  if (!isHole) {
    // k is of its own only in the finer grades.
    if (small === "k" && grade > 7) return band(0);
    return band(isLoose ? near - tolerance : near);
  }
  if (isLoose) return band(-near);
  const step = sizeMm > 3 ? tolerance - (toleranceOf(sizeMm, grade - 1) ?? NaN) : 0;
  const isFine = small === "p" || small === "r" || small === "s" ? grade <= 7 : grade <= 8;
  if (!isFine && small !== "p" && small !== "r" && small !== "s") return null;
  const upper = -near + (isFine ? step : 0);
  return Number.isNaN(upper) ? null : band(upper - tolerance);
}

/** To a tenth of a micrometre: half a tolerance may have one. */
const round = (mm: number) => Math.round(mm * 1e4) / 1e4;
