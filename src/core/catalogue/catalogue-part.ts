import { z } from "zod";
import { Finite, Id } from "../pack/schema-base";

const PartNumber = z.string().trim().min(1).max(40);
const Name = z.string().trim().min(1).max(120);

/** A part as it is sold: by its number and revision, with what is known of it where it meets others. */
export const CataloguePart = z.strictObject({
  number: PartNumber,
  name: Name,
  /** Part class and pack that it is for, where somebody said. */
  class: Id.nullable(),
  pack: Id.nullable(),
  revision: z.string().trim().min(1).max(20).nullable(),
  /** Old numbers and other makers' numbers for the same part. */
  aliases: z.array(PartNumber).max(20),
  /** What people call it: found by, and never taken for a number. */
  nicknames: z.array(Name).max(10),
  supersededBy: PartNumber.nullable(),
  price: z.number().min(0).max(1e9).nullable(),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/u)
    .nullable(),
  deposit: z.number().min(0).max(1e9).nullable(),
  leadDays: z.number().int().min(0).max(3650).nullable(),
  supplier: Name.nullable(),
  attributes: z.record(Id, z.union([Id, Finite])),
  /** A kit, at one price: the part classes it holds for all places of an engine. */
  kit: z.array(Id).min(1).max(40).optional(),
  /** Only for engines of these variants. */
  variants: z.array(Id).min(1).max(50).optional(),
});
export type CataloguePart = z.infer<typeof CataloguePart>;
