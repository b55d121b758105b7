import * as z from "../z";
import { Id, Ref, Text } from "./schema-base";

/** Some parts: all of these classes and all in these slots, in the order of the pack's slots. */
export const Parts = z
  .strictObject({
    classes: z._default(z.array(Id).check(z.maxLength(60)), []),
    slots: z._default(z.array(Id).check(z.maxLength(500)), []),
  })
  .check(z.refine(({ classes, slots }) => classes.length + slots.length > 0, "names neither a class nor a slot"));

const named = { id: Id, name: Text, ref: Ref };
const becomes = z.array(z.enum(["rework", "replace"])).check(z.minLength(1), z.maxLength(2));

/** Parts that are always renewed together and by one act, and what a shop may have as its policy. */
export const renewKinds = ["rings", "shells", "seals", "gaskets", "bolts", "filters", "springs", "hoses"] as const;

/** What holds between parts in different places. A closed set of kinds: from each follow the same judgement and the same choice. */
export const Relation = z.discriminatedUnion("is", [
  /** All of a group are replaced, or none: springs, petals, the plates of a pack. */
  z.strictObject({ is: z.literal("set"), ...named, groups: z.array(Parts).check(z.minLength(1), z.maxLength(60)) }),
  /**
   * They wore in on each other: a new one is never fitted to a used mate, and neither is used again beside another than
   * it ran with. Paired in order; one part pairs with each of several. A way that is named frees them.
   */
  z.strictObject({
    is: z.literal("ran-together"),
    ...named,
    one: Parts,
    other: Parts,
    /** The first may come new beside a used mate, as bolts do in their rod; used it goes with its own. */
    oneMayBeNew: z._default(z.boolean(), false),
    frees: z._default(z.array(Id).check(z.maxLength(20)), []),
  }),
  /** Two used faces against each other: worse than one, and this follows. */
  z.strictObject({
    is: z.literal("used-on-used"),
    ...named,
    one: Parts,
    other: Parts,
    then: z.enum(["tell", "ask", "refuse"]),
    why: Text,
  }),
  /** When any of some is worked on or goes, others are renewed with it: belt means pump. */
  z.strictObject({ is: z.literal("companion"), ...named, when: Parts, becomes, replace: Parts }),
  /** Fresh parts on tired ones only move the failure: these are not used again past a share of their wear. */
  z.strictObject({
    is: z.literal("weak-link"),
    ...named,
    fresh: Parts,
    tired: Parts,
    share: z.number().check(z.gt(0), z.maximum(1)),
    /** The school that lets it be, where there is one. */
    unless: z.optional(z.strictObject({ school: Id, option: Id })),
  }),
  /** What is fitted last: it may be bought and measured before, and is not fitted before the other is made good. */
  z.strictObject({ is: z.literal("not-before"), ...named, fitted: Parts, after: Parts }),
  /** Always renewed, by one act: rings, shells, seals. Without `always` it is on offer, and a shop's policy may ask for it. */
  z.strictObject({
    is: z.literal("renew"),
    ...named,
    kind: z.enum(renewKinds),
    parts: Parts,
    always: z._default(z.boolean(), false),
  }),
]);
export type Relation = z.infer<typeof Relation>;
export type RelationOf<K extends Relation["is"]> = Extract<Relation, { is: K }>;
export type Parts = z.infer<typeof Parts>;
