import type { Job, Signed } from "../entry/fold";
import type { Problem } from "../problem/problem";
import type { Estimate } from "../quantity/estimate";
import { photoArea, photoLength, photoScale, type PhotoScale, type ScaleMark } from "./photo-scale";

export type DrawnMark = Signed<"photo-marked">;

/** A mark over a photo, and what it measures where there is a scale. */
export interface ReadMark {
  readonly drawn: DrawnMark;
  /** mm or mm²; null where it measures nothing or there is no scale. */
  readonly measure: Estimate | null;
  readonly problem: Problem | null;
}

export interface ReadPhoto {
  readonly marks: readonly ReadMark[];
  readonly scale: PhotoScale | null;
}

function measure({ id, mark }: DrawnMark, scale: PhotoScale): Estimate | Problem | null {
  if (mark.kind === "length") return photoLength(scale, mark.from, mark.to, id);
  return mark.kind === "area" ? photoArea(scale, mark.corners, id) : null;
}

/** What is drawn over one photo, with all that can be measured in it. */
export function readMarks(photo: string, { photoMarks }: Pick<Job, "photoMarks">): ReadPhoto {
  const drawn = photoMarks.filter((mark) => mark.photo === photo);
  const references = drawn.flatMap(({ id, mark }) => (mark.kind === "scale" ? [{ id, mark: mark as ScaleMark }] : []));
  const scale = photoScale(references);
  return {
    scale,
    marks: drawn.map((each): ReadMark => {
      const measured = scale && measure(each, scale);
      return measured && "code" in measured
        ? { drawn: each, measure: null, problem: measured }
        : { drawn: each, measure: measured, problem: null };
    }),
  };
}
