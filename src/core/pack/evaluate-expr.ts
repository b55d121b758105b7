import { CoreError } from "../errors";
import { evaluateFigure } from "../figures/figure";
import { figureById } from "../figures/figures";
import { add, divide, exact, mean, multiply, scale, subtract, propagate, type Estimate } from "../quantity/estimate";
import { toCore, unitById } from "../quantity/units";
import { fitPoints } from "./fit-points";
import type { Expr, Point } from "./schema";

export interface ExprContext {
  readonly points: readonly Point[];
  /** What was measured, by point id. */
  readonly measured: ReadonlyMap<string, Estimate>;
  readonly facts: ReadonlyMap<string, number>;
  readonly refs: ReadonlyMap<string, Estimate>;
  /** What the part itself measured when it was new, by feature. */
  readonly own?: ReadonlyMap<string, Estimate>;
  /** The ends of a joint, each with its own points. */
  readonly ends?: ReadonlyMap<string, ExprContext>;
}

/** A context in which nothing was measured. */
export const emptyContext = (facts: ReadonlyMap<string, number>): ExprContext => ({
  points: [],
  measured: new Map(),
  facts,
  refs: new Map(),
});

export interface Evaluated {
  /** Null when the measured points do not carry the expression. */
  readonly estimate: Estimate | null;
  /** Ids of points that the expression asks for and that were not measured. */
  readonly missing: readonly string[];
}

/** How a size of its own that nobody knows is called among what is missing. */
export const ownSizeOf = (feature: string): string => `own ${feature}`;

const selected = (points: readonly Point[], selector: Readonly<Record<string, string>>) =>
  points.filter((point) => Object.entries(selector).every(([axis, place]) => point.at[axis] === place));

const largest = (terms: readonly Estimate[]) => terms.reduce((best, term) => (term.value > best.value ? term : best));
const smallest = (terms: readonly Estimate[]) => terms.reduce((best, term) => (term.value < best.value ? term : best));

const reducers: Record<"max" | "min" | "mean" | "range", (terms: readonly Estimate[]) => Estimate | null> = {
  max: largest,
  min: smallest,
  mean,
  range: (terms) => (terms.length < 2 ? null : subtract(largest(terms), smallest(terms))),
};

const unique = (ids: readonly string[]) => [...new Set(ids)];

/**
 * The value of a pack expression over what was measured, with its contributions: the greatest of several
 * readings keeps the contributions of the reading it is, and a difference cancels what both readings share.
 *
 * @throws  CoreError unknown-fact, unknown-end, unknown-figure for a pack that was not linted
 */
export function evaluateExpr(expr: Expr, context: ExprContext): Evaluated {
  if ("const" in expr)
    return {
      estimate: exact(expr.unit === undefined ? expr.const : toCore(expr.const, unitById(expr.unit)!)),
      missing: [],
    };
  if ("fact" in expr) {
    const value = context.facts.get(expr.fact);
    if (value === undefined) throw new CoreError("unknown-fact", expr.fact);
    return { estimate: exact(value), missing: [] };
  }
  if ("ref" in expr) return { estimate: context.refs.get(expr.ref) ?? null, missing: [] };
  if ("own" in expr) {
    const own = context.own?.get(expr.own);
    return own ? { estimate: own, missing: [] } : { estimate: null, missing: [ownSizeOf(expr.own)] };
  }
  if ("fit" in expr) {
    const wanted = selected(context.points, expr.points);
    const there = wanted.flatMap((point) => {
      const estimate = context.measured.get(point.id);
      return estimate && point.place ? [{ place: point.place, estimate }] : [];
    });
    return {
      estimate: fitPoints(expr.fit, there, expr.within ?? null),
      missing: wanted.filter((point) => !context.measured.has(point.id)).map((point) => point.id),
    };
  }
  if ("points" in expr) {
    const wanted = selected(context.points, expr.points);
    const terms = wanted.flatMap((point) => context.measured.get(point.id) ?? []);
    const missing = wanted.filter((point) => !context.measured.has(point.id)).map((point) => point.id);
    return { estimate: terms.length === 0 ? null : reducers[expr.reduce](terms), missing };
  }
  if ("over" in expr) {
    const places = unique(context.points.flatMap((point) => point.at[expr.over] ?? []));
    const parts = places.map((place) =>
      evaluateExpr(expr.each, { ...context, points: selected(context.points, { [expr.over]: place }) }),
    );
    const terms = parts.flatMap((part) => part.estimate ?? []);
    return {
      estimate: terms.length === 0 ? null : reducers[expr.reduce](terms),
      missing: unique(parts.flatMap((part) => part.missing)),
    };
  }
  if ("end" in expr) return atEnd(expr.end, expr.each, context);
  if ("across" in expr) {
    const parts = expr.across.map((end) => atEnd(end, expr.each, context));
    const terms = parts.flatMap((part) => part.estimate ?? []);
    return {
      estimate: terms.length === 0 ? null : reducers[expr.reduce](terms),
      missing: parts.flatMap((part) => part.missing),
    };
  }
  if ("figure" in expr) {
    const figure = figureById(expr.figure);
    if (!figure) throw new CoreError("unknown-figure", expr.figure);
    const parts = Object.entries(expr.with).map(([id, inner]) => [id, evaluateExpr(inner, context)] as const);
    const inputs = Object.fromEntries(parts.map(([id, { estimate }]) => [id, estimate]));
    return {
      estimate: evaluateFigure(figure, inputs).get(expr.gives) ?? null,
      missing: unique(parts.flatMap(([, part]) => part.missing)),
    };
  }
  const parts = expr.args.map((arg) => evaluateExpr(arg, context));
  const missing = unique(parts.flatMap((part) => part.missing));
  const terms = parts.flatMap((part) => part.estimate ?? []);
  // By nothing nothing is divided: a divisor that measures zero leaves the figure open.
  const isByZero = "op" in expr && expr.op === "divide" && terms.slice(1).some(({ value }) => value === 0);
  if (terms.length < parts.length || isByZero) return { estimate: null, missing };
  return { estimate: "op" in expr ? operators[expr.op](terms) : functions[expr.fn](terms[0]!), missing };
}

/** An expression over the points of one end of a joint. */
function atEnd(id: string, each: Expr, context: ExprContext): Evaluated {
  const end = context.ends?.get(id);
  if (!end) throw new CoreError("unknown-end", id);
  const { estimate, missing } = evaluateExpr(each, end);
  return { estimate, missing: missing.map((point) => `${id} ${point}`) };
}

const operators: Record<"add" | "subtract" | "multiply" | "divide", (terms: readonly Estimate[]) => Estimate> = {
  add: (terms) => add(...terms),
  subtract: (terms) => terms.reduce(subtract),
  multiply: (terms) => terms.reduce(multiply),
  divide: (terms) => terms.reduce(divide),
};

/** Plain geometry of the circle. */
const functions: Record<"circumference" | "circle-area", (term: Estimate) => Estimate> = {
  circumference: (diameter) => scale(diameter, Math.PI),
  "circle-area": (diameter) =>
    propagate((Math.PI / 4) * diameter.value ** 2, [[diameter, (Math.PI / 2) * diameter.value]]),
};
