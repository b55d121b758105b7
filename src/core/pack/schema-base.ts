import * as z from "../z";

const reserved = new Set(["__proto__", "constructor", "prototype"]);

/** A name inside a pack: lower case, digits, dashes. */
export const Id = z.string().check(
  z.maxLength(60),
  z.regex(/^[a-z][a-z0-9-]*$/u, "lower case letters, digits and dashes, a letter first"),
  z.refine((id) => !reserved.has(id)),
);
export const Text = z.string().check(z.trim(), z.minLength(1), z.maxLength(400));
export const Finite = z.number().check(z.refine(Number.isFinite));

/** Where a part came from: in this engine, out of another, off the shelf, or bought. */
export const partOrigins = ["engine", "donor", "shelf", "supplier"] as const;
export type PartOrigin = (typeof partOrigins)[number];

/**
 * When something holds: all that is named has to be so, by one of those named. Of the engine its variant, of a part its
 * own series, revision and origin, of the job its schools and application, of a measured feature its place.
 */
export const Condition = z
  .strictObject({
    variants: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(50))),
    series: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(20))),
    revisions: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(50))),
    origins: z.optional(z.array(z.enum(partOrigins)).check(z.minLength(1), z.maxLength(4))),
    schools: z.optional(z.array(z.strictObject({ school: Id, option: Id })).check(z.minLength(1), z.maxLength(10))),
    applications: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(20))),
    /** Places of the feature that a limit is of: a thrust main beside the plain ones. Nothing else has places. */
    places: z.optional(z.array(Id).check(z.minLength(1), z.maxLength(200))),
  })
  .check(z.refine((condition) => Object.keys(condition).length > 0, "a condition names nothing"));
export type Condition = z.infer<typeof Condition>;

/** Where a fact stands. */
export const Ref = z.strictObject({
  source: Id,
  page: z.optional(z.string().check(z.maxLength(40))),
  erratum: z.optional(z.strictObject({ foundBy: Text, why: Text })),
});
