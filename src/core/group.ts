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
