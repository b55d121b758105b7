/** What is fitted to points that have a place: on a face, round an axis, along a shaft. */
export const fits = ["flatness", "minimum-zone", "roundness", "eccentricity", "bow"] as const;
export type Fit = (typeof fits)[number];
