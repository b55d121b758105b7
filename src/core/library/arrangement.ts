import { problem, type Problem } from "../problem/problem";
import type { Layout, Sheet } from "./schema";

/** One thing of an index set, with all that templates may name of it. */
export type Element = Readonly<Record<string, string | number>> & { readonly id: string };

/** Where it lies, and by how many degrees it is turned clockwise. */
export interface Position {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
}

/** An engine laid out: what it has, what belongs to what, and where it is drawn. */
export interface Arrangement {
  readonly indexes: ReadonlyMap<string, readonly Element[]>;
  readonly relations: ReadonlyMap<string, { readonly columns: readonly string[]; readonly tuples: readonly (readonly string[])[] }>; // prettier-ignore
  /** `answer.fuel`, `layout.id`: what templates may be held back by. */
  readonly words: ReadonlyMap<string, string>;
  readonly engine: Element;
  readonly positionOf: (drawing: string, index: string, id: string) => Position | null;
  readonly problems: readonly Problem[];
}

/** Between each cylinder and the next of its bank. */
const gapsOf = (banks: readonly number[]): Element[] =>
  banks
    .flatMap((bank, at) => {
      const next = banks.indexOf(bank, at + 1);
      return next < 0 ? [] : [{ before: String(at + 1), after: String(next + 1) }];
    })
    .map((gap, at) => ({ id: String(at + 1), ...gap }));

const numbered = (count: number): Element[] => Array.from({ length: count }, (_, at) => ({ id: String(at + 1) }));

/**
 * What stands along a crank, from its table of throws: mains and pins in order, which mains lie beside a pin, and which
 * cylinders hang on it.
 */
export function alongCrank(throws: Layout["throws"]): {
  readonly mains: number;
  readonly pins: readonly { readonly angle: number; readonly cylinders: readonly number[] }[];
  /** Main and pin that lie side by side, both counted from 1. */
  readonly beside: readonly (readonly [number, number])[];
} {
  const pins: { angle: number; cylinders: readonly number[] }[] = [];
  const beside: [number, number][] = [];
  let mains = 0;
  let since: number[] = [];
  for (const each of throws) {
    if (each === "main") {
      mains += 1;
      beside.push(...since.map((pin): [number, number] => [mains, pin]));
      since = [];
    } else {
      pins.push(each);
      // A pin without a main before it, as between two that share a web, lies beside the last one there was.
      if (mains > 0) beside.push([mains, pins.length]);
      since.push(pins.length);
    }
  }
  return { mains, pins, beside };
}

/** Degrees of the crank from the first one's top dead centre to each cylinder's, from 0 up to 360. */
export function deadCentres({ throws, cylinders }: Pick<Layout, "throws" | "cylinders">): readonly number[] {
  const angles = cylinders.map((bank, at) => {
    const pin = alongCrank(throws).pins.find((each) => each.cylinders.includes(at + 1));
    return pin ? bank - pin.angle : Number.NaN;
  });
  return angles.map((angle) => turned(angle - angles[0]!));
}

/**
 * Degrees from each firing to the next of a firing order on a crank, a whole cycle in sum.
 *
 * @param order  each cylinder once, counted from 1
 * @returns      null where the order names a cylinder twice or forgets one, or no such crank fires like this
 * @source       geometry: a cylinder fires at its own top dead centre, every time or every other time
 * @example firingIntervals({ strokes: 4, cylinders: [0], throws: ["main", { angle: 0, cylinders: [1] }, "main"] }, [1]) // [720]
 */
export function firingIntervals(
  layout: Pick<Layout, "throws" | "cylinders" | "strokes">,
  order: readonly number[],
): readonly number[] | null {
  const { cylinders, strokes } = layout;
  if (order.length !== cylinders.length || new Set(order).size !== order.length) return null;
  const centres = deadCentres(layout);
  const ahead = order.map((cylinder) => turned(centres[cylinder - 1]! - centres[order[0]! - 1]!));
  const cycle = strokes === 4 ? 720 : 360;
  // The first so many fire in the first of two turns, the others in the second: of those that can be, the most even.
  const turns = strokes === 4 ? order.map((_, at) => at + 1) : [order.length];
  const ways = turns.flatMap((first) => {
    const fired = ahead.map((degrees, at) => degrees + (at < first ? 0 : 360));
    const intervals = fired.map((degrees, at) => (fired[at + 1] ?? cycle) - degrees);
    // Two of a two-stroke may fire at once; each of a four-stroke has its own time.
    return intervals.every((each) => (strokes === 4 ? each > 1e-9 : each >= 0)) ? [intervals] : [];
  });
  return ways.toSorted((one, other) => Math.max(...one) - Math.max(...other))[0] ?? null;
}

/** An angle as it is within one turn; what hangs on no pin has none, and compares with nothing. */
const turned = (degrees: number): number => ((degrees % 360) + 360) % 360;

function throwsProblems({ throws, cylinders, id }: Layout): Problem[] {
  if (throws.length === 0) return [];
  const hung = alongCrank(throws).pins.flatMap((pin) => pin.cylinders);
  return cylinders.flatMap((_, at) => {
    const times = hung.filter((each) => each === at + 1).length;
    return times === 1 ? [] : [problem("throw-misfits", ["layout"], { layout: id, cylinder: at + 1, times })];
  });
}

/** Lays an engine out: the layout's tables, what follows from its throws, and what the sheet says otherwise. */
export function arrange(layout: Layout, sheet: Sheet): Arrangement {
  const { mains, pins, beside } = alongCrank(layout.throws);
  const bankOf = (cylinder: number) => layout.cylinders[cylinder - 1]!;
  const banks = [...new Set(layout.cylinders)];
  const pinOf = (cylinder: number) => pins.findIndex((pin) => pin.cylinders.includes(cylinder)) + 1;
  /** The main that lies before its pin, and feeds it. */
  const feedOf = (cylinder: number) => beside.find(([, pin]) => pin === pinOf(cylinder))?.[0] ?? 1;
  const indexes = new Map<string, readonly Element[]>([
    ["cylinder", layout.cylinders.map((bank, at): Element => ({ id: String(at + 1), pin: pinOf(at + 1), bank: banks.indexOf(bank) + 1, feed: feedOf(at + 1), last: at === layout.cylinders.length - 1 ? "yes" : "no", after: at + 2, leads: at > 0 && layout.cylinders.indexOf(bank) === at ? "yes" : "no", head: "1" }))], // prettier-ignore
    // Which one takes the thrust is the maker's choice: mostly the last.
    ["main", numbered(mains).map((each, at) => ({ ...each, thrust: at === mains - 1 ? "yes" : "no" }))],
    ["crankpin", numbered(pins.length)],
    ["gap", gapsOf(layout.cylinders)],
    ["bank", banks.map((angle, at): Element => ({ id: String(at + 1), angle }))],
  ]);
  const engine: Element = {
    id: "engine",
    cylinders: layout.cylinders.length,
    mains,
    pins: pins.length,
    ...layout.engine,
  };
  indexes.set("engine", [engine]);
  for (const [name, given] of [...Object.entries(layout.indexes), ...Object.entries(sheet.indexes)])
    indexes.set(name, mergedById(indexes.get(name) ?? [], given as readonly Element[]));
  const text = (pairs: readonly (readonly [number, number])[]) => pairs.map(([one, other]) => [String(one), String(other)]); // prettier-ignore
  const relations = new Map([
    ["main-crankpin", { columns: ["main", "crankpin"], tuples: text(beside) }],
    ["crankpin-cylinder", { columns: ["crankpin", "cylinder"], tuples: text(pins.flatMap((pin, at) => pin.cylinders.map((each) => [at + 1, each] as const))) }], // prettier-ignore
    ["bank-cylinder", { columns: ["bank", "cylinder"], tuples: text(layout.cylinders.map((_, at) => [banks.indexOf(bankOf(at + 1)) + 1, at + 1] as const)) }], // prettier-ignore
    ...Object.entries(layout.relations),
    ...Object.entries(sheet.relations),
  ]);
  const isOwn = pins.length === layout.cylinders.length && mains === pins.length + 1;
  const under = indexes.get("cylinder")!.map((each) => [String(each["head"]), each.id]);
  if (indexes.has("head")) relations.set("head-cylinder", { columns: ["head", "cylinder"], tuples: under });
  const words = new Map<string, string>([
    ["layout.id", layout.id],
    ["layout.kind", layout.kind],
    // Each cylinder with a pin of its own between mains of its own, or several that share.
    ["layout.many", layout.cylinders.length > 1 ? "yes" : "no"],
    ["layout.pins", isOwn ? "own" : "shared"],
  ]);
  for (const { id, usual } of layout.questions) words.set(`answer.${id}`, sheet.answers[id] ?? usual);
  const positionOf = (drawing: string, index: string, id: string): Position | null => {
    const at = (indexes.get(index) ?? []).findIndex((each) => each.id === id);
    const laid = sheet.positions[drawing]?.[index] ?? layout.positions[drawing]?.[index];
    if (!laid || at < 0) return null;
    if ("line" in laid) {
      const [x, y, dx, dy] = laid.line;
      return { x: x + at * dx, y: y + at * dy, turn: 0 };
    }
    if ("circle" in laid) {
      const [x, y, radius, first, step] = laid.circle;
      const turn = first + at * step;
      const angle = (turn * Math.PI) / 180;
      return { x: x + radius * Math.sin(angle), y: y - radius * Math.cos(angle), turn };
    }
    const [x, y, turn] = laid.each[at] ?? [0, 0, 0];
    return { x, y, turn };
  };
  return {
    indexes,
    relations,
    words,
    engine,
    positionOf,
    problems: [...throwsProblems(layout), ...answersProblems(layout, sheet), ...firingProblems(layout, sheet), ...relationProblems(indexes, relations)], // prettier-ignore
  };
}

/** An index set with what else is said of its things: a set that is given anew in other ids takes its place. */
function mergedById(has: readonly Element[], given: readonly Element[]): readonly Element[] {
  if (!given.every(({ id }) => has.some((each) => each.id === id))) return given;
  return has.map((each) => ({ ...each, ...given.find(({ id }) => id === each.id) }));
}

const answersProblems = ({ questions, id: layout }: Layout, { answers }: Sheet): Problem[] =>
  Object.entries(answers).flatMap(([question, answer]): Problem[] => {
    const asked = questions.find(({ id }) => id === question);
    if (!asked) return [problem("no-such-question", ["answers", question], { question, layout })];
    return asked.options.some(({ id }) => id === answer)
      ? []
      : [problem("no-such-option", ["answers", question], { answer, options: asked.options.map(({ id }) => id).join(", ") })]; // prettier-ignore
  });

function firingProblems(layout: Layout, { firingOrder }: Sheet): Problem[] {
  if (firingOrder === undefined) return [];
  const count = layout.cylinders.length;
  const isEach = firingOrder.length === count && new Set(firingOrder).size === count && firingOrder.every((each) => each <= count); // prettier-ignore
  if (!isEach) return [problem("firing-order-misfits", ["firingOrder"], { cylinders: count })];
  return layout.throws.length > 0 && firingIntervals(layout, firingOrder) === null
    ? [problem("firing-order-against-crank", ["firingOrder"], { layout: layout.id })]
    : [];
}

const relationProblems = (indexes: Arrangement["indexes"], relations: Arrangement["relations"]): Problem[] =>
  [...relations].flatMap(([name, { columns, tuples }]) =>
    tuples.flatMap((tuple) =>
      columns.flatMap(
        (column, at) =>
        (indexes.get(column) ?? []).some(({ id }) => id === tuple[at])
          ? []
          : [problem("relation-names-nothing", ["relations", name], { relation: name, index: column, id: tuple[at] ?? "" })], // prettier-ignore
      ),
    ),
  );
