import { v7 } from "uuid";
import { currentVersion } from "./read-entry";
import type { EntryType, Envelope, Payload } from "./schema";

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
export const makeId = ({ now, random }: Pick<Maker, "now" | "random">): string => v7({ msecs: now(), random: random() });

/** A new entry in the newest version of its type. */
export function makeEntry<T extends EntryType>(maker: Maker, type: T, payload: Payload<T>): Envelope {
  return {
    id: makeId(maker),
    stream: maker.stream,
    type,
    v: currentVersion(type),
    author: maker.author,
    at: new Date(maker.now()).toISOString(),
    payload: JSON.parse(JSON.stringify(payload)) as Record<string, unknown>,
  };
}
