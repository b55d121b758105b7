import { canonicalJson, fingerprint } from "../canonical";
import type { Envelope } from "./schema";

/** An entry as its author made it: what a server put beside it is no part of it. */
export function withoutStamp(envelope: Envelope): Envelope {
  if (envelope.stamp === undefined) return envelope;
  const { stamp: _, ...made } = envelope;
  return made;
}

/** SHA-256 of an entry's canonical form, its stamp left out. */
export const fingerprintEntry = (envelope: Envelope): string => fingerprint(withoutStamp(envelope));

/** The canonical form of an entry, its stamp left out. */
export const canonicalEntry = (envelope: Envelope): string => canonicalJson(withoutStamp(envelope));
