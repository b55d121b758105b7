import type { Job, Signed } from "../entry/fold";
import { groupBy } from "../group";

export type Photo = Signed<"photo-added">;

/** Photos that the shop chose for the owner: the last word on each counts. */
export function photosForOwner({ photos, photoChoices }: Pick<Job, "photos" | "photoChoices">): readonly Photo[] {
  const chosen = groupBy(photoChoices, (choice) => choice.photo);
  return photos.filter((photo) => chosen.get(photo.id)?.at(-1)?.forOwner === true);
}
