import {
  circleBasis,
  circleShift,
  leastSquaresWeights,
  lengthOf,
  residualRange,
  type Fitted,
} from "../numeric/linear-fit";
import { minimumZone, spansPlane, type Height } from "../numeric/minimum-zone";
import { gapUnderEdge, outOfGreatest, shortOfLeast, zoneWidth } from "../numeric/zone";
import { propagate, type Estimate } from "../quantity/estimate";
import type { Fit } from "./fit-kinds";
import type { Point } from "./schema";

/** What each kind of fit asks of the places of its points. */
export const placesFor: Readonly<Record<Fit, readonly ("x" | "y" | "angle")[]>> = {
  flatness: ["x", "y"],
  "minimum-zone": ["x", "y"],
  "straight-edge": ["x", "y"],
  straightness: ["x"],
  "straightness-zone": ["x"],
  roundness: ["angle"],
  "roundness-zone": ["angle"],
  "roundness-inscribed": ["angle"],
  "roundness-circumscribed": ["angle"],
  eccentricity: ["angle"],
  bow: ["x", "angle"],
  coaxiality: ["x", "angle"],
  "neighbour-step": ["x", "angle"],
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

/** The straight lines that at least three points of a face lie on, each as the points on it. */
function linesOf(points: Placed): readonly (readonly number[])[] {
  const lines = new Map<string, readonly number[]>();
  points.forEach(({ place: { x: ax, y: ay } }, one) =>
    points.slice(one + 1).forEach(({ place: { x: bx, y: by } }) => {
      const [dx, dy] = [bx! - ax!, by! - ay!];
      const reach = dx * dx + dy * dy;
      const on = points.flatMap(({ place: { x, y } }, at) =>
        Math.abs(dx * (y! - ay!) - dy * (x! - ax!)) <= 1e-9 * reach ? [at] : [],
      );
      if (reach > 0 && on.length > 2) lines.set(on.join(" "), on);
    }),
  );
  return [...lines.values()];
}

/** Of several figures the largest. */
const largest = (all: readonly (Fitted | null)[]): Fitted | null =>
  all.reduce((worst, each) => (each && (!worst || each.value > worst.value) ? each : worst), null);

/** A straight-edge laid along every line of points that a face has: lengthwise, across, from corner to corner. */
const straightEdge = (points: Placed): Fitted | null =>
  largest(
    linesOf(points).map((on) => {
      const places = on.map((at) => points[at]!.place);
      const [{ x, y }] = [places[0]!];
      const along = places.map((place) => {
        const sign = place.x! - x! || place.y! - y!;
        return Math.sign(sign) * Math.hypot(place.x! - x!, place.y! - y!);
      });
      return spread(gapUnderEdge(along, on.map((at) => points[at]!.value)), on, points.length); // prettier-ignore
    }),
  );

/** Along a line, of a size near one. */
function lineBasis(points: Placed): number[][] {
  const xs = points.map(({ place }) => place.x!);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  return xs.map((x) => [1, (x - (low + high) / 2) / ((high - low) / 2 || 1)]);
}

/** Where the axis of a shaft lies at one station, away from a straight line. */
export interface AxisAt {
  readonly station: number;
  readonly x: Fitted;
  readonly y: Fitted;
}

/** The shift of a least-squares circle at each station; null where one has too few angles, or there are fewer than three. */
function shiftsAlong(points: Placed): AxisAt[] | null {
  const stations = [...new Set(points.map(({ place }) => place.x!))].sort((a, b) => a - b);
  const shifts = stations.flatMap((station) => {
    const at = points.flatMap(({ place }, index) => (place.x === station ? [index] : []));
    const shift = circleShift(
      at.map((index) => points[index]!.place.angle!),
      at.map((index) => points[index]!.value),
    );
    return shift ? [{ station, x: spread(shift.x, at, points.length)!, y: spread(shift.y, at, points.length)! }] : [];
  });
  return stations.length < 3 || shifts.length < stations.length ? null : shifts;
}

/** Figures as they follow from others, each in its share. */
const mixOf = (of: readonly Fitted[], shares: readonly number[]): Fitted => ({
  value: of.reduce((sum, each, at) => sum + shares[at]! * each.value, 0),
  partials: of[0]!.partials.map((_, index) => of.reduce((sum, each, at) => sum + shares[at]! * each.partials[index]!, 0)), // prettier-ignore
});

/** Each station's axis less a straight line, which has at each station what the shares say of all of them. */
const offLine = (axis: readonly AxisAt[], line: (at: number) => readonly number[]): AxisAt[] =>
  axis.map(({ station }, at) => {
    const shares = line(at).map((share, each) => (each === at ? 1 : 0) - share);
    return { station, x: mixOf(axis.map(({ x }) => x), shares), y: mixOf(axis.map(({ y }) => y), shares) }; // prettier-ignore
  });

/**
 * The axis of a shaft by station, as vectors: at each the shift of a least-squares circle, less what the straight line
 * between the end stations has there.
 *
 * @returns  null where a station has too few angles, or there are fewer than three stations
 */
export function axisAlong(points: Placed): AxisAt[] | null {
  const axis = shiftsAlong(points);
  if (!axis) return null;
  const [from, to, last] = [axis[0]!.station, axis.at(-1)!.station, axis.length - 1];
  return offLine(axis, (at) => {
    const share = (axis[at]!.station - from) / (to - from);
    return axis.map((_, each) => (each === 0 ? 1 - share : each === last ? share : 0));
  });
}

/** The axes of all stations less the straight line that fits them best, by least squares. */
function axisOffBestLine(points: Placed): AxisAt[] | null {
  const axis = shiftsAlong(points);
  if (!axis) return null;
  const middle = axis.reduce((sum, { station }) => sum + station, 0) / axis.length;
  const basis = axis.map(({ station }) => [1, station - middle]);
  const weights = leastSquaresWeights(basis);
  return weights && offLine(axis, (at) => axis.map((_, each) => basis[at]![0]! * weights[0]![each]! + basis[at]![1]! * weights[1]![each]!)); // prettier-ignore
}

const twice = ({ value, partials }: Fitted): Fitted => ({ value: 2 * value, partials: partials.map((each) => 2 * each) }); // prettier-ignore

const coaxiality = (points: Placed): Fitted | null => {
  const worst = largest(axisOffBestLine(points)?.map(({ x, y }) => lengthOf(x, y)) ?? []);
  return worst && twice(worst);
};

const neighbourStep = (points: Placed): Fitted | null => {
  const axis = axisOffBestLine(points) ?? [];
  const apart = (a: Fitted, b: Fitted) => mixOf([a, b], [1, -1]);
  return largest(axis.slice(1).map((here, at) => lengthOf(apart(here.x, axis[at]!.x), apart(here.y, axis[at]!.y)))); // prettier-ignore
};

/** The greatest distance of a shaft's axis from the straight line between its ends. */
const bow = (points: Placed): Fitted | null =>
  largest(axisAlong(points)?.slice(1, -1).map(({ x, y }) => lengthOf(x, y)) ?? []); // prettier-ignore

/** Round an axis by one of several circles: three angles carry a circle whatever they read. */
const round =
  (fit: (basis: number[][], observed: number[]) => Fitted | null) =>
  (points: Placed): Fitted | null =>
    points.length < 4
      ? null
      : fit(
          circleBasis(points.map(({ place }) => place.angle!)),
          points.map(({ value }) => value),
        );

/** Along a line by one of several: two points carry a line whatever they read. */
const straight =
  (fit: (basis: number[][], observed: number[]) => Fitted | null) =>
  (points: Placed): Fitted | null =>
    points.length < 3 ? null : fit(lineBasis(points), points.map(({ value }) => value)); // prettier-ignore

const fitters: Readonly<Record<Fit, (points: Placed) => Fitted | null>> = {
  flatness: overFace("flatness"),
  "minimum-zone": overFace("minimum-zone"),
  "straight-edge": straightEdge,
  straightness: straight(residualRange),
  "straightness-zone": straight(zoneWidth),
  roundness: round(residualRange),
  "roundness-zone": round(zoneWidth),
  "roundness-inscribed": round(outOfGreatest),
  "roundness-circumscribed": round(shortOfLeast),
  eccentricity: (points) => {
    const shift = circleShift(
      points.map(({ place }) => place.angle!),
      points.map(({ value }) => value),
    );
    return shift && lengthOf(shift.x, shift.y);
  },
  bow,
  coaxiality,
  "neighbour-step": neighbourStep,
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
