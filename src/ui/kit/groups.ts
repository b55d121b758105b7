import type { PartClass } from "@/core/pack/schema";
import { capital } from "@/words/capital";

/** The name under which a kind of part is measured and decided: its group's, or its own. */
export const groupName = ({ group, short, name }: Pick<PartClass, "group" | "short" | "name">): string =>
  group ?? short ?? capital(name);

/** What belongs together under one name, in the order in which each name first comes. */
export function inGroups<T>(
  items: readonly T[],
  classOf: (item: T) => Pick<PartClass, "group" | "short" | "name">,
): readonly { readonly name: string; readonly items: readonly T[] }[] {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const name = groupName(classOf(item));
    const group = groups.get(name);
    if (group) group.push(item);
    else groups.set(name, [item]);
  }
  return [...groups].map(([name, of]) => ({ name, items: of }));
}
