import { circleBasis, circleShift, lengthOf, residualRange, type Fitted } from "../numeric/linear-fit";
import { minimumZone, spansPlane, type Height } from "../numeric/minimum-zone";
import { propagate, type Estimate } from "../quantity/estimate";
import type { Fit } from "./fit-kinds";
import type { Point } from "./schema";

/** What each kind of fit asks of the places of its points. */
export const placesFor: Readonly<Record<Fit, readonly ("x" | "y" | "angle")[]>> = {
  flatness: ["x", "y"],
  "minimum-zone": ["x", "y"],
  roundness: ["angle"],
  eccentricity: ["angle"],
  bow: ["x", "angle"],
};

/** Readings that have a place. */
export type Placed = readonly { readonly place: NonNullable<Point["place"]>; readonly value: number }[];

/** Spread over all points a figure that only some of them move. */
const spread = (fitted: Fitted | null, at: readonly number[], count: number): Fitted | null => {
  if (!fitted) return null;
  const partials = new Array<number>(count).fill(0);
  at.forEach((index, within) => (partials[index]! += fitted.partials[within]!));
  return { value: fitted.value, partials };
};

const overFace =
  (kind: "flatness" | "minimum-zone") =>
  (points: Placed): Fitted | null => {
    const heights = points.map(({ place, value }): Height => [place.x!, place.y!, value]);
    // Three points lie in a plane whatever they read: they say nothing of flatness.
    if (heights.length < 4 || !spansPlane(heights)) return null;
    return kind === "minimum-zone"
      ? minimumZone(heights)
      : residualRange(
          heights.map(([x, y]) => [1, x, y]),
          heights.map(([, , z]) => z),
        );
  };

/** The worst of all squares of a side that can be laid over the points. */
function worstWithin(side: number, points: Placed, fit: (points: Placed) => Fitted | null): Fitted | null {
  let worst: Fitted | null = null;
  const seen = new Set<string>();
  for (const {
    place: { x: left },
  } of points) {
    for (const {
      place: { y: top },
    } of points) {
      const at = points.flatMap(({ place: { x, y } }, index) =>
        x! >= left! && x! <= left! + side && y! >= top! && y! <= top! + side ? [index] : [],
      );
      const key = at.join(" ");
      if (at.length < 4 || seen.has(key)) continue;
      seen.add(key);
      const found = spread(fit(at.map((index) => points[index]!)), at, points.length);
      if (found && (!worst || found.value > worst.value)) worst = found;
    }
  }
  return worst;
}

/** Where the axis of a shaft lies at one station, away from the straight line between the end stations. */
export interface AxisAt {
  readonly station: number;
  readonly x: Fitted;
  readonly y: Fitted;
}

/**
 * The axis of a shaft by station, as vectors: at each the shift of a least-squares circle, less what the straight line
 * between the end stations has there.
 *
 * @returns  null where a station has too few angles, or there are fewer than three stations
 */
export function axisAlong(points: Placed): AxisAt[] | null {
  const stations = [...new Set(points.map(({ place }) => place.x!))].sort((a, b) => a - b);
  const shifts = stations.flatMap((station) => {
    const at = points.flatMap(({ place }, index) => (place.x === station ? [index] : []));
    const shift = circleShift(
      at.map((index) => points[index]!.place.angle!),
      at.map((index) => points[index]!.value),
    );
    return shift ? [{ x: spread(shift.x, at, points.length)!, y: spread(shift.y, at, points.length)! }] : [];
  });
  if (stations.length < 3 || shifts.length < stations.length) return null;
  const [first, last] = [shifts[0]!, shifts.at(-1)!];
  return stations.map((station, at) => {
    const share = (station - stations[0]!) / (stations.at(-1)! - stations[0]!);
    const mix = (here: number, from: number, to: number) => here - (1 - share) * from - share * to;
    const left = (axis: "x" | "y"): Fitted => {
      const here = shifts[at]![axis];
      return {
        value: mix(here.value, first[axis].value, last[axis].value),
        partials: here.partials.map((partial, index) =>
          mix(partial, first[axis].partials[index]!, last[axis].partials[index]!),
        ),
      };
    };
    return { station, x: left("x"), y: left("y") };
  });
}

/** The greatest distance of a shaft's axis from the straight line between its ends. */
const bow = (points: Placed): Fitted | null =>
  axisAlong(points)
    ?.slice(1, -1)
    .map(({ x, y }) => lengthOf(x, y))
    .reduce((worst, each) => (each.value > worst.value ? each : worst)) ?? null;

const fitters: Readonly<Record<Fit, (points: Placed) => Fitted | null>> = {
  flatness: overFace("flatness"),
  "minimum-zone": overFace("minimum-zone"),
  // Three angles carry a circle whatever they read.
  roundness: (points) =>
    points.length < 4
      ? null
      : residualRange(
          circleBasis(points.map(({ place }) => place.angle!)),
          points.map(({ value }) => value),
        ),
  eccentricity: (points) => {
    const shift = circleShift(
      points.map(({ place }) => place.angle!),
      points.map(({ value }) => value),
    );
    return shift && lengthOf(shift.x, shift.y);
  },
  bow,
};

/**
 * A fit over measured points, with its contributions: each reading's scatter by how much it moves the result, and what
 * all readings share (a zero, a calibration) by the sum, which for form is nothing.
 *
 * @param within  side of the square that is laid over a face, mm; the whole of it where it is left out
 * @returns       null where the points do not carry it
 */
export function fitPoints(
  fit: Fit,
  points: readonly { readonly place: NonNullable<Point["place"]>; readonly estimate: Estimate }[],
  within: number | null,
): Estimate | null {
  const placed = points.map(({ place, estimate }) => ({ place, value: estimate.value }));
  const fitted = within === null ? fitters[fit](placed) : worstWithin(within, placed, fitters[fit]);
  return (
    fitted &&
    propagate(
      fitted.value,
      points.map(({ estimate }, at) => [estimate, fitted.partials[at]!] as const),
    )
  );
}
