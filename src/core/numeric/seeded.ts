/** Random numbers from a seed: the same seed gives the same numbers everywhere. */
export interface Seeded {
  /** Uniform in [0, 1). */
  readonly next: () => number;
  /** Standard normal. */
  readonly normal: () => number;
}

/**
 * A 32-bit hash of a text (FNV-1a), to seed with.
 *
 * @returns  a whole number of 32 bits, the same for the same text everywhere
 */
export function hashText(text: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return hash >>> 0;
}

/**
 * A generator that gives the same numbers for the same seed.
 *
 * @param seed  any 32-bit number
 * @source  mulberry32, a generator in the public domain; normal numbers by the Box-Muller transform (from memory)
 * @example seeded(1).next() === seeded(1).next() // true
 */
export function seeded(seed: number): Seeded {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  // 1 - next() is never zero, so its logarithm is finite.
  return { next, normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()) };
}
