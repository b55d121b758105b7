import type { EntryOf } from "./schema";
import type { PartItem } from "./types/parts";

/** What is known of one part, by what it is and by feature where it is a size. */
export interface Known {
  /** The one answer that stands: undefined where nobody answered or two differ, null where nobody knows. */
  readonly value: (item: PartItem, feature?: string | null) => string | number | null | undefined;
  /** The same where it is text; null where it is not known. */
  readonly text: (item: PartItem, feature?: string | null) => string | null;
  /** The same where it is a number; null where it is not known. */
  readonly figure: (item: PartItem, feature?: string | null) => number | null;
  /** The features of which something is known by figure. */
  readonly figures: (item: PartItem) => ReadonlyMap<string, number>;
  /** Things that two people said differently. */
  readonly conflicts: readonly PartItem[];
  readonly entries: readonly EntryOf<"part-noted">[];
}

const keyOf = (item: PartItem, feature: string | null) => `${item} ${feature ?? ""}`;

/** What some entries about one part amount to. The same said twice is said once. */
export function knownOf(entries: readonly EntryOf<"part-noted">[]): Known {
  const byKey = new Map<string, EntryOf<"part-noted">["payload"][]>();
  for (const { payload } of entries) {
    const key = keyOf(payload.item, payload.feature);
    const said = byKey.get(key);
    if (!said) byKey.set(key, [payload]);
    else if (!said.some(({ value }) => value === payload.value)) said.push(payload);
  }
  const value: Known["value"] = (item, feature = null) => {
    const said = byKey.get(keyOf(item, feature)) ?? [];
    return said.length === 1 ? said[0]!.value : undefined;
  };
  return {
    value,
    text: (item, feature) => {
      const found = value(item, feature);
      return typeof found === "string" ? found : null;
    },
    figure: (item, feature) => {
      const found = value(item, feature);
      return typeof found === "number" ? found : null;
    },
    figures: (item) =>
      new Map(
        entries.flatMap(({ payload }) => {
          const found = payload.item === item && payload.feature !== null ? value(item, payload.feature) : null;
          return typeof found === "number" ? [[payload.feature!, found] as const] : [];
        }),
      ),
    conflicts: [...new Set([...byKey.values()].filter((said) => said.length > 1).map(([first]) => first!.item))],
    entries,
  };
}

export const nothingKnown: Known = knownOf([]);
