/** Whether two lists hold the very same things in the same order. */
export const isSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((each, at) => Object.is(each, b[at]));

interface Kept<V> {
  basis: readonly unknown[];
  value: V;
}

/**
 * A place on objects where something is kept that nobody else sees, and no copy takes along. It goes when its object
 * does; a weak map would do the same, and costs the sweeping of memory dearly where there are thousands of entries.
 */
function hiddenOn<T>(make: () => T): (key: object) => T {
  const at = Symbol("kept");
  return (key) => {
    const known = (key as { [at]?: T })[at];
    if (known !== undefined) return known;
    const value = make();
    Object.defineProperty(key, at, { value });
    return value;
  };
}

/**
 * Results kept beside an object, each under a name, and given again while all else one rests on is the same.
 *
 * @returns  a function that makes the result of that name, or gives the one made before
 */
export function keptByName<K extends object, V>(): (
  key: K,
  name: string,
  basis: readonly unknown[],
  make: () => V,
) => V {
  const namedOn = hiddenOn(() => new Map<string, Kept<V>>());
  return (key, name, basis, make) => {
    const named = namedOn(key);
    const before = named.get(name);
    if (before && isSame(before.basis, basis)) return before.value;
    const value = make();
    named.set(name, { basis, value });
    return value;
  };
}

/**
 * A result kept beside the object it is about, and given again while all else it rests on is the same.
 *
 * @returns  a function that makes the result, or gives the one made before
 */
export function keptBeside<K extends object, V>(): (key: K, basis: readonly unknown[], make: () => V) => V {
  const heldOn = hiddenOn((): { kept: Kept<V> | null } => ({ kept: null }));
  return (key, basis, make) => {
    const held = heldOn(key);
    if (held.kept && isSame(held.kept.basis, basis)) return held.kept.value;
    const value = make();
    held.kept = { basis, value };
    return value;
  };
}
