import { makeId } from "@/core/entry/make-entry";

/** A new UUID of version 7. */
export const newId = (): string => makeId({ now: Date.now, random: () => crypto.getRandomValues(new Uint8Array(16)) });
