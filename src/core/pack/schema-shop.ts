import * as z from "../z";
import { Id, Ref, Text } from "./schema-base";

/** Something that is done in the machine shop, or between two visits to it, and what has to be done before it. */
export const ShopOperation = z
  .strictObject({
    id: Id,
    name: Text,
    /** Ways of parts that it does: of a class, all of them or those of some features. */
    does: z._default(z
      .array(z.strictObject({ class: Id, features: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(40))) })).check(z.maxLength(20)), []),
    /** It goes with these: done on the same part wherever one of them is. */
    with: z._default(z.array(Id).check(z.maxLength(40)), []),
    /** These come first, wherever both are done. */
    after: z._default(z.array(Id).check(z.maxLength(40)), []),
    /** The surface it leaves, and what else is asked of it. */
    finish: z.optional(Text),
    caution: z.optional(Text),
    ref: Ref,
  }).check(z.refine(({ does, with: beside }) => does.length + beside.length > 0, "does nothing: name a class in does, or an operation in with")); // prettier-ignore
export type ShopOperation = z.infer<typeof ShopOperation>;

/** What has to be new when a step is gone back over: single-use fasteners, gaskets, oil. */
export const Renewed = z.strictObject({
  id: Id,
  name: Text,
  number: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(60))),
  quantity: z.number().check(z.positive(), z.maximum(10_000)),
  /** What it is counted in, where it is not by the piece: litre, metre. */
  unit: z.optional(Text),
  /** For all of them. */
  price: z.optional(z.number().check(z.minimum(0))),
});
export type Renewed = z.infer<typeof Renewed>;
