/** Whether two lists hold the very same things in the same order. */
export const isSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((each, at) => Object.is(each, b[at]));

/**
 * A result kept beside the object it is about, and given again while all else it rests on is the same.
 *
 * @returns  a function that makes the result, or gives the one made before
 */
export function keptBeside<K extends object, V>(): (key: K, basis: readonly unknown[], make: () => V) => V {
  const kept = new WeakMap<K, { readonly basis: readonly unknown[]; readonly value: V }>();
  return (key, basis, make) => {
    const before = kept.get(key);
    if (before && isSame(before.basis, basis)) return before.value;
    const value = make();
    kept.set(key, { basis, value });
    return value;
  };
}
