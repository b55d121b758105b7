/** A number as a person types it, with a comma or a point and blanks for thousands; null where it is none. */
export function readDecimal(text: string): number | null {
  const plain = text.replace(/[\s\u202f]/gu, "").replace(",", ".");
  const value = Number(plain);
  return plain === "" || !Number.isFinite(value) ? null : value;
}
