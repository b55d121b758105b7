/**
 * What is fitted to points that have a place: on a face, round an axis, along a shaft.
 *
 * - flatness, minimum-zone: of a face, by least squares and by the nearest two planes
 * - straight-edge: of a face, the widest gap under a straight-edge along any line of its points
 * - straightness, straightness-zone: along one line, by least squares and by the nearest two lines
 * - roundness, roundness-zone, roundness-inscribed, roundness-circumscribed: by the least-squares circle, the nearest two
 *   circles, the greatest circle within (a bore) and the least circle around (a journal)
 * - eccentricity: how far the least-squares circle lies off the axis
 * - bow: how far a shaft's axis leaves the line between its ends
 * - coaxiality: the cylinder about the best straight axis that holds the axes of all stations, as a diameter: line bore
 * - neighbour-step: how far the axis of one station lies from the next, at most
 */
export const fits = [
  "flatness",
  "minimum-zone",
  "straight-edge",
  "straightness",
  "straightness-zone",
  "roundness",
  "roundness-zone",
  "roundness-inscribed",
  "roundness-circumscribed",
  "eccentricity",
  "bow",
  "coaxiality",
  "neighbour-step",
] as const;
export type Fit = (typeof fits)[number];
