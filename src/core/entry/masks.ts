import { declarations, isKnownType } from "./declarations";
import type { Envelope } from "./schema";

/** What stands where a name was that somebody had erased. */
export const erased = "erased";

/** Fields of an entry that hold the name of somebody outside the shop: `by`, or `word.by`. */
export const namesIn = ({ type }: Pick<Envelope, "type">): readonly string[] => (isKnownType(type) ? declarations[type].names : []); // prettier-ignore

/** A field that is masked, as an archive lists it. */
export interface Mask {
  readonly entry: string;
  readonly field: string;
}

/**
 * An entry with some of its names masked. Its hash is that of the entry as it was made: what is masked is shown, sent and taken out,
 * and never hashed.
 *
 * @param fields  a list may come from elsewhere: what is no name of such an entry is left as it is
 */
export function masked(envelope: Envelope, fields: readonly string[]): Envelope {
  const names = namesIn(envelope).filter((name) => fields.includes(name));
  if (names.length === 0) return envelope;
  const payload = structuredClone(envelope.payload);
  for (const field of names) {
    const steps = field.split(".");
    const last = steps.pop()!;
    let at: unknown = payload;
    for (const step of steps) at = (at as Record<string, unknown> | null)?.[step];
    const of = at as Record<string, unknown> | null | undefined;
    if (of && typeof of[last] === "string") of[last] = erased;
  }
  return { ...envelope, payload };
}
