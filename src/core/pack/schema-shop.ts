import { z } from "zod";
import { Id, Ref, Text } from "./schema-base";

/** Something that is done in the machine shop, or between two visits to it, and what has to be done before it. */
export const ShopOperation = z
  .strictObject({
    id: Id,
    name: Text,
    /** Ways of parts that it does: of a class, all of them or those of some features. */
    does: z
      .array(z.strictObject({ class: Id, features: z.array(Id).min(1).max(40).optional() }))
      .max(20)
      .default([]),
    /** It goes with these: done on the same part wherever one of them is. */
    with: z.array(Id).max(40).default([]),
    /** These come first, wherever both are done. */
    after: z.array(Id).max(40).default([]),
    /** The surface it leaves, and what else is asked of it. */
    finish: Text.optional(),
    caution: Text.optional(),
    ref: Ref,
  })
  .refine(({ does, with: beside }) => does.length + beside.length > 0, "does nothing: name a class in does, or an operation in with"); // prettier-ignore
export type ShopOperation = z.infer<typeof ShopOperation>;

/** What has to be new when a step is gone back over: single-use fasteners, gaskets, oil. */
export const Renewed = z.strictObject({
  id: Id,
  name: Text,
  number: z.string().trim().min(1).max(60).optional(),
  quantity: z.number().positive().max(10_000),
  /** What it is counted in, where it is not by the piece: litre, metre. */
  unit: Text.optional(),
  /** For all of them. */
  price: z.number().min(0).optional(),
});
export type Renewed = z.infer<typeof Renewed>;
