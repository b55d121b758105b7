import * as z from "../z";
import { Id } from "../pack/schema-base";
import type { declarations, EntryType } from "./declarations";
import { EntryId, Uuid } from "./shapes";

export * from "./shapes";
export type { EntryType } from "./declarations";

export type Payload<T extends EntryType> = z.infer<(typeof declarations)[T]["payload"]>;

/** People by what they may do; each may do what those before it may. */
export const roles = ["viewer", "inspector", "lead"] as const;
export type Role = (typeof roles)[number];

/**
 * What the server that took an entry puts beside it, outside its hash: when it was received, and what its author was
 * then. On an entry that came with an import the role is null: a label of another installation grants nothing here.
 */
export const Stamp = z.strictObject({ at: z.iso.datetime(), role: z.nullable(z.enum(roles)) });
export type Stamp = z.infer<typeof Stamp>;

/** The first and last years that an entry may be dated in: what lies outside is a clock that was never set. */
const years = { first: 2000, last: 2100 } as const;
const Moment = z.iso.datetime({ offset: true }).check(
  z.maxLength(40),
  z.refine((at) => {
    const year = new Date(at).getUTCFullYear();
    return year >= years.first && year <= years.last;
  }, `a moment between ${years.first} and ${years.last}: set the clock of the device`),
);

/** What travels and is kept: the payload stays as it was received. */
export const Envelope = z.strictObject({
  id: EntryId,
  stream: Uuid,
  type: Id,
  v: z.int().check(z.minimum(1), z.maximum(1000)),
  /** Id of the person, set by the server from the session; a label on imported entries. */
  author: z.string().check(z.minLength(1), z.maxLength(120)),
  /** The client's clock. */
  at: Moment,
  payload: z.record(z.string(), z.unknown()),
  stamp: z.optional(Stamp),
});
export type Envelope = z.infer<typeof Envelope>;

/** An entry in today's vocabulary. */
export type Entry = {
  [T in EntryType]: Omit<Envelope, "type" | "payload"> & { readonly type: T; readonly payload: Payload<T> };
}[EntryType];
export type EntryOf<T extends EntryType> = Extract<Entry, { type: T }>;
