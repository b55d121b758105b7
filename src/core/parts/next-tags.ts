import type { Part } from "../entry/fold";
import type { PartClass, Slot } from "../pack/schema";

/**
 * Tags for new parts of a kind, none of which is taken.
 *
 * @param prefix  as parts of the kind are tagged
 * @example nextTags("TP", 2, new Set(["TP-N1"])) // ["TP-N2", "TP-N3"]
 */
export function nextTags(prefix: string, count: number, taken: ReadonlySet<string>): readonly string[] {
  const tags: string[] = [];
  for (let at = 1; tags.length < count; at += 1) if (!taken.has(`${prefix}-N${at}`)) tags.push(`${prefix}-N${at}`);
  return tags;
}

/**
 * The tag of the part that comes out of a place.
 *
 * @example placeTag({ tag: "LN" }, { label: "c1" }) // "LN-C1"
 */
export const placeTag = ({ tag }: Pick<PartClass, "tag">, { label }: Pick<Slot, "label">): string =>
  `${tag}-${label.toUpperCase()}`;

interface Slots {
  readonly slots: ReadonlyMap<string, Pick<Slot, "class" | "label">>;
  readonly classes: ReadonlyMap<string, Pick<PartClass, "tag">>;
}

/**
 * A tag for the part of each place that no part is known of, by place: the one of the place, or a new one where that
 * went with a part that is elsewhere by now. No tag twice.
 */
export function tagsForEmpty(
  { slots, classes }: Slots,
  places: readonly string[],
  parts: Iterable<Pick<Part, "slot" | "tag">>,
): ReadonlyMap<string, string> {
  const [full, taken] = [new Set<string | null>(), new Set<string>()];
  for (const { slot, tag } of parts) {
    full.add(slot);
    taken.add(tag);
  }
  const tags = new Map<string, string>();
  for (const id of places) {
    const slot = slots.get(id);
    if (!slot || full.has(id) || tags.has(id)) continue;
    const partClass = classes.get(slot.class)!;
    const own = placeTag(partClass, slot);
    const tag = taken.has(own) ? nextTags(partClass.tag, 1, taken)[0]! : own;
    taken.add(tag);
    tags.set(id, tag);
  }
  return tags;
}
