import type { Signed } from "../entry/fold";
import type { FindingKind } from "../pack/schema-teardown";

export type Finding = Signed<"finding-made">;

/** 'Looked, nothing there'. */
export const nothingThere = "none";

/** Grade of a value of a kind: 0 for nothing there, null for one that the pack does not know. */
export const gradeOf = (kind: FindingKind, value: string): number | null =>
  value === nothingThere ? 0 : (kind.values.find((each) => each.id === value)?.grade ?? null);

/** Whether pieces of a part came off where this was seen: of what is broken at its gravest, unless the pack says otherwise. */
export const hasPieces = ({ nature, values }: FindingKind, value: string): boolean => {
  const seen = values.find(({ id }) => id === value);
  return seen !== undefined && (seen.pieces ?? (nature === "broken" && seen.grade === 3));
};

/** What was seen before washing and worse than all that was seen after it, though washing does not take it away. */
export function worseBefore(
  kind: FindingKind,
  before: readonly Finding[],
  after: readonly Finding[],
): readonly Finding[] {
  const worst = (all: readonly Finding[]) => Math.max(...all.map(({ value }) => gradeOf(kind, value) ?? 3));
  return before.length > 0 && worst(before) > Math.max(1, worst(after)) ? before : [];
}
