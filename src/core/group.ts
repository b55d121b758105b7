function add<K, V>(groups: Map<K, V[]>, key: K, value: V): void {
  const group = groups.get(key);
  if (group) group.push(value);
  else groups.set(key, [value]);
}

/** Values of a list by each of their keys. */
export function groupByKeys<K, V>(
  values: readonly V[],
  keysOf: (value: V) => readonly K[],
): ReadonlyMap<K, readonly V[]> {
  const groups = new Map<K, V[]>();
  for (const value of values) for (const key of keysOf(value)) add(groups, key, value);
  return groups;
}

/**
 * Values of a list by their key, in the order in which they come.
 *
 * @example groupBy([1, 2, 3], (n) => n % 2).get(1) // [1, 3]
 */
export function groupBy<K, V>(values: readonly V[], keyOf: (value: V) => K): ReadonlyMap<K, readonly V[]> {
  const groups = new Map<K, V[]>();
  for (const value of values) add(groups, keyOf(value), value);
  return groups;
}

/** More gone at once than this, and the groups are made anew. */
const mostGone = 64;

/**
 * Groups a list again and again as it grows: what only went since the last time, or came at its end, moves alone. Gives what
 * `groupBy` gives.
 */
export function createGroups<K, V>(keyOf: (value: V) => K): (values: readonly V[]) => ReadonlyMap<K, readonly V[]> {
  let [before, groups]: [readonly V[], ReadonlyMap<K, readonly V[]>] = [[], new Map()];
  return (now) => {
    const gone: V[] = [];
    let at = 0;
    for (const value of before) {
      if (value === now[at]) at += 1;
      else if (gone.push(value) > mostGone) break;
    }
    if (gone.length > mostGone) groups = groupBy(now, keyOf);
    else {
      const next = new Map(groups);
      for (const value of gone) {
        const left = next.get(keyOf(value))!.filter((each) => each !== value);
        if (left.length > 0) next.set(keyOf(value), left);
        else next.delete(keyOf(value));
      }
      for (const value of now.slice(at)) next.set(keyOf(value), [...(next.get(keyOf(value)) ?? []), value]);
      groups = next;
    }
    before = now;
    return groups;
  };
}
