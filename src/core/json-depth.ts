/** How deeply JSON from outside may be nested. */
export const deepestJson = 32;

/**
 * Whether the text of a JSON value opens more brackets than are taken, told without parsing it: a parser goes down with them.
 *
 * @example isTextTooDeep('[[[]]]', 2) // true
 */
export function isTextTooDeep(text: string, levels = deepestJson): boolean {
  let open = 0;
  let inString = false;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text.charCodeAt(at);
    if (inString) {
      if (sign === backslash) at += 1;
      else if (sign === quote) inString = false;
    } else if (sign === quote) inString = true;
    else if (sign === openList || sign === openObject) {
      open += 1;
      if (open > levels) return true;
    } else if (sign === closeList || sign === closeObject) open -= 1;
  }
  return false;
}

const [quote, backslash, openList, closeList, openObject, closeObject] = [...'"\\[]{}'].map((sign) => sign.charCodeAt(0)); // prettier-ignore

/** What nothing in JSON from outside may be called: taken as a property it would be lost, or reach what all objects share. */
export const reservedName = "__proto__";

/**
 * Whether anything in a JSON value goes by that name.
 *
 * @param value  parsed JSON that is not too deep
 * @example hasReservedName({ a: [{ b: 1 }] }) // false
 */
export const hasReservedName = (value: unknown): boolean =>
  value !== null &&
  typeof value === "object" &&
  (Object.hasOwn(value, reservedName) || Object.values(value).some(hasReservedName));

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
