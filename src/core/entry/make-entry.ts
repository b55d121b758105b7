import { v7 } from "uuid";
import { currentVersion, type EntryType } from "./declarations";
import type { Envelope, Payload } from "./schema";

/** A clock and a source of randomness, passed in: the core has neither. */
export interface Maker {
  readonly stream: string;
  readonly author: string;
  /** Milliseconds since 1970. */
  readonly now: () => number;
  /** 16 random bytes. */
  readonly random: () => Uint8Array;
}

/** A UUID of version 7 from the maker's clock and randomness. */
export const makeId = ({ now, random }: Pick<Maker, "now" | "random">): string =>
  v7({ msecs: now(), random: random() });

/**
 * A new entry in the newest version of its type.
 *
 * @param maker    stream, author, clock and randomness
 * @param payload  of the type's newest version
 * @returns        an envelope without a stamp: that is a server's to give
 */
export function makeEntry<T extends EntryType>(maker: Maker, type: T, payload: Payload<T>): Envelope {
  const now = maker.now();
  return {
    id: makeId({ now: () => now, random: maker.random }),
    stream: maker.stream,
    type,
    v: currentVersion(type),
    author: maker.author,
    at: new Date(now).toISOString(),
    payload: JSON.parse(JSON.stringify(payload)) as Record<string, unknown>,
  };
}

/**
 * A clock that never shows a moment twice: what one hand makes within a millisecond is in order too. It runs ahead of
 * the clock it goes by only while more than one entry a millisecond is made.
 *
 * @param clock  milliseconds since 1970
 * @example oneByOne(() => 5)() // 5
 */
export function oneByOne(clock: () => number): () => number {
  let last = -Infinity;
  return () => (last = Math.max(last + 1, clock()));
}
