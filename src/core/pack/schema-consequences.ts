import * as z from "../z";
import { Condition, Finite, Id, Ref, Text } from "./schema-base";

/** What a thing that can be seen is by its nature: that decides what follows where a pack says nothing more. */
export const natures = ["deposit", "surface", "heat", "fatigue", "bending", "broken"] as const;
export type Nature = (typeof natures)[number];

const Grade = z.union([z.literal(1), z.literal(2), z.literal(3)]);

const Seen = z.discriminatedUnion("is", [
  /** Something seen on the part, from a grade on, or just these values of it; at these places of it, or anywhere. */
  z.strictObject({
    is: z.literal("finding"),
    finding: Id,
    from: z._default(Grade, 1),
    values: z.optional(z.array(Id).check(z.maxLength(12))),
    places: z.optional(z.array(Id).check(z.maxLength(60))),
  }),
  /** What a check before taking apart showed of it: these states, or whatever is not as it should be. */
  z.strictObject({ is: z.literal("check"), check: Id, states: z.optional(z.array(Id).check(z.maxLength(8))) }),
  /** What is known of the engine's past. */
  z.strictObject({ is: z.literal("history"), item: Id, value: z.union([Text, Finite, z.boolean()]) }),
]);

/** What follows for parts of a class from something that was seen, tested or is known. */
export const Consequence = z.strictObject({
  id: Id,
  class: Id,
  when: Seen,
  /**
   * - refuse: not used again as it is
   * - ask: a person has to say
   * - clean: cleaned, and looked at again
   * - tell: it may be used again, and this is said
   */
  then: z.enum(["refuse", "ask", "clean", "tell"]),
  /** Machining does not take it away: heat, cracks, life. Worn surfaces are gone once they are ground. */
  survivesMachining: z._default(z.boolean(), false),
  /** Nobody goes past it with a reason. */
  never: z._default(z.boolean(), false),
  /** Holds in a shop that follows this school. */
  school: z.optional(z.strictObject({ school: Id, option: Id })),
  /** Holds only so. While that cannot be told a refusal asks, and all else follows as though it held. */
  onlyIf: z.optional(Condition),
  /** What makes the part good again: a surface coated or made anew. The first whose condition holds, else the first that may. */
  madeGood: z._default(
    z.array(z.strictObject({ id: Id, name: Text, onlyIf: z.optional(Condition) })).check(z.maxLength(6)),
    [],
  ),
  why: Text,
  ref: Ref,
});
export type Consequence = z.infer<typeof Consequence>;
