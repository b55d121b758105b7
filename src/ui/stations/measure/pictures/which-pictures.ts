import type { Expr, Feature } from "@/core/pack/schema";
import { innerExprs } from "@/core/pack/walk-expr";

/** What can be drawn of a feature, by where its points lie and what is worked out from them. */
export const pictureKinds = ["band", "shape", "polar", "axis", "curve", "trend"] as const;
export type PictureKind = (typeof pictureKinds)[number];

export const pictureWords: Readonly<Record<PictureKind, string>> = {
  band: "in their band",
  shape: "shape",
  polar: "round the axis",
  axis: "along the shaft",
  curve: "curve",
  trend: "over time",
};

const fitsIn = (expr: Expr): readonly string[] => ("fit" in expr ? [expr.fit] : innerExprs(expr).flatMap(fitsIn));

/** The pictures of a feature, the most telling one first. The shape of a face stands in its table already. */
export function picturesOf({ points, governing, derived }: Feature): readonly PictureKind[] {
  const fits = [governing, ...derived].flatMap(({ expr }) => fitsIn(expr));
  const axes = Object.keys(points[0]!.at);
  const isRound = points.length > 3 && points.every(({ place }) => place?.angle !== undefined);
  if (fits.some((fit) => fit === "bow" || fit === "coaxiality" || fit === "neighbour-step")) return ["axis", "trend"];
  if (fits.some((fit) => fit === "eccentricity" || fit.startsWith("roundness"))) return ["polar", "trend"];
  if (fits.length > 0) return ["trend"];
  if (isRound) return ["curve", "band", "trend"];
  if (axes.length === 2 && points.length >= 4 && points.every(({ at }) => axes.every((axis) => at[axis] !== undefined)))
    return ["band", "shape", "trend"];
  return ["band", "trend"];
}
