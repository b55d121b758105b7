import type { PhotoMark } from "../entry/schema";
import { crossesItself, distance, polygonArea, type Spot } from "../numeric/plane";
import { problem, type Problem } from "../problem/problem";
import { estimate, standardUncertainty, type Estimate } from "../quantity/estimate";

export type ScaleMark = Extract<PhotoMark, { kind: "scale" }>;

/** How closely a person can point at something in a photo, standard, in pixels of it. Common practice, no source. */
export const pointingPixels = 1.5;

/** Beyond this tilt, in degrees, a person is warned; it still enters the figures. */
export const warnedTilt = 15;

export interface PhotoScale {
  /** Millimetres for each pixel. */
  readonly perPixel: Estimate;
  /** The tilt that lengths are taken to have, in degrees: what was said, or what the references give away. */
  readonly tiltDegrees: number;
  readonly problems: readonly Problem[];
}

/** What one reference says of a pixel, and how sure by its own length and pointing alone. */
function scaleOf({ from, to, lengthMm, standardMm }: ScaleMark, id: string): Estimate | null {
  const pixels = distance(from, to);
  if (pixels === 0) return null;
  const each = lengthMm / pixels;
  return estimate(each, [
    [`reference:${id}`, standardMm / pixels],
    [`pointing:${id}`, (each * Math.SQRT2 * pointingPixels) / pixels],
  ]);
}

/**
 * The scale of a photo from lengths that are known in it. Two references that disagree by more than pointing explains
 * give a tilt away: seen at an angle, what lies along the slope is shortened by its cosine.
 *
 * @returns  null where no reference has a length in pixels
 */
export function photoScale(
  references: readonly { readonly id: string; readonly mark: ScaleMark }[],
): PhotoScale | null {
  const scales = references.flatMap(({ id, mark }) => scaleOf(mark, id) ?? []);
  if (scales.length === 0) return null;
  const weights = scales.map((scale) => 1 / standardUncertainty(scale) ** 2);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const value = scales.reduce((sum, scale, at) => sum + scale.value * weights[at]!, 0) / total;
  const perPixel = estimate(
    value,
    scales.flatMap((scale, at) =>
      [...scale.contributions].map(([source, part]) => [source, (part * weights[at]!) / total] as const),
    ),
  );

  const said = Math.max(...references.map(({ mark }) => mark.tiltDegrees));
  const [least, most] = [
    scales.reduce((a, b) => (a.value <= b.value ? a : b)),
    scales.reduce((a, b) => (a.value >= b.value ? a : b)),
  ];
  const doubt = 2 * Math.hypot(standardUncertainty(least), standardUncertainty(most));
  const given = most.value - least.value > doubt ? (Math.acos(least.value / most.value) * 180) / Math.PI : 0;
  const tiltDegrees = Math.max(said, given);
  return {
    perPixel,
    tiltDegrees,
    problems: [
      ...(given > said ? [problem("references-disagree", [], { tilt: given, said })] : []),
      ...(tiltDegrees > warnedTilt ? [problem("photo-tilted", [], { tilt: tiltDegrees })] : []),
    ],
  };
}

/**
 * What tilt does to a length: seen along the slope of a plane tilted by t it is cos t of what it would be across it,
 * and nobody knows which way the reference lay. The ratio lies between cos t and 1/cos t, taken as a rectangle in its
 * logarithm; the standard uncertainty, relative.
 */
export const tiltUncertainty = (degrees: number): number =>
  -Math.log(Math.cos((degrees * Math.PI) / 180)) / Math.sqrt(3);

const withTilt = (value: number, relative: readonly (readonly [string, number])[]) =>
  estimate(
    value,
    relative.map(([source, part]) => [source, value * part] as const),
  );

const relativeParts = ({ perPixel }: PhotoScale, power: number) =>
  [...perPixel.contributions].map(([source, part]) => [source, (power * part) / perPixel.value] as const);

/** A length in a photo, in mm. References and tilt are shared by all that is measured in it, so ratios keep little of them. */
export function photoLength(scale: PhotoScale, from: Spot, to: Spot, id: string): Estimate {
  const pixels = distance(from, to);
  const value = pixels * scale.perPixel.value;
  if (pixels === 0) return estimate(0, [[`pointing:${id}`, Math.SQRT2 * pointingPixels * scale.perPixel.value]]);
  return withTilt(value, [
    ...relativeParts(scale, 1),
    ["photo-tilt", tiltUncertainty(scale.tiltDegrees)],
    [`pointing:${id}`, (Math.SQRT2 * pointingPixels) / pixels],
  ]);
}

/**
 * An area in a photo, in mm², or why it has none. Each corner moves the area by half the length between its
 * neighbours, at right angles to it.
 *
 * @source  shoelace formula and its partial derivatives
 */
export function photoArea(scale: PhotoScale, corners: readonly Spot[], id: string): Estimate | Problem {
  if (crossesItself(corners)) return problem("outline-crosses-itself", [id]);
  const pixels = polygonArea(corners);
  if (pixels === 0) return problem("outline-without-area", [id]);
  const count = corners.length;
  const pointing =
    (pointingPixels / 2) *
    Math.hypot(...corners.map((_, at) => distance(corners[(at + 1) % count]!, corners[(at + count - 1) % count]!)));
  return withTilt(pixels * scale.perPixel.value ** 2, [
    ...relativeParts(scale, 2),
    ["photo-tilt", tiltUncertainty(scale.tiltDegrees)],
    [`pointing:${id}`, pointing / pixels],
  ]);
}
