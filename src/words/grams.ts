/** A mass in grams, as exactly as a shop's balance says. */
export const grams = (value: number): string => `${value.toFixed(Math.abs(value) < 10 ? 2 : 1)} g`;
