import * as z from "../z";
import { Finite, Id } from "../pack/schema-base";

const PartNumber = z.string().check(z.trim(), z.minLength(1), z.maxLength(40));
const Name = z.string().check(z.trim(), z.minLength(1), z.maxLength(120));

/** A part as it is sold: by its number and revision, with what is known of it where it meets others. */
export const CataloguePart = z.strictObject({
  number: PartNumber,
  name: Name,
  /** Part class and pack that it is for, where somebody said. */
  class: z.nullable(Id),
  pack: z.nullable(Id),
  revision: z.nullable(z.string().check(z.trim(), z.minLength(1), z.maxLength(20))),
  /** Old numbers and other makers' numbers for the same part. */
  aliases: z.array(PartNumber).check(z.maxLength(20)),
  /** What people call it: found by, and never taken for a number. */
  nicknames: z.array(Name).check(z.maxLength(10)),
  supersededBy: z.nullable(PartNumber),
  price: z.nullable(z.number().check(z.minimum(0), z.maximum(1e9))),
  currency: z.nullable(z.string().check(z.regex(/^[A-Z]{3}$/u))),
  deposit: z.nullable(z.number().check(z.minimum(0), z.maximum(1e9))),
  leadDays: z.nullable(z.int().check(z.minimum(0), z.maximum(3650))),
  supplier: z.nullable(Name),
  attributes: z.record(Id, z.union([Id, Finite])),
  /** A kit, at one price: the part classes it holds for all places of an engine. */
  kit: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(40))),
  /** Only for engines of these variants. */
  variants: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(50))),
});
export type CataloguePart = z.infer<typeof CataloguePart>;
