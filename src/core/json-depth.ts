/** How deeply JSON from outside may be nested. */
export const deepestJson = 32;

/**
 * Whether a JSON value is nested more deeply than is taken. Looks no deeper than it has to.
 *
 * @param value   parsed JSON
 * @example isTooDeep([[[]]], 2) // true
 */
export const isTooDeep = (value: unknown, levels = deepestJson): boolean =>
  value !== null &&
  typeof value === "object" &&
  (levels === 0 || Object.values(value).some((inner) => isTooDeep(inner, levels - 1)));
