import { closest, distance } from "fastest-levenshtein";

/** Longer names are not looked for among those that there are. */
export const longestSought = 60;

/**
 * The nearest of some words, where it is near enough to have been meant: a third of it, at most three signs off.
 *
 * @example nearestOf("big-ned", ["big-end", "main"]) // "big-end"
 */
export function nearestOf(word: string, words: readonly string[]): string | null {
  if (words.length === 0 || word.length > longestSought) return null;
  const found = closest(word, words as string[]);
  const off = distance(word, found);
  return off > 0 && off <= Math.min(3, Math.ceil(word.length / 3)) ? found : null;
}
