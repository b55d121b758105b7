import { evaluateExpr, type ExprContext } from "../pack/evaluate-expr";
import type { Expr } from "../pack/schema";
import type { Estimate } from "../quantity/estimate";
import { jointContext, type JointResult } from "./assess-joint";

/** One line of an uncertainty budget. */
export interface BudgetLine {
  /** What kind of source: repeat, calibration, master, part-temperature. */
  readonly kind: string;
  /** Which one, where several results may share it: a gauge, a master, an occasion; empty for what belongs to single readings. */
  readonly subject: string;
  /** Signed standard uncertainty by end of the joint, in the value's unit; one nameless end for a plain feature. */
  readonly ends: ReadonlyMap<string, number>;
  /** What is left of it in the result. */
  readonly standard: number;
  /** Part of the result's variance, 0 to 1. */
  readonly share: number;
  /** More than nine tenths of what the ends brought along has gone. */
  readonly cancels: boolean;
}

/** Sources that belong to single readings, and are only of interest together. */
const ownOfReadings = new Set(["repeat", "resolution", "zero"]);

const split = (source: string): [kind: string, subject: string] => {
  const at = source.indexOf(":");
  const [kind, subject] = at < 0 ? [source, ""] : [source.slice(0, at), source.slice(at + 1)];
  // The two parts of a calibration's error are of interest together.
  return [kind === "calibration-with-size" ? "calibration" : kind, ownOfReadings.has(kind) ? "" : subject];
};

/** The source of a contribution that was marked with the end it came through. */
const divider = "\u0000";
const mark = (end: string, of: Estimate): Estimate => ({
  value: of.value,
  contributions: new Map([...of.contributions].map(([source, signed]) => [`${end}${divider}${source}`, signed])),
});

function linesOf(marked: Estimate): BudgetLine[] {
  // By source first, since what the ends owe to one source adds with its sign, and only then by squares.
  const sources = new Map<string, Map<string, number>>();
  for (const [name, signed] of marked.contributions) {
    const [end = "", source = ""] = name.split(divider);
    sources.set(source, (sources.get(source) ?? new Map<string, number>()).set(end, signed));
  }
  const groups = new Map<string, { kind: string; subject: string; members: ReadonlyMap<string, number>[] }>();
  for (const [source, ends] of sources) {
    const [kind, subject] = split(source);
    const group = groups.get(`${kind}:${subject}`) ?? { kind, subject, members: [] };
    group.members.push(ends);
    groups.set(`${kind}:${subject}`, group);
  }
  const sum = (ends: ReadonlyMap<string, number>) => [...ends.values()].reduce((total, signed) => total + signed, 0);
  const variance = [...sources.values()].reduce((total, ends) => total + sum(ends) ** 2, 0);
  return [...groups.values()]
    .map(({ kind, subject, members }): BudgetLine => {
      const names = [...new Set(members.flatMap((ends) => [...ends.keys()]))];
      const standard = Math.hypot(...members.map(sum));
      const brought = Math.hypot(...members.flatMap((ends) => [...ends.values()]));
      return {
        kind,
        subject,
        ends: new Map(
          names.map((end) => [
            end,
            members.length === 1
              ? (members[0]!.get(end) ?? 0)
              : Math.hypot(...members.map((ends) => ends.get(end) ?? 0)),
          ]),
        ),
        standard,
        share: variance > 0 ? standard ** 2 / variance : 0,
        cancels: members.some((ends) => ends.size > 1) && standard < 0.1 * brought,
      };
    })
    .sort((a, b) => b.standard - a.standard || (a.kind < b.kind ? -1 : 1));
}

/**
 * What a value's uncertainty is made of, largest first. The squares of `standard` add up to the square of the
 * combined standard uncertainty; lines that cancel stand in it too, with what each end brought.
 *
 * @source  JCGM 100:2008, 5.1.2 and F.1.2.3 (from memory)
 */
export const budgetOf = (of: Estimate): BudgetLine[] => linesOf(mark("", of));

/** The budget of a joint's characteristic, with what came through each end. */
export function jointBudget({ ends }: JointResult, expr: Expr, facts: ReadonlyMap<string, number>): BudgetLine[] {
  const context = jointContext(ends, facts);
  const marked: ExprContext = {
    ...context,
    ends: new Map(
      [...context.ends!].map(([end, inner]) => [
        end,
        { ...inner, measured: new Map([...inner.measured].map(([point, of]) => [point, mark(end, of)])) },
      ]),
    ),
  };
  const { estimate } = evaluateExpr(expr, marked);
  return estimate ? linesOf(estimate) : [];
}

/** The combined standard uncertainty that a budget adds up to. */
export const totalOf = (lines: readonly BudgetLine[]): number => Math.hypot(...lines.map((line) => line.standard));
