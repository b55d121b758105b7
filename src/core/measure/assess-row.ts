import { phases, type DecisionRule, type Phase } from "../entry/schema";
import type { Job, Occasion, Part, Reading } from "../entry/fold";
import type { ExprContext } from "../pack/evaluate-expr";
import type { Row } from "../pack/compile-pack";
import type { Characteristic, Feature } from "../pack/schema";
import { unitById } from "../quantity/units";
import { estimate as estimateOf, mean, subtract, type Estimate } from "../quantity/estimate";
import { allAccepted, assessCharacteristic, type Answer, type CharacteristicResult } from "./assess-characteristic";
import { conformity, expandedUncertainty, stricter, type Conformity } from "./conformity";
import { readingEstimate } from "./reading-estimate";
import { decidingLimit, sizeWhenNew, wearLimit, wearShare } from "./wear";

/** What was measured at one point. */
export interface PointResult {
  readonly point: string;
  readonly estimate: Estimate | null;
  readonly expanded: number | null;
  /** Held against the governing limit as though this point were the whole feature; for the eye only. */
  readonly conformity: Conformity | null;
  readonly wear: Estimate | null;
  readonly readings: readonly Reading[];
  readonly conflict: boolean;
}

export interface RowResult {
  readonly row: Row;
  readonly part: Part | null;
  readonly phase: Phase | null;
  readonly points: readonly PointResult[];
  readonly governing: CharacteristicResult;
  readonly derived: readonly CharacteristicResult[];
  /** Over all characteristics that have a limit. */
  readonly accepted: Answer;
  readonly measured: number;
}

/** What rows need of the job, gathered once for all of them. */
export interface Evidence {
  readonly partIn: ReadonlyMap<string, Part>;
  /** By part, then by feature as readings name it. */
  readonly readingsOf: ReadonlyMap<string, ReadonlyMap<string, readonly Reading[]>>;
  readonly occasions: ReadonlyMap<string, Occasion>;
  readonly inConflict: ReadonlySet<string>;
  readonly facts: ReadonlyMap<string, number>;
  readonly rule: DecisionRule;
}

const noReadings: readonly Reading[] = [];

/** What is in the slot of a row, and what was read of it. */
export function evidenceFor(
  row: Row,
  evidence: Evidence,
): { readonly part: Part | null; readonly readings: readonly Reading[] } {
  const part = evidence.partIn.get(row.slot.id) ?? null;
  return { part, readings: part ? (evidence.readingsOf.get(part.id)?.get(row.at.id) ?? noReadings) : noReadings };
}

/** Sorts a job's readings and parts into the places where rows look for them. */
export function gatherEvidence(
  job: Pick<Job, "readings" | "parts" | "occasions" | "conflicts">,
  facts: ReadonlyMap<string, number>,
  rule: DecisionRule,
): Evidence {
  const readingsOf = new Map<string, Map<string, Reading[]>>();
  for (const reading of job.readings) {
    let ofPart = readingsOf.get(reading.part);
    if (!ofPart) readingsOf.set(reading.part, (ofPart = new Map()));
    const list = ofPart.get(reading.feature);
    if (list) list.push(reading);
    else ofPart.set(reading.feature, [reading]);
  }
  const partIn = new Map<string, Part>();
  for (const part of job.parts.values()) if (part.slot) partIn.set(part.slot, part);
  return {
    partIn,
    readingsOf,
    occasions: job.occasions,
    inConflict: new Set(job.conflicts.flatMap((conflict) => conflict.successors)),
    facts,
    rule,
  };
}

/** The same evidence with further readings; the lists they do not belong to stay as they are. */
export function withReadings(evidence: Evidence, readings: readonly Reading[]): Evidence {
  const readingsOf = new Map(evidence.readingsOf);
  for (const reading of readings) {
    const ofPart = new Map(readingsOf.get(reading.part));
    readingsOf.set(reading.part, ofPart.set(reading.feature, [...(ofPart.get(reading.feature) ?? []), reading]));
  }
  return { ...evidence, readingsOf };
}

/** The newest phase in which anything of the feature was read: a reworked journal is not judged by what it was. */
function newestPhase(readings: readonly Reading[], occasions: Evidence["occasions"]): Phase | null {
  const seen = new Set(readings.flatMap((reading) => occasions.get(reading.occasion)?.phase ?? []));
  return [...phases].reverse().find((phase) => seen.has(phase)) ?? null;
}

/** Of one point, the readings of its newest occasion in the phase: repeats of one another. */
function readingsAt(
  point: string,
  phase: Phase | null,
  readings: readonly Reading[],
  occasions: Evidence["occasions"],
): readonly Reading[] {
  const here = readings.filter(
    (reading) => reading.point === point && occasions.get(reading.occasion)?.phase === phase,
  );
  const openedAt = (reading: Reading) => occasions.get(reading.occasion)!.at;
  const newest = here.reduce<Reading | null>((best, reading) => {
    if (!best) return reading;
    const [a, b] = [Date.parse(openedAt(reading)), Date.parse(openedAt(best))];
    return a > b || (a === b && reading.occasion > best.occasion) ? reading : best;
  }, null);
  return here.filter((reading) => reading.occasion === newest?.occasion);
}

/**
 * Whether the limit can be held against one reading alone: where the greatest, the smallest or the mean of them is what
 * it is about. A height on a face, a dial's figure, one load of two stand to no limit by themselves.
 */
export const standsByPoint = ({ expr }: Characteristic): boolean =>
  "reduce" in expr && "points" in expr && expr.reduce !== "range";

/** Whether a reading is of what its feature measures: newtons where a length is wanted say nothing of it. */
export const isOfKind = ({ unit }: Pick<Reading, "unit">, feature: Pick<Feature, "unit">): boolean =>
  unitById(unit)?.dimension === unitById(feature.unit)!.dimension;

/** Thermal expansion of what a row measures; null where that is no length, and the bench's warmth is nothing to it. */
export const expansionOf = ({ partClass, at: { feature } }: Row): number | null =>
  unitById(feature.unit)!.dimension === "length" ? partClass.expansionPerK.value : null;

/** What was measured, by point. */
export const measuredPoints = (points: readonly PointResult[]): ReadonlyMap<string, Estimate> =>
  new Map(points.flatMap(({ point, estimate }) => (estimate ? [[point, estimate] as const] : [])));

/** Everything the readings say of one feature of the part in one slot. */
export function assessRow(row: Row, evidence: Evidence): RowResult {
  const { feature } = row.at;
  const { part, readings } = evidenceFor(row, evidence);
  const phase = newestPhase(readings, evidence.occasions);
  const limit = decidingLimit(feature.governing);
  const stop = wearLimit(limit, feature.governing.limits.new, feature.wearsTowards);
  const fresh = sizeWhenNew(
    feature.governing.limits.new,
    feature.governing.nonNegative,
    `new-size:${part?.id}:${row.at.id}`,
  );

  const expansionPerK = expansionOf(row);
  const isPointwise = standsByPoint(feature.governing);
  const points = feature.points.map((point): PointResult => {
    // Where a new part reads something of its own at each point, the one limit is not about each of them.
    const standsAlone = isPointwise && point.nominal === undefined;
    const here = readingsAt(point.id, phase, readings, evidence.occasions);
    const conflict = here.some((reading) => evidence.inConflict.has(reading.id));
    const single = here
      .filter((reading) => isOfKind(reading, feature))
      .flatMap((reading) => readingEstimate(reading, evidence.occasions.get(reading.occasion)!, expansionPerK) ?? []);
    // Two corrections of one reading are not two readings: until a person settles it, the point reads nothing.
    const estimate = conflict || single.length === 0 ? null : mean(single);
    return {
      point: point.id,
      estimate,
      expanded: estimate ? expandedUncertainty(estimate) : null,
      conformity: estimate && limit && standsAlone ? conformity(estimate, limit, feature.governing.nonNegative) : null,
      wear: estimate && fresh && stop !== null && standsAlone ? wearShare(estimate, fresh, stop) : null,
      readings: here,
      conflict,
    };
  });

  const measured = measuredPoints(points);
  const context: ExprContext = { points: feature.points, measured, facts: evidence.facts, refs: new Map() };
  const rule = stricter(evidence.rule, row.partClass.rule?.atLeast);
  const between = feature.sampling && estimateOf(0, [[`form:${part?.id}:${row.at.id}`, feature.sampling.standardMm]]);
  const governing = assessCharacteristic(
    feature.governing,
    context,
    "fit" in feature.governing.expr ? null : fresh,
    feature.wearsTowards,
    rule,
    between,
  );
  const refs = new Map<string, Estimate>();
  if (governing.estimate) {
    refs.set("governing", governing.estimate);
    if (fresh)
      refs.set(
        "wear",
        feature.wearsTowards === "larger" ? subtract(governing.estimate, fresh) : subtract(fresh, governing.estimate),
      );
  }
  const derived = feature.derived.map((item) =>
    assessCharacteristic(item, { ...context, refs }, null, feature.wearsTowards, rule),
  );
  const limited = [governing, ...derived].filter((result) => decidingLimit(result.characteristic));
  return {
    row,
    part,
    phase,
    points,
    governing,
    derived,
    accepted: allAccepted(limited.map((result) => result.accepted)),
    measured: measured.size,
  };
}
