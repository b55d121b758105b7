/** One thing in which two packs differ: where, what it was and what it is; absent on the side that does not have it. */
export interface PackDifference {
  /** Ids that lead to it, as "classes / liner / features / bore / limits / wear". */
  readonly at: string;
  readonly was: string | null;
  readonly is: string | null;
}

/** What a pack changes for new jobs: against which revision, and all that is different. */
export interface PackChanges {
  readonly against: string;
  readonly revision: number;
  readonly count: number;
  readonly all: readonly PackDifference[];
}

/** A pack that came with a job from elsewhere and serves that job only. */
export interface WaitingPack {
  readonly sha256: string;
  readonly family: string;
  readonly revision: number;
  readonly changes: PackChanges | null;
  /** Another pack is offered under the same revision: this one never can be. */
  readonly isRival: boolean;
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const idOf = (value: unknown): string | null => {
  if (!isRecord(value)) return null;
  const { id, feature, slot, sha256 } = value;
  const known = [id, feature, slot, sha256].find((each) => typeof each === "string");
  return known === undefined ? null : (known as string);
};

/** Members of a value by name: of a list by their ids where each has one of its own, else by their place. */
function membersOf(value: unknown): ReadonlyMap<string, unknown> | null {
  if (isRecord(value)) return new Map(Object.entries(value));
  if (!Array.isArray(value)) return null;
  const ids = value.map(idOf);
  const areNames = ids.every((id) => id !== null) && new Set(ids).size === ids.length;
  return new Map(value.map((each, at) => [areNames ? ids[at]! : String(at + 1), each as unknown]));
}

const longest = 160;
const shown = (value: unknown): string | null => {
  if (value === undefined) return null;
  const text = typeof value === "string" ? value : JSON.stringify(value);
  return text.length > longest ? `${text.slice(0, longest - 1)}…` : text;
};

/**
 * What is different in one pack from another, leaf by leaf, in the order of the first.
 *
 * @param was   a pack as JSON, or null where there is none
 * @param is    the other
 * @param most  so many are told; the count is of all of them
 * @example     packDifferences({ revision: 1 }, { revision: 2 }).all // [{ at: "revision", was: "1", is: "2" }]
 */
export function packDifferences(
  was: unknown,
  is: unknown,
  most = 400,
): { readonly count: number; readonly all: readonly PackDifference[] } {
  const all: PackDifference[] = [];
  let count = 0;
  const compare = (at: readonly string[], one: unknown, other: unknown): void => {
    if (one === other) return;
    const [left, right] = [membersOf(one), membersOf(other)];
    if (left && right && isRecord(one) === isRecord(other)) {
      for (const name of new Set([...left.keys(), ...right.keys()]))
        compare([...at, name], left.get(name), right.get(name));
      return;
    }
    if (shown(one) === shown(other) && JSON.stringify(one) === JSON.stringify(other)) return;
    count += 1;
    if (all.length < most) all.push({ at: at.join(" / "), was: shown(one), is: shown(other) });
  };
  compare([], was ?? undefined, is);
  return { count, all };
}
