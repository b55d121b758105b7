import * as z from "../z";
import { Finite, Id, Text } from "../pack/schema-base";
import { Source } from "../pack/schema";

/** What a thing of an index set is called, and whatever else is known of it: its bank, its head, where it lies. */
const Element = z.catchall(
  z.object({ id: z.string().check(z.regex(/^[a-z0-9][a-z0-9-]{0,19}$/u)) }),
  z.union([Finite, z.string().check(z.maxLength(120))]),
);

const Indexes = z.record(Id, z.array(Element).check(z.maxLength(60)));

/** A relation between index sets: which of the one belongs to which of the other. */
const Relations = z.record(
  Id,
  z.strictObject({
    columns: z.array(Id).check(z.minLength(2), z.maxLength(4)),
    tuples: z.array(z.array(z.string().check(z.maxLength(20)))).check(z.maxLength(400)),
  }),
);

/** Where the things of an index set lie on a drawing: in a line, on a circle, or each by itself; turned clockwise by degrees. */
const Positions = z.union([
  z.strictObject({ line: z.tuple([Finite, Finite, Finite, Finite]) }),
  z.strictObject({ circle: z.tuple([Finite, Finite, z.number().check(z.positive()), Finite, Finite]) }),
  z.strictObject({ each: z.array(z.tuple([Finite, Finite, Finite])).check(z.minLength(1), z.maxLength(60)) }),
]);

/** By drawing and index set. */
const Drawn = z.record(Id, z.record(Id, Positions));

/** One element of a crank from front to rear: a main, or a pin with its angle in degrees and the cylinders whose rods hang on it. */
const Throw = z.union([
  z.literal("main"),
  z.strictObject({
    angle: z.number().check(z.minimum(-360), z.maximum(360)),
    cylinders: z.array(z.int().check(z.minimum(1), z.maximum(36))).check(z.minLength(1), z.maxLength(9)),
  }),
]);

/** What a layout asks, and what it takes where a sheet says nothing. */
const Question = z.strictObject({
  id: Id,
  text: Text,
  options: z.array(z.strictObject({ id: Id, name: Text })).check(z.minLength(2), z.maxLength(12)),
  usual: Id,
});

/** What an engine has and where, as tables. */
export const Layout = z.strictObject({
  id: Id,
  name: Text,
  /** What sort of engine it is: what is said of one sort is said of no other. */
  kind: z.enum(["four-stroke", "two-stroke", "rotary"]),
  /** From where its map is drawn. */
  view: Text,
  strokes: z.union([z.literal(2), z.literal(4)]),
  /** How many cylinders there are, and the angle of each about the crank in degrees, seen from the front, clockwise from upright. */
  cylinders: z.array(z.number().check(z.minimum(-180), z.maximum(360))).check(z.maxLength(36)),
  throws: z._default(z.array(Throw).check(z.maxLength(80)), []),
  questions: z._default(z.array(Question).check(z.maxLength(20)), []),
  /** Figures and words of the whole engine that templates name: half the length of its shaft on the map. */
  engine: z._default(z.record(Id, z.union([Finite, Text])), {}),
  indexes: z._default(Indexes, {}),
  relations: z._default(Relations, {}),
  positions: z._default(Drawn, {}),
});
export type Layout = z.infer<typeof Layout>;

/** What templates hold for: by `answer.question` one of these options, or by `layout.id` one of these layouts. */
const Where = z.record(z.string().check(z.maxLength(80)), z.array(z.string().check(z.maxLength(60))).check(z.minLength(1), z.maxLength(20))); // prettier-ignore

/**
 * Some of a pack, in the pack's own words, with templates in its lists: `@for` ranges over index sets and relations, `@where`
 * holds it back, `@give` is what stands there where it is no object, `@each` what an object has by names of its own, `@placed` where it lies,
 * `@order` when it is said.
 */
const Some = z.record(z.string().check(z.maxLength(40)), z.unknown());

/** One piece of the trade: a kind of part with all that is known of it, some causes, a practice. */
export const Fragment = z.strictObject({
  id: Id,
  /** When it is said: pieces are sorted by this, then by id. */
  order: z.int().check(z.minimum(0), z.maximum(100_000)),
  where: z._default(Where, {}),
  pack: Some,
});
export type Fragment = z.infer<typeof Fragment>;

/** The trade written once. */
export const Library = z.strictObject({
  format: z.literal("ember-library/1"),
  version: z.int().check(z.minimum(1)),
  /** All names that templates may range over: one that a layout has not ranges over nothing, one that is not here is a fault. */
  indexes: z.array(Id).check(z.maxLength(60)),
  relations: z.array(Id).check(z.maxLength(60)),
  layouts: z.array(Layout).check(z.minLength(1), z.maxLength(100)),
  fragments: z.array(Fragment).check(z.maxLength(400)),
});
export type Library = z.infer<typeof Library>;

/** Which limit a row is of. */
export const limitWords = ["new", "reassembly", "service"] as const;

const Bound = z.nullable(Finite);
const Place = z.string().check(z.maxLength(60));

/**
 * One limit, as a manual prints it: kind of part or joint, feature (none of a joint), characteristic (none is the one that
 * decides), which limit, least, most, unit, page; a tolerance zone such as `H7` in place of a unit, about the size that stands
 * as least. Then the source where it is not the sheet's first, and the condition under which it holds.
 */
export const LimitRow = z.tuple([
  Place,
  Place,
  Place,
  z.enum(limitWords),
  Bound,
  Bound,
  z.string().check(z.minLength(1), z.maxLength(20)),
  z.nullable(z.string().check(z.maxLength(40))),
]);
export type LimitRow = z.infer<typeof LimitRow>;

/** Where the sheet's own source says what the library knows anyway: which facts, source, page. */
const Said = z.tuple([
  z.string().check(z.minLength(1), z.maxLength(200)),
  Id,
  z.nullable(z.string().check(z.maxLength(40))),
]);

/** An engine as a shop writes it: its layout, and what only its own manual can say. */
export const Sheet = z.strictObject({
  format: z.literal("ember-engine/1"),
  /** The version of the library it was written over. */
  library: z.int().check(z.minimum(1)),
  id: Id,
  revision: z._default(z.int().check(z.minimum(1)), 1),
  name: Text,
  summary: Text,
  /** The first is what a row goes by that names none. */
  sources: z._default(z.array(Source).check(z.maxLength(100)), []),
  layout: Id,
  answers: z._default(z.record(Id, Id), {}),
  /** Index sets, relations and places that are other than the layout's. */
  indexes: z._default(Indexes, {}),
  relations: z._default(Relations, {}),
  positions: z._default(Drawn, {}),
  firingOrder: z.optional(z.array(z.int().check(z.minimum(1), z.maximum(36))).check(z.maxLength(36))),
  limits: z._default(z.array(LimitRow).check(z.maxLength(10_000)), []),
  said: z._default(z.array(Said).check(z.maxLength(1000)), []),
  /** What the library has and this engine has not: `slots/oil-jet-1`, by ids. */
  without: z._default(z.array(z.string().check(z.minLength(1), z.maxLength(200))).check(z.maxLength(2000)), []),
  /** Lists in which things come otherwise than usual: by path of ids, those that come first. */
  order: z._default(z.record(z.string().check(z.maxLength(200)), z.array(z.string().check(z.maxLength(60))).check(z.maxLength(2000))), {}), // prettier-ignore
  /** Anything else of the pack, added or changed by id, in the words of templates too. */
  pack: z._default(Some, {}),
});
export type Sheet = z.infer<typeof Sheet>;
