import { z } from "zod";

const reserved = new Set(["__proto__", "constructor", "prototype"]);

/** A name inside a pack: lower case, digits, dashes. */
export const Id = z
  .string()
  .max(60)
  .regex(/^[a-z][a-z0-9-]*$/u, "lower case letters, digits and dashes, a letter first")
  .refine((id) => !reserved.has(id));
export const Text = z.string().trim().min(1).max(400);
export const Finite = z.number().refine(Number.isFinite);

/** Where a fact stands. */
export const Ref = z.strictObject({
  source: Id,
  page: z.string().max(40).optional(),
  erratum: z.strictObject({ foundBy: Text, why: Text }).optional(),
});
