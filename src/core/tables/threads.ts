const inchMm = 25.4;

/** Of screws by name, the outer diameter and the way of one turn, mm. */
export interface Thread {
  readonly name: string;
  readonly diameterMm: number;
  readonly pitchMm: number;
  readonly kind: "metric" | "unified" | "parallel pipe" | "taper pipe";
}

/** Diameter and pitch. @source  ISO 261, the coarse and the common fine pitches (from memory) */
const metric: readonly (readonly [diameter: number, pitch: number, isCoarse?: true])[] = [
  [3, 0.5, true], [4, 0.7, true], [5, 0.8, true], [6, 1, true], [7, 1, true], [8, 1.25, true], [8, 1], [10, 1.5, true], [10, 1.25], [10, 1],
  [12, 1.75, true], [12, 1.5], [12, 1.25], [14, 2, true], [14, 1.5], [14, 1.25], [16, 2, true], [16, 1.5], [18, 2.5, true], [18, 1.5],
  [20, 2.5, true], [20, 1.5], [22, 2.5, true], [22, 1.5], [24, 3, true], [24, 2], [27, 3, true], [27, 2], [30, 3.5, true], [30, 2],
]; // prettier-ignore

/** Size, diameter in inches, threads an inch coarse and fine. @source  ASME B1.1 (from memory) */
const unified: readonly (readonly [size: string, diameter: number, coarse: number, fine: number])[] = [
  ["#4", 0.112, 40, 48], ["#6", 0.138, 32, 40], ["#8", 0.164, 32, 36], ["#10", 0.19, 24, 32], ["1/4", 1 / 4, 20, 28], ["5/16", 5 / 16, 18, 24],
  ["3/8", 3 / 8, 16, 24], ["7/16", 7 / 16, 14, 20], ["1/2", 1 / 2, 13, 20], ["9/16", 9 / 16, 12, 18], ["5/8", 5 / 8, 11, 18],
  ["3/4", 3 / 4, 10, 16], ["7/8", 7 / 8, 9, 14], ["1", 1, 8, 12],
]; // prettier-ignore

/** Size, major diameter in mm, threads an inch. @source  ISO 228-1 (from memory) */
const parallelPipe: readonly (readonly [size: string, diameter: number, perInch: number])[] = [
  ["1/8", 9.728, 28], ["1/4", 13.157, 19], ["3/8", 16.662, 19], ["1/2", 20.955, 14], ["3/4", 26.441, 14], ["1", 33.249, 11],
  ["1-1/4", 41.91, 11], ["1-1/2", 47.803, 11], ["2", 59.614, 11],
]; // prettier-ignore

/** Size, outer diameter of the pipe in inches, threads an inch. @source  ASME B1.20.1 (from memory) */
const taperPipe: readonly (readonly [size: string, diameter: number, perInch: number])[] = [
  ["1/8", 0.405, 27], ["1/4", 0.54, 18], ["3/8", 0.675, 18], ["1/2", 0.84, 14], ["3/4", 1.05, 14], ["1", 1.315, 11.5],
]; // prettier-ignore

export const threads: readonly Thread[] = [
  ...metric.map(([diameterMm, pitchMm, isCoarse]): Thread => ({ name: isCoarse ? `M${diameterMm}` : `M${diameterMm}×${pitchMm}`, diameterMm, pitchMm, kind: "metric" })), // prettier-ignore
  ...unified.flatMap(
    ([size, diameter, coarse, fine]): Thread[] =>
    ([[coarse, "UNC"], [fine, "UNF"]] as const).map(([perInch, series]) => ({ name: `${size}-${perInch} ${series}`, diameterMm: diameter * inchMm, pitchMm: inchMm / perInch, kind: "unified" })), // prettier-ignore
  ),
  ...parallelPipe.map(([size, diameterMm, perInch]): Thread => ({ name: `G${size}`, diameterMm, pitchMm: inchMm / perInch, kind: "parallel pipe" })), // prettier-ignore
  ...taperPipe.map(([size, diameter, perInch]): Thread => ({ name: `${size}-${perInch} NPT`, diameterMm: diameter * inchMm, pitchMm: inchMm / perInch, kind: "taper pipe" })), // prettier-ignore
];

const byName = new Map(threads.map((thread) => [plain(thread.name), thread]));

function plain(name: string): string {
  return name.toLowerCase().replace(/\s/gu, "").replace(/[×*]/gu, "x");
}

/**
 * A thread by its usual name; a coarse pitch need not be said.
 *
 * @returns  null where the tables do not have it
 * @example threadBy("M10 x 1.5")!.pitchMm // 1.5
 */
export function threadBy(name: string): Thread | null {
  const asked = plain(name);
  return byName.get(asked) ?? threads.find(({ kind, diameterMm, pitchMm }) => kind === "metric" && asked === `m${diameterMm}x${pitchMm}`) ?? null; // prettier-ignore
}

/**
 * Pitch diameter of a 60° screw, mm.
 *
 * @source  ISO 724: d - 3/4 H, with H = P sqrt(3)/2 (from memory)
 * @example pitchDiameter({ diameterMm: 10, pitchMm: 1.5 }) // 9.025721
 */
export const pitchDiameter = ({ diameterMm, pitchMm }: Pick<Thread, "diameterMm" | "pitchMm">): number =>
  diameterMm - 0.75 * (Math.sqrt(3) / 2) * pitchMm;

/**
 * The area that a bolt pulls with, mm².
 *
 * @source  ISO 898-1: a circle half way between pitch diameter and root, d - 0.9382 P; of unified threads ASME B1.1, d - 0.9743 P (from memory)
 * @example stressArea({ diameterMm: 10, pitchMm: 1.5, kind: "metric" }) // 57.9895
 */
export const stressArea = ({ diameterMm, pitchMm, kind }: Pick<Thread, "diameterMm" | "pitchMm" | "kind">): number =>
  (Math.PI / 4) * (diameterMm - (kind === "unified" ? 0.9743 : 0.9382) * pitchMm) ** 2;
