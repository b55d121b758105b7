import { keptBeside } from "../same";
import type { Pack } from "./schema";
import type { Parts } from "./schema-relations";

const keptSlots = keptBeside<Parts, readonly string[]>();

/** The slots that a pack means by some parts, in its own order. */
export const slotsOf = ({ pack }: { readonly pack: Pack }, parts: Parts): readonly string[] =>
  keptSlots(parts, [pack], () => {
    const [ofClass, named] = [new Set(parts.classes), new Set(parts.slots)];
    return pack.slots.flatMap(({ id, class: of }) => (ofClass.has(of) || named.has(id) ? [id] : []));
  });

/** Two lists of places in pairs: in order, or one with each of several. */
export function inPairs(one: readonly string[], other: readonly string[]): readonly (readonly [string, string])[] {
  const count = one.length === 1 || other.length === 1 ? Math.max(one.length, other.length) : Math.min(one.length, other.length); // prettier-ignore
  return Array.from({ length: count }, (_, at): [string, string] => [
    one[one.length === 1 ? 0 : at]!,
    other[other.length === 1 ? 0 : at]!,
  ]).filter(([a, b]) => a !== b);
}
