import type { Decision } from "../entry/fold";
import type { DecisionRule, Disposition } from "../entry/schema";
import { allAccepted, type Answer, type CharacteristicResult, type RowResult } from "../metrology/assess-row";
import { rowId } from "../pack/compile-pack";
import type { Feature } from "../pack/schema";
import { problem, type Problem } from "../problem";
import { nextUndersize, type Undersize } from "./next-undersize";

/** One way to go, whether the evidence allows it, and why. */
export interface Option {
  readonly disposition: Disposition;
  /** Which size of a rework. */
  readonly step: string | null;
  readonly stepName: string | null;
  /** Null: the evidence does not say. */
  readonly allowed: Answer;
  readonly reasons: readonly Problem[];
}

export interface Choice {
  readonly row: RowResult;
  /** Other rows of the same part that the choice rests on. */
  readonly restsOn: readonly RowResult[];
  readonly options: readonly Option[];
  readonly proposal: Option;
  readonly undersize: Undersize | null;
  /** Decisions that stand; more than one is a conflict. */
  readonly decisions: readonly Decision[];
  readonly overrides: boolean;
}

type Rows = ReadonlyMap<string, RowResult>;

/** The row of a related feature: at the same place where it has places, of the whole part otherwise. */
function relatedRow(row: RowResult, featureId: string, rows: Rows): RowResult | undefined {
  const { slot, at } = row.row;
  const atPlace = at.place ? rows.get(rowId(slot.id, `${featureId}-${at.place.id}`)) : undefined;
  return atPlace ?? rows.get(rowId(slot.id, featureId));
}

const relatedRows = (row: RowResult, ids: readonly string[], rows: Rows) => ids.flatMap((id) => relatedRow(row, id, rows) ?? []);

/** Why one characteristic speaks against reuse. */
function whyNot(row: RowResult, result: CharacteristicResult): Problem[] {
  const { characteristic, limit, accepted, conformity: held } = result;
  if (!limit || !held || accepted !== false) return [];
  const where = [row.row.id, characteristic.id];
  const what = { row: row.row.name, characteristic: characteristic.name };
  const figures = { valueMm: result.estimate!.value, limitMm: held.limit, bound: held.bound, byMm: Math.abs(held.margin), expandedMm: held.expanded, probability: held.probability, source: limit.ref.source, page: limit.ref.page ?? null };
  return [problem("error", held.mark === "outside" ? "outside-limit" : held.mark === "outside-within-u" ? "outside-not-surely" : "inside-not-surely", where, { ...what, ...figures })];
}

/** What is still to be measured before a row can be judged. */
const stillOpen = (row: RowResult): Problem =>
  problem("notice", row.measured === 0 ? "not-measured" : "points-missing", [row.row.id], { row: row.row.name, missing: row.points.length - row.measured });

const evidenceOf = (row: RowResult): Problem[] => [
  ...[row.governing, ...row.derived].flatMap((result) => whyNot(row, result)),
  ...(row.accepted === null && row.measured < row.points.length ? [stillOpen(row)] : []),
];

function reuseOption(row: RowResult, restsOn: readonly RowResult[]): Option {
  const allowed = row.part ? allAccepted([row, ...restsOn].map((each) => each.accepted)) : null;
  const { governing } = row;
  const held = governing.conformity;
  const reasons = !row.part
    ? [problem("notice", "no-part", [row.row.id], { slot: row.row.slot.name })]
    : allowed === true && held
      ? [problem("notice", "within-limits", [row.row.id], { valueMm: governing.estimate!.value, expandedMm: held.expanded, limitMm: held.limit, marginMm: held.margin, probability: held.probability, wear: governing.wear?.value ?? null })]
      : [row, ...restsOn].flatMap(evidenceOf);
  return { disposition: "reuse", step: null, stepName: null, allowed, reasons };
}

function undersizeOf(row: RowResult, feature: Feature, rows: Rows, rule: DecisionRule): Undersize | null {
  const newMax = feature.governing.limits.new?.max;
  if (!feature.rework || newMax === undefined) return null;
  const allowances = feature.rework.allowances.map(({ feature: id, factor }) => {
    const related = relatedRow(row, id, rows);
    return { factor, estimate: related && related.governing.missing.length === 0 ? related.governing.estimate : null };
  });
  // The smallest of some points is not yet the smallest of all.
  const smallest = row.governing.missing.length === 0 ? row.governing.estimate : null;
  return nextUndersize(smallest, allowances, feature.rework, newMax, rule);
}

function reworkOptions(row: RowResult, feature: Feature, undersize: Undersize | null, rows: Rows): Option[] {
  if (!feature.rework || !undersize) return [];
  const needed = relatedRows(row, feature.rework.allowances.map((allowance) => allowance.feature), rows);
  const open = [row, ...needed].filter((each) => each.governing.missing.length > 0 || !each.governing.estimate);
  return undersize.steps.map((step): Option => {
    const where = [row.row.id, step.id];
    const held = step.conformity;
    const reasons: Problem[] = !step.caseEnough
      ? [problem("error", "case-too-thin", where, { caseLeftMm: step.caseLeftMm, keepMm: feature.rework!.hardenedCase!.keep })]
      : held && undersize.ceiling
        ? [problem(step.possible ? "notice" : "error", step.possible ? "cleans-up" : "does-not-clean-up", where, { finishedMm: step.finishedMm, ceilingMm: undersize.ceiling.value, expandedMm: held.expanded, marginMm: held.margin, probability: held.probability, caseLeftMm: step.caseLeftMm })]
        : open.map(stillOpen);
    return { disposition: "rework", step: step.id, stepName: `${feature.rework!.name} ${step.name}`, allowed: step.possible, reasons };
  });
}

/** What one row would need if it stood alone. */
interface Need {
  readonly row: RowResult;
  readonly reuse: Option;
  readonly rework: readonly Option[];
  readonly undersize: Undersize | null;
  readonly restsOn: readonly RowResult[];
}

const nextStepOf = ({ rework, undersize }: Need) => rework.find((option) => option.step === undersize?.next?.id) ?? null;

function proposalFor(need: Need, fellows: readonly Need[], feature: Feature, replace: Option, hold: Option): Option {
  const together = feature.rework?.oneSize ? fellows : [need];
  const worn = together.filter((each) => each.reuse.allowed === false);

  if (worn.length > 0 && feature.rework) {
    // One place that cannot be brought to any size on offer condemns the part, and its fellows with it.
    const lost = worn.find((each) => each.rework.every((option) => option.allowed === false));
    if (lost) return { ...replace, reasons: [problem("error", lost === need ? "past-last-size" : "fellow-past-last-size", [need.row.row.id], { row: lost.row.row.name }), ...need.reuse.reasons.filter((reason) => reason.severity === "error")] };
    const undecided = worn.find((each) => !nextStepOf(each));
    if (undecided) return { ...hold, reasons: undecided.rework.find((option) => option.allowed === null)?.reasons ?? [] };
    const deepest = worn.reduce((a, b) => (a.undersize!.next!.finishedMm <= b.undersize!.next!.finishedMm ? a : b));
    const step = deepest.undersize!.next!.id;
    const own = need.rework.find((option) => option.step === step)!;
    const why = deepest === need || need.reuse.allowed === false
      ? need.reuse.reasons.filter((reason) => reason.severity === "error")
      : [];
    const withFellows = deepest === need ? [] : [problem("notice", "one-size-for-all", [need.row.row.id], { row: deepest.row.row.name })];
    const open = together.filter((each) => each.reuse.allowed === null);
    const mayChange = open.length > 0 ? [problem("notice", "size-may-change", [need.row.row.id], { count: open.length, row: open[0]!.row.row.name })] : [];
    return { ...own, reasons: [...why, ...withFellows, ...own.reasons, ...mayChange] };
  }
  if (need.reuse.allowed === true) return need.reuse;
  if (need.reuse.allowed === null) return { ...hold, reasons: need.reuse.reasons };
  return { ...replace, reasons: need.reuse.reasons };
}

export const sameOption = (a: { disposition: Disposition; step: string | null }, b: { disposition: Disposition; step: string | null }): boolean =>
  a.disposition === b.disposition && a.step === b.step;

/**
 * For every row that a person decides: what the evidence allows, what the program proposes and why, and what was
 * decided. Reuse comes before rework, rework before replacing; where the evidence is open the proposal is to hold.
 *
 * @param rows       all rows of the job by id
 * @param decisions  decisions that stand
 */
export function proposeAll(rows: Rows, decisions: readonly Decision[], rule: DecisionRule): Choice[] {
  const needs = [...rows.values()]
    .filter((row) => row.row.at.feature.decides)
    .map((row): Need => {
      const { feature } = row.row.at;
      const restsOn = relatedRows(row, feature.restsOn, rows);
      const undersize = undersizeOf(row, feature, rows, rule);
      return { row, restsOn, undersize, reuse: reuseOption(row, restsOn), rework: reworkOptions(row, feature, undersize, rows) };
    });

  return needs.map((need): Choice => {
    const { row, slot } = { row: need.row, slot: need.row.row.slot };
    const { feature } = row.row.at;
    const where = [row.row.id];
    const replace: Option = { disposition: "replace", step: null, stepName: null, allowed: true, reasons: feature.rework ? [] : [problem("notice", "no-rework", where, { row: row.row.name })] };
    const hold: Option = { disposition: "hold", step: null, stepName: null, allowed: true, reasons: [] };
    const fellows = needs.filter((other) => other.row.row.slot.id === slot.id && other.row.row.at.feature.id === feature.id);
    const proposal = proposalFor(need, fellows, feature, replace, hold);
    const mine = row.part ? decisions.filter((decision) => decision.part === row.part!.id && decision.feature === row.row.at.id) : [];
    return {
      row,
      restsOn: need.restsOn,
      options: [need.reuse, ...need.rework, replace, hold],
      proposal,
      undersize: need.undersize,
      decisions: mine,
      overrides: mine.length === 1 && !sameOption(mine[0]!, proposal),
    };
  });
}
