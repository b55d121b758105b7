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

/** Where a part came from: in this engine, out of another, off the shelf, or bought. */
export const partOrigins = ["engine", "donor", "shelf", "supplier"] as const;
export type PartOrigin = (typeof partOrigins)[number];

/**
 * When something holds: all that is named has to be so, by one of those named. Of the engine its variant, of a part its
 * own series, revision and origin, of the job its schools and application.
 */
export const Condition = z
  .strictObject({
    variants: z.array(Id).min(1).max(50).optional(),
    series: z.array(Id).min(1).max(20).optional(),
    revisions: z.array(Id).min(1).max(50).optional(),
    origins: z.array(z.enum(partOrigins)).min(1).max(4).optional(),
    schools: z
      .array(z.strictObject({ school: Id, option: Id }))
      .min(1)
      .max(10)
      .optional(),
    applications: z.array(Id).min(1).max(20).optional(),
  })
  .refine((condition) => Object.keys(condition).length > 0, "a condition names nothing");
export type Condition = z.infer<typeof Condition>;

/** Where a fact stands. */
export const Ref = z.strictObject({
  source: Id,
  page: z.string().max(40).optional(),
  erratum: z.strictObject({ foundBy: Text, why: Text }).optional(),
});
